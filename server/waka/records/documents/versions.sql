-- name: keep
-- What a document is now becomes an earlier version of it.
insert into document_version (document_id, version, name, size, sha256, modified_ns, since, by, came_as, restored, ended_by)
select id, version, name, size, sha256, modified_ns, coalesce(version_at, added_at), coalesce(version_by, added_by),
       version_came_as, version_restored, %(person)s
from document where id = %(number)s

-- name: newest
-- Other bytes for a document: its newest version.
update document set version = version + 1, version_at = now(), version_by = %(person)s, version_came_as = %(came_as)s,
    version_restored = %(restored)s, size = %(size)s, sha256 = %(sha256)s, inode = %(inode)s, modified_ns = %(modified_ns)s,
    changed_at = now(), changed_by = %(person)s
where id = %(number)s

-- name: drop_newest
-- The version before is the newest again, as if the last had never been; returns the checksum that is kept no more.
with earlier as (
    delete from document_version v using document d
    where d.id = %(number)s and v.document_id = d.id and v.version = d.version - 1 returning v.*
)
update document d set version = e.version, version_at = e.since, version_by = e.by, version_came_as = e.came_as,
    version_restored = e.restored, size = e.size, sha256 = e.sha256, inode = %(inode)s, modified_ns = %(modified_ns)s,
    changed_at = now(), changed_by = %(person)s
from earlier e where d.id = e.document_id

-- name: set_fields
update document set kind = %(kind)s, party_id = %(party)s, "when" = %(when)s, what = %(what)s, reference = %(reference)s,
    amount = %(amount)s, currency = %(currency)s, fields = %(fields)s, from_name = %(from_name)s where id = %(number)s

-- name: merge
-- A document whose bytes became a version of another: its number leads there.
update document set state = 'gone', folder_id = null, merged_into = %(into)s, changed_at = now(), changed_by = %(person)s
where id = %(number)s

-- name: unmerge
update document set state = 'filed', merged_into = null, folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s,
    inode = %(inode)s, modified_ns = %(modified_ns)s, changed_at = now(), changed_by = %(person)s, placed_at = now(), placed_by = %(person)s
where id = %(number)s

-- name: history
-- The earlier versions of a document, latest first, with those of the documents that were filed onto it.
with recursive line as (
    select d.id from document d join folder f on f.id = d.folder_id
    join sight s on s.access_id = f.access_id and s.person_id = %(person)s
    where d.id = %(number)s and (d.state = 'filed' or d.state = 'binned' and s."right" in ('filer', 'keeper'))
    union
    select d.id from document d join line on d.merged_into = line.id
)
select v.id, v.document_id as number, v.version, v.name, v.size, v.sha256, v.modified_ns, v.since, b.initials as by, v.came_as,
       v.restored, v.ended_at, e.initials as ended_by, c.media_type, c.extension, c.pages, c.trouble, c.read_at is not null as was_read
from line join document_version v on v.document_id = line.id
left join person b on b.id = v.by
join person e on e.id = v.ended_by
join content c on c.sha256 = v.sha256
order by v.ended_at desc, v.version desc

-- name: current
select d.version, coalesce(d.version_at, d.added_at) as since, p.initials as by, d.version_came_as as came_as,
       d.version_restored as restored
from document d left join person p on p.id = coalesce(d.version_by, d.added_by) where d.id = %(number)s

-- name: kept_before
-- The version just before the present one of some documents.
select d.id as number, v.version, v.size, v.sha256, v.modified_ns, d.version_came_as as came_as from document_version v
join document d on d.id = v.document_id and v.version = d.version - 1 where d.id = any(%(numbers)s)

-- name: kept_digests
select document_id, array_agg(sha256) from document_version where document_id = any(%(numbers)s) group by document_id

-- name: needed
-- Of some checksums, those that are kept for a version, or that a step under way is about.
select sha256 from document_version where sha256 = any(%(digests)s)
union
select decode(s.detail -> 'stood' ->> 'sha256', 'base64') from change_step s
where s.state = 'intended' and decode(s.detail -> 'stood' ->> 'sha256', 'base64') = any(%(digests)s)
union
select decode(s.detail -> 'returns' ->> 'sha256', 'base64') from change_step s
where s.state = 'intended' and decode(s.detail -> 'returns' ->> 'sha256', 'base64') = any(%(digests)s)

-- name: forget
-- The earlier versions of a document that is destroyed.
delete from document_version where document_id = %(number)s returning sha256

-- name: standing
-- The document of this name in a folder, where this person may see it.
select d.id, d.name, d.version, d.sha256 from document d
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.folder_id = %(folder)s and d.state = 'filed' and d.name_key = %(key)s and d.id <> %(except)s
order by d.name <> %(name)s, d.id limit 1

-- name: due
select sha256 from store_due

-- name: make_due
insert into store_due select unnest(%(digests)s::bytea[]) on conflict do nothing

-- name: no_longer_due
delete from store_due where sha256 = any(%(digests)s)
