-- Arrivals that are not worth filing go into the bin from the desk, and come back to it.
-- depends: 0010_office

alter table document drop constraint document_state_check;
alter table document add constraint document_state_check check (state in ('waiting', 'discarded', 'filed', 'binned', 'gone'));
    -- discarded: in the bin, from the desk; it keeps its arrival, which says who may see it
alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'discarded', 'taken_back', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed',
     'versioned', 'unversioned', 'reverted', 'destroyed', 'overwritten_outside', 'drive_adopted', 'folders_joined',
     'password_changed', 'person_invited', 'person_ended', 'administrator_made', 'administrator_ended', 'office_changed', 'team_changed',
     'team_removed', 'point_granted', 'point_renamed'));
