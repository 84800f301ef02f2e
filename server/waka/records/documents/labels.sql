-- name: tag
-- The tag of this name, made where it is new.
insert into tag (name, name_key) values (%(name)s, %(key)s)
on conflict (name_key) do update set name = tag.name returning id

-- name: put_on
insert into document_tag (document_id, tag_id, put_on_by) select unnest(%(numbers)s::bigint[]), %(tag)s, %(person)s
on conflict do nothing

-- name: take_off
delete from document_tag where document_id = any(%(numbers)s) and tag_id = %(tag)s

-- name: put_on_folder
insert into folder_tag (folder_id, tag_id, put_on_by) values (%(folder)s, %(tag)s, %(person)s) on conflict do nothing

-- name: take_off_folder
delete from folder_tag where folder_id = %(folder)s and tag_id = %(tag)s

-- name: drop_idle
-- A tag that nothing bears is no longer offered.
delete from tag t where not exists (select from document_tag where tag_id = t.id)
and not exists (select from folder_tag where tag_id = t.id)

-- name: tags
-- Every tag on something that this person may see, with how many.
select t.id, t.name, coalesce(d.documents, 0) as documents, coalesce(f.folders, 0) as folders
from tag t
left join (select dt.tag_id, count(*) as documents from document_tag dt
           join document d on d.id = dt.document_id and d.state = 'filed'
           join folder f on f.id = d.folder_id
           join sight s on s.access_id = f.access_id and s.person_id = %(person)s group by dt.tag_id) d on d.tag_id = t.id
left join (select ft.tag_id, count(*) as folders from folder_tag ft
           join folder f on f.id = ft.folder_id and f.removed_at is null
           join sight s on s.access_id = f.access_id and s.person_id = %(person)s group by ft.tag_id) f on f.tag_id = t.id
where d.documents > 0 or f.folders > 0
order by t.name

-- name: tags_of
select dt.document_id, t.name from document_tag dt join tag t on t.id = dt.tag_id
where dt.document_id = any(%(numbers)s) order by t.name

-- name: tags_of_folder
select t.name from folder_tag ft join tag t on t.id = ft.tag_id where ft.folder_id = %(folder)s order by t.name

-- name: tagged_folders
select f.id, folder_path(f.id) as path from folder_tag ft join folder f on f.id = ft.folder_id and f.removed_at is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where ft.tag_id = %(tag)s order by 2

-- name: right_on
-- What this person may do with some filed documents; those that are hidden or gone are left out.
select d.id, s."right" from document d join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.id = any(%(numbers)s) and d.state = 'filed'

-- name: refer
insert into cross_reference (document_id, folder_id, made_by) values (%(number)s, %(folder)s, %(person)s)
on conflict do nothing

-- name: unrefer
delete from cross_reference where document_id = %(number)s and folder_id = %(folder)s

-- name: references
-- The further folders that show a document, where this person may see them.
select f.id, folder_path(f.id) as path from cross_reference c
join folder f on f.id = c.folder_id and f.removed_at is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where c.document_id = %(number)s order by 2

-- name: has_references
select exists (select from cross_reference where folder_id = %(folder)s)

-- name: opened_lately
select d.id from opened o join document d on d.id = o.document_id and d.state = 'filed'
join folder f on f.id = d.folder_id join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where o.person_id = %(person)s order by o.at desc limit 30

-- name: who_sees
-- The people who may see a document where it is, in few words.
select p.name from document d join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id join person p on p.id = s.person_id
where d.id = %(number)s order by p.name
