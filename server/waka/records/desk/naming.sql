-- name: stamp
-- Another text whenever a pattern, a party, a spelling or a kind is another.
select md5(concat((select string_agg(p::text, '|' order by p.id) from name_pattern p),
                  (select string_agg(c.folder_id || ' ' || c.pattern_id, '|' order by c.folder_id) from charter c where c.pattern_id is not null),
                  (select string_agg(p::text, '|' order by p.id) from party p),
                  (select string_agg(s::text, '|' order by s.spelling_key) from party_spelling s),
                  (select string_agg(k::text, '|' order by k.code) from kind k),
                  (select string_agg(f::text, '|' order by f.code) from field f),
                  (select value::text from setting where name = 'office')))

-- name: pattern
select text, joiner, letter_case, transliterate, longest from name_pattern where folder_id is null order by id desc limit 1

-- name: patterns
-- Those of charters.
select c.folder_id, p.text, p.joiner, p.letter_case, p.transliterate, p.longest
from charter c join name_pattern p on p.id = c.pattern_id

-- name: parties
select p.id, p.name, p.short, p.destination,
       coalesce(array_agg(s.spelling) filter (where s.spelling is not null), '{}') as spellings
from party p left join party_spelling s on s.party_id = p.id where p.merged_into is null group by p.id order by p.name_key

-- name: parties_seen
-- The parties of documents that this person may see; and, for who files, those that no document has yet.
select p.id, p.name, p.short, p.destination,
       coalesce((select array_agg(s.spelling) from party_spelling s where s.party_id = p.id), '{}') as spellings
from party p
-- the first document of each decides: asked whether any exists, a planner may look through all documents instead
where p.merged_into is null and ((select true from document d join folder f on f.id = d.folder_id
       join sight s on s.access_id = f.access_id and s.person_id = %(person)s
       where d.party_id = p.id and d.state = 'filed' limit 1)
   or (select true from field c join document d on d.fields @> jsonb_build_object(c.code, p.id::text) and d.fields <> '{}'
       join folder f on f.id = d.folder_id
       join sight s on s.access_id = f.access_id and s.person_id = %(person)s
       where c.type = 'party' and d.state = 'filed' limit 1)
   or (select true from document d where d.party_id = p.id limit 1) is null
      and (select true from field c join document d on d.fields @> jsonb_build_object(c.code, p.id::text) and d.fields <> '{}'
           where c.type = 'party' limit 1) is null
      and exists (select from sight s where s.person_id = %(person)s and s."right" in ('filer', 'keeper')))
order by p.name_key

-- name: add_party
insert into party (name, name_key, short) values (%(name)s, %(name_key)s, %(short)s)
on conflict (name_key) do update set short = coalesce(party.short, excluded.short) returning id

-- name: add_spelling
insert into party_spelling (spelling_key, spelling, party_id)
values (%(spelling_key)s, %(spelling)s, %(party)s) on conflict do nothing

-- name: kinds
select code, label, retired, destination from kind order by position, code
