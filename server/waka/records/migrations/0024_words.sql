-- The words of documents and where they stand, read or recognised once: what slips are filled in from.
create table content_words (
    sha256  bytea       primary key references content on delete cascade,
    version int         not null,               -- of what read them; what an earlier one read is read again
    words   bytea       not null,               -- parts with their pages and words: MessagePack, gzip
    read_at timestamptz not null default now()
);
alter table stuck drop constraint stuck_part_check;
alter table stuck add constraint stuck_part_check
    check (part in ('following', 'settling', 'reading', 'words', 'index', 'arrivals', 'store', 'lists', 'tidying', 'names'));
