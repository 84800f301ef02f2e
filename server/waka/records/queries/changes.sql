-- name: add_list
insert into change_list (title, origin, person_id, state, undo_of)
values (%(title)s, %(origin)s, %(person)s, 'running', %(undo_of)s) returning id

-- name: add_step
-- The intent: on record before the file moves.
insert into change_step (list_id, position, document_id, from_place, from_path, to_place, to_path, state,
                         size, sha256, inode, modified_ns, before, after)
values (%(list)s, %(position)s, %(number)s, %(from_place)s, %(from_path)s, %(to_place)s, %(to_path)s, 'intended',
        %(size)s, %(sha256)s, %(inode)s, %(modified_ns)s, %(before)s, %(after)s)

-- name: steps
select list_id, position, document_id, from_place, from_path, to_place, to_path, state, size, sha256, inode,
       modified_ns, before, after, failure
from change_step where list_id = %(list)s order by position

-- name: settle_step
update change_step set state = %(state)s, failure = %(failure)s, settled_at = now()
where list_id = %(list)s and position = %(position)s

-- name: finish_list
update change_list set state = %(state)s, finished_at = now() where id = %(list)s

-- name: set_undone
update change_list set undone_by = %(by)s where id = %(list)s

-- name: lock_list
select id, title, origin, person_id, state, undo_of, undone_by from change_list where id = %(list)s for update

-- name: unsettled
-- Lists with a step whose outcome is not on record.
select distinct list_id from change_step where state = 'intended' order by list_id

-- name: is_in_motion
select exists (select from change_step where document_id = %(number)s and state = 'intended')
