-- name: by_login
-- The person who may sign in with this name; nobody who was switched off.
select id, login, name, initials, password_hash, administrator from person
where lower(login) = lower(%(login)s) and ended_at is null and password_hash is not null

-- name: add
insert into person (login, name, initials, password_hash, administrator)
values (%(login)s, %(name)s, %(initials)s, %(password_hash)s, %(administrator)s) returning id

-- name: by_session
-- Who a cookie belongs to; sessions end after twelve hours without use, or after 14 days.
update session s set seen_at = now()
from person p
where s.token_hash = %(token_hash)s and p.id = s.person_id and p.ended_at is null
  and s.seen_at > now() - interval '12 hours' and s.created_at > now() - interval '14 days'
returning p.id, p.login, p.name, p.initials, p.administrator, s.csrf

-- name: add_session
insert into session (token_hash, person_id, csrf) values (%(token_hash)s, %(person)s, %(csrf)s)

-- name: end_session
delete from session where token_hash = %(token_hash)s

-- name: recent_failures
-- Failed tries of the last 15 minutes, by this name from this address, and by this address at all.
select count(*) filter (where lower(login) = lower(%(login)s)) as by_login, count(*) as by_address,
       coalesce(extract(epoch from now() - max(at)), 1e9)::float8 as seconds_since
from sign_in_failure where at > now() - interval '15 minutes' and address = %(address)s

-- name: add_failure
insert into sign_in_failure (login, address) values (%(login)s, %(address)s)

-- name: clear_failures
delete from sign_in_failure where (lower(login) = lower(%(login)s) and address = %(address)s)
   or at < now() - interval '1 day'

-- name: add_invitation
insert into invitation (token_hash, person_id, invited_by) values (%(token_hash)s, %(person)s, %(by)s)
on conflict (person_id) do update set token_hash = excluded.token_hash, invited_by = excluded.invited_by,
    created_at = now(), expires_at = now() + interval '14 days'

-- name: invited
select p.id, p.login from invitation i join person p on p.id = i.person_id and p.ended_at is null
where i.token_hash = %(token_hash)s and i.expires_at > now()

-- name: set_password
with ended as (delete from session where person_id = %(person)s),
     used as (delete from invitation where person_id = %(person)s)
update person set password_hash = %(password_hash)s where id = %(person)s

-- name: filers
-- Everybody who may file somewhere, and so sees what arrives.
select distinct person_id as id from sight where "right" in ('filer', 'keeper')

-- name: may_file_anywhere
select exists (select from sight where person_id = %(person)s and "right" in ('filer', 'keeper'))

-- name: revoke_all
with grants as (delete from folder_grant where person_id = %(person)s),
     points as (delete from arrival_point_grant where person_id = %(person)s),
     folders as (delete from sight where person_id = %(person)s)
delete from arrival_point_sight where person_id = %(person)s
