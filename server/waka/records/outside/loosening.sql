-- name: is_empty
-- Whether nothing was taken in yet.
select not exists (select from document) and not exists (select from loosened)

-- name: note_indexes
-- How the indexes are made that a first taking in does without: all of two tables but those that hold what is unique.
insert into loosened (name, relation, is_index, definition)
select c.relname, t.relname, true, pg_get_indexdef(i.indexrelid)
from pg_index i join pg_class c on c.oid = i.indexrelid join pg_class t on t.oid = i.indrelid
where t.oid in ('document'::regclass, 'logbook'::regclass) and not i.indisunique

-- name: note_references
insert into loosened (name, relation, is_index, definition)
select conname, 'document', false, pg_get_constraintdef(oid) from pg_constraint
where conrelid = 'document'::regclass and contype = 'f'

-- name: noted
select name, relation, is_index, definition from loosened order by is_index desc, name

-- name: forget
delete from loosened
