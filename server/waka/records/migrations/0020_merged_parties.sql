-- Two parties that are one: the one that was merged stays as a sign to the other, for what an earlier change puts back.
alter table party add column merged_into bigint references party check (merged_into <> id);

create function party_now(number bigint) returns bigint language sql stable as $$
    with recursive way (id, merged_into) as (
        select p.id, p.merged_into from party p where p.id = number
        union
        select p.id, p.merged_into from way w join party p on p.id = w.merged_into
    )
    select coalesce((select id from way where merged_into is null), number)
$$;

create function fields_now(fields jsonb) returns jsonb language sql stable as $$
    select coalesce(jsonb_object_agg(v.key, case f.type when 'party' then to_jsonb(party_now(v.value::bigint)::text)
                                                        else fields -> v.key end), '{}')
    from jsonb_each_text(fields) v left join field f on f.code = v.key
$$;

create function document_parties() returns trigger language plpgsql as $$
begin
    -- few drives have any
    if exists (select from party where merged_into is not null) then
        new.party_id := party_now(new.party_id);
        if new.fields <> '{}' then
            new.fields := fields_now(new.fields);
        end if;
    end if;
    return new;
end
$$;
create trigger document_parties_new before insert on document for each row
    when (new.party_id is not null or new.fields <> '{}') execute function document_parties();
create trigger document_parties_changed before update on document for each row
    when (new.party_id is distinct from old.party_id and new.party_id is not null
          or new.fields is distinct from old.fields and new.fields <> '{}') execute function document_parties();

alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'discarded', 'taken_back', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed',
     'versioned', 'unversioned', 'reverted', 'destroyed', 'overwritten_outside', 'drive_adopted', 'folders_joined',
     'password_changed', 'person_invited', 'person_ended', 'administrator_made', 'administrator_ended', 'office_changed', 'team_changed',
     'team_removed', 'point_granted', 'point_renamed', 'field_changed', 'kind_changed', 'party_changed', 'parties_merged',
     'pattern_changed'));
