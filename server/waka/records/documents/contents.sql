-- name: add
insert into content (sha256, size) values (%(sha256)s, %(size)s) on conflict do nothing

-- name: unread_arrivals
select c.sha256, d.id as document_id, d.state, a.path as arrival_path, d.name, null::bigint as folder_id, null::text as folder_path
from arrival a join document d on d.id = a.document_id join content c on c.sha256 = d.sha256
where c.read_at is null
  and not exists (select from stuck s where s.part = 'reading' and s.subject = encode(c.sha256, 'hex') and s.next_at > now())
order by d.id limit %(limit)s

-- name: unread
-- Each with a place where a file has these bytes.
select c.sha256, d.id as document_id, d.state, null::bytea as arrival_path, d.name, d.folder_id,
       folder_path(d.folder_id) as folder_path
from content c
cross join lateral (select id, state, name, folder_id from document
                    where sha256 = c.sha256 and state = 'filed' order by id limit 1) d
where c.read_at is null and c.sha256 > %(after)s
  and not exists (select from stuck s where s.part = 'reading' and s.subject = encode(c.sha256, 'hex') and s.next_at > now())
order by c.sha256 limit %(limit)s

-- name: to_read
-- Where it waits on the desk it is read there; else where a document stands.
select c.sha256, p.document_id, p.state, p.arrival_path, p.name, p.folder_id, p.folder_path
from unnest(%(digests)s::bytea[]) with ordinality as g (sha256, at) join content c on c.sha256 = g.sha256
cross join lateral (
    (select d.id as document_id, d.state, a.path as arrival_path, d.name, null::bigint as folder_id, null::text as folder_path
     from arrival a join document d on d.id = a.document_id where d.sha256 = c.sha256 order by d.id limit 1)
    union all
    (select id, state, null::bytea, name, folder_id, folder_path(folder_id) from document
     where sha256 = c.sha256 and state = 'filed' order by id limit 1)
    limit 1) p
where c.read_at is null order by g.at

-- name: read
with read as (
    select * from unnest(%(digests)s::bytea[], %(types)s::text[], %(extensions)s::text[], %(pages)s::int[],
                         %(texts)s::text[], %(troubles)s::text[]) as r (sha256, media_type, extension, pages, text, trouble)
), kept as (
    update content c set media_type = r.media_type, extension = r.extension, pages = r.pages, text = r.text,
        trouble = r.trouble, read_at = now()
    from read r where c.sha256 = r.sha256 returning c.sha256
), cleared as (
    delete from stuck where part = 'reading' and subject in (select encode(sha256, 'hex') from read)
), compared as (
    insert into sketch_due select k.sha256 from kept k join read r using (sha256) where r.text <> '' on conflict do nothing
)
-- the filed documents that have these bytes, and so are found by their words
insert into search_due select d.id from document d join kept using (sha256) where d.state = 'filed' on conflict do nothing

-- name: forget
with forgotten as (
    update content c set text = null, pages = null, trouble = null
    where c.sha256 = any(%(digests)s)
      and not exists (select from document d where d.sha256 = c.sha256 and d.state <> 'gone')
      and not exists (select from document_version v where v.sha256 = c.sha256)
    returning c.sha256
), words as (
    delete from content_words where sha256 in (select sha256 from forgotten)
), due as (
    delete from sketch_due where sha256 in (select sha256 from forgotten)
), sketches as (
    delete from content_sketch where sha256 in (select sha256 from forgotten)
)
select sha256 from forgotten
