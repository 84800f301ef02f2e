-- name: ask
insert into question (missing_id, found_id, folder_id, stood_at, why)
values (%(missing)s, %(found)s, %(folder)s, %(stood_at)s, %(why)s) on conflict do nothing

-- name: questions
-- What is asked of this person: a keeper of where the missing one stood and of where the found one stands.
select q.id, q.missing_id, m.name as missing_name, m.state as missing_state, q.stood_at, q.found_id, d.name as found_name,
       folder_path(d.folder_id) as found_folder, q.why, q.asked_at
from question q
join document m on m.id = q.missing_id
join document d on d.id = q.found_id and d.state = 'filed'
join folder f on f.id = q.folder_id join folder df on df.id = d.folder_id
join sight s on s.access_id = f.access_id and s.person_id = %(person)s and s."right" = 'keeper'
join sight ds on ds.access_id = df.access_id and ds.person_id = %(person)s and ds."right" = 'keeper'
where q.answer is null order by q.id limit 200

-- name: answer
update question set answer = %(answer)s, answered_by = %(person)s, answered_at = now() where id = %(question)s

-- name: close_about
-- What else was asked about documents that are settled now.
update question set answer = 'other', answered_by = %(person)s, answered_at = now()
where answer is null and (missing_id = %(missing)s or found_id = %(found)s)

-- name: ask_of_folder
-- Only where the gone one ruled itself: any other has the rights of where it stands anyway.
insert into folder_question (gone_id, found_id, stood_at, documents)
select f.id, %(found)s, %(stood_at)s, %(documents)s from folder f where f.id = %(gone)s and f.own_access
on conflict do nothing

-- name: ask_of_lately_gone
-- Of folders that are gone with grants of their own, and whose bytes stand in a new folder: the copy was seen in one
-- look, the removal in another. Asked once.
insert into folder_question (gone_id, found_id, stood_at, documents)
select g.id, c.folder_id, folder_path(g.id), c.documents
from folder g
cross join lateral (
    select d.folder_id, count(distinct d.id) as documents
    from logbook l
    join document was on was.id = l.document_id and was.state = 'gone' and was.size > 0
    join document d on d.sha256 = was.sha256 and d.state = 'filed'
    join folder f on f.id = d.folder_id and not f.own_access and f.removed_at is null
                  and f.created_at > g.removed_at - interval '1 day'
    where l.action = 'gone' and l.from_folder_id = g.id
    group by d.folder_id order by 2 desc, 1 limit 1) c
where g.own_access and g.removed_at > now() - interval '30 days'
  and not exists (select from folder_question q where q.gone_id = g.id)
on conflict do nothing

-- name: folder_questions
-- What is asked of this person: a keeper of the folder that is gone and of the one that was found.
select q.id, q.gone_id, q.found_id, q.stood_at, folder_path(q.found_id) as found_path, q.documents, q.asked_at
from folder_question q
join folder g on g.id = q.gone_id
join folder f on f.id = q.found_id and f.removed_at is null
join sight gs on gs.access_id = g.access_id and gs.person_id = %(person)s and gs."right" = 'keeper'
join sight fs on fs.access_id = f.access_id and fs.person_id = %(person)s and fs."right" = 'keeper'
where q.answer is null order by q.id limit 200

-- name: answer_folder
update folder_question set answer = %(answer)s, answered_by = %(person)s, answered_at = now()
where id = %(question)s or answer is null and %(answer)s = 'same'
    and (gone_id = (select gone_id from folder_question where id = %(question)s)
         or found_id = (select found_id from folder_question where id = %(question)s))

-- name: pass_grants_on
-- The grants of a folder that is gone become those of the folder that it is now.
with own as (
    update folder f set own_access = true, replaces = g.replaces from folder g where f.id = %(found)s and g.id = %(gone)s
), cleared as (
    delete from folder_grant where folder_id = %(found)s
)
insert into folder_grant (folder_id, person_id, team_id, "right", granted_by, granted_at)
select %(found)s, person_id, team_id, "right", granted_by, granted_at from folder_grant where folder_id = %(gone)s
