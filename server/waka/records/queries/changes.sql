-- name: add_list
insert into change_list (title, origin, person_id, state, undo_of)
values (%(title)s, %(origin)s, %(person)s, 'running', %(undo_of)s) returning id

-- name: add_step
-- The intent: on record before the file moves.
insert into change_step (list_id, position, act, document_id, folder_id, from_place, from_path, to_place, to_path, state,
                         size, sha256, inode, modified_ns, before, after, onto_id)
values (%(list)s, %(position)s, %(act)s, %(number)s, %(folder)s, %(from_place)s, %(from_path)s, %(to_place)s, %(to_path)s, 'intended',
        %(size)s, %(sha256)s, %(inode)s, %(modified_ns)s, %(before)s, %(after)s, %(onto)s)

-- name: steps
select list_id, position, act, document_id, folder_id, from_place, from_path, to_place, to_path, state, size, sha256, inode,
       modified_ns, before, after, failure, onto_id
from change_step where list_id = %(list)s order by position

-- name: settle_step
update change_step set state = %(state)s, failure = %(failure)s, settled_at = now()
where list_id = %(list)s and position = %(position)s

-- name: finish_list
update change_list set state = %(state)s, finished_at = now() where id = %(list)s

-- name: set_undone
-- But not by one that puts back only some of it.
update change_list set undone_by = %(by)s where id = %(list)s
and not exists (select from change_list u where u.id = %(by)s and u.ask ? 'part')

-- name: lock_list
select id, title, origin, person_id, state, undo_of, undone_by, at_once from change_list where id = %(list)s for update

-- name: unsettled
-- Lists with a step whose outcome is not on record.
select distinct s.list_id from change_step s join change_list l on l.id = s.list_id and l.at_once
where s.state = 'intended' order by s.list_id

-- name: is_in_motion
select exists (select from change_step where document_id = %(number)s and state = 'intended')
    or exists (select from change_step where onto_id = %(number)s and state = 'intended')

-- name: open_steps
select list_id, position, act, document_id, folder_id, from_place, from_path, to_place, to_path, state, size, sha256,
       inode, modified_ns, before, after, failure, onto_id
from change_step where list_id = %(list)s and state = 'intended' order by position

-- name: folders_in_motion
select exists (select from change_step where state = 'intended' and act like '%%folder')

-- name: lists_in_motion
select distinct list_id from change_step where state = 'intended'

-- name: drive_paths_in_motion
select from_path from change_step where state = 'intended' and from_place = 'drive'
union all
select to_path from change_step where state = 'intended' and to_place = 'drive'

-- name: set_result
update change_step set after = after || jsonb_build_object('made', %(made)s::bigint)
where list_id = %(list)s and position = %(position)s

-- name: next_steps
-- The next steps of a longer list, with what the records say of their documents now.
select s.list_id, s.position, s.act, s.document_id, s.folder_id, s.from_place, s.from_path, s.to_place, s.to_path, s.state, s.size,
       s.sha256, s.inode, s.modified_ns, s.before, s.after, s.failure, s.onto_id
from change_step s
where s.list_id = %(list)s and s.state = 'proposed' and s.position > %(after)s and s.position <= %(upto)s and s.act <> 'make_folder'
  and (%(only)s::int[] is null or s.position = any(%(only)s))
order by s.position limit %(limit)s

-- name: next_makes
-- The next folders to make, those above first: as many as there are on one level are one batch.
select s.list_id, s.position, s.act, s.document_id, s.folder_id, s.from_place, s.from_path, s.to_place, s.to_path, s.state, s.size,
       s.sha256, s.inode, s.modified_ns, s.before, s.after, s.failure, s.onto_id
from change_step s
where s.list_id = %(list)s and s.state = 'proposed' and s.act = 'make_folder'
  and (%(only)s::int[] is null or s.position = any(%(only)s))
order by length(coalesce(s.after ->> 'path', '')) - length(replace(coalesce(s.after ->> 'path', ''), '/', '')), s.position limit %(limit)s

-- name: last_position
select coalesce(max(position), 0) from change_step where list_id = %(list)s

-- name: hold_documents
-- The documents of a batch, held, with where they stand and whether another list has one of them in motion.
select d.id, d.state, d.folder_id, d.name,
       exists (select from change_step i where i.document_id = d.id and i.state = 'intended')
       or exists (select from change_step i where i.onto_id = d.id and i.state = 'intended') as is_moving
