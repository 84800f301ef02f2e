-- Indexes and references that a first taking in of a drive does without, and how they are made again.
-- depends: 0011_discarded

create table loosened (
    name       text primary key,
    relation   text    not null,
    is_index   boolean not null,
    definition text    not null
);
