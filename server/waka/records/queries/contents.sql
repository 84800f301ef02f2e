-- name: add
insert into content (sha256, size) values (%(sha256)s, %(size)s) on conflict do nothing

-- name: next_unread
-- Some bytes that wait to be read, newest arrivals first, with a place where a file has them.
select c.sha256, d.id as document_id, d.state, a.path as arrival_path, d.name,
       case when d.state = 'filed' then folder_path(d.folder_id) end as folder_path
from content c
join document d on d.sha256 = c.sha256 and d.state in ('waiting', 'filed')
left join arrival a on a.document_id = d.id
where c.read_at is null and not c.sha256 = any(%(skip)s)
order by (d.state = 'waiting') desc, d.id limit 1

-- name: read
update content set media_type = %(media_type)s, extension = %(extension)s, pages = %(pages)s,
    text = %(text)s, trouble = %(trouble)s, read_at = now() where sha256 = %(sha256)s

-- name: readers
-- The filed documents that have these bytes, and so are found by their words.
select id from document where sha256 = %(sha256)s and state = 'filed'
