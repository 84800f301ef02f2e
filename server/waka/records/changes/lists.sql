-- name: add
insert into change_list (title, origin, person_id, state, undo_of, at_once, ask)
values (%(title)s, %(origin)s, %(person)s, 'draft', %(undo_of)s, false, %(ask)s) returning id

-- name: of_person
-- The lists that this person made or is named in, latest first.
select {columns}
from change_list l
where (l.person_id = %(person)s or exists (select from list_person n where n.list_id = l.id and n.person_id = %(person)s))
  and not l.at_once and (%(before)s::bigint is null or l.id < %(before)s)
order by l.id desc limit 100

-- name: one
-- A list that this person made; nobody else may know of it.
select {columns}
from change_list l where l.id = %(list)s and l.person_id = %(person)s and not l.at_once

-- name: whosever
select {columns}
from change_list l where l.id = %(list)s and not l.at_once

-- name: lock
select {columns}
from change_list l where l.id = %(list)s for update

-- name: waiting
-- Lists to check, to run, or begun by a process that died: those that nobody has in hand.
select id from change_list where ((state in ('queued', 'running') and not at_once) or wish = 'check')
    and not list_in_hand(id) order by id

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
    steps_failed = steps_failed + %(failed)s, bytes_done = bytes_done + %(bytes)s,
    state = case when %(is_done)s then 'done' else state end, wish = case when %(is_done)s then null else wish end,
    trouble = case when %(is_done)s then null else trouble end,
    finished_at = case when %(is_done)s then now() else finished_at end
where id = %(list)s returning wish

-- name: remove
delete from change_list where id = %(list)s

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

-- name: count_again
update change_list l set steps_done = c.done, steps_failed = c.failed, bytes_done = c.bytes
from (select count(*) filter (where state = 'done') as done, count(*) filter (where state = 'failed') as failed,
             coalesce(sum(size) filter (where state = 'done' and not parks), 0) as bytes
      from change_step where list_id = %(list)s) c
where l.id = %(list)s

-- name: leave_out
update change_list set steps = steps - 1 where id = %(list)s

-- name: set_ask
update change_list set ask = ask || %(ask)s where id = %(list)s

-- name: set_undone
-- But not by one that puts back only some of it.
update change_list set undone_by = %(by)s where id = %(list)s
and not exists (select from change_list u where u.id = %(by)s and u.ask ? 'part')

-- name: interrupted
-- Lists run by who asked that were not brought to an end, and that nobody has in hand.
select id from change_list where at_once and state = 'running' and not list_in_hand(id) order by id

-- name: begin
-- A list that was not kept before and runs at once.
insert into change_list as l (title, origin, person_id, state, undo_of, at_once, ask, begun_at, steps)
values (%(title)s, %(origin)s, %(person)s, 'running', %(undo_of)s, true, '{}', now(), %(steps)s)
returning {columns}
