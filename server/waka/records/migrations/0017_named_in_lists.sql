-- Whom the maker of a list named to look at it, to decide with them, or to say yes before it runs.
create table list_person (
    list_id        bigint not null references change_list on delete cascade,
    person_id      bigint not null references person,
    part           text   not null check (part in ('look', 'decide', 'approve')),
    approved_at    timestamptz,
    approved_check timestamptz,  -- the check of the list that was looked at: what is checked anew is not approved yet
    primary key (list_id, person_id)
);
create index list_person_person on list_person (person_id);

-- What a list is about, as far as somebody else may be told of it: the folders that its steps lead from and to, and the
-- arrivals. Noted once somebody is named and with each check after, for a list of a hundred thousand steps is looked at often.
create table list_end (
    list_id     bigint not null references change_list on delete cascade,
    folder_id   bigint,
    document_id bigint,  -- an arrival
    check ((folder_id is null) <> (document_id is null))
);
create index list_end_list on list_end (list_id);
