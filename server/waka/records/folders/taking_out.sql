-- name: documents
select d.id, d.name, '' || folder_path(d.folder_id) as folder_path, d.size from document d
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.id = any(%(numbers)s) and d.state = 'filed' order by d.name_key, d.id

-- name: folder
-- The documents of a folder and of all beneath it that this person may see.
with recursive beneath as (
    select f.id, f.access_id, folder_path(f.id) as path from folder f where f.id = %(folder)s
    union all
    select c.id, c.access_id, b.path || case when b.path = '' then '' else '/' end || c.name
    from folder c join beneath b on c.parent_id = b.id where c.removed_at is null
)
select d.id, d.name, b.path as folder_path, d.size
from beneath b
join sight s on s.access_id = b.access_id and s.person_id = %(person)s
join document d on d.folder_id = b.id and d.state = 'filed'
order by b.path, d.name_key
