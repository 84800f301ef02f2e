-- name: own
-- The sentences that a person keeps, with their revisions, latest first.
select k.id, k.name, array_agg(r.text order by r.id desc) as texts
from kept_sentence k join kept_sentence_revision r on r.sentence_id = k.id
where k.person_id = %(person)s and k.ended_at is null group by k.id order by k.name_key

-- name: put
with k as (
    insert into kept_sentence (person_id, name, name_key) values (%(person)s, %(name)s, %(key)s)
    on conflict (person_id, name_key) do update set name = excluded.name, ended_at = null
    returning id
)
insert into kept_sentence_revision (sentence_id, text)
select k.id, %(text)s from k
where %(text)s is distinct from (select text from kept_sentence_revision where sentence_id = k.id order by id desc limit 1)

-- name: end
update kept_sentence set ended_at = now() where id = %(id)s and person_id = %(person)s and ended_at is null returning id
