-- name: now
select p.id as revision, p.text, p.joiner, p.letter_case, p.transliterate, p.longest, p.created_at as changed_at,
       w.name as changed_by
from name_pattern p left join person w on w.id = p.changed_by order by p.id desc limit 1

-- name: put
insert into name_pattern (text, joiner, letter_case, transliterate, longest, changed_by)
values (%(text)s, %(joiner)s, %(case)s, %(transliterate)s, %(longest)s, %(person)s)

-- name: counts
-- How many names conform, of those that this person may see.
select count(*) as documents, count(*) filter (where d.conforms) as conforming
from document d join folder f on f.id = d.folder_id join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.state = 'filed'

-- name: samples
-- Some filed documents that this person may see, with what is known of them: of each kind the latest, those that say most.
select id from (
    select d.id, row_number() over (
        partition by d.kind order by (d."when" is null)::int + (d.party_id is null)::int + (d.what is null)::int, d.id desc) as nth
    -- among the latest: it is asked with every letter that is typed
    from (
        select d.id, d.kind, d."when", d.party_id, d.what
        from document d join folder f on f.id = d.folder_id join sight s on s.access_id = f.access_id and s.person_id = %(person)s
        where d.state = 'filed' and (d."when" is not null or d.party_id is not null or d.what is not null)
        order by d.id desc limit 5000
    ) d
) ranked order by nth, id desc limit %(limit)s

-- name: reading
select r.pattern_id = (select max(id) from name_pattern) and r.finished_at is not null as finished, r.done_to
from name_reading r

-- name: begin
-- Read from the beginning where the pattern is another one since.
update name_reading set pattern_id = p.id, done_to = 0, finished_at = null
from (select max(id) as id from name_pattern) p where name_reading.pattern_id <> p.id

-- name: next
select d.id, d.name, d.kind, d.conforms from document d
where d.id > (select done_to from name_reading) and d.state in ('filed', 'binned') order by d.id limit %(limit)s

-- name: correct
update document d set conforms = c.conforms
from unnest(%(numbers)s::bigint[], %(conforms)s::boolean[]) as c (id, conforms) where d.id = c.id

-- name: note
update name_reading set done_to = %(done_to)s

-- name: finish
update name_reading set finished_at = now() where pattern_id = (select max(id) from name_pattern)
