-- name: every
select code, label, type, kinds, choices, shown, own, retired from field order by position, code

-- name: put
insert into field (code, label, type, kinds, choices, shown, own, retired, position)
values (%(code)s, %(label)s, %(type)s, %(kinds)s, %(choices)s, %(shown)s, true, %(retired)s,
        (select coalesce(max(position), 0) + 1 from field))
on conflict (code) do update set label = excluded.label, kinds = excluded.kinds, choices = excluded.choices,
    shown = excluded.shown, retired = excluded.retired

-- name: hold
select pg_advisory_xact_lock(8528)

-- name: used
-- How many documents that this person may see say something in each further field.
select v.key, count(*) from document d cross join lateral jsonb_object_keys(d.fields) v (key)
join folder f on f.id = d.folder_id join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.state in ('filed', 'binned') and d.fields <> '{}' group by v.key

-- name: choices_used
-- The choices of a field that any document has: these must stay.
select distinct d.fields ->> %(code)s from document d where d.fields ? %(code)s and d.fields <> '{}'

-- name: search_again
-- What is said in a field, or of a kind or a party, is found by new words: its documents wait for the index.
insert into search_due
select id from document where state = 'filed'
  and (kind = %(kind)s or party_id = %(party)s or %(field)s::text is not null and fields ? %(field)s
       or %(party)s::bigint is not null and exists (
           select from field f where f.type = 'party' and fields ->> f.code = %(party)s::text))
on conflict do nothing

-- name: put_kind
insert into kind (code, label, position, retired, destination)
values (%(code)s, %(label)s, (select coalesce(max(position), 0) + 1 from kind), %(retired)s, %(destination)s)
on conflict (code) do update set label = excluded.label, retired = excluded.retired, destination = excluded.destination

-- name: kinds_used
select d.kind, count(*) from document d
join folder f on f.id = d.folder_id join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.state in ('filed', 'binned') and d.kind is not null group by d.kind

-- name: parties_used
select d.party_id, count(*) from document d
join folder f on f.id = d.folder_id join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.state in ('filed', 'binned') and d.party_id is not null group by d.party_id

-- name: put_party
update party set name = %(name)s, name_key = %(name_key)s, short = %(short)s, destination = %(destination)s
where id = %(party)s

-- name: drop_spellings
delete from party_spelling where party_id = %(party)s

-- name: lead_party
update party set destination = %(destination)s where id = %(number)s
