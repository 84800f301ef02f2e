-- name: put
-- The wait doubles with each try, from ten seconds to a day.
insert into stuck (part, subject, shown, reason, next_at)
values (%(part)s, %(subject)s, %(shown)s, %(reason)s, now() + interval '10 seconds')
on conflict (part, subject) do update set shown = excluded.shown, reason = excluded.reason, tries = stuck.tries + 1,
    next_at = now() + least(interval '1 day', interval '10 seconds' * 2 ^ least(stuck.tries, 14))

-- name: clear_others
delete from stuck where part = %(part)s and not subject = any(%(subjects)s)

-- name: put_all
insert into stuck (part, subject, shown, reason, tries)
select distinct on (i.subject) %(part)s, i.subject, i.shown, i.reason, i.tries
from unnest(%(subjects)s::text[], %(shown)s::text[], %(reasons)s::text[], %(tries)s::int[]) as i (subject, shown, reason, tries)
on conflict (part, subject) do update set shown = excluded.shown, reason = excluded.reason, tries = excluded.tries

-- name: clear
delete from stuck where part = %(part)s and subject = %(subject)s

-- name: resting
select subject from stuck where part = %(part)s and next_at > now()

-- name: everything
select part, shown, reason, tries, since, next_at from stuck order by since, subject limit 200

-- name: for_keeper
select part, shown, reason, tries, since, next_at from stuck
where exists (select from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s
              and s."right" = 'keeper' where f.parent_id is null)
order by since, subject limit 200
