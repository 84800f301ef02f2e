-- name: add
insert into upload (id, person_id, folder_id, path, size) values (%(id)s, %(person)s, %(folder)s, %(path)s, %(size)s)

-- name: one
-- An upload of this person's own, held until the transaction ends.
select id, person_id, folder_id, path, size, received, number from upload
where id = %(id)s and person_id = %(person)s for update

-- name: received
update upload set received = %(received)s, touched_at = now() where id = %(id)s

-- name: finish
update upload set received = size, number = %(number)s, touched_at = now() where id = %(id)s

-- name: remove
delete from upload where id = %(id)s

-- name: stale
-- Uploads that nobody went on with for a week, and finished ones of yesterday.
delete from upload where touched_at < now() - interval '7 days' or number is not null and touched_at < now() - interval '1 day'
returning id
