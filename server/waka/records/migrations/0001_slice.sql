-- The ground: people, folders, documents and their lasting numbers, change lists, the logbook.
-- depends:

create extension if not exists pg_trgm;

create table person (
    id            bigint generated always as identity primary key,
    login         text        not null,
    name          text        not null,
    initials      text        not null,
    password_hash text        not null,               -- argon2id
    administrator boolean     not null default false,
    created_at    timestamptz not null default now(),
    ended_at      timestamptz                          -- switched off; the logbook keeps the name
);
create unique index person_login on person (lower(login));

create table session (
    token_hash bytea       primary key,               -- sha256 of the cookie; the cookie itself is never kept
    person_id  bigint      not null references person,
    csrf       text        not null,
    created_at timestamptz not null default now(),
    seen_at    timestamptz not null default now()
);

create table sign_in_failure (
    id      bigint generated always as identity primary key,
    login   text        not null,
    address text        not null,
    at      timestamptz not null default now()
);
create index sign_in_failure_recent on sign_in_failure (at);

-- A folder renamed or moved is one row: documents hold their folder and name, never a whole path.
create table folder (
    id         bigint generated always as identity primary key,
    parent_id  bigint references folder,              -- null for the drive root alone
    name       text        not null,                  -- '' for the drive root alone
    name_key   text        not null collate "C",      -- what some systems cannot tell apart, for order and twins
    access_id  bigint      not null references folder deferrable initially deferred, -- whose grants rule here
    created_at timestamptz not null default now(),
    removed_at timestamptz
);
create unique index folder_place on folder (parent_id, name) where removed_at is null;
create unique index folder_root on folder ((true)) where parent_id is null;
create index folder_order on folder (parent_id, name_key);

-- What each person may do, already worked out for every folder that has grants of its own.
create table sight (
    access_id bigint not null references folder,
    person_id bigint not null references person,
    "right"   text   not null check ("right" in ('reader', 'filer', 'keeper')),
    primary key (person_id, access_id)
);

create table arrival_point (
    id      bigint generated always as identity primary key,
    name    text  not null,
    path    bytea not null unique                      -- beneath the arrivals root, as the file system writes it
);

create table arrival_point_sight (
    arrival_point_id bigint not null references arrival_point,
    person_id        bigint not null references person,
    primary key (person_id, arrival_point_id)
);

create table party (
    id       bigint generated always as identity primary key,
    name     text not null,
    name_key text not null unique,
    short    text unique check (short ~ '^[a-z0-9]{1,16}$')
);

create table party_spelling (
    spelling_key text primary key,
    spelling     text   not null,
    party_id     bigint not null references party
);

create table kind (
    code     text primary key,
    label    text not null,
    position int  not null
);
insert into kind values
    ('invoice', 'Invoice', 1), ('bill', 'Bill', 2), ('letter', 'Letter', 3), ('minutes', 'Minutes', 4),
    ('coursework', 'Coursework', 5), ('certificate', 'Certificate', 6), ('report', 'Report', 7),
    ('form', 'Form', 8), ('photo', 'Photo', 9), ('other', 'Other', 10);

create table name_pattern (
    id            bigint generated always as identity primary key,
    text          text        not null,
    joiner        text        not null default '-',
    letter_case   text        not null default 'lower',
    transliterate boolean     not null default true,
    longest       int         not null default 80,
    created_at    timestamptz not null default now()
);
insert into name_pattern (text) values ('{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}');

-- What was read from some bytes, once, however many documents have them.
create table content (
    sha256     bytea primary key,
    size       bigint not null,
    media_type text,                                   -- what the bytes are, whatever the name says
    extension  text,                                   -- the extension that fits, '' where none is known
    pages      int,                                    -- that can be shown as pictures
    text       text,
    trouble    text,                                   -- empty, damaged, locked, too_large, too_slow
    read_at    timestamptz                             -- null: waits to be read
);
create index content_unread on content (sha256) where read_at is null;

