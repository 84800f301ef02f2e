-- Sentences that rename, kept under names by the people who use them; each change is a revision of its own.
create table kept_sentence (
    id        bigint generated always as identity primary key,
    person_id bigint not null references person,
    name      text   not null,
    name_key  text   not null,
    ended_at  timestamptz,
    unique (person_id, name_key)
);
create table kept_sentence_revision (
    id          bigint generated always as identity primary key,
    sentence_id bigint      not null references kept_sentence,
    text        text        not null,
    at          timestamptz not null default now()
);
create index kept_sentence_revision_of on kept_sentence_revision (sentence_id, id);
