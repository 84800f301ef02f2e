-- What hard use found: hidden folders above seen ones, private folders that are copied and removed.
-- depends: 0007_following

-- The paths of folders that a person may not know of and beneath which stands one that they may: no path that they
-- are shown begins with one of these.
create function hidden_above(asking bigint) returns text[] language sql stable as $$
    with recursive up as (
        select p.id, p.parent_id, p.access_id
        from sight s join folder f on f.id = s.access_id and f.removed_at is null join folder p on p.id = f.parent_id
        where s.person_id = asking
        union
        select p.id, p.parent_id, p.access_id from up join folder p on p.id = up.parent_id
    )
    select coalesce(array_agg(folder_path(up.id)), '{}') from up
    where up.parent_id is not null
      and not exists (select from sight s where s.access_id = up.access_id and s.person_id = asking)
$$;

-- What went from a folder: looked up for private folders that are gone.
create index logbook_gone on logbook (from_folder_id) where action = 'gone';
