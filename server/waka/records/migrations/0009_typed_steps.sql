-- One pipeline with typed steps: where a step's subject stands and goes are columns, what the act itself keeps is
-- JSON with a version, what is said of it is a code with facts. SQL knows no act by name from here on.
-- depends: 0008_hard_use

alter table change_step
    add column from_folder bigint,      -- a document's folder or a folder's parent, before
    add column from_name   text,
    add column to_folder   bigint,      -- and after; null where it goes away, or where the list makes it
    add column to_name     text,
    add column make        text,        -- the path of the folder that the list itself makes: for this step, or as this step
    add column phase       smallint not null default 1,  -- 0: makes room for others; 1: in order; 2: clears up
    add column parks       boolean not null default false, -- it goes to a temporary name, to make way
    add column was         text,        -- where it stood before it went to one
    add column conforms    boolean,     -- its name at the end reads back; null: as before
    add column conformed   boolean,
    add column detail      jsonb not null default '{"v": 1}',
    add column row         int,         -- of the spreadsheet that it comes from
    add column why         jsonb;       -- why it failed or was left: code and facts

-- what steps of before kept ---------------------------------------------------------------------------------
create function waka_known(kept jsonb) returns jsonb language sql immutable as $$
    select jsonb_build_object('size', kept -> 'size', 'inode', kept -> 'inode', 'modified_ns', kept -> 'modified_ns',
                              'sha256', encode(decode(kept ->> 'sha256', 'hex'), 'base64'))
$$;
create function waka_arrival(kept jsonb) returns jsonb language sql immutable as $$
    select case when coalesce(kept ->> 'arrival_point', '') <> '' then jsonb_strip_nulls(jsonb_build_object(
        'name', kept -> 'name', 'point', kept -> 'arrival_point', 'slip', coalesce(kept -> 'slip', '{}'),
        'bound_for', kept -> 'bound_for')) end
$$;
alter table change_step disable trigger user;
update change_step set
    from_folder = coalesce((before ->> 'folder')::bigint, (before ->> 'parent')::bigint),
    from_name = case when from_place <> 'arrivals' then before ->> 'name' end,
    to_folder = coalesce((after ->> 'folder')::bigint, (after ->> 'parent')::bigint),
    to_name = case when to_place <> 'arrivals' then after ->> 'name' end,
    make = case when act = 'make_folder' then coalesce(after ->> 'path', convert_from(to_path, 'UTF8')) else after ->> 'make' end,
    phase = case act when 'make_folder' then 0 when 'remove_folder' then 2 else 1 end,
    parks = after ? 'parks', was = after ->> 'was',
    conforms = (after ->> 'conforms')::boolean, conformed = (before ->> 'conforms')::boolean,
    row = (asked ->> 'row')::int,
    why = case when failure is not null then jsonb_build_object('code', 'told', 'facts', jsonb_build_object('told', failure)) end,
    findings = (select jsonb_agg(jsonb_build_object('code', f -> 'code', 'other', f -> 'other', 'offer', f -> 'offer',
                                                    'facts', jsonb_build_object('told', f -> 'message')))
                from jsonb_array_elements(findings) f),
    detail = jsonb_build_object('v', 1) || jsonb_strip_nulls(case when before = '{}' and after = '{}' then jsonb_build_object('wanted', act)
        else case act
        when 'copy' then jsonb_build_object('made', after -> 'made')
        when 'bin' then jsonb_build_object('reason', after -> 'reason')
        when 'restore' then jsonb_build_object('reason', before -> 'reason')
        when 'file' then jsonb_build_object('arrival', waka_arrival(before))
        when 'unfile' then jsonb_build_object('arrival', waka_arrival(after))
        when 'version' then jsonb_build_object('stood', waka_known(before -> 'onto'), 'arrival', waka_arrival(before))
        when 'unversion' then jsonb_build_object('returns', waka_known(after -> 'onto'), 'arrival', waka_arrival(after))
        when 'revert' then jsonb_build_object('version', after -> 'version', 'stood', waka_known(before -> 'onto'))
        when 'destroy' then jsonb_build_object('path', before -> 'path', 'kept',
            (select coalesce(jsonb_agg(encode(decode(k, 'hex'), 'base64')), '[]') from jsonb_array_elements_text(before -> 'kept') k))
        when 'make_folder' then jsonb_build_object('made', after -> 'made')
        else '{}' end end)
        -- fields keep their nulls: an empty field is a value, too
        || case when act in ('place', 'correct') and before ? 'record' and after ? 'record'
                then jsonb_build_object('was', before -> 'record', 'record', after -> 'record')
                when act in ('copy', 'restore', 'file') and after ? 'record' then jsonb_build_object('record', after -> 'record')
                when act = 'version' and after ? 'onto_record'
                then jsonb_build_object('was', before -> 'onto_record', 'record', after -> 'onto_record')
                when act = 'unversion' and after ? 'onto_record' then jsonb_build_object('record', after -> 'onto_record')
                else '{}' end;
