-- The drive's name pattern is changed in Rules: each change is a revision of its own. Whether names conform is read anew after
-- one, from the first document to the last, a few thousand at a time.
alter table name_pattern add column changed_by bigint references person;
create table name_reading (
    one         boolean primary key default true check (one),
    pattern_id  bigint      not null,  -- by which names were read last
    done_to     bigint      not null default 0,  -- the number of the last document that was read
    finished_at timestamptz
);
insert into name_reading (pattern_id, finished_at) select max(id), now() from name_pattern;

alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'discarded', 'taken_back', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed',
     'versioned', 'unversioned', 'reverted', 'destroyed', 'overwritten_outside', 'drive_adopted', 'folders_joined',
     'password_changed', 'person_invited', 'person_ended', 'administrator_made', 'administrator_ended', 'office_changed', 'team_changed',
     'team_removed', 'point_granted', 'point_renamed', 'field_changed', 'kind_changed', 'party_changed', 'pattern_changed'));
alter table stuck drop constraint stuck_part_check;
alter table stuck add constraint stuck_part_check
    check (part in ('following', 'settling', 'reading', 'index', 'arrivals', 'store', 'lists', 'tidying', 'names'));
