-- name: of_lists
select n.list_id, n.person_id, p.name, n.part, n.approved_at is not null and n.approved_check = l.checked_at as approves
from list_person n join person p on p.id = n.person_id join change_list l on l.id = n.list_id
where n.list_id = any(%(lists)s) order by n.list_id, p.name

-- name: clear
delete from list_person where list_id = %(list)s and not person_id = any(%(people)s)

-- name: put
-- Who keeps the part they had keeps what they said.
insert into list_person (list_id, person_id, part)
select %(list)s, w.person_id, w.part from unnest(%(people)s::bigint[], %(parts)s::text[]) as w (person_id, part)
on conflict (list_id, person_id) do update set part = excluded.part,
    approved_at = case when list_person.part = excluded.part then list_person.approved_at end,
    approved_check = case when list_person.part = excluded.part then list_person.approved_check end

-- name: approve
update list_person n set approved_at = case when %(approves)s then now() end,
    approved_check = case when %(approves)s then l.checked_at end
from change_list l
where l.id = n.list_id and n.list_id = %(list)s and n.person_id = %(person)s and n.part = 'approve'
  and coalesce(n.approved_at is not null and n.approved_check = l.checked_at, false) <> %(approves)s

-- name: is_shared
select exists (select from list_person where list_id = %(list)s)

-- name: forget_ends
delete from list_end where list_id = %(list)s

-- name: note_ends
insert into list_end (list_id, folder_id)
select %(list)s, id from (
    select from_folder as id from change_step where list_id = %(list)s
    union select to_folder from change_step where list_id = %(list)s
    union select folder_id from change_step where list_id = %(list)s
    union select d.folder_id from change_step s join document d on d.id in (s.document_id, s.onto_id)
        where s.list_id = %(list)s
) f where id is not null

-- name: note_arrivals
insert into list_end (list_id, document_id)
select distinct s.list_id, a.document_id from change_step s join arrival a on a.document_id = s.document_id
join document d on d.id = a.document_id and d.folder_id is null
where s.list_id = %(list)s

-- name: who_sees_all
-- Of some people, those who may see all that a list is about: every folder that its steps lead from or to, with all above
-- it, and every arrival. Nobody else is told of a list, whoever names them.
with recursive way as (
    select f.id, f.parent_id, f.access_id from folder f join list_end e on e.list_id = %(list)s and e.folder_id = f.id
    union select f.id, f.parent_id, f.access_id from folder f join way w on w.parent_id = f.id
), needed as (
    select distinct access_id from way
)
select p.id, p.name from person p
where p.id = any(%(people)s) and p.ended_at is null and exists (select from list_end e where e.list_id = %(list)s)
  and not exists (select from needed n where not exists (
      select from sight s where s.access_id = n.access_id and s.person_id = p.id))
  and not exists (select from list_end e where e.list_id = %(list)s and e.document_id is not null and not exists (
      select from arrival_sight s where s.document_id = e.document_id and s.person_id = p.id))
order by p.name

-- name: active
select id from person where ended_at is null
