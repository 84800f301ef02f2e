-- The codes of the fields that are known from the document's name alone: until a person confirms or corrects them.
alter table document add column from_name text[] not null default '{}';