from document d where d.id = any(%(numbers)s) order by d.id for update

-- Steps of a batch are asked for by the range of their positions and by the positions themselves: a planner that
-- has not counted a new list yet takes it for a step or two, and would read the whole of it for every batch.

-- name: intend_many
-- The intent of a batch: on record before its first file moves, with the paths as they are now.
update change_step s set state = 'intended',
    from_path = (%(from_paths)s::bytea[])[array_position(%(positions)s::int[], s.position)],
    to_path = (%(to_paths)s::bytea[])[array_position(%(positions)s::int[], s.position)],
    after = s.after || (%(after)s::jsonb[])[array_position(%(positions)s::int[], s.position)]
where s.list_id = %(list)s and s.position between %(first)s and %(last)s and s.position = any(%(positions)s::int[])

-- name: intend_resolved
-- The same where only the number of a folder has become known that the list itself made.
update change_step s set state = 'intended', after = s.after || jsonb_build_object('folder',
    (%(folders)s::bigint[])[array_position(%(positions)s::int[], s.position)])
where s.list_id = %(list)s and s.position between %(first)s and %(last)s and s.position = any(%(positions)s::int[])

-- name: intend_plain
-- The same where no path differs from what is on record.
update change_step set state = 'intended'
where list_id = %(list)s and position between %(first)s and %(last)s and position = any(%(positions)s::int[])

-- name: settle_many
update change_step set state = %(state)s, failure = %(failure)s, settled_at = now()
where list_id = %(list)s and position between %(first)s and %(last)s and position = any(%(positions)s::int[])

-- name: place_many
-- Documents that stand elsewhere now: their records, the logbook, the steps, in one statement for a batch.
with n as (
    update change_step c set state = 'done', failure = null, settled_at = now()
    where c.list_id = %(list)s and c.position between %(first)s and %(last)s and c.position = any(%(positions)s::int[])
    -- what is known of the files goes by place
    returning c.document_id, c.from_place, c.before, c.after, c.position, array_position(%(positions)s::int[], c.position) as at
), s as materialized (
    select n.*, (%(inodes)s::bigint[])[n.at] as inode, (%(modified)s::bigint[])[n.at] as modified_ns,
           (%(keys)s::text[])[n.at] as key, (%(from_told)s::text[])[n.at] as from_told, (%(to_told)s::text[])[n.at] as to_told
    from n
), d as (
    update document d set state = 'filed', folder_id = (s.after ->> 'folder')::bigint, name = s.after ->> 'name',
        name_key = coalesce(s.key, d.name_key), conforms = coalesce((s.after ->> 'conforms')::boolean, d.conforms),
        inode = s.inode, modified_ns = s.modified_ns,
        kind = case when s.after ? 'record' then s.after -> 'record' ->> 'kind' else d.kind end,
        party_id = case when s.after ? 'record' then (s.after -> 'record' ->> 'party')::bigint else d.party_id end,
        "when" = case when s.after ? 'record' then (s.after -> 'record' ->> 'when')::date else d."when" end,
        what = case when s.after ? 'record' then s.after -> 'record' ->> 'what' else d.what end,
        reference = case when s.after ? 'record' then s.after -> 'record' ->> 'reference' else d.reference end,
        amount = case when s.after ? 'record' then (s.after -> 'record' ->> 'amount')::numeric else d.amount end,
        changed_at = now(), changed_by = %(person)s,
        placed_at = case when d.folder_id is distinct from (s.after ->> 'folder')::bigint or d.state <> 'filed'
                         then now() else d.placed_at end,
        placed_by = case when d.folder_id is distinct from (s.after ->> 'folder')::bigint or d.state <> 'filed'
                         then %(person)s else d.placed_by end
    from s where d.id = s.document_id
)
insert into logbook (action, document_id, person_id, list_id, from_path, to_path, from_folder_id, to_folder_id)
select case when s.from_place = 'bin' then 'restored'
            when s.before ->> 'folder' <> s.after ->> 'folder' then 'moved' else 'renamed' end,
       s.document_id, %(person)s, %(list)s,
       case when s.from_place <> 'bin' then coalesce(s.after ->> 'was', s.from_told) end, s.to_told,
       case when s.from_place <> 'bin' then (s.before ->> 'folder')::bigint end, (s.after ->> 'folder')::bigint
from s where not s.after ? 'parks' order by s.position
