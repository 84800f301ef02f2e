-- name: all
-- Every charter of folders that are there: few, and asked for together.
select c.folder_id, c.purpose, c.keeper_id, c.takes, c.others, c.statement, c.deepest, c.fullest, c.destination
from charter c join folder f on f.id = c.folder_id and f.removed_at is null order by c.folder_id

-- name: kept
select c.edition, c.pattern_id, c.changed_at, w.name as changed_by
from charter c left join person w on w.id = c.changed_by where c.folder_id = %(folder)s

-- name: declared
-- The folders with a charter that this person may see.
select c.folder_id from charter c join folder f on f.id = c.folder_id and f.removed_at is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s order by 1

-- name: put
insert into charter (folder_id, purpose, keeper_id, pattern_id, takes, others, statement, deepest, fullest, destination, changed_by)
values (%(folder)s, %(purpose)s, %(keeper)s, %(pattern)s, %(takes)s, %(others)s, %(statement)s, %(deepest)s, %(fullest)s,
        %(destination)s, %(person)s)
on conflict (folder_id) do update set
    purpose = excluded.purpose, keeper_id = excluded.keeper_id, pattern_id = excluded.pattern_id, takes = excluded.takes,
    others = excluded.others, statement = excluded.statement, deepest = excluded.deepest, fullest = excluded.fullest,
    destination = excluded.destination, changed_by = excluded.changed_by, changed_at = now(), edition = charter.edition + 1

-- name: naming
-- Of some folders, the folder whose pattern names documents there; only those where it is not the whole drive's.
select f.id, naming_folder(f.id) from unnest(%(folders)s::bigint[]) as f (id) where naming_folder(f.id) is not null

-- name: keepers
-- Whom a keeper may name: people who are there.
select id, name from person where ended_at is null order by name

-- name: ways
-- Of some folders, each with all above it, the nearest first.
with recursive up as (
    select f.id as start, f.id, f.parent_id, 0 as depth from folder f where f.id = any(%(folders)s)
    union all
    select up.start, f.id, f.parent_id, up.depth + 1 from up join folder f on f.id = up.parent_id
)
select start, array_agg(id order by depth) from up group by start
