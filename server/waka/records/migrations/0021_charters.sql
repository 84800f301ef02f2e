-- What a folder declares, for itself and for those beneath until one of them declares it otherwise.
create table charter (
    folder_id   bigint primary key references folder,
    edition     bigint      not null default 1,       -- counted up with every change
    purpose     text,                                 -- null, here and below: as the folder above has it
    keeper_id   bigint references person,             -- whom to ask; grants nothing
    pattern_id  bigint references name_pattern,       -- the revision in force of a pattern of its own
    takes       text[],                               -- codes of the kinds that belong here
    others      text check (others in ('warn', 'refuse', 'desk')),
    statement   text,                                 -- confirmed by whoever uploads here
    deepest     integer check (deepest between 1 and 40),       -- levels of folders, advised
    fullest     integer check (fullest between 1 and 1000000),  -- documents in one folder, advised
    destination text,                                 -- where it files its kinds: a pattern from this folder on
    changed_at  timestamptz not null default now(),
    changed_by  bigint references person,
    check ((takes is null) = (others is null))
);
-- Each change of a pattern is a revision of its own; null: a pattern of the whole drive.
alter table name_pattern add column folder_id bigint references folder;
create index name_pattern_folder on name_pattern (folder_id, id);

-- What was confirmed with an upload.
alter table upload add column statement text;

-- The folder whose pattern names documents in a folder: the nearest upwards that has one, null for the whole drive's.
create function naming_folder(folder bigint) returns bigint language sql stable as $$
    with recursive up (id, parent_id, pattern_id, depth) as (
        select f.id, f.parent_id, c.pattern_id, 0 from folder f left join charter c on c.folder_id = f.id where f.id = folder
        union all
        select f.id, f.parent_id, c.pattern_id, up.depth + 1
        from up join folder f on f.id = up.parent_id left join charter c on c.folder_id = f.id where up.pattern_id is null
    )
    select id from up where pattern_id is not null
$$;

-- A folder and all beneath it, as far as a person may see them.
create function seen_beneath(top bigint, person bigint) returns setof bigint language sql stable rows 100 as $$
    with recursive down as (
        select id, access_id from folder where id = top
        union all
        select f.id, f.access_id from folder f join down on f.parent_id = down.id where f.removed_at is null
    )
    select down.id from down join sight s on s.access_id = down.access_id and s.person_id = person
$$;

-- Folders whose documents' names are to be read again, since another pattern holds there.
create table names_to_read (
    folder_id bigint primary key references folder,
    done_to   bigint not null default 0  -- the number of the last document that was read
);
insert into names_to_read (folder_id)
select id from folder where exists (select from name_reading where finished_at is null or pattern_id <> (select max(id) from name_pattern));
drop table name_reading;

create function read_names_beneath(top bigint) returns void language sql as $$
    with recursive down (id) as (
        select top
        union all
        select f.id from folder f join down on f.parent_id = down.id
    )
    insert into names_to_read (folder_id) select id from down on conflict (folder_id) do update set done_to = 0
$$;

create function name_pattern_is_new() returns trigger language plpgsql as $$
begin
    insert into names_to_read (folder_id) select id from folder where removed_at is null
    on conflict (folder_id) do update set done_to = 0;
    return null;
end
$$;
create trigger name_pattern_is_new after insert on name_pattern for each row when (new.folder_id is null)
    execute function name_pattern_is_new();

create function charter_names_otherwise() returns trigger language plpgsql as $$
begin
    perform read_names_beneath(new.folder_id);
    return null;
end
$$;
create trigger charter_names_first after insert on charter for each row when (new.pattern_id is not null)
    execute function charter_names_otherwise();
create trigger charter_names_otherwise after update on charter for each row when (new.pattern_id is distinct from old.pattern_id)
    execute function charter_names_otherwise();

-- What goes elsewhere comes under the pattern that holds there.
create function folder_comes_under() returns trigger language plpgsql as $$
begin
    if exists (select from charter where pattern_id is not null)
       and naming_folder(old.parent_id) is distinct from naming_folder(new.parent_id) then
        perform read_names_beneath(new.id);
    end if;
    return null;
end
$$;
create trigger folder_comes_under after update of parent_id on folder for each row
    when (new.parent_id is distinct from old.parent_id) execute function folder_comes_under();

create function document_comes_under() returns trigger language plpgsql as $$
begin
    -- few drives have any
    if exists (select from charter where pattern_id is not null)
       and naming_folder(old.folder_id) is distinct from naming_folder(new.folder_id) then
        insert into names_to_read (folder_id) values (new.folder_id) on conflict (folder_id) do update set done_to = 0;
    end if;
    return null;
end
$$;
-- What is filed anew has its name read by the pattern of its folder as it is filed.
create trigger document_comes_under after update of folder_id on document for each row
    when (new.folder_id <> old.folder_id) execute function document_comes_under();

alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'discarded', 'taken_back', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed', 'charter_changed',
     'versioned', 'unversioned', 'reverted', 'destroyed', 'overwritten_outside', 'drive_adopted', 'folders_joined',
     'password_changed', 'person_invited', 'person_ended', 'administrator_made', 'administrator_ended', 'office_changed', 'team_changed',
     'team_removed', 'point_granted', 'point_renamed', 'field_changed', 'kind_changed', 'party_changed', 'parties_merged',
     'pattern_changed'));