alter table change_step enable trigger user;
drop function waka_known(jsonb);
drop function waka_arrival(jsonb);

-- proposals of lists that were not run yet
update change_step set asked = jsonb_strip_nulls(jsonb_build_object(
        'v', 1, 'at', asked -> 'at',
        'act', case asked ->> 'do' when 'move' then 'place' when 'move_folder' then 'place_folder' when 'plan_folder' then 'make_folder'
               else asked ->> 'do' end,
        'document', asked -> 'number', 'source', asked -> 'source', 'folder', asked -> 'folder', 'into', asked -> 'into',
        'to', asked -> 'to', 'name', asked -> 'name', 'collision', asked -> 'collision', 'leave', asked -> 'leave',
        'reason', asked -> 'reason', 'row', asked -> 'row', 'undoes', case when asked ? 'expect' then true end,
        'onto', asked -> 'expect' -> 'onto',
        'stands', case when asked -> 'expect' ->> 'name' is not null then jsonb_build_object(
            'folder', coalesce(asked -> 'expect' -> 'folder', asked -> 'expect' -> 'parent'), 'name', asked -> 'expect' -> 'name') end,
        'only', case when asked ? 'record' then (select jsonb_agg(k) from jsonb_object_keys(asked -> 'record') k) end))
    || case when asked ? 'record' then jsonb_build_object('record', asked -> 'record') else '{}' end
where asked <> '{}';

drop trigger change_step_keeps on change_step;
alter table change_step
    drop column before, drop column after, drop column failure, drop constraint change_step_act_check,
    drop constraint change_step_subject_check,
    add constraint change_step_subject_check check (document_id is not null or folder_id is not null or phase = 0 or state in ('proposed', 'left'));
alter table change_step rename column why to failure;
create trigger change_step_keeps before update on change_step for each row
    when (old.list_id <> new.list_id or old.document_id is distinct from new.document_id
          or old.folder_id is distinct from new.folder_id or old.onto_id is distinct from new.onto_id)
    execute function keeps_what_it_refers_to();
create index change_step_first on change_step (list_id, position) where phase = 0;

-- lists -----------------------------------------------------------------------------------------------------
alter table change_list add column why jsonb;
update change_list set why = jsonb_build_object('code', 'told', 'facts', jsonb_build_object('told', trouble)) where trouble is not null;
alter table change_list drop column trouble;
alter table change_list rename column why to trouble;
alter table change_list drop constraint change_list_origin_check;
update change_list set ask = jsonb_strip_nulls(jsonb_build_object(
    'into', ask -> 'into', 'sheet', ask -> 'sheet', 'source', ask -> 'from', 'target', ask -> 'to', 'days', ask -> 'days',
    'remove_empty', ask -> 'remove_empty', 'part', ask -> 'part'))
where ask <> '{}';
