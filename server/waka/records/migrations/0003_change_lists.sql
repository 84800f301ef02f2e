-- Change lists of any number of steps: proposed, checked, tried, run in the background, proved, undone.

alter table change_list drop constraint change_list_origin_check;
alter table change_list add constraint change_list_origin_check
    check (origin in ('desk', 'undo', 'hand', 'upload', 'chosen', 'spreadsheet', 'mapping', 'command'));
alter table change_list drop constraint change_list_state_check;
alter table change_list add constraint change_list_state_check
    check (state in ('draft', 'checked', 'queued', 'running', 'paused', 'cancelled', 'done', 'failed'));
    -- draft: proposed, not checked since; checked: could run; queued: waits for a runner; failed: stopped at a failure
alter table change_list add column wish text check (wish in ('check', 'pause', 'cancel'));  -- what a person wants of the runner
alter table change_list add column collision text not null default 'ask'
    check (collision in ('ask', 'wait', 'beside', 'version', 'same'));
alter table change_list add column on_failure text not null default 'stop' check (on_failure in ('stop', 'aside'));
alter table change_list add column summary jsonb not null default '{}';   -- what the check found, counted
alter table change_list add column ask jsonb not null default '{}';       -- what it was made from
alter table change_list add column checked_at timestamptz;
alter table change_list add column begun_at timestamptz;
alter table change_list add column only_steps int[];                      -- of a try; null: all
alter table change_list add column at_hand text;                          -- what the runner is moving
alter table change_list add column trouble text;                          -- why it stands still
alter table change_list add column seconds float not null default 0;      -- it has run so far
alter table change_list add column at_once boolean not null default true; -- run by who asked, not by a runner
-- counted, so that a look at a list of a hundred thousand costs nothing
alter table change_list add column steps int not null default 0;          -- that can run
alter table change_list add column steps_done int not null default 0;
alter table change_list add column steps_failed int not null default 0;
alter table change_list add column bytes bigint not null default 0;
alter table change_list add column bytes_done bigint not null default 0;

alter table change_step drop constraint change_step_state_check;
alter table change_step add constraint change_step_state_check
    check (state in ('proposed', 'intended', 'done', 'put_back', 'failed', 'left'));
    -- left: it does not run, and failure says why
alter table change_step drop constraint change_step_subject_check;
alter table change_step add constraint change_step_subject_check
    check (document_id is not null or act like '%folder' or state in ('proposed', 'left'));
alter table change_step add column asked jsonb not null default '{}';     -- what was proposed, before the check
alter table change_step add column findings jsonb;                        -- what the check says of it; null: nothing
alter table change_step add column needs int;                             -- the step that has to be done first
create index change_step_left on change_step (list_id, state) where state in ('failed', 'left', 'put_back');
create index change_list_waiting on change_list (id) where state in ('queued', 'running') or wish is not null;

-- Folders that a list which is running touches: another that touches them waits.
create table folder_in_motion (
    folder_id bigint not null references folder,
    list_id   bigint not null references change_list,
    primary key (folder_id, list_id)
);

-- What a person carries from one place to another; it outlives a reload.
create table carried (
    person_id   bigint not null references person,
    document_id bigint not null references document,
    picked_at   timestamptz not null default now(),
    primary key (person_id, document_id)
);

-- The index of searches follows by itself: a row for a document that is gone does no harm, a check of each does.
alter table search_due drop constraint search_due_document_id_fkey;
