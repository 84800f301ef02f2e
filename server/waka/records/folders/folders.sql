-- name: root
select id from folder where parent_id is null

-- name: add_root
insert into folder (parent_id, name, name_key, access_id) values (null, '', '', 0) returning id

-- name: rule_own_access
update folder set access_id = id, own_access = true, replaces = true where id = %(folder)s

-- name: add
-- A folder beneath another, under the grants of the folder above; found again where it is there.
insert into folder (parent_id, name, name_key, access_id)
select %(parent)s, %(name)s, %(name_key)s, access_id from folder where id = %(parent)s
on conflict (parent_id, name) where removed_at is null do update set name = excluded.name
returning id

-- name: outline
-- Every folder that this person may see, with its own documents counted.
select f.id, f.parent_id, f.name, f.name_key, s."right",
       coalesce(d.documents, 0) as documents, coalesce(d.misnamed, 0) as misnamed, coalesce(d.fresh, 0) as fresh,
       f.own_access,
       f.own_access and (select count(*) from sight o where o.access_id = f.access_id) = 1 as private
from folder f
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
left join (select dd.folder_id, count(*) as documents, count(*) filter (where not conforms) as misnamed,
                  count(*) filter (where placed_at > fs.at and placed_by is distinct from %(person)s) as fresh
           from document dd
           left join folder_seen fs on fs.folder_id = dd.folder_id and fs.person_id = %(person)s
           where dd.state = 'filed' group by dd.folder_id) d on d.folder_id = f.id
where f.removed_at is null
order by f.name_key, f.id

-- name: one
-- One folder, where this person may see it.
select f.id, f.parent_id, f.name, folder_path(f.id) as path, s."right", f.access_id, f.own_access, f.replaces, f.inode
from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where f.id = %(folder)s and f.removed_at is null

-- name: hold
select from folder where id = %(folder)s for update

-- name: all_rows
select id, parent_id, name, inode, born_ns from folder where removed_at is null order by id

-- name: make
insert into folder (parent_id, name, name_key, access_id, inode)
select %(parent)s, %(name)s, %(name_key)s, access_id, %(inode)s from folder where id = %(parent)s
on conflict (parent_id, name) where removed_at is null do update set inode = excluded.inode
returning id

-- name: place
update folder set parent_id = %(parent)s, name = %(name)s, name_key = %(name_key)s where id = %(folder)s

-- name: remove
update folder set removed_at = now() where id = %(folder)s

-- name: bring_back
update folder set removed_at = null, inode = %(inode)s where id = %(folder)s

-- name: holds_anything
-- Whether a folder has documents or folders in it, whoever may see them.
select exists (select from folder where parent_id = %(folder)s and removed_at is null)
    or exists (select from document where folder_id = %(folder)s and state = 'filed')

-- name: above
with recursive up as (
    select id, parent_id, 0 as depth from folder where id = %(folder)s
    union all
    select f.id, f.parent_id, up.depth + 1 from folder f join up on f.id = up.parent_id
)
select id from up order by depth

-- name: path
select folder_path(%(folder)s)

-- name: looked_in
insert into folder_seen (person_id, folder_id) values (%(person)s, %(folder)s)
on conflict (person_id, folder_id) do update set at = now()

-- name: recent_destinations
-- Where this person filed lately, latest first.
select l.to_folder_id as id, max(l.id) as latest
from logbook l join folder f on f.id = l.to_folder_id and f.removed_at is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where l.person_id = %(person)s and l.action in ('filed', 'moved', 'copied', 'uploaded', 'restored')
group by l.to_folder_id order by latest desc limit 6

-- name: parent_of
select parent_id from folder where id = %(folder)s

-- name: way
-- The folders from the root down along some names, as far as they are there, with what this person may do in each.
with recursive way (depth, id, access_id) as (
    select 1, id, access_id from folder where parent_id is null
    union all
    select w.depth + 1, c.id, c.access_id from way w
    cross join lateral (
        select f.id, f.access_id from folder f
        where f.parent_id = w.id and f.removed_at is null and f.name_key = (%(keys)s::text[])[w.depth]
        order by f.name <> (%(names)s::text[])[w.depth], f.id limit 1) c
)
select w.id, s."right" from way w
left join sight s on s.access_id = w.access_id and s.person_id = %(person)s order by w.depth

-- name: such_filed
-- The latest documents of a kind, of one party or of any, called something or anything, where this person may file.
select folder_path(such.folder_id) as path, such."when", such.who from (
    select d.folder_id, d."when", p.name as who, d.id from document d
    join folder f on f.id = d.folder_id and f.removed_at is null
    join sight s on s.access_id = f.access_id and s.person_id = %(person)s and s."right" in ('filer', 'keeper')
    left join party p on p.id = d.party_id
    where d.kind = %(kind)s and d.state = 'filed' and (d.party_id = %(party)s or %(party)s::bigint is null
        and d.id > (select max(id) - %(back)s from document))
        and (%(what)s::text is null or lower(d.what) = lower(%(what)s))
    order by d.id desc limit %(latest)s) such
order by such.id desc
