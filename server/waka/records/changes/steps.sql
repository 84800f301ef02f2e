-- name: copy_in
copy change_step (list_id, position, act, phase, document_id, folder_id, onto_id, from_folder, from_name, to_folder, to_name, make,
                  from_place, from_path, to_place, to_path, state, size, sha256, inode, modified_ns, parks, was, conforms,
                  conformed, detail, asked, row, findings, needs, failure, to_key) from stdin

-- name: remove
delete from change_step where list_id = %(list)s

-- name: asked
-- What was proposed, as the list has it; what the check itself added is not.
select asked::text from change_step where list_id = %(list)s and asked <> '{}' order by position

-- name: change_asked
-- Another wish for some steps, or for all with a finding.
update change_step set asked = asked || %(asked)s
where list_id = %(list)s and asked <> '{}'
  and (position = any(%(positions)s) or %(finding)s::text is not null and findings @> jsonb_build_array(jsonb_build_object('code', %(finding)s::text)))

-- name: take_offered
-- The name that the check offers, for some steps or for all with a finding.
update change_step s set asked = s.asked || jsonb_build_object('name', o.name)
from (select c.position, min(f ->> 'offer') as name
      from change_step c cross join lateral jsonb_array_elements(c.findings) f
      where c.list_id = %(list)s and c.asked <> '{}' and f ->> 'offer' is not null
        and (c.position = any(%(positions)s)
             or %(finding)s::text is not null and c.findings @> jsonb_build_array(jsonb_build_object('code', %(finding)s::text)))
      group by c.position) o
where s.list_id = %(list)s and s.position = o.position

-- name: positions
-- Where the steps stand that a filter leaves, some of them.
select s.position from change_step s
where s.list_id = %(list)s and s.position >= %(first)s
  and (%(finding)s::text is null
       or s.findings is not null and s.findings @> jsonb_build_array(jsonb_build_object('code', %(finding)s::text)))
  and (%(state)s::text is null or s.state = %(state)s)
  and (%(act)s::text is null or s.act = %(act)s)
order by s.position limit %(limit)s

-- name: page_starts
-- Where each page begins of the steps that a filter leaves, and how many these are.
select array(select n.positions[at] from generate_series(1, cardinality(n.positions), %(every)s) at), cardinality(n.positions)
from (
    select array(
        select s.position from change_step s
        where s.list_id = %(list)s
          and (%(finding)s::text is null
               or s.findings is not null and s.findings @> jsonb_build_array(jsonb_build_object('code', %(finding)s::text)))
          and (%(state)s::text is null or s.state = %(state)s)
          and (%(act)s::text is null or s.act = %(act)s)
        order by s.position) as positions
    offset 0
) n

-- name: page
-- Some steps; of documents that the person may not see any more, nothing. A version's place is the document it belongs to.
select s.position, s.act, s.document_id as number, s.folder_id as folder, s.from_path, s.to_path, s.to_place,
       s.state, s.size, s.findings, s.needs, s.failure, coalesce(s.conforms, false) as conforms,
       coalesce(s.conformed, false) as conformed, s.row, s.parks, s.was,
       (s.document_id is null or seen.person_id is not null or aseen.person_id is not null)
       and (s.folder_id is null or fseen.person_id is not null) as is_seen
from unnest(%(positions)s::int[]) w (position)
-- each by its key, whatever the planner thinks of the list's length
cross join lateral (select * from change_step c where c.list_id = %(list)s and c.position = w.position offset 0) s
left join document n on n.id = s.document_id
left join document d on d.id = case when n.state = 'gone' then s.onto_id else s.document_id end
-- what is gone was last seen in the folder that the step took it from
left join folder f on f.id = case when n.state = 'gone' and d.id is null then s.from_folder else d.folder_id end
left join sight seen on seen.access_id = f.access_id and seen.person_id = %(person)s
left join arrival a on a.document_id = case when n.state = 'gone' and s.from_folder is null then n.id else d.id end
left join arrival_sight aseen on aseen.document_id = a.document_id and aseen.person_id = %(person)s
left join folder sf on sf.id = s.folder_id
left join sight fseen on fseen.access_id = sf.access_id and fseen.person_id = %(person)s
order by s.position

-- name: length
-- How many steps there are: they are numbered without a gap.
select coalesce(max(position), 0) from change_step where list_id = %(list)s

-- name: tally
-- How many steps are in which state.
select state, count(*) from change_step where list_id = %(list)s group by state

-- name: every
select {columns} from change_step s where s.list_id = %(list)s order by s.position

-- name: done
-- What has been done, latest first: to be undone or proved.
select {columns} from change_step s where s.list_id = %(list)s and s.state = 'done' order by s.position desc

-- name: open
select {columns} from change_step s where s.list_id = %(list)s and s.state = 'intended' order by s.position

