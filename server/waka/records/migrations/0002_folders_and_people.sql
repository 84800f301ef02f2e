-- Teams and grants, the bin, tags, cross-references, notes, uploads in pieces, and what other programs do to the drive.
-- depends: 0001_slice

-- people and teams ----------------------------------------------------------------------------------------
alter table person alter column password_hash drop not null;   -- null: invited, has not chosen a password yet

create table invitation (
    token_hash bytea       primary key,                 -- sha256 of the link's secret; the secret itself is never kept
    person_id  bigint      not null unique references person,
    invited_by bigint      not null references person,
    created_at timestamptz not null default now(),
    expires_at timestamptz not null default now() + interval '14 days'
);

create table team (
    id         bigint generated always as identity primary key,
    name       text        not null,
    name_key   text        not null unique,
    created_at timestamptz not null default now()
);

create table team_member (
    team_id   bigint not null references team on delete cascade,
    person_id bigint not null references person,
    primary key (team_id, person_id)
);

-- rights --------------------------------------------------------------------------------------------------
-- A folder with own_access rules itself and all beneath it down to the next such folder; with replaces it
-- takes nothing over from above.
alter table folder add column own_access boolean not null default false;
alter table folder add column replaces boolean not null default false;
alter table folder add column inode bigint;             -- by which it is known again when another program moves it
update folder set own_access = true, replaces = true where parent_id is null;
create index folder_inode on folder (inode) where removed_at is null;
create index folder_access on folder (access_id);
alter table folder add constraint folder_replaces_by_its_own check (own_access or not replaces);

create table folder_grant (
    id         bigint generated always as identity primary key,
    folder_id  bigint      not null references folder,
    person_id  bigint      references person,
    team_id    bigint      references team on delete cascade,
    "right"    text        not null check ("right" in ('reader', 'filer', 'keeper')),
    granted_by bigint      references person,           -- null: when Waka was set up
    granted_at timestamptz not null default now(),
    check (num_nonnulls(person_id, team_id) = 1)
);
create unique index folder_grant_person on folder_grant (folder_id, person_id) where person_id is not null;
create unique index folder_grant_team on folder_grant (folder_id, team_id) where team_id is not null;
insert into folder_grant (folder_id, person_id, "right") select access_id, person_id, "right" from sight;

create table arrival_point_grant (
    arrival_point_id bigint not null references arrival_point,
    person_id        bigint references person,
    team_id          bigint references team on delete cascade,
    check (num_nonnulls(person_id, team_id) = 1)
);
create unique index arrival_point_grant_person on arrival_point_grant (arrival_point_id, person_id) where person_id is not null;
create unique index arrival_point_grant_team on arrival_point_grant (arrival_point_id, team_id) where team_id is not null;
insert into arrival_point_grant (arrival_point_id, person_id) select arrival_point_id, person_id from arrival_point_sight;

-- What the grants on a folder and above it come to, each person once with the strongest right.
create function sight_worked_out(domain bigint) returns table (person_id bigint, "right" text) language sql stable as $$
    with recursive up as (
        select id, parent_id, replaces from folder where id = domain
        union all
        select f.id, f.parent_id, f.replaces from folder f join up on f.id = up.parent_id where not up.replaces
    ), granted as (
        select coalesce(g.person_id, m.person_id) as person_id, g."right"
        from up join folder_grant g on g.folder_id = up.id
        left join team_member m on m.team_id = g.team_id
    )
    select g.person_id,
           (array_agg(g."right" order by array_position(array['keeper', 'filer', 'reader'], g."right")))[1]
    from granted g join person p on p.id = g.person_id and p.ended_at is null
    group by g.person_id
$$;

-- documents -----------------------------------------------------------------------------------------------
alter table document drop constraint document_check;
alter table document drop constraint document_state_check;
alter table document add constraint document_state_check check (state in ('waiting', 'filed', 'binned', 'gone'));
    -- binned: out of its folder, which it still names, and can be restored
alter table document add constraint document_folder_check check ((state in ('filed', 'binned')) = (folder_id is not null));
alter table document add column placed_at timestamptz not null default now();   -- when it came to its folder
alter table document add column placed_by bigint references person;
alter table document add column note text;
alter table document add column merged_into bigint references document;        -- found to be the same document
update document set placed_at = added_at, placed_by = added_by;
create index document_tally on document (folder_id, placed_at) include (conforms, size, placed_by) where state = 'filed';
create index document_inode on document (inode) where state in ('filed', 'gone');

create table binned (
    document_id bigint primary key references document,
    path        bytea       not null,                   -- beneath the drive's own corner
    binned_at   timestamptz not null default now(),
    binned_by   bigint      not null references person,
    reason      text
);

