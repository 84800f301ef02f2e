-- name: by_login
-- The person who may sign in with this name; nobody who was switched off.
select id, login, name, initials, password_hash, administrator from person
where lower(login) = lower(%(login)s) and ended_at is null and password_hash is not null

-- name: add
insert into person (login, name, initials, password_hash, administrator)
values (%(login)s, %(name)s, %(initials)s, %(password_hash)s, %(administrator)s) returning id

-- name: by_session
-- Who a cookie belongs to; sessions end after twelve hours without use, or after 14 days. That one was used is written
-- down once a minute: a question that writes nothing need not wait for the disk.
with known as (
    select s.id as session_id, s.seen_at, s.csrf, p.id, p.login, p.name, p.initials, p.administrator
    from session s join person p on p.id = s.person_id
    where s.token_hash = %(token_hash)s and p.ended_at is null
      and s.seen_at > now() - interval '12 hours' and s.created_at > now() - interval '14 days'
), used as (
    update session s set seen_at = now() from known k
    where s.id = k.session_id and k.seen_at < now() - interval '1 minute'
)
select k.id, k.login, k.name, k.initials, k.administrator, k.csrf, hidden_above(k.id) as hidden from known k

-- name: add_session
insert into session (token_hash, person_id, csrf, address, agent)
values (%(token_hash)s, %(person)s, %(csrf)s, %(address)s, %(agent)s)

-- name: sessions
select id, created_at, seen_at, address, agent, token_hash = %(this)s as is_this from session
where person_id = %(person)s and seen_at > now() - interval '12 hours' and created_at > now() - interval '14 days'
order by seen_at desc

-- name: end_own_session
delete from session where person_id = %(person)s and id = %(session)s returning id

-- name: change_password
with ended as (delete from session where person_id = %(person)s and token_hash <> %(but)s),
     browsers as (delete from device where person_id = %(person)s),
     used as (delete from invitation where person_id = %(person)s)
update person set password_hash = %(password_hash)s where id = %(person)s

-- name: end_session
delete from session where token_hash = %(token_hash)s

-- name: hold_tries
select pg_advisory_xact_lock(8524)

-- name: recent_failures
-- Failed tries of the last 15 minutes: of a browser that is known by that alone; of others by the name, whoever
-- tries, and by the address.
select count(*) filter (where lower(login) = lower(%(login)s)
                        and (address = %(address)s or %(device)s::bytea is not null)) as by_pair,
       count(*) filter (where lower(login) = lower(%(login)s)) as by_login,
       count(*) filter (where device is null and %(device)s::bytea is null and address = %(address)s) as by_address,
       coalesce(extract(epoch from now() - max(at)), 1e9)::float8 as seconds_since
from sign_in_failure
where at > now() - interval '15 minutes' and device is not distinct from %(device)s::bytea
  and (lower(login) = lower(%(login)s) or device is null and address = %(address)s)

-- name: add_failure
insert into sign_in_failure (login, address, device) values (%(login)s, %(address)s, %(device)s) returning id

-- name: clear_failures
delete from sign_in_failure where id = %(tried)s
   or device = %(device)s::bytea and lower(login) = lower(%(login)s)
   or at < now() - interval '1 day'

-- name: is_device_of
select exists (select from device where token_hash = %(token_hash)s and person_id = %(person)s
               and seen_at > now() - interval '180 days')

-- name: put_device
insert into device (token_hash, person_id) values (%(token_hash)s, %(person)s)
on conflict (token_hash) do update set seen_at = now(), person_id = excluded.person_id

-- name: add_invitation
insert into invitation (token_hash, person_id, invited_by) values (%(token_hash)s, %(person)s, %(by)s)
on conflict (person_id) do update set token_hash = excluded.token_hash, invited_by = excluded.invited_by,
    created_at = now(), expires_at = now() + interval '14 days'

-- name: invited
select p.id, p.login from invitation i join person p on p.id = i.person_id and p.ended_at is null
where i.token_hash = %(token_hash)s and i.expires_at > now()

-- name: set_password
with ended as (delete from session where person_id = %(person)s),
     browsers as (delete from device where person_id = %(person)s),
     used as (delete from invitation where person_id = %(person)s)
update person set password_hash = %(password_hash)s where id = %(person)s

-- name: name_of
select name from person where id = %(person)s

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
