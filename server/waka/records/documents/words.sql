-- name: unread_arrivals
-- What waits on the desk, was read, and whose words nobody has yet.
select c.sha256, d.id as document_id, d.state, a.path as arrival_path, d.name, null::bigint as folder_id, null::text as folder_path
from arrival a join document d on d.id = a.document_id join content c on c.sha256 = d.sha256
left join content_words w on w.sha256 = c.sha256 and w.version = %(version)s
where c.read_at is not null and c.trouble is null and w.sha256 is null
  and not exists (select from stuck s where s.part = 'words' and s.subject = encode(c.sha256, 'hex') and s.next_at > now())
order by d.id limit %(limit)s

-- name: without_text
-- Pages without any text, filed where a file has these bytes: what is recognised on them is found by Find.
select c.sha256, d.id as document_id, d.state, null::bytea as arrival_path, d.name, d.folder_id, folder_path(d.folder_id) as folder_path
from content c
cross join lateral (select id, state, name, folder_id from document
                    where sha256 = c.sha256 and state = 'filed' order by id limit 1) d
left join content_words w on w.sha256 = c.sha256 and w.version = %(version)s
where c.read_at is not null and c.trouble is null and c.pages > 0 and c.text = '' and w.sha256 is null
  and not exists (select from stuck s where s.part = 'words' and s.subject = encode(c.sha256, 'hex') and s.next_at > now())
order by c.sha256 limit %(limit)s

-- name: to_read
-- Where it waits on the desk it is read there; else where a document stands.
select c.sha256, p.document_id, p.state, p.arrival_path, p.name, p.folder_id, p.folder_path
from unnest(%(digests)s::bytea[]) as g (sha256) join content c on c.sha256 = g.sha256
left join content_words w on w.sha256 = c.sha256 and w.version = %(version)s
cross join lateral (
    (select d.id as document_id, d.state, a.path as arrival_path, d.name, null::bigint as folder_id, null::text as folder_path
     from arrival a join document d on d.id = a.document_id where d.sha256 = c.sha256 order by d.id limit 1)
    union all
    (select id, state, null::bytea, name, folder_id, folder_path(folder_id) from document
     where sha256 = c.sha256 and state = 'filed' order by id limit 1)
    limit 1) p
where w.sha256 is null

-- name: recognising
update content set recognising = %(nth)s, recognising_of = %(of)s where sha256 = %(sha256)s

-- name: keep
with kept as (
    insert into content_words (sha256, version, words) values (%(sha256)s, %(version)s, %(words)s)
    on conflict (sha256) do update set version = excluded.version, words = excluded.words, read_at = now()
    returning sha256
), over as (
    update content set recognising = null, recognising_of = null where sha256 = %(sha256)s and recognising is not null
        and not (text = '' and %(text)s <> '')
), cleared as (
    delete from stuck where part = 'words' and subject = encode(%(sha256)s::bytea, 'hex')
), told as (
    -- text that was recognised, where the file itself has none
    update content c set text = %(text)s, recognising = null, recognising_of = null from kept
    where c.sha256 = kept.sha256 and c.text = '' and %(text)s <> '' returning c.sha256
), compared as (
    insert into sketch_due select sha256 from told on conflict do nothing
)
insert into search_due select d.id from document d join told using (sha256) where d.state = 'filed' on conflict do nothing

-- name: get
select words from content_words where sha256 = %(sha256)s and version = %(version)s