-- name: next
-- The next steps of a list, but for those that make room: these come first.
select {columns} from change_step s
where s.list_id = %(list)s and s.state = 'proposed' and s.position > %(after)s and s.position <= %(upto)s and s.phase <> 0
  and (%(only)s::int[] is null or s.position = any(%(only)s))
order by s.position limit %(limit)s

-- name: next_first
-- The next steps that make room, those above first: as many as there are on one level are one batch.
select {columns} from change_step s
where s.list_id = %(list)s and s.state = 'proposed' and s.phase = 0
  and (%(only)s::int[] is null or s.position = any(%(only)s))
order by length(coalesce(s.make, '')) - length(replace(coalesce(s.make, ''), '/', '')), s.position limit %(limit)s

-- name: with_needed
-- Some steps and all that have to be done before them.
with recursive wanted as (
    select position, needs from change_step where list_id = %(list)s and position = any(%(only)s)
    union
    select s.position, s.needs from change_step s join wanted w on s.position = w.needs and s.list_id = %(list)s
)
select position from wanted
union
-- one that goes by a temporary name goes there first, and on to its own
select s.position from change_step s where s.list_id = %(list)s and s.state = 'proposed'
  and s.document_id in (select p.document_id from change_step p join wanted w on p.position = w.position and p.list_id = %(list)s)
union
-- folders are made before anything goes into them
select m.position from change_step m
where m.list_id = %(list)s and m.phase = 0 and m.state = 'proposed' and exists (
    select from change_step s join wanted w on s.position = w.position and s.list_id = %(list)s
    where s.make = m.make or starts_with(s.make, m.make || '/'))
order by 1

-- name: first_steps
-- The first steps that would do something to a document.
select position from change_step where list_id = %(list)s and state = 'proposed' and phase = 1
order by position limit %(limit)s

-- name: not_done
-- Steps about documents that were to run and did not, as far as the person may know of the documents.
select s.position, s.document_id, s.from_path, s.size, s.failure as why from change_step s
join document d on d.id = s.document_id
-- what is gone was last seen in the folder that the step was to take it from
join folder f on f.id = case when d.state = 'gone' then s.from_folder else d.folder_id end
join sight g on g.access_id = f.access_id and g.person_id = %(person)s
where s.list_id = %(list)s and not s.parks
  and (s.state in ('proposed', 'intended', 'failed', 'put_back') -- what the check left out was never to run
       or s.state = 'left' and s.failure is not null and s.from_folder is not null)
order by s.position

-- name: retry
-- What failed or was not begun can be tried again.
update change_step set state = 'proposed', failure = null where list_id = %(list)s and state in ('failed', 'put_back')

-- name: leave_failed
update change_step set state = 'left' where list_id = %(list)s and state in ('failed', 'put_back')

-- name: folders_of
select distinct x.id from change_step s
cross join lateral (values (s.from_folder), (s.to_folder), (s.folder_id)) x (id)
where s.list_id = %(list)s and s.state = 'proposed' and x.id is not null

-- name: last_position
select coalesce(max(position), 0) from change_step where list_id = %(list)s

-- name: settle
update change_step set state = %(state)s, failure = %(failure)s, settled_at = now()
where list_id = %(list)s and position between %(first)s and %(last)s and (%(only)s::int[] is null or position = any(%(only)s::int[]))

-- name: set_detail
update change_step set detail = %(detail)s where list_id = %(list)s and position = %(position)s

-- Steps of a batch are asked for by the range of their positions, and by the positions themselves only where others
-- stand between them: a planner that has not counted a new list yet takes it for a step or two, and would read the whole
-- of it for every batch; and to look each one up among two hundred costs more than to write it.

-- name: intend
-- The intent of a batch: on record before its first file moves, with folders and paths as they are now.
update change_step s set state = 'intended',
    from_path = (%(from_paths)s::bytea[])[coalesce(array_position(%(only)s::int[], s.position), s.position - %(first)s + 1)],
    to_path = (%(to_paths)s::bytea[])[coalesce(array_position(%(only)s::int[], s.position), s.position - %(first)s + 1)],
    to_folder = (%(folders)s::bigint[])[coalesce(array_position(%(only)s::int[], s.position), s.position - %(first)s + 1)]
where s.list_id = %(list)s and s.position between %(first)s and %(last)s and (%(only)s::int[] is null or s.position = any(%(only)s::int[]))

-- name: intend_plain
-- The same where nothing differs from what is on record.
update change_step set state = 'intended'
where list_id = %(list)s and position between %(first)s and %(last)s and (%(only)s::int[] is null or position = any(%(only)s::int[]))

-- name: await_claims
-- One after the other into each folder: what one list has claimed there, the next one sees.
select pg_advisory_xact_lock(8527, w.folder) from (
    select distinct hashint8(f) as folder from unnest(%(folders)s::bigint[]) f order by 1) w

