-- Where an arrival was taken out of another one, and what it was called there.
create table taken_out (
    document_id bigint primary key references document,
    holder_id   bigint not null references document,
    name        text   not null                         -- in the holder, with its folders
);
create index taken_out_holder on taken_out (holder_id);
