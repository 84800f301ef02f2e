-- name: add
-- A document gets its lasting number here, once; until Waka changes it, it changed when its file did.
insert into document (state, folder_id, name, name_key, conforms, size, sha256, inode, modified_ns,
                      kind, party_id, "when", what, reference, amount, currency, fields, from_name, added_by, changed_by, changed_at)
values (%(state)s, %(folder)s, %(name)s, %(name_key)s, %(conforms)s, %(size)s, %(sha256)s, %(inode)s,
        %(modified_ns)s, %(kind)s, %(party)s, %(when)s, %(what)s, %(reference)s, %(amount)s,
        %(currency)s, %(fields)s, %(from_name)s, %(person)s, %(person)s, to_timestamp(%(modified_ns)s / 1e9))
returning id

-- name: one
-- A document by number, where this person may see the folder it is in or the point it came in by.
select d.id, d.state, d.folder_id, case when d.folder_id is not null then folder_path(d.folder_id) end as folder_path,
       d.name, d.conforms, d.size, d.sha256, d.modified_ns, d.version, d.edition, d.kind, p.name as who, p.short as who_short,
       d."when", d.what, d.reference, d.amount, d.currency, d.fields, d.from_name, d.added_at, d.changed_at, c.initials as changed_by,
       a.path as arrival_path, a.slip, ap.id as arrival_point_id, ap.name as arrival_point,
       t.media_type, t.extension as fitting_extension, t.pages, t.trouble, t.read_at is not null as was_read,
       d.note, ad.initials as added_by, d.placed_at, d.merged_into, b.binned_at, bp.initials as binned_by,
       b.reason as bin_reason, b.path as bin_path, coalesce(s."right", 'filer') as "right"
from document d
left join folder f on f.id = d.folder_id
left join sight s on s.access_id = f.access_id and s.person_id = %(person)s
left join arrival a on a.document_id = d.id
left join arrival_point ap on ap.id = a.arrival_point_id
left join arrival_sight aps on aps.document_id = d.id and aps.person_id = %(person)s
left join party p on p.id = d.party_id
left join person c on c.id = d.changed_by
left join content t on t.sha256 = d.sha256
left join person ad on ad.id = d.added_by
left join binned b on b.document_id = d.id
left join person bp on bp.id = b.binned_by
where d.id = %(number)s
  and (d.state = 'filed' and s.person_id is not null or d.state = 'binned' and s."right" in ('filer', 'keeper') or d.state in ('waiting', 'discarded') and aps.person_id is not null)

-- name: leads_to
-- A number that was merged leads on; what may be seen of it is asked of the document at the end.
with recursive way as (
    select id, merged_into, 0 as far from document where id = %(number)s
    union all
    select d.id, d.merged_into, far + 1 from document d join way on d.id = way.merged_into where far < 100
)
select id from way order by far desc limit 1

-- name: text
select left(text, %(most)s::int) from content where sha256 = %(sha256)s

-- name: names_beside
-- Names in a folder that this person may see, for twins and collisions.
select d.name from document d
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.folder_id = %(folder)s and d.state = 'filed' and d.name_key = any(%(keys)s) and d.id <> %(except)s

-- name: neighbours_before
-- The documents that sort just before a name in its folder, nearest first.
select d.id, d.name from document d
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.folder_id = %(folder)s and d.state = 'filed' and d.name_key < %(key)s
order by d.name_key desc, d.id desc limit %(limit)s

-- name: neighbours_from
-- The documents that sort at or after a name in its folder.
select d.id, d.name from document d
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.folder_id = %(folder)s and d.state = 'filed' and d.name_key >= %(key)s
order by d.name_key, d.id limit %(limit)s

-- name: same_bytes
-- A filed document with the very same bytes, where this person may see it.
select d.id from document d
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.sha256 = %(sha256)s and d.state = 'filed' and d.size > 0 and d.id <> %(number)s
order by d.id limit 1

-- name: stands_at
-- Whether the records know a document of this name in this folder, whoever asks.
select exists (select from document where folder_id = %(folder)s and name = %(name)s
               and state = 'filed' and id <> %(except)s)

-- name: file
-- The record of a document that now stands in the drive.
update document set state = 'filed', folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s,
    conforms = %(conforms)s, inode = %(inode)s, modified_ns = %(modified_ns)s, kind = %(kind)s,
    party_id = %(party)s, "when" = %(when)s, what = %(what)s, reference = %(reference)s,
    amount = %(amount)s, currency = %(currency)s, fields = %(fields)s, from_name = %(from_name)s, changed_at = now(), changed_by = %(person)s, placed_at = now(), placed_by = %(person)s
where id = %(number)s