create table tag (
    id       bigint generated always as identity primary key,
    name     text not null,
    name_key text not null unique
);
create table document_tag (
    document_id bigint      not null references document,
    tag_id      bigint      not null references tag,
    put_on_by   bigint      not null references person,
    put_on_at   timestamptz not null default now(),
    primary key (document_id, tag_id)
);
create index document_tag_tag on document_tag (tag_id, document_id);
create table folder_tag (
    folder_id bigint      not null references folder,
    tag_id    bigint      not null references tag,
    put_on_by bigint      not null references person,
    put_on_at timestamptz not null default now(),
    primary key (folder_id, tag_id)
);
create index folder_tag_tag on folder_tag (tag_id, folder_id);

create table cross_reference (
    document_id bigint      not null references document,
    folder_id   bigint      not null references folder, -- where it is shown too; it grants nothing
    made_by     bigint      not null references person,
    made_at     timestamptz not null default now(),
    primary key (folder_id, document_id)
);
create index cross_reference_document on cross_reference (document_id);

-- what a person did lately --------------------------------------------------------------------------------
create table opened (
    person_id   bigint      not null references person,
    document_id bigint      not null references document,
    at          timestamptz not null default now(),
    primary key (person_id, document_id)
);
create index opened_lately on opened (person_id, at desc);
create table folder_seen (
    person_id bigint      not null references person,
    folder_id bigint      not null references folder,
    at        timestamptz not null default now(),
    primary key (person_id, folder_id)
);

-- search ---------------------------------------------------------------------------------------------------
-- Documents whose search words wait to be made: taking in many does not wait for the index.
create table search_due (document_id bigint primary key references document);

-- change lists ---------------------------------------------------------------------------------------------
alter table change_list drop constraint change_list_origin_check;
alter table change_list add constraint change_list_origin_check
    check (origin in ('desk', 'undo', 'hand', 'upload'));
alter table change_step alter column document_id drop not null;
alter table change_step add column folder_id bigint references folder;
alter table change_step add column act text not null default 'file' check (act in
    ('file', 'unfile', 'place', 'copy', 'bin', 'restore', 'correct', 'make_folder', 'place_folder', 'remove_folder'));
    -- place: moved or renamed within the drive; correct: fields only, nothing moves
update change_step set act = 'unfile' where to_place = 'arrivals';
alter table change_step alter column act drop default;
alter table change_step drop constraint change_step_from_place_check;
alter table change_step add constraint change_step_from_place_check check (from_place in ('arrivals', 'drive', 'bin'));
alter table change_step drop constraint change_step_to_place_check;
alter table change_step add constraint change_step_to_place_check check (to_place in ('arrivals', 'drive', 'bin'));
alter table change_step add constraint change_step_subject_check check (document_id is not null or act like '%folder');
create unique index change_step_folder_intended on change_step (folder_id) where state = 'intended';
create index change_step_open on change_step (list_id) where state = 'intended';

-- the logbook ----------------------------------------------------------------------------------------------
alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed'));
alter table logbook add column folder_id bigint references folder;      -- where a folder is what it happened to
-- taking in writes a line for every file: those without an old path or a person stay out of these indexes
create index logbook_person on logbook (person_id, id) where person_id is not null;
drop index logbook_from;
create index logbook_from on logbook (from_path) where from_path is not null;

-- the drive as other programs leave it ---------------------------------------------------------------------
-- What was found and is not certain: is the new file the document that is missing?
create table question (
    id          bigint generated always as identity primary key,
    missing_id  bigint      not null references document,
    found_id    bigint      not null references document,
    folder_id   bigint      not null references folder, -- where the missing one stood
    stood_at    text        not null,
    why         text        not null,
    asked_at    timestamptz not null default now(),
    answer      text        check (answer in ('same', 'other')),
    answered_by bigint      references person,
    answered_at timestamptz,
    unique (missing_id, found_id)
);
create index question_open on question (id) where answer is null;

create table drive_notice (
    path   text primary key,
    reason text        not null,
    at     timestamptz not null default now()
);

-- How far the sweep of the drive is; one row.
create table drive_sweep (
    id          int primary key default 1 check (id = 1),
    begun_at    timestamptz,
    ended_at    timestamptz,
    files       bigint not null default 0,              -- seen in the last whole sweep
    to_take     bigint not null default 0,              -- new files that the present sweep found
    taken       bigint not null default 0,              -- of those, already documents
    bytes_to_take bigint not null default 0,
    bytes_taken bigint not null default 0,
    held        text                                    -- why nothing is written down, where that is so
);
insert into drive_sweep default values;

-- uploads that come in pieces ------------------------------------------------------------------------------
create table upload (
    id          uuid primary key,
    person_id   bigint      not null references person,
    folder_id   bigint      references folder,          -- null: to the desk
    path        text        not null,                   -- name, with the folders it came in
    size        bigint      not null check (size >= 0),
    received    bigint      not null default 0,
    number      bigint      references document,        -- once it is whole
    created_at  timestamptz not null default now(),
    touched_at  timestamptz not null default now()
);

create table setting (
    name  text primary key,
    value jsonb not null
);
