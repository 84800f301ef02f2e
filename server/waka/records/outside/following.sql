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
    kind text, party bigint, "when" date, what text, reference text, amount numeric, currency text, fields jsonb, from_name text[], path text
) on commit delete rows

-- name: copy_incoming
copy incoming from stdin

-- name: take_in
-- New documents, many at once; what another process took in meanwhile is left as it is.
with c as (
    insert into content (sha256, size) select distinct on (sha256) sha256, size from incoming on conflict do nothing
), d as (
    insert into document (state, folder_id, name, name_key, conforms, size, sha256, inode, modified_ns, born_ns, kind, party_id,
                          "when", what, reference, amount, currency, fields, from_name, added_by, changed_by, changed_at, placed_by)
    select 'filed', folder, name, name_key, conforms, size, sha256, inode, modified_ns, born_ns, kind, party, "when", what,
           reference, amount, currency, fields, from_name, %(person)s, %(person)s, to_timestamp(modified_ns / 1e9), %(person)s
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

-- name: park
-- Out of the way of a document that takes its name in the same breath.
update document set name = E'\x01' || id, name_key = E'\x01' || id where id = any(%(numbers)s)

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
select 'folder_gone', id, id, folder_path(id), '{"code": "taken_away"}'::jsonb from forgotten

-- name: remove_folders
update folder set removed_at = now() where id = any(%(folders)s)

-- name: removed_with_documents
select f.id from folder f where f.removed_at is not null
and exists (select from document d where d.folder_id = f.id and d.state = 'filed') order by f.id

-- name: set_folders_seen
update folder f set inode = n.inode, born_ns = n.born_ns
from unnest(%(folders)s::bigint[], %(inodes)s::bigint[], %(births)s::bigint[]) as n (id, inode, born_ns)
where f.id = n.id and (f.inode, f.born_ns) is distinct from (n.inode, n.born_ns)

-- name: follow
-- A document's file stands elsewhere or has changed: the record follows, number and history stay.
update document set folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s, conforms = %(conforms)s,
    size = %(size)s, inode = %(inode)s, modified_ns = %(modified_ns)s, born_ns = nullif(%(born_ns)s, 0), sha256 = %(sha256)s,
    changed_at = now(), changed_by = null,
    placed_at = case when folder_id is distinct from %(folder)s then now() else placed_at end,
    placed_by = case when folder_id is distinct from %(folder)s then null else placed_by end
where id = %(number)s

-- name: come_back
update document set state = 'filed', folder_id = %(folder)s, name = %(name)s, name_key = %(name_key)s,
    conforms = %(conforms)s, size = %(size)s, inode = %(inode)s, modified_ns = %(modified_ns)s,
    born_ns = nullif(%(born_ns)s, 0), sha256 = %(sha256)s,
    changed_at = now(), changed_by = null, placed_at = now(), placed_by = null
where id = %(number)s and state in ('gone', 'filed')
