-- name: hold
-- One process at a time: sketches are numbered in the order in which they are seen.
select pg_advisory_xact_lock(hashtext('waka sketches'))

-- name: take
with taken as (
    delete from sketch_due where sha256 in (select sha256 from sketch_due limit %(limit)s) returning sha256
)
select c.sha256, left(c.text, %(characters)s) as text from taken join content c using (sha256) where c.text <> ''

-- name: is_any
select exists (select from sketch_due)

-- name: keep
-- What was made of an earlier text gets a new number, so that every process reads it anew.
insert into content_sketch (sha256, version, look, content)
select * from unnest(%(digests)s::bytea[], %(versions)s::int[], %(looks)s::bytea[], %(contents)s::bytea[])
on conflict (sha256) do update set at = default, version = excluded.version, look = excluded.look, content = excluded.content

-- name: last
-- The number behind which the latest begin.
select coalesce((select at from content_sketch order by at desc offset %(most)s limit 1), 0)

-- name: after
select at, sha256, look, content from content_sketch where at > %(after)s and version = %(version)s order by at limit %(limit)s

-- name: texts
select sha256, left(text, %(characters)s) as text from content where sha256 = any(%(digests)s) and text <> ''

-- name: filed
-- The filed documents with some bytes that a person may see, the most alike first.
select d.id, d.sha256, g.likeness, d.name, d.kind, p.name as who, d."when", d.what, d.reference, d.amount, d.folder_id,
       folder_path(d.folder_id) as folder_path
from unnest(%(digests)s::bytea[], %(likenesses)s::real[]) as g (sha256, likeness)
join document d on d.sha256 = g.sha256 and d.state = 'filed' and d.id <> %(ignore)s
join folder f on f.id = d.folder_id and f.removed_at is null
join sight s on s.access_id = f.access_id and s.person_id = %(person)s
left join party p on p.id = d.party_id
order by g.likeness desc, d.id desc limit %(limit)s
