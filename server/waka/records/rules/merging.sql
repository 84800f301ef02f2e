-- name: told
-- How many documents that this person may see name a party, and in how many of these the file's name tells it.
select count(*) as documents, count(*) filter (where d.conforms and d.party_id = %(party)s) as named
from document d join folder f on f.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
where d.state in ('filed', 'binned') and (d.party_id = %(party)s or d.fields <> '{}' and exists (
    select from field c where c.type = 'party' and d.fields ->> c.code = %(party)s::text))

-- name: search_again
insert into search_due
select id from document where state = 'filed' and (party_id = %(party)s or fields <> '{}' and exists (
    select from field c where c.type = 'party' and fields ->> c.code = %(party)s::text))
on conflict do nothing

-- name: lead_to
-- From here on the party is a sign to the other: whatever is written of it is written of that one.
update party set merged_into = %(into)s, short = null, destination = null where id = %(party)s

-- name: documents
update document set party_id = %(into)s where party_id = %(party)s

-- name: fields
update document set fields = fields_now(fields)
where fields <> '{}' and exists (select from field c where c.type = 'party' and fields ->> c.code = %(party)s::text)

-- name: spellings
update party_spelling set party_id = %(into)s where party_id = %(party)s

-- name: short
update party set short = coalesce(short, %(short)s), destination = coalesce(destination, %(destination)s) where id = %(into)s

-- name: read_again
-- Names that told it by its short form do so no more.
insert into names_to_read (folder_id) select id from folder where removed_at is null
on conflict (folder_id) do update set done_to = 0
