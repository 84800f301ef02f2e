-- name: add
insert into change_list (title, origin, person_id, state, undo_of, at_once, ask)
values (%(title)s, %(origin)s, %(person)s, 'draft', %(undo_of)s, false, %(ask)s) returning id

-- name: copy_steps
copy change_step (list_id, position, act, document_id, folder_id, from_place, from_path, to_place, to_path, state, size, sha256,
                  inode, modified_ns, before, after, asked, findings, needs, failure, onto_id) from stdin

-- name: of_person
-- The lists that this person made, latest first.
select l.id, l.title, l.origin, l.person_id, l.state, l.wish, l.collision, l.on_failure, l.summary, l.ask, l.created_at, l.checked_at,
       l.begun_at, l.finished_at, l.at_hand, l.trouble, l.seconds, l.steps, l.steps_done, l.steps_failed, l.bytes, l.bytes_done,
       l.undo_of, l.undone_by, l.only_steps
from change_list l
where l.person_id = %(person)s and not l.at_once and (%(before)s::bigint is null or l.id < %(before)s)
order by l.id desc limit 100

-- name: one
-- A list that this person made; nobody else may know of it.
select l.id, l.title, l.origin, l.person_id, l.state, l.wish, l.collision, l.on_failure, l.summary, l.ask, l.created_at, l.checked_at,
       l.begun_at, l.finished_at, l.at_hand, l.trouble, l.seconds, l.steps, l.steps_done, l.steps_failed, l.bytes, l.bytes_done,
       l.undo_of, l.undone_by, l.only_steps
from change_list l where l.id = %(list)s and l.person_id = %(person)s and not l.at_once

-- name: lock
select l.id, l.title, l.origin, l.person_id, l.state, l.wish, l.collision, l.on_failure, l.summary, l.ask, l.created_at, l.checked_at,
       l.begun_at, l.finished_at, l.at_hand, l.trouble, l.seconds, l.steps, l.steps_done, l.steps_failed, l.bytes, l.bytes_done,
       l.undo_of, l.undone_by, l.only_steps
from change_list l where l.id = %(list)s and not l.at_once for update

-- name: waiting
-- Lists that a runner should look at: to check, to run, or begun by one that died.
select id from change_list where (state in ('queued', 'running') and not at_once) or wish = 'check' order by id

-- name: set_state
update change_list set state = %(state)s, wish = null, trouble = %(trouble)s,
    finished_at = case when %(state)s in ('done', 'cancelled', 'failed') then now() else finished_at end,
    begun_at = case when %(state)s = 'running' then coalesce(begun_at, now()) else begun_at end
where id = %(list)s

-- name: set_wish
update change_list set wish = %(wish)s where id = %(list)s

-- name: set_only
update change_list set only_steps = %(only)s where id = %(list)s

-- name: set_choices
update change_list set collision = %(collision)s, on_failure = %(on_failure)s, title = %(title)s where id = %(list)s

-- name: set_checked
update change_list set state = 'checked', wish = null, trouble = null, summary = %(summary)s, checked_at = now(),
    steps = %(steps)s, bytes = %(bytes)s where id = %(list)s

-- name: progress
update change_list set at_hand = %(at_hand)s, seconds = seconds + %(seconds)s, steps_done = steps_done + %(done)s,
    steps_failed = steps_failed + %(failed)s, bytes_done = bytes_done + %(bytes)s
where id = %(list)s returning wish

-- name: remove_steps
delete from change_step where list_id = %(list)s

-- name: remove
delete from change_list where id = %(list)s

-- name: asked
-- What was proposed, in order; what the check itself added is not.
select position, asked from change_step where list_id = %(list)s and asked <> '{}' order by (asked ->> 'at')::int

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
select coalesce(array_agg(n.position order by n.position) filter (where (n.nth - 1) %% %(every)s = 0), '{}'), count(*)
from (
    select s.position, row_number() over (order by s.position) as nth from change_step s
    where s.list_id = %(list)s
      and (%(finding)s::text is null
           or s.findings is not null and s.findings @> jsonb_build_array(jsonb_build_object('code', %(finding)s::text)))
      and (%(state)s::text is null or s.state = %(state)s)
      and (%(act)s::text is null or s.act = %(act)s)
) n

-- name: page
-- Some steps; of documents that the person may not see any more, nothing. A version's place is the document it belongs to.
select s.position, s.act, s.document_id as number, s.folder_id as folder, s.from_path, s.to_path, s.to_place,
       s.state, s.size, s.findings, s.needs, s.failure, coalesce((s.after ->> 'conforms')::boolean, false) as conforms,
       coalesce((s.before ->> 'conforms')::boolean, false) as conformed, s.asked, s.after ? 'parks' as parks, s.after ->> 'was' as was,
       (s.document_id is null or seen.person_id is not null or aseen.person_id is not null)
       and (s.folder_id is null or fseen.person_id is not null) as is_seen
