-- name: standing
-- The filed documents of some folders, to be compared with what is on disk.
select id, folder_id, name, size, inode, modified_ns from document
where folder_id = any(%(folders)s) and state = 'filed'

-- name: recognisable
-- By what else than place, size and inode some documents are known again.
select id, sha256, coalesce(born_ns, 0) as born_ns from document where id = any(%(numbers)s)

-- name: inodes_in
-- The folders directly in a folder.
select inode from folder where parent_id = %(folder)s and removed_at is null and inode is not null

-- name: unborn
-- Documents whose files' births are not written down yet.
select id, folder_path(folder_id) as folder_path, name, inode from document
where born_ns is null and state = 'filed' order by id limit %(limit)s

-- name: set_births
update document d set born_ns = n.born_ns from unnest(%(numbers)s::bigint[], %(births)s::bigint[]) as n (id, born_ns)
where d.id = n.id

-- name: filed
select count(*) from document where state = 'filed'

-- name: incoming
-- Where new files are put by COPY: passing arrays as parameters costs more than the rows themselves.
create temp table if not exists incoming (
    folder bigint, name text, name_key text, conforms boolean, size bigint, sha256 bytea, inode bigint, modified_ns bigint, born_ns bigint,
    kind text, party bigint, "when" date, what text, reference text, amount numeric, currency text, fields jsonb, path text
) on commit delete rows

-- name: copy_incoming
copy incoming from stdin

