-- name: put
-- The wait doubles with each try, from ten seconds to a day.
insert into stuck (part, subject, shown, reason, folder_id, next_at)
values (%(part)s, %(subject)s, %(shown)s, %(reason)s, %(folder)s, now() + interval '10 seconds')
on conflict (part, subject) do update set shown = excluded.shown, folder_id = excluded.folder_id, reason = excluded.reason, tries = stuck.tries + 1,
    next_at = now() + least(interval '1 day', interval '10 seconds' * 2 ^ least(stuck.tries, 14))
returning next_at

-- name: clear_others
delete from stuck where part = %(part)s and not subject = any(%(subjects)s)

-- name: put_all
insert into stuck (part, subject, shown, reason, tries, folder_id)
select distinct on (i.subject) %(part)s, i.subject, i.shown, i.reason, i.tries, i.folder_id
from unnest(%(subjects)s::text[], %(shown)s::text[], %(reasons)s::jsonb[], %(tries)s::int[], %(folders)s::bigint[])
    as i (subject, shown, reason, tries, folder_id)
on conflict (part, subject) do update set shown = excluded.shown, reason = excluded.reason, tries = excluded.tries

-- name: clear
delete from stuck where part = %(part)s and subject = %(subject)s

-- name: resting
select subject from stuck where part = %(part)s and next_at > now()

-- name: everything
select id, part, shown, reason, tries, since, next_at from stuck order by since, subject limit 200

-- name: for_keeper
-- Of each folder for its keepers alone; what stands in none for those of the whole drive.
select t.id, t.part, t.shown, t.reason, t.tries, t.since, t.next_at from stuck t
join folder f on f.id = t.folder_id or t.folder_id is null and f.parent_id is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s and s."right" = 'keeper'
order by since, subject limit 200

-- name: try_now
-- Where this person may see it: as in for_keeper.
update stuck t set next_at = now()
where t.id = %(id)s and t.part = any(%(parts)s) and exists (
    select from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s and s."right" = 'keeper'
    where f.id = t.folder_id or t.folder_id is null and f.parent_id is null)
returning t.subject