from unnest(%(positions)s::int[]) w (position)
-- each by its key, whatever the planner thinks of the list's length
cross join lateral (select * from change_step c where c.list_id = %(list)s and c.position = w.position offset 0) s
left join document n on n.id = s.document_id
left join document d on d.id = case when n.state = 'gone' then s.onto_id else s.document_id end
-- what is gone was last seen in the folder that the step took it from
left join folder f on f.id = case when n.state = 'gone' and d.id is null then (s.before ->> 'folder')::bigint else d.folder_id end
left join sight seen on seen.access_id = f.access_id and seen.person_id = %(person)s
left join arrival a on a.document_id = d.id
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

-- name: done_steps
-- What has been done, latest first: to be undone or proved.
select s.position, s.act, s.document_id, s.folder_id, s.from_place, s.from_path, s.to_place, s.to_path, s.size, s.sha256, s.inode,
       s.modified_ns, s.before, s.after, s.onto_id
from change_step s where s.list_id = %(list)s and s.state = 'done' order by s.position desc

-- name: retry
-- What failed or was not begun can be tried again.
update change_step set state = 'proposed', failure = null where list_id = %(list)s and state in ('failed', 'put_back')
returning position

-- name: leave_failed
update change_step set state = 'left' where list_id = %(list)s and state in ('failed', 'put_back')

-- name: recount
update change_list set steps_failed = (select count(*) from change_step where list_id = %(list)s and state = 'failed') where id = %(list)s

-- name: claim_folders
-- Take the folders of a list that begins; those that another running list has stay with it.
insert into folder_in_motion (folder_id, list_id)
select distinct f.id, %(list)s::bigint from unnest(%(folders)s::bigint[]) as f (id) on conflict do nothing

-- name: held_by_others
select l.id, p.name from folder_in_motion m
join change_list l on l.id = m.list_id join person p on p.id = l.person_id
where m.list_id <> %(list)s and m.folder_id = any(%(folders)s) order by l.id limit 1

-- name: release_folders
delete from folder_in_motion where list_id = %(list)s

-- name: guard_folders
-- One list at a time looks for the folders that it needs.
select pg_advisory_xact_lock(8523)

-- name: folders_of_list
select distinct x.id from change_step s
cross join lateral (values ((s.before ->> 'folder')::bigint), ((s.after ->> 'folder')::bigint), (s.folder_id),
                           ((s.before ->> 'parent')::bigint), ((s.after ->> 'parent')::bigint)) x (id)
where s.list_id = %(list)s and s.state = 'proposed' and x.id is not null

-- name: count_again
update change_list l set steps_done = c.done, steps_failed = c.failed, bytes_done = c.bytes
from (select count(*) filter (where state = 'done') as done, count(*) filter (where state = 'failed') as failed,
             coalesce(sum(size) filter (where state = 'done' and not after ? 'parks'), 0) as bytes
      from change_step where list_id = %(list)s) c
where l.id = %(list)s

-- name: leave_out
update change_list set steps = steps - 1 where id = %(list)s

-- name: not_done
-- Steps about documents that were to run and did not, as far as the person may know of the documents.
select s.position, s.document_id, s.from_path, s.size, s.failure as why from change_step s
join document d on d.id = s.document_id
-- what is gone was last seen in the folder that the step was to take it from
join folder f on f.id = case when d.state = 'gone' then (s.before ->> 'folder')::bigint else d.folder_id end
join sight g on g.access_id = f.access_id and g.person_id = %(person)s
where s.list_id = %(list)s and not s.after ? 'parks'
  and (s.state in ('proposed', 'intended', 'failed', 'put_back') -- what the check left out was never to run
       or s.state = 'left' and s.failure is not null and s.before <> '{}')
order by s.position

-- name: set_ask
update change_list set ask = ask || %(ask)s where id = %(list)s

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
where m.list_id = %(list)s and m.act = 'make_folder' and m.state = 'proposed' and exists (
    select from change_step s join wanted w on s.position = w.position and s.list_id = %(list)s
    where s.after ->> 'make' = m.after ->> 'path' or starts_with(s.after ->> 'make', m.after ->> 'path' || '/'))
order by 1

-- name: first_steps
-- The first steps that would do something to a document.
select position from change_step where list_id = %(list)s and state = 'proposed' and act not in ('make_folder', 'remove_folder')
order by position limit %(limit)s