-- name: place
update document set state = 'filed', folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s,
    conforms = %(conforms)s, inode = %(inode)s, modified_ns = %(modified_ns)s, kind = %(kind)s,
    party_id = %(party)s, "when" = %(when)s, what = %(what)s, reference = %(reference)s,
    amount = %(amount)s, currency = %(currency)s, fields = %(fields)s, from_name = %(from_name)s, changed_at = now(), changed_by = %(person)s,
    placed_at = case when folder_id is distinct from %(folder)s or state <> 'filed' then now() else placed_at end,
    placed_by = case when folder_id is distinct from %(folder)s or state <> 'filed' then %(person)s else placed_by end
where id = %(number)s

-- name: copy_words
with tags as (insert into document_tag (document_id, tag_id, put_on_by, put_on_at)
              select %(number)s, tag_id, put_on_by, put_on_at from document_tag where document_id = %(source)s)
update document set note = (select note from document where id = %(source)s) where id = %(number)s

-- name: bin_row
insert into binned (document_id, path, binned_by, reason) values (%(number)s, %(path)s, %(person)s, %(reason)s)

-- name: bin
-- Out of its folder, whose grants still say who may know of it.
update document set state = 'binned', changed_at = now(), changed_by = %(person)s,
    folder_id = coalesce(%(folder)s::bigint, folder_id), name = coalesce(%(name)s::text, name),
    name_key = coalesce(%(name_key)s::text, name_key)
where id = %(number)s

-- name: unbin_row
delete from binned where document_id = %(number)s

-- name: set_note
update document set note = %(note)s, changed_at = now(), changed_by = %(person)s where id = %(number)s

-- name: opened
insert into opened (person_id, document_id) values (%(person)s, %(number)s)
on conflict (person_id, document_id) do update set at = now()

-- name: unfile
-- The record of a document that is back on the desk; its fields go back to the slip.
update document set state = 'waiting', folder_id = null, merged_into = null, name = %(name)s, name_key = %(name_key)s,
    conforms = false, inode = %(inode)s, modified_ns = %(modified_ns)s, kind = null, party_id = null,
    "when" = null, what = null, reference = null, amount = null, currency = null, fields = '{}', from_name = '{}', changed_at = now(), changed_by = %(person)s
where id = %(number)s

-- name: gone
update document set state = 'gone', folder_id = null, changed_at = now() where id = %(number)s

-- name: hold
-- Hold a document's row first, by itself: a question that joins and waits would see the row as it is afterwards,
-- but its folder as it was before, and find nothing.
select from document where id = %(number)s for update

-- name: lock_waiting
-- An arrival, held until the transaction ends, with what is needed to move it.
select d.id, d.name, d.size, d.sha256, d.inode, d.modified_ns, a.path, a.slip, a.arrival_point_id,
       ap.name as arrival_point, a.bound_for
from document d
join arrival a on a.document_id = d.id
join arrival_point ap on ap.id = a.arrival_point_id
join arrival_sight aps on aps.document_id = d.id and aps.person_id = %(person)s
where d.id = %(number)s and d.state = 'waiting'

-- name: discarded
-- Arrivals in the bin, as far as this person may see them; one of them, or all, the latest first.
select d.id, d.name, d.size, d.sha256, d.inode, d.modified_ns, b.path, o.path as first_path, b.reason, b.binned_at,
       p.initials as binned_by
from document d
join binned b on b.document_id = d.id
join person p on p.id = b.binned_by
join arrival_origin o on o.document_id = d.id
join arrival_sight aps on aps.document_id = d.id and aps.person_id = %(person)s
where d.state = 'discarded' and (%(number)s::bigint is null or d.id = %(number)s)
order by b.binned_at desc limit 1000

-- name: set_state
update document set state = %(state)s, inode = %(inode)s, modified_ns = %(modified_ns)s, changed_at = now(),
    changed_by = %(person)s where id = %(number)s

-- name: lock_filed
-- A filed document, where this person may see it, held until the transaction ends.
select d.id, d.folder_id, d.name, d.size, d.sha256, d.inode, d.modified_ns, folder_path(d.folder_id) as folder_path,
       d.conforms, d.edition, s."right", f.access_id, d.kind, d.party_id as party, d."when", d.what, d.reference, d.amount,
       d.currency, d.fields, d.from_name
from document d
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.id = %(number)s and d.state = 'filed'

-- name: lock_binned
select d.id, d.folder_id, d.name, d.size, d.sha256, d.inode, d.modified_ns, folder_path(d.folder_id) as folder_path,
       d.conforms, d.edition, s."right", f.access_id, d.kind, d.party_id as party, d."when", d.what, d.reference, d.amount,
       d.currency, d.fields, d.from_name, b.path as bin_path, f.removed_at is null as folder_is_there, b.reason
from document d
join binned b on b.document_id = d.id
join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.id = %(number)s and d.state = 'binned'

-- name: bin_paths
select path from binned
union
select from_path from change_step where state = 'intended' and from_place = 'bin'
union
select to_path from change_step where state = 'intended' and to_place = 'bin'
