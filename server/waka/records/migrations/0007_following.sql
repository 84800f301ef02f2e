-- Following other programs without guessing: births of files and folders, what is stuck, what the store may drop.
-- depends: 0006_references_by_statement

-- An inode is reused; with the moment it was born it is not. Null where the file system does not tell, or not yet known.
alter table folder add column born_ns bigint;
alter table document add column born_ns bigint;

create index document_unborn on document (id) where born_ns is null and state = 'filed';
create function birth_goes_with_the_inode() returns trigger language plpgsql as $$
begin
    new.born_ns := null;
    return new;
end $$;
create trigger document_born before update of inode on document for each row
    when (old.inode is distinct from new.inode and old.born_ns is not distinct from new.born_ns)
    execute function birth_goes_with_the_inode();

-- One thing that could not be dealt with: it holds up nothing else, and is tried again ever later.
create table stuck (
    part     text        not null check (part in ('following', 'settling', 'reading', 'index', 'arrivals', 'store')),
    subject  text        not null,                     -- a path, a checksum or a number, by part
    shown    text        not null,                     -- as a person reads it
    folder_id bigint     references folder,            -- where it stands: its keepers see it; null: those of the whole drive
    reason   text        not null,
    tries    int         not null default 1,
    since    timestamptz not null default now(),
    next_at  timestamptz not null default now(),
    primary key (part, subject)
);
create index stuck_next on stuck (part, next_at);

-- Kept bytes that a step on record no longer needs: these alone are ever removed from the store.
create table store_due (sha256 bytea primary key);

alter table drive_notice add column folder_id bigint references folder;
alter table drive_sweep add column whole_at timestamptz;   -- when the drive was last looked over completely

-- Of a folder that is gone with grants of its own, and one that holds what it held: are they the same?
create table folder_question (
    id          bigint generated always as identity primary key,
    gone_id     bigint      not null references folder,
    found_id    bigint      not null references folder,
    stood_at    text        not null,
    documents   int         not null,                  -- of the gone folder's that stand in the found one
    asked_at    timestamptz not null default now(),
    answer      text        check (answer in ('same', 'other')),
    answered_by bigint      references person,
    answered_at timestamptz,
    unique (gone_id, found_id)
);

-- A path may be longer than an index holds: its beginning is enough to find it by.
drop index logbook_from;
drop index logbook_to;
create index logbook_from on logbook (left(from_path, 600)) where from_path is not null;
create index logbook_to on logbook (left(to_path, 600));

alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed',
     'versioned', 'unversioned', 'reverted', 'destroyed', 'overwritten_outside', 'drive_adopted', 'folders_joined',
     'password_changed', 'person_invited', 'person_ended', 'administrator_made', 'administrator_ended', 'team_changed',
     'team_removed', 'point_granted', 'point_renamed'));

-- What is done in Office: administrators see it, and each person what concerns them.
alter table logbook add column about_id bigint;         -- the person that it is about

-- signing in ------------------------------------------------------------------------------------------------
-- A browser that somebody has signed in with before: guesses of others do not slow it down.
create table device (
    token_hash bytea primary key,                       -- sha256 of its cookie
    person_id  bigint      not null references person,
    seen_at    timestamptz not null default now()
);
alter table sign_in_failure add column device bytea;    -- null: of a browser that nobody has signed in with
alter table session add column address text;            -- where it began, and with what, for its person alone
alter table session add column agent text;
alter table session add column id bigint generated always as identity;

-- the desk ---------------------------------------------------------------------------------------------------
alter table arrival add column edition int not null default 1;   -- of its slip: who saves says which one they saw
alter table arrival add column slip_by bigint references person;

-- What a person saw of a document when they asked for a change: its edition counts whatever is said of it.
alter table document add column edition int not null default 1;
create function document_has_another_edition() returns trigger language plpgsql as $$
begin
    new.edition := old.edition + 1;
    return new;
end $$;
create trigger document_edition before update on document for each row
    when ((old.folder_id, old.name, old.state, old.kind, old.party_id, old."when", old.what, old.reference, old.amount, old.version)
          is distinct from
          (new.folder_id, new.name, new.state, new.kind, new.party_id, new."when", new.what, new.reference, new.amount, new.version))
    execute function document_has_another_edition();

-- What is bound for a folder waits out of everybody's sight but of those who may file there, and of who sent it.
alter table arrival add column bound_for bigint references folder;
alter table arrival add column bound_by bigint references person;
create view arrival_sight as
    select a.document_id, s.person_id from arrival a
    join arrival_point_sight s on s.arrival_point_id = a.arrival_point_id where a.bound_for is null
    union all
    select a.document_id, s.person_id from arrival a
    join folder f on f.id = a.bound_for join sight s on s.access_id = f.access_id and s."right" in ('filer', 'keeper')
    where a.bound_by is distinct from s.person_id
    union all
    select a.document_id, a.bound_by from arrival a where a.bound_for is not null and a.bound_by is not null;

-- How a document came: kept for good, also when its arrival was filed.
create table arrival_origin (
    document_id      bigint primary key references document,
    arrival_point_id bigint      not null references arrival_point,
    path             bytea       not null,              -- where it lay in the arrivals, the first time
    name             text        not null,
    came_at          timestamptz not null default now(),
    came_by          bigint references person,          -- null: another program brought it
    proposed         jsonb       not null default '{}', -- the slip that was proposed
    filed            jsonb                              -- the slip that it was filed by
);
create function arrival_is_remembered() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        insert into arrival_origin (document_id, arrival_point_id, path, name, came_at, came_by, proposed)
        select new.document_id, new.arrival_point_id, new.path, d.name, d.added_at, d.added_by, new.slip
        from document d where d.id = new.document_id on conflict do nothing;
        return new;
    end if;
    update arrival_origin set filed = old.slip where document_id = old.document_id;
    return old;
end $$;
create trigger arrival_comes after insert on arrival for each row execute function arrival_is_remembered();
create trigger arrival_goes before delete on arrival for each row execute function arrival_is_remembered();
insert into arrival_origin (document_id, arrival_point_id, path, name, came_at, came_by, proposed)
select a.document_id, a.arrival_point_id, a.path, d.name, d.added_at, d.added_by, a.slip
from arrival a join document d on d.id = a.document_id;

-- Whose documents a person may see says which parties they see.
create index document_party on document (party_id, folder_id) where party_id is not null;
