-- name: add
insert into logbook (person_id, action, document_id, folder_id, list_id, from_path, to_path, from_folder_id,
                     to_folder_id, arrival_point_id, reason)
values (%(person)s, %(action)s, %(number)s, %(folder)s, %(list)s, %(from_path)s, %(to_path)s, %(from_folder)s,
        %(to_folder)s, %(point)s, %(reason)s)

-- name: add_about
insert into logbook (person_id, action, about_id, reason) values (%(person)s, %(action)s, %(about)s, %(reason)s)

-- name: entries
-- What happened, latest first, as far as this person may see every end of it.
select l.id, l.at, l.action, pe.name as person, pe.initials, l.document_id, l.list_id, l.from_path, l.to_path,
       l.reason,
       case when nowf.person_id is not null or nowa.person_id is not null then d.name end as now_name, d.state as now_state,
       (l.list_id is not null and cl.undone_by is null and cl.origin <> 'undo' and cl.state <> 'running'
        and l.action not in ('put_back', 'gone')
        and (l.document_id is null or d.state in ('filed', 'binned', 'discarded'))
        and (l.document_id is not null or sf.removed_at is null)
        and (coalesce(rt."right", sr."right") in ('filer', 'keeper') or d.state = 'discarded' and nowa.person_id is not null)
        and not exists (select from logbook later where later.id > l.id
                        and (later.document_id = l.document_id or l.document_id is null and later.folder_id = l.folder_id)
                        and later.list_id is distinct from l.list_id
                        -- an undo that was interrupted changed nothing, and may be tried again
                        and later.action <> 'put_back'))
        as undoable,
       l.folder_id, coalesce(cl.undo_of is not null, false) as undoes
from logbook l
left join person pe on pe.id = l.person_id
left join document d on d.id = l.document_id
left join change_list cl on cl.id = l.list_id
left join folder sf on sf.id = l.folder_id
left join sight sr on sr.access_id = sf.access_id and sr.person_id = %(person)s
left join folder df on df.id = d.folder_id
left join sight rt on rt.access_id = df.access_id and rt.person_id = %(person)s
left join sight nowf on nowf.access_id = df.access_id and nowf.person_id = %(person)s
left join arrival da on da.document_id = d.id
left join arrival_sight nowa on nowa.document_id = d.id and nowa.person_id = %(person)s
where (l.from_folder_id is null or exists (select from folder f join sight s on s.access_id = f.access_id
           where f.id = l.from_folder_id and s.person_id = %(person)s))
  and (l.to_folder_id is null or exists (select from folder f join sight s on s.access_id = f.access_id
           where f.id = l.to_folder_id and s.person_id = %(person)s))
  and (l.from_folder_id is not null or l.to_folder_id is not null or exists (
           select from arrival_point_sight a where a.arrival_point_id = l.arrival_point_id
           and a.person_id = %(person)s)
       -- what is of no folder: for administrators, for who keeps the whole drive, for whom it is about and who did it
       or l.action = any(%(of_no_folder)s) and (l.about_id = %(person)s or l.person_id = %(person)s
           or exists (select from person a where a.id = %(person)s and a.administrator)
           or exists (select from folder r join sight s on s.access_id = r.access_id and s."right" = 'keeper'
                      where r.parent_id is null and s.person_id = %(person)s)))
  and (%(before)s::bigint is null or l.id < %(before)s)
  and (%(number)s::bigint is null or l.document_id = %(number)s)
  and (not %(mine)s or l.person_id = %(person)s)
  and (not %(others)s or l.person_id is distinct from %(person)s)
  and (%(folder)s::bigint is null or l.folder_id = %(folder)s)
  and (not %(quiet)s or l.action not in ('arrived', 'taken_in'))
order by l.id desc limit %(limit)s

-- name: at_path
-- The documents that ever stood at a path, latest first, where this person may see where they are now.
select distinct on (l.document_id) l.document_id as id, l.at
from logbook l
join document d on d.id = l.document_id
left join folder f on f.id = d.folder_id
left join sight s on s.access_id = f.access_id and s.person_id = %(person)s
left join arrival a on a.document_id = d.id
left join arrival_sight aps on aps.document_id = d.id and aps.person_id = %(person)s
where (left(l.from_path, 600) = left(%(path)s, 600) and l.from_path = %(path)s
       or left(l.to_path, 600) = left(%(path)s, 600) and l.to_path = %(path)s)
  and (s.person_id is not null or aps.person_id is not null)
order by l.document_id, l.id desc

-- name: last
select coalesce(max(id), 0) from logbook

-- name: last_own_list
-- What this person did last and has not undone.
select max(l.list_id) from logbook l join change_list cl on cl.id = l.list_id
where l.person_id = %(person)s and cl.person_id = %(person)s and cl.undone_by is null and cl.origin <> 'undo'
  and cl.state <> 'running' and l.action not in ('put_back', 'gone') and l.id > (select max(id) - 5000 from logbook)
