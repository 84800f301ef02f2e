-- name: now
-- The present pattern of a folder's charter, or of the whole drive.
select p.id as revision, p.text, p.joiner, p.letter_case, p.transliterate, p.longest, p.created_at as changed_at,
       w.name as changed_by
from name_pattern p left join person w on w.id = p.changed_by
where p.folder_id is not distinct from %(folder)s
  and (p.folder_id is null or p.id = (select pattern_id from charter where folder_id = %(folder)s))
order by p.id desc limit 1

-- name: every
-- All revisions of all patterns, whether they are in force or not, latest first.
select p.folder_id, p.id as revision, p.text, p.joiner, p.letter_case, p.transliterate, p.longest, p.created_at as changed_at,
       w.name as changed_by
from name_pattern p left join person w on w.id = p.changed_by order by p.id desc

-- name: put
insert into name_pattern (folder_id, text, joiner, letter_case, transliterate, longest, changed_by)
values (%(folder)s, %(text)s, %(joiner)s, %(case)s, %(transliterate)s, %(longest)s, %(person)s) returning id

-- name: counts
-- How many names conform in a folder and beneath it, of those that this person may see.
with seen as materialized (select seen_beneath(%(folder)s, %(person)s) as id)
select count(*) as documents, count(*) filter (where d.conforms) as conforming, count(distinct d.folder_id) as folders
from seen join document d on d.folder_id = seen.id and d.state = 'filed'

-- name: samples
-- Some documents in a folder and beneath it that this person may see, with what is known of them: of each kind the
-- latest, those that say most.
with seen as materialized (select seen_beneath(%(folder)s, %(person)s) as id)
select id from (
    select d.id, row_number() over (
        partition by d.kind order by (d."when" is null)::int + (d.party_id is null)::int + (d.what is null)::int, d.id desc) as nth
    -- among the latest: it is asked with every letter that is typed
    from (
        select d.id, d.kind, d."when", d.party_id, d.what
        from document d join seen on seen.id = d.folder_id
        where d.state = 'filed' and (d."when" is not null or d.party_id is not null or d.what is not null)
        order by d.id desc limit 5000
    ) d
) ranked order by nth, id desc limit %(limit)s

-- name: odd
-- The documents in a folder and beneath it whose names do not conform or whose kind does not belong there.
with seen as materialized (select seen_beneath(%(folder)s, %(person)s) as id)
select d.id from document d join seen on seen.id = d.folder_id
where d.state = 'filed' and (not d.conforms
      or exists (select from unnest(%(folders)s::bigint[], %(kinds)s::text[]) as k (folder_id, codes)
                 where k.folder_id = d.folder_id and not (coalesce(d.kind, '') = any(string_to_array(k.codes, ' ')))))
order by d.id limit %(limit)s

-- name: is_being_read
select exists (select from names_to_read)

-- name: next_folders
-- The next folders whose names are to be read, held until the transaction ends.
select folder_id, done_to from names_to_read order by folder_id limit %(limit)s for update skip locked

-- name: next
select d.folder_id, d.id, d.name, d.kind, d.conforms
from unnest(%(folders)s::bigint[], %(done)s::bigint[]) as r (folder_id, done_to)
join document d on d.folder_id = r.folder_id and d.id > r.done_to and d.state in ('filed', 'binned')
order by d.folder_id, d.id limit %(limit)s

-- name: correct
update document d set conforms = c.conforms
from unnest(%(numbers)s::bigint[], %(conforms)s::boolean[]) as c (id, conforms) where d.id = c.id

-- name: records
select id, kind, party_id as party, "when", what, reference, amount, currency, fields as further, from_name
from document where id = any(%(numbers)s)

-- name: fill
update document set party_id = %(party)s, "when" = %(when)s, what = %(what)s, reference = %(reference)s,
    amount = %(amount)s, currency = %(currency)s, fields = %(fields)s, from_name = %(from_name)s where id = %(number)s

-- name: done
delete from names_to_read where folder_id = any(%(folders)s)

-- name: done_to
update names_to_read set done_to = %(done_to)s where folder_id = %(folder)s