create table document (
    id          bigint generated always as identity primary key,  -- the lasting number
    state       text   not null check (state in ('waiting', 'filed', 'gone')),
        -- waiting: on the desk; filed: in the drive; gone: its file is no longer where it was
    folder_id   bigint references folder,              -- where it is filed
    name        text   not null,
    name_key    text   not null collate "C",
    conforms    boolean not null default false,        -- its name reads back by the pattern
    size        bigint not null,
    sha256      bytea  not null references content,
    inode       bigint not null,
    modified_ns bigint not null,                       -- nanoseconds since 1970, of the file
    kind        text references kind,
    party_id    bigint references party,               -- who
    "when"      date,
    what        text,
    reference   text,
    amount      numeric(14, 2),
    added_at    timestamptz not null default now(),
    added_by    bigint references person,
    changed_at  timestamptz not null default now(),
    changed_by  bigint references person,
    check ((state = 'filed') = (folder_id is not null))
);
create unique index document_place on document (folder_id, name) where state = 'filed';
create index document_order on document (folder_id, name_key, id) where state = 'filed';
create index document_bytes on document (sha256);

create table arrival (
    document_id      bigint primary key references document,
    arrival_point_id bigint not null references arrival_point,
    path             bytea  not null unique,           -- beneath the arrivals root
    slip             jsonb  not null default '{}',     -- the fields as far as they were filled in
    later_at         timestamptz                       -- set aside: comes last in the queue
);

-- What lies in the arrivals folder and cannot be taken, and why.
create table arrival_notice (
    path    bytea primary key,
    shown   text not null,
    reason  text not null,
    at      timestamptz not null default now()
);

-- What search stands on, apart from the document row so that a move stays a narrow write.
create table document_search (
    document_id bigint primary key references document,
    name        text     not null,                     -- folded: any part of a word is found
    words       tsvector not null                      -- A: name, B: fields, C: text
);
create index document_search_name on document_search using gin (name gin_trgm_ops);
create index document_search_words on document_search using gin (words);

create table change_list (
    id          bigint generated always as identity primary key,
    title       text        not null,
    origin      text        not null check (origin in ('desk', 'undo')),
    person_id   bigint      not null references person,
    state       text        not null check (state in ('running', 'done', 'failed')),
    undo_of     bigint references change_list,
    undone_by   bigint references change_list,
    created_at  timestamptz not null default now(),
    finished_at timestamptz
);

create table change_step (
    list_id        bigint not null references change_list,
    position       int    not null,
    document_id    bigint not null references document,
    from_place     text   not null check (from_place in ('arrivals', 'drive')),
    from_path      bytea  not null,                    -- beneath that place, when the intent was recorded
    to_place       text   not null check (to_place in ('arrivals', 'drive')),
    to_path        bytea  not null,
    state          text   not null check (state in ('proposed', 'intended', 'done', 'put_back', 'failed')),
        -- intended: on record before the file moves; put_back: found not moved after an interruption
    size           bigint not null,
    sha256         bytea  not null,
    inode          bigint not null,
    modified_ns    bigint not null,
    before         jsonb  not null,                    -- the record as it was
    after          jsonb  not null,                    -- the record as it will be
    failure        text,
    settled_at     timestamptz,
    primary key (list_id, position)
);
create index change_step_document on change_step (document_id);
create unique index change_step_intended on change_step (document_id) where state = 'intended';

create table logbook (
    id             bigint generated always as identity primary key,
    at             timestamptz not null default now(),
    person_id      bigint references person,           -- null: Waka itself
    action         text   not null check (action in
        ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside')),
    document_id    bigint references document,
    list_id        bigint references change_list,
    from_path      text,                               -- as a person reads it: Finance/Invoices/2025/name.pdf
    to_path        text,
    from_folder_id bigint references folder,           -- null where it was no folder of the drive
    to_folder_id   bigint references folder,
    arrival_point_id bigint references arrival_point,
    reason         text
);
create index logbook_document on logbook (document_id, id);
create index logbook_from on logbook (from_path);
create index logbook_to on logbook (to_path);

create function folder_path(start bigint) returns text language sql stable as $$
    with recursive up as (
        select id, parent_id, name, 0 as depth from folder where id = start
        union all
        select f.id, f.parent_id, f.name, up.depth + 1 from folder f join up on f.id = up.parent_id
    )
    select coalesce(string_agg(name, '/' order by depth desc) filter (where parent_id is not null), '') from up
$$;
