-- name: put
insert into search_due select unnest(%(numbers)s::bigint[]) on conflict do nothing

-- name: take
delete from search_due where document_id in (select document_id from search_due order by document_id limit %(limit)s
                                             for update skip locked) returning document_id

-- name: is_any
select exists (select from search_due)
