-- Functions that are asked with nearly every question: in PL/pgSQL a session plans what is in them once, in SQL anew for
-- each question, which took longer than to answer it.

create or replace function folder_path(start bigint) returns text language plpgsql stable as $$
begin
    return (
        with recursive up as (
            select id, parent_id, name, 0 as depth from folder where id = start
            union all
            select f.id, f.parent_id, f.name, up.depth + 1 from folder f join up on f.id = up.parent_id
        )
        select coalesce(string_agg(name, '/' order by depth desc) filter (where parent_id is not null), '') from up
    );
end
$$;

create or replace function hidden_above(asking bigint) returns text[] language plpgsql stable as $$
begin
    return (
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
    );
end
$$;
