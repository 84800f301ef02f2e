-- name: add
insert into upload (id, person_id, folder_id, path, size, statement)
values (%(id)s, %(person)s, %(folder)s, %(path)s, %(size)s, %(statement)s)

-- name: hold
select pg_advisory_xact_lock(8525)

-- name: announced
select count(*) filter (where person_id = %(person)s) as count,
       coalesce(sum(size - received) filter (where person_id = %(person)s), 0)::bigint as own,
       coalesce(sum(size - received), 0)::bigint as "all"
from upload where number is null

-- name: one
-- An upload of this person's own, held until the transaction ends.
select id, person_id, folder_id, path, size, received, number, statement from upload
where id = %(id)s and person_id = %(person)s for update

-- name: received
update upload set received = %(received)s, touched_at = now() where id = %(id)s

-- name: finish
update upload set received = size, number = %(number)s, touched_at = now() where id = %(id)s

-- name: remove
delete from upload where id = %(id)s

-- name: stale
-- Uploads that nobody went on with for a day, finished or not.
delete from upload where touched_at < now() - interval '1 day'
returning id
