-- Where an arrival was taken out of another one. Its name is kept as it was then: what it is filed as later may be hidden.
create table taken_out (
    document_id bigint primary key references document,
    holder_id   bigint not null references document,
    holder_name text   not null,
    place       int                                     -- in the holder; null where it was made of its pages
);
create index taken_out_holder on taken_out (holder_id);
