-- name: point
-- The arrival point at a path, made where it is new.
insert into arrival_point (name, path) values (%(name)s, %(path)s)
on conflict (path) do update set name = arrival_point.name returning id, (xmax = 0) as is_new

-- name: add
insert into arrival (document_id, arrival_point_id, path, slip, bound_for, bound_by)
values (%(number)s, %(point)s, %(path)s, %(slip)s, %(bound_for)s, %(bound_by)s) on conflict (path) do nothing returning document_id

-- name: took_out
insert into taken_out (document_id, holder_id, holder_name, place) values (%(number)s, %(holder)s, %(holder_name)s, %(place)s)

-- name: taken_out
-- What was taken out of an arrival already, by its place there.
select place from taken_out where holder_id = %(holder)s and place is not null

-- name: at_path
select document_id from arrival where path = %(path)s

-- name: queue
-- What waits on the desk of this person: by arrival point, oldest first, what was set aside last.
select d.id, d.name, d.size, d.sha256, d.added_at, a.slip, a.edition, a.later_at is not null as later,
       ap.id as arrival_point_id, ap.name as arrival_point,
       t.media_type, t.extension as fitting_extension, t.pages, t.trouble, t.read_at is not null as was_read,
       t.recognising, t.recognising_of,
       coalesce((select f.id from document f join folder o on o.id = f.folder_id
        join sight s on s.access_id = o.access_id and s.person_id = %(person)s
        where f.sha256 = d.sha256 and f.state = 'filed' and d.size > 0 order by f.id limit 1),
        -- or another that waits, and came before
        (select w.id from document w join arrival_sight ws on ws.document_id = w.id and ws.person_id = %(person)s
        where w.sha256 = d.sha256 and w.state = 'waiting' and w.id < d.id and d.size > 0 order by w.id limit 1)) as same_as,
       o.holder_id as holder, o.holder_name,
       q.question, q.answer, qb.name as asked_by, qo.name as asked_of,
       coalesce(q.asked_of = %(person)s, false) as asks_me, coalesce(q.asked_by = %(person)s, false) as asked_by_me
from arrival a
join document d on d.id = a.document_id and d.state = 'waiting'
join arrival_point ap on ap.id = a.arrival_point_id
join arrival_sight aps on aps.document_id = a.document_id and aps.person_id = %(person)s
left join content t on t.sha256 = d.sha256
left join taken_out o on o.document_id = d.id
left join arrival_question q on q.document_id = d.id
left join person qb on qb.id = q.asked_by
left join person qo on qo.id = q.asked_of
order by a.later_at nulls first, ap.name, d.id
limit 1000

-- name: filed_since
select count(*) from logbook where person_id = %(person)s and action = 'filed'
and at >= %(since)s

-- name: save_slip
-- What was filled in so far, kept for whoever looks at the arrival next.
update arrival a set slip = %(slip)s, edition = a.edition + 1, slip_by = %(person)s
from arrival_sight aps
where a.document_id = %(number)s and aps.document_id = a.document_id and aps.person_id = %(person)s
  and (a.edition = %(seen)s or a.slip = %(slip)s or %(seen)s::int is null)
returning a.edition

-- name: slip_now
-- The slip of an arrival as it is, for who sees the arrival.
select a.edition, a.slip, coalesce(p.name, '') as by from arrival a
join arrival_sight aps on aps.document_id = a.document_id and aps.person_id = %(person)s
left join person p on p.id = a.slip_by
where a.document_id = %(number)s

-- name: set_later
update arrival a set later_at = case when %(later)s then now() end
from arrival_sight aps
where a.document_id = %(number)s and aps.document_id = a.document_id and aps.person_id = %(person)s
returning a.document_id

-- name: lies_at
-- An arrival's file lies elsewhere now, in the bin or back among the arrivals.
update arrival set path = %(path)s where document_id = %(number)s returning arrival_point_id

-- name: remove
delete from arrival where document_id = %(number)s

-- name: known
-- Every arrival as the records know it, to be compared with what lies there.
select d.id, a.path, d.name, d.size, d.inode, d.modified_ns, a.arrival_point_id
from arrival a join document d on d.id = a.document_id and d.state = 'waiting'
where a.bound_for is null and not exists (select from change_step s where s.document_id = d.id and s.state = 'intended')

-- name: in_motion
-- Paths that a step is moving to or from right now.
select from_path from change_step where state = 'intended' and from_place = 'arrivals'
union all
select to_path from change_step where state = 'intended' and to_place = 'arrivals'

-- name: replace_file
update document set size = %(size)s, sha256 = %(sha256)s, inode = %(inode)s, modified_ns = %(modified_ns)s
where id = %(number)s and state = 'waiting'

-- name: clear_notices
delete from arrival_notice where not path = any(%(paths)s)

-- name: notice
insert into arrival_notice (path, shown, reason) values (%(path)s, %(shown)s, %(reason)s)
on conflict (path) do update set reason = excluded.reason

-- name: notices
select shown, reason from arrival_notice order by shown limit 100
