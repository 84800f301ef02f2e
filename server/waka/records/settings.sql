-- name: get
select value from setting where name = %(name)s

-- name: put
insert into setting (name, value) values (%(name)s, %(value)s) on conflict (name) do update set value = excluded.value

-- name: hold
select pg_advisory_xact_lock(8526)
