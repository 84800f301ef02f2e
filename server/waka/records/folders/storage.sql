-- name: by_folder
-- Sizes of what stands in and beneath each folder directly in one, and of its own documents.
with recursive beneath as (
    select f.id, f.access_id, f.id as top, f.name from folder f where f.parent_id = %(folder)s and f.removed_at is null
    union all
    select c.id, c.access_id, b.top, b.name from folder c join beneath b on c.parent_id = b.id where c.removed_at is null
), with_own as (
    select * from beneath union all select id, access_id, id, '' from folder where id = %(folder)s
), sums as (
    select b.top, b.name, sum(d.size)::bigint as bytes, count(*) as documents
    from with_own b
    join sight s on s.access_id = b.access_id and s.person_id = %(person)s
    join document d on d.folder_id = b.id and d.state = 'filed'
    group by b.top, b.name
)
select top as id, name as label, bytes, documents from sums order by bytes desc

-- name: by_year
with recursive beneath as (
    select id, access_id from folder where id = %(folder)s
    union all select c.id, c.access_id from folder c join beneath b on c.parent_id = b.id where c.removed_at is null
)
select null::bigint as id, coalesce(to_char(d."when", 'YYYY'), to_char(to_timestamp(d.modified_ns / 1e9), 'YYYY')) as label,
       sum(d.size)::bigint as bytes, count(*) as documents
from beneath b join sight s on s.access_id = b.access_id and s.person_id = %(person)s
join document d on d.folder_id = b.id and d.state = 'filed' group by 2 order by 2

-- name: by_kind
with recursive beneath as (
    select id, access_id from folder where id = %(folder)s
    union all select c.id, c.access_id from folder c join beneath b on c.parent_id = b.id where c.removed_at is null
)
select null::bigint as id, coalesce(k.label, 'no kind') as label, sum(d.size)::bigint as bytes, count(*) as documents
from beneath b join sight s on s.access_id = b.access_id and s.person_id = %(person)s
join document d on d.folder_id = b.id and d.state = 'filed'
left join kind k on k.code = d.kind group by 2 order by 3 desc

-- name: notable
-- The largest, the oldest and those untouched for longest.
with recursive beneath as (
    select id, access_id from folder where id = %(folder)s
    union all select c.id, c.access_id from folder c join beneath b on c.parent_id = b.id where c.removed_at is null
), seen as (
    select d.id, d.name, d.size, d.folder_id, d."when", to_timestamp(d.modified_ns / 1e9) as modified,
           greatest(to_timestamp(d.modified_ns / 1e9), d.changed_at,
                    (select max(o.at) from opened o where o.document_id = d.id)) as touched
    from beneath b join sight s on s.access_id = b.access_id and s.person_id = %(person)s
    join document d on d.folder_id = b.id and d.state = 'filed'
), told as (
    (select 'largest' as why, * from seen order by size desc, id limit 8)
    union all
    (select 'oldest' as why, * from seen where "when" is not null order by "when", id limit 8)
    union all
    (select 'untouched' as why, * from seen order by touched, id limit 8)
)
select why, id, name, folder_path(folder_id) as folder_path, size, "when", touched from told

-- name: whole
-- What all documents, the bin and the earlier versions take together, whose bytes are kept once; told to administrators only.
select coalesce(sum(size) filter (where state = 'filed'), 0)::bigint as bytes,
       coalesce(sum(size) filter (where state = 'binned'), 0)::bigint as binned,
       (select coalesce(sum(size), 0)::bigint from (select distinct sha256, size from document_version) v) as versions
from document where state in ('filed', 'binned')

-- name: binned_before
select d.id, d.size from binned b
join document d on d.id = b.document_id and d.state = 'binned'
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s and s."right" = 'keeper'
where b.binned_at < now() - make_interval(days => %(days)s)
union all
-- what was discarded from the desk stood in no folder: it is for who keeps the whole drive and sees its arrival
select d.id, d.size from binned b
join document d on d.id = b.document_id and d.state = 'discarded'
join arrival_sight aps on aps.document_id = d.id and aps.person_id = %(person)s
where b.binned_at < now() - make_interval(days => %(days)s)
  and exists (select from folder r join sight s on s.access_id = r.access_id and s.person_id = %(person)s
              and s."right" = 'keeper' where r.parent_id is null)
order by 1
