-- name: root
select id from folder where parent_id is null

-- name: add_root
insert into folder (parent_id, name, name_key, access_id) values (null, '', '', 0) returning id

-- name: rule_own_access
update folder set access_id = id where id = %(folder)s

-- name: add
-- A folder beneath another, under the grants of the folder above; found again where it is there.
insert into folder (parent_id, name, name_key, access_id)
select %(parent)s, %(name)s, %(name_key)s, access_id from folder where id = %(parent)s
on conflict (parent_id, name) where removed_at is null do update set name = excluded.name
returning id

-- name: outline
-- Every folder that this person may see, with its own documents counted.
select f.id, f.parent_id, f.name, f.name_key, s."right",
       coalesce(d.documents, 0) as documents, coalesce(d.misnamed, 0) as misnamed
from folder f
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
left join (select folder_id, count(*) as documents, count(*) filter (where not conforms) as misnamed
           from document where state = 'filed' group by folder_id) d on d.folder_id = f.id
where f.removed_at is null
order by f.name_key, f.id

-- name: one
-- One folder, where this person may see it.
select f.id, f.parent_id, f.name, folder_path(f.id) as path, s."right"
from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where f.id = %(folder)s and f.removed_at is null

-- name: recent_destinations
-- Where this person filed lately, latest first.
select l.to_folder_id as id, max(l.id) as latest
from logbook l join folder f on f.id = l.to_folder_id and f.removed_at is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where l.person_id = %(person)s and l.action = 'filed'
group by l.to_folder_id order by latest desc limit 6
