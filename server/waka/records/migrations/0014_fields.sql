-- Fields as data: one registry says which there are. The first six keep their columns; all others are kept by their codes.
-- depends: 0013_claimed_names

create table field (
    code     text primary key check (code ~ '^[a-z][a-z0-9_]{0,39}$'),
    label    text    not null,
    type     text    not null check (type in ('text', 'code', 'date', 'party', 'money', 'number', 'choice')),
    kinds    text[]  not null default '{}', -- of documents that have it; none: all
    choices  jsonb   not null default '[]', -- code and label of each, in order
    shown    boolean not null default false, -- as a column, where a person has not chosen
    own      boolean not null default true,  -- the team's own, not Waka's
    retired  boolean not null default false, -- asked for no more; what is kept in it stays
    position int     not null
);
insert into field (code, label, type, kinds, shown, own, position) values
    ('kind', 'Kind', 'choice', '{}', true, false, 1), -- its choices are the kinds themselves
    ('who', 'Who', 'party', '{}', true, false, 2),
    ('when', 'When', 'date', '{}', true, false, 3),
    ('what', 'What', 'text', '{}', false, false, 4),
    ('reference', 'Reference', 'code', '{}', false, false, 5),
    ('amount', 'Amount', 'money', '{}', false, false, 6),
    ('due', 'Due', 'date', '{invoice,bill}', false, false, 7),
    ('expires', 'Expires', 'date', '{certificate}', false, false, 8),
    ('learner', 'Learner', 'party', '{coursework}', false, false, 9),
    ('assignment', 'Assignment', 'text', '{coursework}', false, false, 10);
alter table kind add column retired boolean not null default false;

alter table document add column currency text; -- of the amount, ISO 4217
alter table document add column fields jsonb not null default '{}'; -- code of a further field → what is kept
update document set currency = coalesce((select value ->> 'currency' from setting where name = 'office'), 'GBP')
where amount is not null;
drop trigger document_edition on document;
create trigger document_edition before update on document for each row
    when ((old.folder_id, old.name, old.state, old.kind, old.party_id, old."when", old.what, old.reference, old.amount, old.currency,
           old.fields, old.version)
          is distinct from
          (new.folder_id, new.name, new.state, new.kind, new.party_id, new."when", new.what, new.reference, new.amount, new.currency,
           new.fields, new.version))
    execute function document_has_another_edition();
create index document_fields on document using gin (fields) where fields <> '{}';

alter table logbook drop constraint logbook_action_check;
alter table logbook add constraint logbook_action_check check (action in
    ('arrived', 'filed', 'unfiled', 'taken_in', 'put_back', 'gone', 'returned', 'changed_outside',
     'moved', 'renamed', 'copied', 'binned', 'discarded', 'taken_back', 'restored', 'corrected', 'uploaded',
     'folder_made', 'folder_renamed', 'folder_moved', 'folder_removed',
     'moved_outside', 'renamed_outside', 'folder_moved_outside', 'folder_gone', 'joined', 'access_changed',
     'versioned', 'unversioned', 'reverted', 'destroyed', 'overwritten_outside', 'drive_adopted', 'folders_joined',
     'password_changed', 'person_invited', 'person_ended', 'administrator_made', 'administrator_ended', 'office_changed', 'team_changed',
     'team_removed', 'point_granted', 'point_renamed', 'field_changed', 'kind_changed', 'party_changed'));
