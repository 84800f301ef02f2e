-- What people write for lists of many and keep under names: sentences that rename, sets of folders. Each change is a
-- revision of its own.
create table kept_text (
    id        bigint generated always as identity primary key,
    person_id bigint not null references person,
    what      text   not null check (what in ('renaming', 'folders')),
    name      text   not null,
    name_key  text   not null,
    ended_at  timestamptz,
    unique (person_id, what, name_key)
);
create table kept_text_revision (
    id      bigint generated always as identity primary key,
    text_id bigint      not null references kept_text,
    text    text        not null,
    at      timestamptz not null default now()
);
create index kept_text_revision_of on kept_text_revision (text_id, id);
