-- What texts can be compared by: who looks like whom, what is here already. Made from the text, so that nothing waits for it.
create table content_sketch (
    sha256  bytea  primary key references content on delete cascade,
    at      bigint not null generated always as identity,  -- in the order in which they were made: processes read on from here
    version int    not null,                               -- of what made it
    look    bytea  not null,                               -- 64 numbers of 16 bits, of the words on the first page
    content bytea  not null                                -- the same of all words and figures
);
create unique index content_sketch_at on content_sketch (at);

create table sketch_due (sha256 bytea primary key references content on delete cascade);
insert into sketch_due select sha256 from content where text <> '';
