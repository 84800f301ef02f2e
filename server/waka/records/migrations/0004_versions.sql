-- Versions: what is filed onto a document becomes its newest version; the earlier bytes are kept by checksum.

alter table document add column version int not null default 1;
alter table document add column version_at timestamptz;                        -- since when; null: since it was added
alter table document add column version_by bigint references person;
alter table document add column version_came_as bigint references document;    -- the number its bytes had before
alter table document add column version_restored int;                          -- the version it was restored from

create table document_version (
    id          bigint generated always as identity primary key,
    document_id bigint      not null references document,
    version     int         not null,
    name        text        not null,                  -- that the document had when it was replaced
    size        bigint      not null,
    sha256      bytea       not null references content, -- and where its bytes are kept
    modified_ns bigint      not null,
    since       timestamptz not null,
    by          bigint      references person,          -- who filed it; null: it was there
    came_as     bigint      references document,
    restored    int,
    ended_at    timestamptz not null default now(),
    ended_by    bigint      not null references person,
    unique (document_id, version)
);
create index document_version_bytes on document_version (sha256);
create index document_merged on document (merged_into) where merged_into is not null;

alter table change_step add column onto_id bigint references document;  -- the document that a step makes a version of
create unique index change_step_onto_intended on change_step (onto_id) where state = 'intended' and onto_id is not null;
alter table change_step drop constraint change_step_act_check;
alter table change_step add constraint change_step_act_check check (act in
    ('file', 'unfile', 'place', 'copy', 'bin', 'restore', 'correct', 'make_folder', 'place_folder', 'remove_folder',
     'version', 'unversion', 'revert', 'destroy'));
    -- version: takes the place of another document, whose bytes are kept; unversion: the undo of it;
    -- revert: an earlier version becomes the newest again; destroy: out of the bin for good
alter table change_step drop constraint change_step_from_place_check;
alter table change_step add constraint change_step_from_place_check check (from_place in ('arrivals', 'drive', 'bin', 'versions'));
alter table change_step drop constraint change_step_to_place_check;
alter table change_step add constraint change_step_to_place_check check (to_place in ('arrivals', 'drive', 'bin', 'nowhere'));

alter table change_list drop constraint change_list_origin_check;
alter table change_list add constraint change_list_origin_check
    check (origin in ('desk', 'undo', 'hand', 'upload', 'chosen', 'spreadsheet', 'mapping', 'command', 'bin'));

alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed',
     'versioned', 'unversioned', 'reverted', 'destroyed'));

-- a jump among the steps that a filter leaves finds them without reading the whole list
create index change_step_found on change_step (list_id, position) where findings is not null;
create index change_step_act on change_step (list_id, act, position);
