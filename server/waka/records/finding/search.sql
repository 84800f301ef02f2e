-- name: source
-- What the search words of some filed documents are made of; no text where the words of that very text are there.
select d.id, d.folder_id, d.name, coalesce(p.name, '') || ' ' || coalesce(p.short, '') || ' ' || coalesce(d.what, '')
       || ' ' || coalesce(d.reference, '') || ' ' || coalesce(k.label, '')
       || ' ' || coalesce((select string_agg(case fd.type when 'party' then (select o.name || ' ' || coalesce(o.short, '') from party o where o.id = v.value::bigint)
                                                          when 'choice' then (select c ->> 'label' from jsonb_array_elements(fd.choices) c where c ->> 'code' = v.value)
                                                          else v.value end, ' ')
                           from jsonb_each_text(d.fields) v join field fd on fd.code = v.key), '') || ' ' || coalesce(d.note, '')
       || ' ' || coalesce((select string_agg(tag.name, ' ') from document_tag dt join tag on tag.id = dt.tag_id
                           where dt.document_id = d.id), '') as fields,
       case when s.text_of = d.sha256 and s.text_read_at = t.read_at then null else coalesce(t.text, '') end as text,
       d.sha256 as text_of, t.read_at as text_read_at
from document d left join document_search s on s.document_id = d.id
left join party p on p.id = d.party_id left join kind k on k.code = d.kind
left join content t on t.sha256 = d.sha256
where d.id = any(%(numbers)s) and d.state = 'filed'

-- name: set
-- The words of the text stand first, and so where they stood, however often the name changes.
insert into document_search (document_id, name, words, text_of, text_read_at)
select n.id, n.name,
       coalesce(case when n.text is null then ts_filter(s.words, '{c}') else setweight(to_tsvector('simple', n.text), 'C') end, '')
       || setweight(to_tsvector('simple', n.name), 'A') || setweight(to_tsvector('simple', n.fields), 'B'), n.text_of, n.text_read_at
from unnest(%(numbers)s::bigint[], %(names)s::text[], %(fields)s::text[], %(texts)s::text[], %(texts_of)s::bytea[], %(read)s::timestamptz[])
    as n (id, name, fields, text, text_of, text_read_at)
left join document_search s on s.document_id = n.id
order by n.id
on conflict (document_id) do update set name = excluded.name, words = excluded.words, text_of = excluded.text_of,
    text_read_at = excluded.text_read_at

-- name: remove
delete from document_search where document_id = %(number)s

-- name: find
-- Filed documents that have every word, in the name anywhere, else as a word's beginning; best first.
with asked as (select unnest(%(words)s::text[]) as word),
hit as (
    select ds.document_id, ds.words, ds.name,
           (select count(*) from asked a where ds.name like '%%' || a.word || '%%') as in_name
    from document_search ds
    where {every}
)
, best as materialized (
    -- ranked and cut before paths and texts are fetched: those of the best only
    select d.id, hit.in_name::float8 * 2
           + ts_rank(array[0.1, 0.3, 0.6, 1.0]::real[], hit.words, %(query)s::tsquery) as rank
    from hit
    join document d on d.id = hit.document_id and d.state = 'filed'
    join folder f on f.id = d.folder_id
    join sight s on s.access_id = f.access_id and s.person_id = %(person)s
    order by rank desc, d."when" desc nulls last, d.id desc
    limit %(limit)s
)
select d.id, d.name, d.conforms, d.folder_id, folder_path(d.folder_id) as folder_path, p.name as who, d."when",
       d.kind, d.what, d.reference, d.amount, d.currency, d.fields, d.size, d.edition, d.changed_at, p_.passage as text, best.rank
from best
join document d on d.id = best.id
left join party p on p.id = d.party_id
left join content t on t.sha256 = d.sha256
left join lateral (
    -- the passage around the first word that is found, as words are folded: small and without the usual accents
    select substr(t.text, greatest(1, min(strpos(f.plain, a.word)) filter (where strpos(f.plain, a.word) > 0) - 400), 2500) as passage
    from asked a, (select translate(lower(left(t.text, 300000)),
        'àáâãäåāăąçćčďđèéêëēęěìíîïīłñńňòóôõöőøřśšťùúûüūůűýÿžźż', 'aaaaaaaaacccddeeeeeeeiiiiilnnnooooooorsstuuuuuuuyyzzz') as plain) f
) p_ on true
order by best.rank desc, d."when" desc nulls last, d.id desc
