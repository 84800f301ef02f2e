-- name: standing
-- The filed documents of some folders, to be compared with what is on disk.
select id, folder_id, name, size, inode, modified_ns from document
where folder_id = any(%(folders)s) and state = 'filed'

-- name: checksums
select id, sha256 from document where id = any(%(numbers)s)

-- name: incoming
-- Where new files are put by COPY: passing arrays as parameters costs more than the rows themselves.
create temp table if not exists incoming (
    folder bigint, name text, name_key text, conforms boolean, size bigint, sha256 bytea, inode bigint, modified_ns bigint,
    kind text, party bigint, "when" date, what text, reference text, amount numeric, path text
) on commit delete rows

-- name: copy_incoming
copy incoming from stdin

-- name: take_in
-- New documents, many at once; what another process took in meanwhile is left as it is.
with c as (
    insert into content (sha256, size) select distinct on (sha256) sha256, size from incoming on conflict do nothing
), d as (
    insert into document (state, folder_id, name, name_key, conforms, size, sha256, inode, modified_ns, kind, party_id,
                          "when", what, reference, amount, added_by, changed_by, changed_at, placed_by)
    select 'filed', folder, name, name_key, conforms, size, sha256, inode, modified_ns, kind, party, "when", what,
           reference, amount, %(person)s, %(person)s, to_timestamp(modified_ns / 1e9), %(person)s
    from incoming on conflict do nothing
    returning id, folder_id, name
), due as (
    insert into search_due select id from d
)
insert into logbook (action, document_id, person_id, to_path, to_folder_id)
select 'taken_in', d.id, %(person)s, f.path, d.folder_id
from d join incoming f on f.folder = d.folder_id and f.name = d.name

-- name: at_place
select id from document where folder_id = %(folder)s and name = %(name)s and state = 'filed'

-- name: any_gone
select exists (select from document where state = 'gone')

-- name: lost_before
-- Documents that were gone and whose very file, or the same content at the same place, is here again.
select distinct on (f.at) f.at, d.id
from unnest(%(at)s::int[], %(inode)s::bigint[], %(size)s::bigint[], %(modified_ns)s::bigint[], %(sha256)s::bytea[],
            %(path)s::text[]) as f (at, inode, size, modified_ns, sha256, path)
join document d on d.state = 'gone' and d.sha256 = f.sha256 and d.size = f.size and d.merged_into is null
where d.inode = f.inode and d.modified_ns = f.modified_ns
   or exists (select from logbook l where l.document_id = d.id and l.action = 'gone' and l.from_path = f.path)
order by f.at, (d.inode = f.inode) desc, d.id desc

-- name: lock
-- A filed document as it is recorded now, held until the transaction ends.
select id, folder_id, name, size, inode, modified_ns from document
where id = %(number)s and state = 'filed' for update

-- name: is_in_motion
select exists (select from change_step where document_id = %(number)s and state = 'intended')

-- name: follow
-- A document's file stands elsewhere or has changed: the record follows, number and history stay.
update document set folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s, conforms = %(conforms)s,
    size = %(size)s, inode = %(inode)s, modified_ns = %(modified_ns)s, sha256 = %(sha256)s,
    changed_at = now(), changed_by = null,
    placed_at = case when folder_id is distinct from %(folder)s then now() else placed_at end,
    placed_by = case when folder_id is distinct from %(folder)s then null else placed_by end
where id = %(number)s

-- name: park
-- Out of the way of a document that takes its name in the same breath.
update document set name = E'\x01' || id, name_key = E'\x01' || id where id = any(%(numbers)s)

-- name: come_back
update document set state = 'filed', folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s,
    conforms = %(conforms)s, size = %(size)s, inode = %(inode)s, modified_ns = %(modified_ns)s, sha256 = %(sha256)s,
    changed_at = now(), changed_by = null, placed_at = now(), placed_by = null
where id = %(number)s and state in ('gone', 'filed')

-- name: due
insert into search_due select unnest(%(numbers)s::bigint[]) on conflict do nothing

