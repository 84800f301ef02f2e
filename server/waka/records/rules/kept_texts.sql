-- name: own
-- What a person keeps, with its revisions, latest first.
select k.id, k.name, array_agg(r.text order by r.id desc) as texts
from kept_text k join kept_text_revision r on r.text_id = k.id
where k.person_id = %(person)s and k.what = %(what)s and k.ended_at is null group by k.id order by k.name_key

-- name: put
with k as (
    insert into kept_text (person_id, what, name, name_key) values (%(person)s, %(what)s, %(name)s, %(key)s)
    on conflict (person_id, what, name_key) do update set name = excluded.name, ended_at = null
    returning id
)
insert into kept_text_revision (text_id, text)
select k.id, %(text)s from k
where %(text)s is distinct from (select text from kept_text_revision where text_id = k.id order by id desc limit 1)

-- name: end
update kept_text set ended_at = now() where id = %(id)s and person_id = %(person)s and ended_at is null returning id
