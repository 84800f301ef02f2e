-- name: able
-- Who may be asked about an arrival: whoever sees it, but for who asks.
select p.id, p.name from arrival_sight s join person p on p.id = s.person_id
where s.document_id = %(number)s and p.ended_at is null and p.id <> %(person)s
  and exists (select from arrival_sight mine where mine.document_id = s.document_id and mine.person_id = %(person)s)
order by p.name, p.id

-- name: ask
insert into arrival_question (document_id, asked_by, asked_of, question)
values (%(number)s, %(person)s, %(of)s, %(text)s)
on conflict (document_id) do update set asked_by = excluded.asked_by, asked_of = excluded.asked_of,
    question = excluded.question, asked_at = now(), answer = null, answered_at = null

-- name: answer
update arrival_question q set answer = %(text)s, answered_at = now() from arrival_sight s
where q.document_id = %(number)s and q.asked_of = %(person)s
  and s.document_id = q.document_id and s.person_id = %(person)s
returning q.asked_by

-- name: take_back
delete from arrival_question where document_id = %(number)s and asked_by = %(person)s returning document_id

-- name: place
-- Where an arrival waits, for the logbook: its point, and the folder that it is bound for.
select a.arrival_point_id as point, a.bound_for from arrival a join arrival_sight s on s.document_id = a.document_id
where a.document_id = %(number)s and s.person_id = %(person)s
