-- name: folders
-- The whole structure, with what a person may do in each folder: null where it may not be known of.
select f.id, f.parent_id, f.name, f.name_key, f.access_id, f.own_access, f.inode, s."right"
from folder f left join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where f.removed_at is null

-- name: folders_above
-- Some folders and all above them.
with recursive up as (
    select id, parent_id from folder where id = any(%(folders)s)
    union
    select p.id, p.parent_id from up join folder p on p.id = up.parent_id
)
select f.id, f.parent_id, f.name, f.name_key, f.access_id, f.own_access, f.inode, s."right"
from up join folder f on f.id = up.id
left join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where f.removed_at is null

-- name: folders_around
-- Some folders, all above them, and the folders that stand directly in them.
with recursive up as (
    select id, parent_id from folder where id = any(%(folders)s)
    union
    select p.id, p.parent_id from up join folder p on p.id = up.parent_id
), around as (
    select id from up
    union
    select id from folder where parent_id = any(%(folders)s) and removed_at is null
)
select f.id, f.parent_id, f.name, f.name_key, f.access_id, f.own_access, f.inode, s."right"
from around a join folder f on f.id = a.id
left join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where f.removed_at is null

-- name: by_number
with seen as materialized (
    -- first the folders: joined at once, a planner that knows nothing of new rows pairs every document with every folder
    select f.id, s."right" from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s
)
select d.id, d.state, d.folder_id, d.name, d.size, d.sha256, d.inode, d.modified_ns, d.conforms, d.kind, d.party_id as party,
       d."when", d.what, d.reference, d.amount, d.currency, nullif(d.fields, '{}') as fields, nullif(d.from_name, '{}') as from_name,
       b.path as bin_path, b.reason as bin_reason
from document d join seen s on s.id = d.folder_id
left join binned b on b.document_id = d.id
where d.id = any(%(numbers)s::bigint[]) and (d.state = 'filed' or d.state = 'binned' and s."right" in ('filer', 'keeper'))

-- name: in_folders
-- The documents in some folders, as far as the person may see them.
with seen as materialized (
    select f.id, s."right" from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s
)
select d.id, d.state, d.folder_id, d.name, d.size, d.sha256, d.inode, d.modified_ns, d.conforms, d.kind, d.party_id as party,
       d."when", d.what, d.reference, d.amount, d.currency, nullif(d.fields, '{}') as fields, nullif(d.from_name, '{}') as from_name,
       null::bytea as bin_path, null::text as bin_reason
from document d join seen s on s.id = d.folder_id
where d.folder_id = any(%(folders)s) and d.state = 'filed'

-- name: names
-- The documents in some folders, with the digest of their bytes.
select d.folder_id, d.name, d.id, d.sha256 from document d
where d.folder_id = any(%(folders)s) and d.state = 'filed'

-- name: counts
-- How many documents stand in each of some folders.
select folder_id, count(*) from document where folder_id = any(%(folders)s) and state = 'filed' group by folder_id

-- name: beneath
-- The documents beneath a folder, with their paths from it, as far as a person may see them.
with recursive down as (
    select f.id, '' as path from folder f where f.id = %(folder)s
    union all
    select f.id, case when down.path = '' then f.name else down.path || '/' || f.name end
    from folder f join down on f.parent_id = down.id where f.removed_at is null
), seen as materialized (
    select f.id from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s
)
select d.id, case when down.path = '' then d.name else down.path || '/' || d.name end as path
from down join seen on seen.id = down.id
join document d on d.folder_id = down.id and d.state = 'filed'
order by 2, 1
