-- name: begin_sweep
update drive_sweep set begun_at = now(), to_take = %(to_take)s, taken = 0, bytes_to_take = %(bytes)s, bytes_taken = 0, held = null

-- name: advance_sweep
update drive_sweep set taken = taken + %(taken)s, bytes_taken = bytes_taken + %(bytes)s

-- name: end_sweep
update drive_sweep set ended_at = now(), whole_at = now(), files = %(files)s, to_take = 0, taken = 0, bytes_to_take = 0, bytes_taken = 0, held = null

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
select * from unnest(%(paths)s::text[], %(reasons)s::jsonb[], %(folders)s::bigint[])
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
