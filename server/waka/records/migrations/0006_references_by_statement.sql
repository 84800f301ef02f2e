-- Steps and logbook lines refer to documents, folders, people and lists, a hundred thousand rows at a time. A
-- foreign key looks up each reference of each row by itself; here one question a statement holds the same.
-- What is referred to is never deleted, but for a list that was not begun: that is held, too.
-- depends: 0005_steps_by_act

alter table change_step
    drop constraint change_step_list_id_fkey, drop constraint change_step_document_id_fkey,
    drop constraint change_step_folder_id_fkey, drop constraint change_step_onto_id_fkey;
alter table logbook
    drop constraint logbook_person_id_fkey, drop constraint logbook_document_id_fkey,
    drop constraint logbook_list_id_fkey, drop constraint logbook_folder_id_fkey,
    drop constraint logbook_from_folder_id_fkey, drop constraint logbook_to_folder_id_fkey;

-- planned anew each time (execute): a plan for two hundred rows is none for a hundred thousand
create function refers_to_what_is_there() returns trigger language plpgsql as $$
declare
    missing boolean;
    reference text;
begin
    foreach reference in array tg_argv loop
        execute format(
            'select exists (select from added a where a.%1$I is not null and not exists (select from %2$I r where r.id = a.%1$I))',
            split_part(reference, ' ', 1), split_part(reference, ' ', 2)) into missing;
        if missing then
            raise foreign_key_violation using message = format('%s refers to a %s that is not there', tg_table_name, split_part(reference, ' ', 2));
        end if;
    end loop;
    return null;
end $$;
create trigger change_step_refers after insert on change_step referencing new table as added for each statement
    execute function refers_to_what_is_there('list_id change_list', 'document_id document', 'folder_id folder', 'onto_id document');
create trigger logbook_refers after insert on logbook referencing new table as added for each statement
    execute function refers_to_what_is_there(
        'person_id person', 'document_id document', 'list_id change_list', 'folder_id folder', 'from_folder_id folder', 'to_folder_id folder');

create function keeps_what_it_refers_to() returns trigger language plpgsql as $$
begin
    raise foreign_key_violation using message = format('what a row of %s refers to does not change', tg_table_name);
end $$;
create trigger change_step_keeps before update on change_step for each row
    when (old.list_id <> new.list_id or old.document_id is distinct from new.document_id
          or old.folder_id is distinct from new.folder_id or old.onto_id is distinct from new.onto_id)
    execute function keeps_what_it_refers_to();
create trigger logbook_keeps before update on logbook for each row
    when (old.person_id is distinct from new.person_id or old.document_id is distinct from new.document_id
          or old.list_id is distinct from new.list_id or old.folder_id is distinct from new.folder_id
          or old.from_folder_id is distinct from new.from_folder_id or old.to_folder_id is distinct from new.to_folder_id)
    execute function keeps_what_it_refers_to();

create function is_kept_for_good() returns trigger language plpgsql as $$
begin
    raise foreign_key_violation using message = format('a row of %s is kept for good', tg_table_name);
end $$;
create trigger document_stays before delete on document for each row execute function is_kept_for_good();
create trigger folder_stays before delete on folder for each row execute function is_kept_for_good();
create trigger person_stays before delete on person for each row execute function is_kept_for_good();

create function goes_only_before_it_was_begun() returns trigger language plpgsql as $$
begin
    if old.at_once or old.begun_at is not null or exists (select from change_step where list_id = old.id) then
        raise foreign_key_violation using message = format('change list %s is kept for good', old.id);
    end if;
    return old;
end $$;
create trigger change_list_stays before delete on change_list for each row execute function goes_only_before_it_was_begun();