-- name: next_due
delete from search_due where document_id in (select document_id from search_due order by document_id limit %(limit)s
                                             for update skip locked) returning document_id

-- name: ask
insert into question (missing_id, found_id, folder_id, stood_at, why)
values (%(missing)s, %(found)s, %(folder)s, %(stood_at)s, %(why)s) on conflict do nothing

-- name: questions
-- What is asked of this person: a keeper of where the missing one stood and of where the found one stands.
select q.id, q.missing_id, m.name as missing_name, m.state as missing_state, q.stood_at, q.found_id, d.name as found_name,
       folder_path(d.folder_id) as found_folder, q.why, q.asked_at
from question q
join document m on m.id = q.missing_id
join document d on d.id = q.found_id and d.state = 'filed'
join folder f on f.id = q.folder_id join folder df on df.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s and s."right" = 'keeper'
join sight ds on ds.access_id = df.access_id and ds.person_id = %(person)s and ds."right" = 'keeper'
where q.answer is null order by q.id limit 200

-- name: answer
update question set answer = %(answer)s, answered_by = %(person)s, answered_at = now() where id = %(question)s

-- name: close_about
-- What else was asked about documents that are settled now.
update question set answer = 'other', answered_by = %(person)s, answered_at = now()
where answer is null and (missing_id = %(missing)s or found_id = %(found)s)

-- name: swap_files
select id, folder_id, name, name_key, conforms, size, sha256, inode, modified_ns, state from document
where id = any(%(numbers)s) for update

-- name: merge
update document set state = 'gone', folder_id = null, merged_into = %(into)s, changed_at = now() where id = %(number)s

-- name: set_file
update document set state = 'filed', folder_id = %(folder_id)s, name = %(name)s, name_key = %(name_key)s, conforms = %(conforms)s,
    size = %(size)s, sha256 = %(sha256)s, inode = %(inode)s, modified_ns = %(modified_ns)s, changed_at = now(),
    changed_by = %(person)s where id = %(number)s

-- name: park_folders
update folder set name = E'\x01' || id where id = any(%(folders)s)

-- name: forget_folders
-- Folders that are gone, once no document is recorded in them any more.
update folder f set removed_at = now() where f.id = any(%(folders)s) and f.removed_at is null
and not exists (select from document d where d.folder_id = f.id and d.state = 'filed')

-- name: set_folder_inodes
update folder f set inode = n.inode from unnest(%(folders)s::bigint[], %(inodes)s::bigint[]) as n (id, inode) where f.id = n.id

-- name: begin_sweep
update drive_sweep set begun_at = now(), to_take = %(to_take)s, taken = 0, bytes_to_take = %(bytes)s, bytes_taken = 0, held = null

-- name: advance_sweep
update drive_sweep set taken = taken + %(taken)s, bytes_taken = bytes_taken + %(bytes)s

-- name: end_sweep
update drive_sweep set ended_at = now(), files = %(files)s, to_take = 0, taken = 0, bytes_to_take = 0, bytes_taken = 0, held = %(held)s

-- name: sweep_state
select begun_at, ended_at, files, to_take, taken, bytes_to_take, bytes_taken, held from drive_sweep

-- name: clear_notices
delete from drive_notice where not path = any(%(paths)s)

-- name: notice
insert into drive_notice (path, reason) select * from unnest(%(paths)s::text[], %(reasons)s::text[])
on conflict (path) do update set reason = excluded.reason

-- name: notices
-- What cannot be taken in, where this person keeps the whole drive.
select path, reason from drive_notice
where exists (select from folder f join sight s on s.access_id = f.id and s.person_id = %(person)s
              and s."right" = 'keeper' where f.parent_id is null)
order by path limit 200

-- name: keeps_all
select exists (select from folder f join sight s on s.access_id = f.id and s.person_id = %(person)s
               and s."right" = 'keeper' where f.parent_id is null)

-- name: try_sweeping
select pg_try_advisory_lock(8522)

-- name: measure
-- How many rows there are: until the database finds out by itself, it plans as if there were next to none.
analyze folder, document, content, logbook
