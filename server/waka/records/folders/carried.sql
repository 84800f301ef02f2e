-- name: carried
select c.document_id as number, d.name, d.conforms, folder_path(d.folder_id) as folder_path, d.folder_id as folder, d.size
from carried c join document d on d.id = c.document_id and d.state = 'filed'
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = c.person_id
where c.person_id = %(person)s order by c.picked_at, c.document_id limit %(limit)s

-- name: count_carried
select count(*) from carried c join document d on d.id = c.document_id and d.state = 'filed'
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = c.person_id
where c.person_id = %(person)s

-- name: pick_up
insert into carried (person_id, document_id)
select %(person)s, d.id from document d join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.state = 'filed' and d.id = any(%(numbers)s) on conflict do nothing

-- name: put_down
delete from carried where person_id = %(person)s
