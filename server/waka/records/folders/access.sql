-- name: hold_access
-- One change of rights at a time, so that what is worked out is worked out from all of them.
select pg_advisory_xact_lock(8521)

-- name: set_own_access
update folder set own_access = %(own)s, replaces = %(replaces)s where id = %(folder)s

-- name: grants
-- What is granted on a folder itself.
select g.id, g.person_id, g.team_id, coalesce(p.name, t.name) as name, g."right", gp.initials as granted_by, g.granted_at
from folder_grant g
left join person p on p.id = g.person_id
left join team t on t.id = g.team_id
left join person gp on gp.id = g.granted_by
where g.folder_id = %(folder)s
order by g.person_id is null desc, coalesce(p.name, t.name)

-- name: put_grant
insert into folder_grant (folder_id, person_id, team_id, "right", granted_by)
values (%(folder)s, %(person)s, %(team)s, %(right)s, %(by)s)

-- name: clear_grants
delete from folder_grant where folder_id = %(folder)s

-- name: settle_beneath
-- Which grants rule a folder and all beneath it, down to the folders that rule themselves.
with recursive top as (
    select f.id, case when f.own_access then f.id else p.access_id end as access_id
    from folder f left join folder p on p.id = f.parent_id where f.id = %(folder)s
), beneath as (
    select id, access_id from top
    union all
    select c.id, b.access_id from folder c join beneath b on c.parent_id = b.id where not c.own_access
)
update folder f set access_id = b.access_id from beneath b where b.id = f.id and f.access_id <> b.access_id

-- name: domains_beneath
-- The folders that rule themselves, from a folder down.
with recursive beneath as (
    select id, own_access from folder where id = %(folder)s
    union all
    select c.id, c.own_access from folder c join beneath b on c.parent_id = b.id
)
select id from beneath where own_access
union
select access_id from folder where id = %(folder)s

-- name: all_domains
select id from folder where own_access

-- name: drop_idle_sight
delete from sight s where not exists (select from folder f where f.id = s.access_id and f.own_access)

-- name: work_out
-- Who may see what under some folders' grants, worked out anew.
with gone as (
    delete from sight s using unnest(%(domains)s::bigint[]) d (id)
    where s.access_id = d.id and not exists (select from sight_worked_out(d.id) w where w.person_id = s.person_id)
)
insert into sight (access_id, person_id, "right")
select d.id, w.person_id, w."right"
from unnest(%(domains)s::bigint[]) d (id)
join folder f on f.id = d.id and f.own_access
cross join lateral sight_worked_out(d.id) w
on conflict (person_id, access_id) do update set "right" = excluded."right" where sight."right" <> excluded."right"

-- name: remember_sight
-- Who may do what in a folder and each beneath it, kept until the transaction ends, to be compared.
create temporary table sight_before on commit drop as
with recursive beneath as (
    select id, access_id from folder where id = %(folder)s
    union all
    select c.id, c.access_id from folder c join beneath b on c.parent_id = b.id where c.removed_at is null
)
select b.id as folder_id, s.person_id, s."right" from beneath b join sight s on s.access_id = b.access_id

-- name: sight_changes
-- What has changed for whom since then: from which right to which, in how many folders and documents.
with recursive beneath as (
    select id, access_id, 0 as depth from folder where id = %(folder)s
    union all
    select c.id, c.access_id, b.depth + 1 from folder c join beneath b on c.parent_id = b.id where c.removed_at is null
), now_seen as (
    select b.id as folder_id, s.person_id, s."right" from beneath b join sight s on s.access_id = b.access_id
), changed as (
    select coalesce(o.person_id, n.person_id) as person_id, coalesce(o.folder_id, n.folder_id) as folder_id,
           o."right" as before, n."right" as after
    from sight_before o full join now_seen n on n.folder_id = o.folder_id and n.person_id = o.person_id
    where o."right" is distinct from n."right"
), held as (
    select d.folder_id, count(*) as documents from document d
    where d.folder_id in (select folder_id from changed) and d.state = 'filed' group by d.folder_id
)
select p.name, c.before, c.after, count(*) as folders, coalesce(sum(h.documents), 0)::bigint as documents,
       folder_path((array_agg(c.folder_id order by b.depth, b.id))[1]) as path
from changed c join person p on p.id = c.person_id join beneath b on b.id = c.folder_id
left join held h on h.folder_id = c.folder_id
group by p.id, p.name, c.before, c.after order by p.name, c.after nulls last

-- name: is_kept
select exists (select from folder f join sight s on s.access_id = f.access_id and s."right" = 'keeper' where f.id = %(folder)s)

-- name: who
-- Everybody who may see a folder, with every grant that says so, nearest first.
with recursive up as (
    select id, parent_id, replaces, access_id, 0 as depth from folder where id = %(folder)s
    union all
    select f.id, f.parent_id, f.replaces, f.access_id, up.depth + 1
    from folder f join up on f.id = up.parent_id where not up.replaces
)
select p.id as person_id, p.name, p.initials, g."right", t.name as team, up.depth,
       case when mine.person_id is not null then folder_path(up.id) end as path
from up
join folder_grant g on g.folder_id = up.id
left join team t on t.id = g.team_id
left join team_member m on m.team_id = g.team_id
join person p on p.id = coalesce(g.person_id, m.person_id) and p.ended_at is null
left join sight mine on mine.access_id = up.access_id and mine.person_id = %(asking)s
order by array_position(array['keeper', 'filer', 'reader'], g."right"), p.name, up.depth