-- name: claimed
-- Steps of a batch whose name, or a twin of it, is taken by now or claimed by another list; and the name that is there.
select s.position, coalesce(d.name, f.name, o.to_name) as name from change_step s
left join lateral (
    select name from document d where d.folder_id = s.to_folder and d.name_key = s.to_key and d.state = 'filed'
      -- what the list itself is taking away makes room
      and not exists (select from change_step i where i.document_id = d.id and i.state = 'intended' and i.list_id = s.list_id)
    limit 1) d on true
left join lateral (
    select name from folder f where f.parent_id = s.to_folder and f.name_key = s.to_key and f.id <> coalesce(s.folder_id, 0)
      and f.removed_at is null limit 1) f on true
left join lateral (
    select to_name from change_step o where o.to_folder = s.to_folder and o.to_key = s.to_key and o.state = 'intended'
      and o.list_id <> s.list_id limit 1) o on true
where s.list_id = %(list)s and s.position between %(first)s and %(last)s and (%(only)s::int[] is null or s.position = any(%(only)s::int[]))
  and s.to_key is not null and coalesce(d.name, f.name, o.to_name) is not null

-- name: folders_in_motion
select exists (select from change_step where state = 'intended' and document_id is null)

-- name: lists_in_motion
select distinct list_id from change_step where state = 'intended'

-- name: drive_paths_in_motion
select from_path from change_step where state = 'intended' and from_place = 'drive'
union all
select to_path from change_step where state = 'intended' and to_place = 'drive'

-- name: hold_documents
-- The documents of a batch, held, with where they stand and whether another list has one of them in motion.
select d.id, d.state, d.folder_id, d.name, d.edition,
       exists (select from change_step i where i.document_id = d.id and i.state = 'intended')
       or exists (select from change_step i where i.onto_id = d.id and i.state = 'intended') as is_moving
from document d where d.id = any(%(numbers)s) order by d.id for update

-- name: place_many
-- Documents that stand elsewhere now: their records, the logbook, the steps, in one statement for a batch.
with n as (
    update change_step c set state = 'done', failure = null, settled_at = now()
    where c.list_id = %(list)s and c.position between %(first)s and %(last)s and (%(only)s::int[] is null or c.position = any(%(only)s::int[]))
    -- what is known of the files goes by place
    returning c.document_id, c.from_place, c.from_folder, c.to_folder, c.to_name, c.conforms, c.detail -> 'record' as record,
              c.parks, c.was, c.position, coalesce(array_position(%(only)s::int[], c.position), c.position - %(first)s + 1) as at
), s as materialized (
    select n.*, (%(inodes)s::bigint[])[n.at] as inode, (%(modified)s::bigint[])[n.at] as modified_ns,
           (%(keys)s::text[])[n.at] as key, (%(from_told)s::text[])[n.at] as from_told, (%(to_told)s::text[])[n.at] as to_told
    from n
), d as (
    update document d set state = 'filed', folder_id = s.to_folder, name = s.to_name,
        name_key = coalesce(s.key, d.name_key), conforms = coalesce(s.conforms, d.conforms),
        inode = s.inode, modified_ns = s.modified_ns,
        kind = case when s.record is not null then s.record ->> 'kind' else d.kind end,
        party_id = case when s.record is not null then (s.record ->> 'party')::bigint else d.party_id end,
        "when" = case when s.record is not null then (s.record ->> 'when')::date else d."when" end,
        what = case when s.record is not null then s.record ->> 'what' else d.what end,
        reference = case when s.record is not null then s.record ->> 'reference' else d.reference end,
        amount = case when s.record is not null then (s.record ->> 'amount')::numeric else d.amount end,
        currency = case when s.record is not null then s.record ->> 'currency' else d.currency end,
        fields = case when s.record is not null then coalesce(s.record -> 'further', '{}') else d.fields end,
        from_name = case when s.record is not null
                         then array(select jsonb_array_elements_text(coalesce(s.record -> 'from_name', '[]')))
                         else d.from_name end,
        changed_at = now(), changed_by = %(person)s,
        placed_at = case when d.folder_id is distinct from s.to_folder or d.state <> 'filed' then now() else d.placed_at end,
        placed_by = case when d.folder_id is distinct from s.to_folder or d.state <> 'filed' then %(person)s else d.placed_by end
    from s where d.id = s.document_id
)
insert into logbook (action, document_id, person_id, list_id, from_path, to_path, from_folder_id, to_folder_id)
select case when s.from_place = 'bin' then 'restored'
            when s.from_folder <> s.to_folder then 'moved' else 'renamed' end,
       s.document_id, %(person)s, %(list)s,
       case when s.from_place <> 'bin' then coalesce(s.was, s.from_told) end, s.to_told,
       case when s.from_place <> 'bin' then s.from_folder end, s.to_folder
from s where not s.parks order by s.position