-- name: take_in
-- New documents, many at once; what another process took in meanwhile is left as it is.
with c as (
    insert into content (sha256, size) select distinct on (sha256) sha256, size from incoming on conflict do nothing
), d as (
    insert into document (state, folder_id, name, name_key, conforms, size, sha256, inode, modified_ns, born_ns, kind, party_id,
                          "when", what, reference, amount, currency, fields, added_by, changed_by, changed_at, placed_by)
    select 'filed', folder, name, name_key, conforms, size, sha256, inode, modified_ns, born_ns, kind, party, "when", what,
           reference, amount, currency, fields, %(person)s, %(person)s, to_timestamp(modified_ns / 1e9), %(person)s
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
   or exists (select from logbook l where l.document_id = d.id
              and l.action in ('gone', 'overwritten_outside') and l.from_path = f.path)
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
    size = %(size)s, inode = %(inode)s, modified_ns = %(modified_ns)s, born_ns = nullif(%(born_ns)s, 0), sha256 = %(sha256)s,
    changed_at = now(), changed_by = null,
    placed_at = case when folder_id is distinct from %(folder)s then now() else placed_at end,
    placed_by = case when folder_id is distinct from %(folder)s then null else placed_by end
where id = %(number)s

-- name: park
-- Out of the way of a document that takes its name in the same breath.
update document set name = E'\x01' || id, name_key = E'\x01' || id where id = any(%(numbers)s)

-- name: come_back
update document set state = 'filed', folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s,
    conforms = %(conforms)s, size = %(size)s, inode = %(inode)s, modified_ns = %(modified_ns)s,
    born_ns = nullif(%(born_ns)s, 0), sha256 = %(sha256)s,
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
-- Folders that are gone, once no document is recorded in them or beneath, and no folder beneath stays.
with recursive beneath as (
    select f.id as top, f.id from folder f where f.id = any(%(folders)s) and f.removed_at is null
    union all
    select b.top, c.id from beneath b join folder c on c.parent_id = b.id where c.removed_at is null
), forgotten as (
    update folder f set removed_at = now() where f.id = any(%(folders)s) and f.removed_at is null
    and not exists (select from beneath b join document d on d.folder_id = b.id and d.state = 'filed' where b.top = f.id)
    and not exists (select from beneath b where b.top = f.id and not b.id = any(%(folders)s))
    returning f.id
)
insert into logbook (action, folder_id, from_folder_id, from_path, reason)
select 'folder_gone', id, id, folder_path(id), 'another program removed or moved it' from forgotten

-- name: remove_folders
update folder set removed_at = now() where id = any(%(folders)s)

-- name: removed_with_documents
select f.id from folder f where f.removed_at is not null
and exists (select from document d where d.folder_id = f.id and d.state = 'filed') order by f.id

-- name: set_folders_seen
update folder f set inode = n.inode, born_ns = n.born_ns
from unnest(%(folders)s::bigint[], %(inodes)s::bigint[], %(births)s::bigint[]) as n (id, inode, born_ns)
where f.id = n.id and (f.inode, f.born_ns) is distinct from (n.inode, n.born_ns)

-- name: ask_of_folder
-- Only where the gone one ruled itself: any other has the rights of where it stands anyway.
insert into folder_question (gone_id, found_id, stood_at, documents)
select f.id, %(found)s, %(stood_at)s, %(documents)s from folder f where f.id = %(gone)s and f.own_access
on conflict do nothing

-- name: ask_of_lately_gone
-- Of folders that are gone with grants of their own, and whose bytes stand in a new folder: the copy was seen in one
-- look, the removal in another. Asked once.
insert into folder_question (gone_id, found_id, stood_at, documents)
select g.id, c.folder_id, folder_path(g.id), c.documents
from folder g
cross join lateral (
    select d.folder_id, count(distinct d.id) as documents
    from logbook l
    join document was on was.id = l.document_id and was.state = 'gone' and was.size > 0
    join document d on d.sha256 = was.sha256 and d.state = 'filed'
    join folder f on f.id = d.folder_id and not f.own_access and f.removed_at is null
                  and f.created_at > g.removed_at - interval '1 day'
    where l.action = 'gone' and l.from_folder_id = g.id
    group by d.folder_id order by 2 desc, 1 limit 1) c
where g.own_access and g.removed_at > now() - interval '30 days'
  and not exists (select from folder_question q where q.gone_id = g.id)
on conflict do nothing

-- name: folder_questions
-- What is asked of this person: a keeper of the folder that is gone and of the one that was found.
select q.id, q.gone_id, q.found_id, q.stood_at, folder_path(q.found_id) as found_path, q.documents, q.asked_at
from folder_question q
join folder g on g.id = q.gone_id
join folder f on f.id = q.found_id and f.removed_at is null
join sight gs on gs.access_id = g.access_id and gs.person_id = %(person)s and gs."right" = 'keeper'
join sight fs on fs.access_id = f.access_id and fs.person_id = %(person)s and fs."right" = 'keeper'
where q.answer is null order by q.id limit 200

-- name: answer_folder
update folder_question set answer = %(answer)s, answered_by = %(person)s, answered_at = now()
where id = %(question)s or answer is null and %(answer)s = 'same'
    and (gone_id = (select gone_id from folder_question where id = %(question)s)
         or found_id = (select found_id from folder_question where id = %(question)s))

-- name: pass_grants_on
-- The grants of a folder that is gone become those of the folder that it is now.
with own as (
    update folder f set own_access = true, replaces = g.replaces from folder g where f.id = %(found)s and g.id = %(gone)s
), cleared as (
    delete from folder_grant where folder_id = %(found)s
)
insert into folder_grant (folder_id, person_id, team_id, "right", granted_by, granted_at)
select %(found)s, person_id, team_id, "right", granted_by, granted_at from folder_grant where folder_id = %(gone)s

-- name: begin_sweep
update drive_sweep set begun_at = now(), to_take = %(to_take)s, taken = 0, bytes_to_take = %(bytes)s, bytes_taken = 0, held = null

-- name: advance_sweep
update drive_sweep set taken = taken + %(taken)s, bytes_taken = bytes_taken + %(bytes)s

-- name: end_sweep
update drive_sweep set ended_at = now(), whole_at = now(), files = %(files)s, to_take = 0, taken = 0, bytes_to_take = 0, bytes_taken = 0, held = %(held)s

-- name: hold_sweep
-- Why nothing is followed at present.
update drive_sweep set ended_at = now(), held = %(held)s

-- name: sweep_state
select begun_at, ended_at, whole_at, files, to_take, taken, bytes_to_take, bytes_taken, held from drive_sweep

-- name: seconds_since_whole
select extract(epoch from now() - whole_at) from drive_sweep

-- name: clear_notices
delete from drive_notice where not path = any(%(paths)s)

-- name: notice
insert into drive_notice (path, reason, folder_id)
select * from unnest(%(paths)s::text[], %(reasons)s::text[], %(folders)s::bigint[])
on conflict (path) do update set reason = excluded.reason, folder_id = excluded.folder_id

-- name: notices
-- What cannot be taken in, of each folder for its keepers.
select n.path, n.reason from drive_notice n
join folder f on f.id = n.folder_id or n.folder_id is null and f.parent_id is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s and s."right" = 'keeper'
order by n.path limit 200

-- name: try_sweeping
select pg_try_advisory_lock(8522)

-- name: measure
-- How many rows there are: until the database finds out by itself, it plans as if there were next to none.
analyze folder, document, content, logbook