-- name: sight_names
-- Who sees what is ruled by one folder, by name.
select p.id, p.name from sight s join person p on p.id = s.person_id where s.access_id = %(access)s order by p.name

-- name: folders_without_keeper
-- Folders that rule themselves and that nobody keeps any more; a path only for who sees it.
select f.id, case when mine.person_id is not null then folder_path(f.id) end as path from folder f
left join sight mine on mine.access_id = f.access_id and mine.person_id = %(asking)s
where f.own_access and f.removed_at is null
and not exists (select from sight s where s.access_id = f.id and s."right" = 'keeper')

-- name: teams
select t.id, t.name, coalesce(array_agg(m.person_id order by p.name) filter (where m.person_id is not null), '{}') as members
from team t left join team_member m on m.team_id = t.id left join person p on p.id = m.person_id
group by t.id order by t.name

-- name: add_team
insert into team (name, name_key) values (%(name)s, %(key)s) on conflict (name_key) do nothing returning id

-- name: rename_team
update team set name = %(name)s, name_key = %(key)s where id = %(team)s returning id

-- name: remove_team
delete from team where id = %(team)s returning id

-- name: set_members
with gone as (delete from team_member where team_id = %(team)s and not person_id = any(%(members)s))
insert into team_member (team_id, person_id) select %(team)s, id from person where id = any(%(members)s)
on conflict do nothing

-- name: point_grants
select g.arrival_point_id, g.person_id, g.team_id, coalesce(p.name, t.name) as name
from arrival_point_grant g left join person p on p.id = g.person_id left join team t on t.id = g.team_id
order by 1, 4

-- name: points
select id, name from arrival_point order by name

-- name: clear_point_grants
delete from arrival_point_grant where arrival_point_id = %(point)s

-- name: put_point_grant
insert into arrival_point_grant (arrival_point_id, person_id, team_id) values (%(point)s, %(person)s, %(team)s)
on conflict do nothing

-- name: work_out_points
with wanted as (
    select distinct g.arrival_point_id, coalesce(g.person_id, m.person_id) as person_id
    from arrival_point_grant g left join team_member m on m.team_id = g.team_id
    join person p on p.id = coalesce(g.person_id, m.person_id) and p.ended_at is null
), gone as (
    delete from arrival_point_sight s where not exists (
        select from wanted w where w.arrival_point_id = s.arrival_point_id and w.person_id = s.person_id)
)
insert into arrival_point_sight (arrival_point_id, person_id) select * from wanted on conflict do nothing

-- name: people
-- Everybody who has or had an account.
select p.id, p.login, p.name, p.initials, p.administrator, p.created_at, p.ended_at,
       p.password_hash is null as invited, i.expires_at as invitation_ends,
       (select max(s.seen_at) from session s where s.person_id = p.id) as seen_at
from person p left join invitation i on i.person_id = p.id
order by p.ended_at nulls first, p.name

-- name: own_grants
-- What is granted to one person by name, for whoever takes over.
select case when s.person_id is not null then folder_path(f.id) end as path, g."right"
from folder_grant g join folder f on f.id = g.folder_id
left join sight s on s.access_id = f.access_id and s.person_id = %(asking)s
where g.person_id = %(person)s and f.removed_at is null order by 1

-- name: hand_over_folders
insert into folder_grant (folder_id, person_id, "right", granted_by)
select folder_id, %(to)s, "right", %(by)s from folder_grant where person_id = %(person)s
on conflict (folder_id, person_id) where person_id is not null do update set "right" = excluded."right"
where array_position(array['keeper', 'filer', 'reader'], excluded."right")
    < array_position(array['keeper', 'filer', 'reader'], folder_grant."right")

-- name: hand_over_points
insert into arrival_point_grant (arrival_point_id, person_id)
select arrival_point_id, %(to)s from arrival_point_grant where person_id = %(person)s on conflict do nothing

-- name: drop_person_grants
with a as (delete from folder_grant where person_id = %(person)s),
     b as (delete from arrival_point_grant where person_id = %(person)s),
     c as (delete from team_member where person_id = %(person)s),
     d as (delete from invitation where person_id = %(person)s)
delete from session where person_id = %(person)s

-- name: end_person
update person set ended_at = now() where id = %(person)s and ended_at is null returning id

-- name: administrators
select count(*) from person where administrator and ended_at is null and id is distinct from %(except)s::bigint and password_hash is not null

-- name: set_administrator
update person set administrator = %(administrator)s where id = %(person)s

-- name: is_active
select exists (select from person where id = %(person)s and ended_at is null)

-- name: names
-- People and teams that something can be granted to.
select p.id, null::bigint as team_id, p.name from person p where p.ended_at is null
union all
select null, t.id, t.name from team t order by 3

-- name: hidden_above
select unnest(hidden_above(%(person)s))

-- name: keeps_any
select exists (select from sight s join folder f on f.access_id = s.access_id and f.removed_at is null
               where s.person_id = %(person)s and s."right" = 'keeper')

-- name: keeps_all
select exists (select from folder f join sight s on s.access_id = f.access_id and s.person_id = %(person)s
               and s."right" = 'keeper' where f.parent_id is null)
