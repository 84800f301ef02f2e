
SET statement_timeout = 0;
SET lock_timeout = 0;
SET idle_in_transaction_session_timeout = 0;
SET client_encoding = 'UTF8';
SET standard_conforming_strings = on;
SELECT pg_catalog.set_config('search_path', '', false);
SET check_function_bodies = false;
SET xmloption = content;
SET client_min_messages = warning;
SET row_security = off;
CREATE EXTENSION IF NOT EXISTS pg_trgm WITH SCHEMA public;
CREATE FUNCTION public.arrival_is_remembered() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        insert into arrival_origin (document_id, arrival_point_id, path, name, came_at, came_by, proposed)
        select new.document_id, new.arrival_point_id, new.path, d.name, d.added_at, d.added_by, new.slip
        from document d where d.id = new.document_id on conflict do nothing;
        return new;
    end if;
    update arrival_origin set filed = old.slip where document_id = old.document_id;
    return old;
end $$;
CREATE FUNCTION public.birth_goes_with_the_inode() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    new.born_ns := null;
    return new;
end $$;
CREATE FUNCTION public.document_has_another_edition() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    new.edition := old.edition + 1;
    return new;
end $$;
CREATE FUNCTION public.folder_path(start bigint) RETURNS text
    LANGUAGE sql STABLE
    AS $$
    with recursive up as (
        select id, parent_id, name, 0 as depth from folder where id = start
        union all
        select f.id, f.parent_id, f.name, up.depth + 1 from folder f join up on f.id = up.parent_id
    )
    select coalesce(string_agg(name, '/' order by depth desc) filter (where parent_id is not null), '') from up
$$;
CREATE FUNCTION public.goes_only_before_it_was_begun() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if old.at_once or old.begun_at is not null or exists (select from change_step where list_id = old.id) then
        raise foreign_key_violation using message = format('change list %s is kept for good', old.id);
    end if;
    return old;
end $$;
CREATE FUNCTION public.hidden_above(asking bigint) RETURNS text[]
    LANGUAGE sql STABLE
    AS $$
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
CREATE FUNCTION public.is_kept_for_good() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    raise foreign_key_violation using message = format('a row of %s is kept for good', tg_table_name);
end $$;
CREATE FUNCTION public.keeps_what_it_refers_to() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    raise foreign_key_violation using message = format('what a row of %s refers to does not change', tg_table_name);
end $$;
CREATE FUNCTION public.refers_to_what_is_there() RETURNS trigger
    LANGUAGE plpgsql
    AS $_$
declare
    missing boolean;
    reference text;
begin
    foreach reference in array tg_argv loop
        execute format(
            'select exists (select from added a where a.%1$I is not null and not exists (select from %2$I r where r.id = a.%1$I))',
            split_part(reference, ' ', 1), split_part(reference, ' ', 2)) into missing;
        if missing then
            raise foreign_key_violation using message = format('%s refers to a %s that is not there', tg_table_name, split_part(reference, ' ', 2));
        end if;
    end loop;
    return null;
end $_$;
CREATE FUNCTION public.sight_worked_out(domain bigint) RETURNS TABLE(person_id bigint, "right" text)
    LANGUAGE sql STABLE
    AS $$
    with recursive up as (
        select id, parent_id, replaces from folder where id = domain
        union all
        select f.id, f.parent_id, f.replaces from folder f join up on f.id = up.parent_id where not up.replaces
    ), granted as (
        select coalesce(g.person_id, m.person_id) as person_id, g."right"
        from up join folder_grant g on g.folder_id = up.id
        left join team_member m on m.team_id = g.team_id
    )
    select g.person_id,
           (array_agg(g."right" order by array_position(array['keeper', 'filer', 'reader'], g."right")))[1]
    from granted g join person p on p.id = g.person_id and p.ended_at is null
    group by g.person_id
$$;
SET default_tablespace = '';
SET default_table_access_method = heap;
CREATE TABLE public._yoyo_log (
    id character varying(36) NOT NULL,
    migration_hash character varying(64),
    migration_id character varying(255),
    operation character varying(10),
    username character varying(255),
    hostname character varying(255),
    comment character varying(255),
    created_at_utc timestamp without time zone
);
CREATE TABLE public._yoyo_migration (
    migration_hash character varying(64) NOT NULL,
    migration_id character varying(255),
    applied_at_utc timestamp without time zone
);
CREATE TABLE public._yoyo_version (
    version integer NOT NULL,
    installed_at_utc timestamp without time zone
);
CREATE TABLE public.arrival (
    document_id bigint NOT NULL,
    arrival_point_id bigint NOT NULL,
    path bytea NOT NULL,
    slip jsonb DEFAULT '{}'::jsonb NOT NULL,
    later_at timestamp with time zone,
    edition integer DEFAULT 1 NOT NULL,
    slip_by bigint,
    bound_for bigint,
    bound_by bigint
);
CREATE TABLE public.arrival_notice (
    path bytea NOT NULL,
    shown text NOT NULL,
    reason text NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.arrival_origin (
    document_id bigint NOT NULL,
    arrival_point_id bigint NOT NULL,
    path bytea NOT NULL,
    name text NOT NULL,
    came_at timestamp with time zone DEFAULT now() NOT NULL,
    came_by bigint,
    proposed jsonb DEFAULT '{}'::jsonb NOT NULL,
    filed jsonb
);
CREATE TABLE public.arrival_point (
    id bigint NOT NULL,
    name text NOT NULL,
    path bytea NOT NULL
);
CREATE TABLE public.arrival_point_grant (
    arrival_point_id bigint NOT NULL,
    person_id bigint,
    team_id bigint,
    CONSTRAINT arrival_point_grant_check CHECK ((num_nonnulls(person_id, team_id) = 1))
);
ALTER TABLE public.arrival_point ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.arrival_point_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.arrival_point_sight (
    arrival_point_id bigint NOT NULL,
    person_id bigint NOT NULL
);
CREATE TABLE public.folder (
    id bigint NOT NULL,
    parent_id bigint,
    name text NOT NULL,
    name_key text NOT NULL COLLATE pg_catalog."C",
    access_id bigint NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    removed_at timestamp with time zone,
    own_access boolean DEFAULT false NOT NULL,
    replaces boolean DEFAULT false NOT NULL,
    inode bigint,
    born_ns bigint,
    CONSTRAINT folder_replaces_by_its_own CHECK ((own_access OR (NOT replaces)))
);
CREATE TABLE public.sight (
    access_id bigint NOT NULL,
    person_id bigint NOT NULL,
    "right" text NOT NULL,
    CONSTRAINT sight_right_check CHECK (("right" = ANY (ARRAY['reader'::text, 'filer'::text, 'keeper'::text])))
);
CREATE VIEW public.arrival_sight AS
 SELECT a.document_id,
    s.person_id
   FROM (public.arrival a
     JOIN public.arrival_point_sight s ON ((s.arrival_point_id = a.arrival_point_id)))
  WHERE (a.bound_for IS NULL)
UNION ALL
 SELECT a.document_id,
    s.person_id
   FROM ((public.arrival a
     JOIN public.folder f ON ((f.id = a.bound_for)))
     JOIN public.sight s ON (((s.access_id = f.access_id) AND (s."right" = ANY (ARRAY['filer'::text, 'keeper'::text])))))
  WHERE (a.bound_by IS DISTINCT FROM s.person_id)
UNION ALL
 SELECT a.document_id,
    a.bound_by AS person_id
   FROM public.arrival a
  WHERE ((a.bound_for IS NOT NULL) AND (a.bound_by IS NOT NULL));
CREATE TABLE public.binned (
    document_id bigint NOT NULL,
    path bytea NOT NULL,
    binned_at timestamp with time zone DEFAULT now() NOT NULL,
    binned_by bigint NOT NULL,
    reason text
);
CREATE TABLE public.carried (
    person_id bigint NOT NULL,
    document_id bigint NOT NULL,
    picked_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.change_list (
    id bigint NOT NULL,
    title text NOT NULL,
    origin text NOT NULL,
    person_id bigint NOT NULL,
    state text NOT NULL,
    undo_of bigint,
    undone_by bigint,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    finished_at timestamp with time zone,
    wish text,
    collision text DEFAULT 'ask'::text NOT NULL,
    on_failure text DEFAULT 'stop'::text NOT NULL,
    summary jsonb DEFAULT '{}'::jsonb NOT NULL,
    ask jsonb DEFAULT '{}'::jsonb NOT NULL,
    checked_at timestamp with time zone,
    begun_at timestamp with time zone,
    only_steps integer[],
    at_hand text,
    trouble text,
    seconds double precision DEFAULT 0 NOT NULL,
    at_once boolean DEFAULT true NOT NULL,
    steps integer DEFAULT 0 NOT NULL,
    steps_done integer DEFAULT 0 NOT NULL,
    steps_failed integer DEFAULT 0 NOT NULL,
    bytes bigint DEFAULT 0 NOT NULL,
    bytes_done bigint DEFAULT 0 NOT NULL,
    CONSTRAINT change_list_collision_check CHECK ((collision = ANY (ARRAY['ask'::text, 'wait'::text, 'beside'::text, 'version'::text, 'same'::text]))),
    CONSTRAINT change_list_on_failure_check CHECK ((on_failure = ANY (ARRAY['stop'::text, 'aside'::text]))),
    CONSTRAINT change_list_origin_check CHECK ((origin = ANY (ARRAY['desk'::text, 'undo'::text, 'hand'::text, 'upload'::text, 'chosen'::text, 'spreadsheet'::text, 'mapping'::text, 'command'::text, 'bin'::text]))),
    CONSTRAINT change_list_state_check CHECK ((state = ANY (ARRAY['draft'::text, 'checked'::text, 'queued'::text, 'running'::text, 'paused'::text, 'cancelled'::text, 'done'::text, 'failed'::text]))),
    CONSTRAINT change_list_wish_check CHECK ((wish = ANY (ARRAY['check'::text, 'pause'::text, 'cancel'::text])))
);
ALTER TABLE public.change_list ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.change_list_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.change_step (
    list_id bigint NOT NULL,
    "position" integer NOT NULL,
    document_id bigint,
    from_place text NOT NULL,
    from_path bytea NOT NULL,
    to_place text NOT NULL,
    to_path bytea NOT NULL,
    state text NOT NULL,
    size bigint NOT NULL,
    sha256 bytea NOT NULL,
    inode bigint NOT NULL,
    modified_ns bigint NOT NULL,
    before jsonb NOT NULL,
    after jsonb NOT NULL,
    failure text,
    settled_at timestamp with time zone,
    folder_id bigint,
    act text NOT NULL,
    asked jsonb DEFAULT '{}'::jsonb NOT NULL,
    findings jsonb,
    needs integer,
    onto_id bigint,
    CONSTRAINT change_step_act_check CHECK ((act = ANY (ARRAY['file'::text, 'unfile'::text, 'place'::text, 'copy'::text, 'bin'::text, 'restore'::text, 'correct'::text, 'make_folder'::text, 'place_folder'::text, 'remove_folder'::text, 'version'::text, 'unversion'::text, 'revert'::text, 'destroy'::text]))),
    CONSTRAINT change_step_from_place_check CHECK ((from_place = ANY (ARRAY['arrivals'::text, 'drive'::text, 'bin'::text, 'versions'::text]))),
    CONSTRAINT change_step_state_check CHECK ((state = ANY (ARRAY['proposed'::text, 'intended'::text, 'done'::text, 'put_back'::text, 'failed'::text, 'left'::text]))),
    CONSTRAINT change_step_subject_check CHECK (((document_id IS NOT NULL) OR (act ~~ '%folder'::text) OR (state = ANY (ARRAY['proposed'::text, 'left'::text])))),
    CONSTRAINT change_step_to_place_check CHECK ((to_place = ANY (ARRAY['arrivals'::text, 'drive'::text, 'bin'::text, 'nowhere'::text])))
);
CREATE TABLE public.content (
    sha256 bytea NOT NULL,
    size bigint NOT NULL,
    media_type text,
    extension text,
    pages integer,
    text text,
    trouble text,
    read_at timestamp with time zone
);
CREATE TABLE public.cross_reference (
    document_id bigint NOT NULL,
    folder_id bigint NOT NULL,
    made_by bigint NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.device (
    token_hash bytea NOT NULL,
    person_id bigint NOT NULL,
    seen_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.document (
    id bigint NOT NULL,
    state text NOT NULL,
    folder_id bigint,
    name text NOT NULL,
    name_key text NOT NULL COLLATE pg_catalog."C",
    conforms boolean DEFAULT false NOT NULL,
    size bigint NOT NULL,
    sha256 bytea NOT NULL,
    inode bigint NOT NULL,
    modified_ns bigint NOT NULL,
    kind text,
    party_id bigint,
    "when" date,
    what text,
    reference text,
    amount numeric(14,2),
    added_at timestamp with time zone DEFAULT now() NOT NULL,
    added_by bigint,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    changed_by bigint,
    placed_at timestamp with time zone DEFAULT now() NOT NULL,
    placed_by bigint,
    note text,
    merged_into bigint,
    version integer DEFAULT 1 NOT NULL,
    version_at timestamp with time zone,
    version_by bigint,
    version_came_as bigint,
    version_restored integer,
    born_ns bigint,
    edition integer DEFAULT 1 NOT NULL,
    CONSTRAINT document_folder_check CHECK (((state = ANY (ARRAY['filed'::text, 'binned'::text])) = (folder_id IS NOT NULL))),
    CONSTRAINT document_state_check CHECK ((state = ANY (ARRAY['waiting'::text, 'filed'::text, 'binned'::text, 'gone'::text])))
);
ALTER TABLE public.document ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.document_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.document_search (
    document_id bigint NOT NULL,
    name text NOT NULL,
    words tsvector NOT NULL
);
CREATE TABLE public.document_tag (
    document_id bigint NOT NULL,
    tag_id bigint NOT NULL,
    put_on_by bigint NOT NULL,
    put_on_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.document_version (
    id bigint NOT NULL,
    document_id bigint NOT NULL,
    version integer NOT NULL,
    name text NOT NULL,
    size bigint NOT NULL,
    sha256 bytea NOT NULL,
    modified_ns bigint NOT NULL,
    since timestamp with time zone NOT NULL,
    by bigint,
    came_as bigint,
    restored integer,
    ended_at timestamp with time zone DEFAULT now() NOT NULL,
    ended_by bigint NOT NULL
);
ALTER TABLE public.document_version ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.document_version_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.drive_notice (
    path text NOT NULL,
    reason text NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL,
    folder_id bigint
);
CREATE TABLE public.drive_sweep (
    id integer DEFAULT 1 NOT NULL,
    begun_at timestamp with time zone,
    ended_at timestamp with time zone,
    files bigint DEFAULT 0 NOT NULL,
    to_take bigint DEFAULT 0 NOT NULL,
    taken bigint DEFAULT 0 NOT NULL,
    bytes_to_take bigint DEFAULT 0 NOT NULL,
    bytes_taken bigint DEFAULT 0 NOT NULL,
    held text,
    whole_at timestamp with time zone,
    CONSTRAINT drive_sweep_id_check CHECK ((id = 1))
);
CREATE TABLE public.folder_grant (
    id bigint NOT NULL,
    folder_id bigint NOT NULL,
    person_id bigint,
    team_id bigint,
    "right" text NOT NULL,
    granted_by bigint,
    granted_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT folder_grant_check CHECK ((num_nonnulls(person_id, team_id) = 1)),
    CONSTRAINT folder_grant_right_check CHECK (("right" = ANY (ARRAY['reader'::text, 'filer'::text, 'keeper'::text])))
);
ALTER TABLE public.folder_grant ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.folder_grant_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
ALTER TABLE public.folder ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.folder_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.folder_in_motion (
    folder_id bigint NOT NULL,
    list_id bigint NOT NULL
);
CREATE TABLE public.folder_question (
    id bigint NOT NULL,
    gone_id bigint NOT NULL,
    found_id bigint NOT NULL,
    stood_at text NOT NULL,
    documents integer NOT NULL,
    asked_at timestamp with time zone DEFAULT now() NOT NULL,
    answer text,
    answered_by bigint,
    answered_at timestamp with time zone,
    CONSTRAINT folder_question_answer_check CHECK ((answer = ANY (ARRAY['same'::text, 'other'::text])))
);
ALTER TABLE public.folder_question ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.folder_question_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.folder_seen (
    person_id bigint NOT NULL,
    folder_id bigint NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.folder_tag (
    folder_id bigint NOT NULL,
    tag_id bigint NOT NULL,
    put_on_by bigint NOT NULL,
    put_on_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.invitation (
    token_hash bytea NOT NULL,
    person_id bigint NOT NULL,
    invited_by bigint NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    expires_at timestamp with time zone DEFAULT (now() + '14 days'::interval) NOT NULL
);
CREATE TABLE public.kind (
    code text NOT NULL,
    label text NOT NULL,
    "position" integer NOT NULL
);
CREATE TABLE public.logbook (
    id bigint NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL,
    person_id bigint,
    action text NOT NULL,
    document_id bigint,
    list_id bigint,
    from_path text,
    to_path text,
    from_folder_id bigint,
    to_folder_id bigint,
    arrival_point_id bigint,
    reason text,
    folder_id bigint,
    about_id bigint,
    CONSTRAINT logbook_action_check CHECK ((action = ANY (ARRAY['arrived'::text, 'filed'::text, 'unfiled'::text, 'taken_in'::text, 'put_back'::text, 'gone'::text, 'returned'::text, 'changed_outside'::text, 'moved'::text, 'renamed'::text, 'copied'::text, 'binned'::text, 'restored'::text, 'corrected'::text, 'uploaded'::text, 'folder_made'::text, 'folder_renamed'::text, 'folder_moved'::text, 'folder_removed'::text, 'moved_outside'::text, 'renamed_outside'::text, 'folder_moved_outside'::text, 'folder_gone'::text, 'joined'::text, 'access_changed'::text, 'versioned'::text, 'unversioned'::text, 'reverted'::text, 'destroyed'::text, 'overwritten_outside'::text, 'drive_adopted'::text, 'folders_joined'::text, 'password_changed'::text, 'person_invited'::text, 'person_ended'::text, 'administrator_made'::text, 'administrator_ended'::text, 'team_changed'::text, 'team_removed'::text, 'point_granted'::text, 'point_renamed'::text])))
);
ALTER TABLE public.logbook ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.logbook_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.name_pattern (
    id bigint NOT NULL,
    text text NOT NULL,
    joiner text DEFAULT '-'::text NOT NULL,
    letter_case text DEFAULT 'lower'::text NOT NULL,
    transliterate boolean DEFAULT true NOT NULL,
    longest integer DEFAULT 80 NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL
);
ALTER TABLE public.name_pattern ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.name_pattern_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.opened (
    person_id bigint NOT NULL,
    document_id bigint NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.party (
    id bigint NOT NULL,
    name text NOT NULL,
    name_key text NOT NULL,
    short text,
    CONSTRAINT party_short_check CHECK ((short ~ '^[a-z0-9]{1,16}$'::text))
);
ALTER TABLE public.party ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.party_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.party_spelling (
    spelling_key text NOT NULL,
    spelling text NOT NULL,
    party_id bigint NOT NULL
);
CREATE TABLE public.person (
    id bigint NOT NULL,
    login text NOT NULL,
    name text NOT NULL,
    initials text NOT NULL,
    password_hash text,
    administrator boolean DEFAULT false NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    ended_at timestamp with time zone
);
ALTER TABLE public.person ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.person_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.question (
    id bigint NOT NULL,
    missing_id bigint NOT NULL,
    found_id bigint NOT NULL,
    folder_id bigint NOT NULL,
    stood_at text NOT NULL,
    why text NOT NULL,
    asked_at timestamp with time zone DEFAULT now() NOT NULL,
    answer text,
    answered_by bigint,
    answered_at timestamp with time zone,
    CONSTRAINT question_answer_check CHECK ((answer = ANY (ARRAY['same'::text, 'other'::text])))
);
ALTER TABLE public.question ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.question_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.search_due (
    document_id bigint NOT NULL
);
CREATE TABLE public.session (
    token_hash bytea NOT NULL,
    person_id bigint NOT NULL,
    csrf text NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    seen_at timestamp with time zone DEFAULT now() NOT NULL,
    address text,
    agent text,
    id bigint NOT NULL
);
ALTER TABLE public.session ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.session_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.setting (
    name text NOT NULL,
    value jsonb NOT NULL
);
CREATE TABLE public.sign_in_failure (
    id bigint NOT NULL,
    login text NOT NULL,
    address text NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL,
    device bytea
);
ALTER TABLE public.sign_in_failure ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.sign_in_failure_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.store_due (
    sha256 bytea NOT NULL
);
CREATE TABLE public.stuck (
    part text NOT NULL,
    subject text NOT NULL,
    shown text NOT NULL,
    folder_id bigint,
    reason text NOT NULL,
    tries integer DEFAULT 1 NOT NULL,
    since timestamp with time zone DEFAULT now() NOT NULL,
    next_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT stuck_part_check CHECK ((part = ANY (ARRAY['following'::text, 'settling'::text, 'reading'::text, 'index'::text, 'arrivals'::text, 'store'::text])))
);
CREATE TABLE public.tag (
    id bigint NOT NULL,
    name text NOT NULL,
    name_key text NOT NULL
);
ALTER TABLE public.tag ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.tag_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.team (
    id bigint NOT NULL,
    name text NOT NULL,
    name_key text NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL
);
ALTER TABLE public.team ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.team_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.team_member (
    team_id bigint NOT NULL,
    person_id bigint NOT NULL
);
CREATE TABLE public.upload (
    id uuid NOT NULL,
    person_id bigint NOT NULL,
    folder_id bigint,
    path text NOT NULL,
    size bigint NOT NULL,
    received bigint DEFAULT 0 NOT NULL,
    number bigint,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    touched_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT upload_size_check CHECK ((size >= 0))
);
CREATE TABLE public.yoyo_lock (
    locked integer DEFAULT 1 NOT NULL,
    ctime timestamp without time zone,
    pid integer NOT NULL
);
INSERT INTO public._yoyo_migration VALUES
	('01cf880108e9983c98d2a3b5ec09d31c0038f7097e19f91c993353e15ccbdf0c', '0001_slice', '2026-11-26 10:30:57.64484'),
	('c6cc994b8ace0c043588a969fcc4af8bd49854980e11808b9f6b069e69642505', '0002_folders_and_people', '2026-11-26 10:30:57.713526'),
	('184cc080f9630667ad591004715623d532b6db3184d073a57c76d90d3a4f33a1', '0003_change_lists', '2026-11-26 10:30:57.748587'),
	('cd7d2b459ee31b54a13d8a1c8ce1f6aa30b7e5ccab76a70c9ef0d4d8e80e3550', '0004_versions', '2026-11-26 10:30:57.778064'),
	('676b51e20d0ddd5e43612a88342f806889202ca39831dc1564a3ee35860636c2', '0005_steps_by_act', '2026-11-26 10:30:57.793563'),
	('9ff6d7777342638419990606e55ba414d7bc77e515352eb96c28ad20d5faca33', '0006_references_by_statement', '2026-11-26 10:30:57.818015'),
	('b7174878020a4f0d94cd40d95814016292b7eb3f57b719b0ba2140cc945272d6', '0007_following', '2026-11-26 10:30:57.86586'),
	('945d443040d4090aa515ed96fb5aa811cc4b2086e67c72b7fa41d9eacc1a47cf', '0008_hard_use', '2026-11-26 10:30:57.885833');
INSERT INTO public._yoyo_version VALUES
	(2, '2026-11-26 10:30:57.464822');
INSERT INTO public.arrival_origin VALUES
	(6, 1, '\x55706c6f6164732f7363616e20312e747874', 'scan 1.txt', '2026-11-26 10:30:58.040162+00', 2, '{}', '{}'),
	(7, 1, '\x55706c6f6164732f7363616e20322e747874', 'scan 2.txt', '2026-11-26 10:30:58.083318+00', 2, '{}', '{}'),
	(8, 1, '\x55706c6f6164732f7363616e20332e747874', 'scan 3.txt', '2026-11-26 10:30:58.110146+00', 2, '{}', '{}');
INSERT INTO public.arrival_point OVERRIDING SYSTEM VALUE VALUES
	(1, 'Uploads', '\x55706c6f616473');
INSERT INTO public.arrival_point_grant VALUES
	(1, 1, NULL),
	(1, 2, NULL);
INSERT INTO public.arrival_point_sight VALUES
	(1, 1),
	(1, 2);
INSERT INTO public.binned VALUES
	(4, '\x2e77616b612f62696e2f352d31', '2026-11-26 10:30:58.193655+00', 2, 'nobody needs it'),
	(3, '\x2e77616b612f62696e2f31372d31', '2026-11-26 10:30:58.637855+00', 1, 'kept twice');
INSERT INTO public.change_list OVERRIDING SYSTEM VALUE VALUES
	(1, 'File scan 1.txt', 'desk', 2, 'done', NULL, NULL, '2026-11-26 10:30:58.05432+00', '2026-11-26 10:30:58.080524+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(2, 'File scan 2.txt', 'desk', 2, 'done', NULL, NULL, '2026-11-26 10:30:58.088322+00', '2026-11-26 10:30:58.107598+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(3, 'File scan 3.txt', 'desk', 2, 'done', NULL, NULL, '2026-11-26 10:30:58.115159+00', '2026-11-26 10:30:58.141187+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(4, 'Rename 2025-04-02_mrc_rope.txt', 'hand', 2, 'done', NULL, NULL, '2026-11-26 10:30:58.151838+00', '2026-11-26 10:30:58.170232+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(5, 'Bin note.txt', 'hand', 2, 'done', NULL, NULL, '2026-11-26 10:30:58.184721+00', '2026-11-26 10:30:58.197947+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(6, 'Copy 2026-01-09_mrc_canvas.txt to Letters', 'hand', 2, 'done', NULL, NULL, '2026-11-26 10:30:58.209667+00', '2026-11-26 10:30:58.227038+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(7, 'Move log.txt to Letters', 'hand', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.241445+00', '2026-11-26 10:30:58.257554+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(8, 'Make Letters/Old', 'hand', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.260742+00', '2026-11-26 10:30:58.271397+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(9, 'Correct 2025-03-12_mrc_mizzen-sail.txt', 'hand', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.282397+00', '2026-11-26 10:30:58.298277+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(10, 'Rename Finance/2026', 'hand', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.31344+00', '2026-11-26 10:30:58.328314+00', NULL, 'ask', 'stop', '{}', '{}', NULL, NULL, NULL, NULL, NULL, 0, true, 0, 0, 0, 0, 0),
	(11, 'moves.csv: 2 rows', 'spreadsheet', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.331013+00', '2026-11-26 10:30:58.378219+00', NULL, 'ask', 'stop', '{"acts": {"place": 2, "make_folder": 3}, "left": 0, "sight": [], "blocked": 0, "emptied": [], "folders": [{"path": "", "after": 7, "before": 7, "folder": 1, "itself": false, "crowded": false}, {"path": "Finance", "after": 3, "before": 5, "folder": 2, "itself": false, "crowded": false}, {"path": "Finance/2025", "after": 2, "before": 4, "folder": 3, "itself": true, "crowded": false}, {"path": "Ropes", "after": 1, "before": 0, "folder": null, "itself": true, "crowded": false}, {"path": "Sails", "after": 1, "before": 0, "folder": null, "itself": false, "crowded": false}, {"path": "Sails/2025", "after": 1, "before": 0, "folder": null, "itself": true, "crowded": false}], "findings": {}}', '{"sheet": "moves.csv"}', '2026-11-26 10:30:58.33353+00', '2026-11-26 10:30:58.348042+00', NULL, 'Ropes/2025-04-02_mrc_long-rope.txt', NULL, 0.020762730000569718, false, 5, 5, 0, 36, 36),
	(12, 'moves.csv: 2 rows', 'spreadsheet', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.423233+00', '2026-11-26 10:30:58.453603+00', NULL, 'ask', 'stop', '{"acts": {"place": 3}, "left": 0, "sight": [], "blocked": 0, "emptied": [], "folders": [{"path": "", "after": 9, "before": 9, "folder": 1, "itself": false, "crowded": false}, {"path": "Letters", "after": 4, "before": 4, "folder": 5, "itself": true, "crowded": false}], "findings": {"by_temporary_name": 2}}', '{"sheet": "moves.csv"}', '2026-11-26 10:30:58.424994+00', '2026-11-26 10:30:58.434337+00', NULL, 'Letters/b.txt', NULL, 0.01254633600183297, false, 3, 3, 0, 3, 2),
	(13, 'moves.csv: 2 rows', 'spreadsheet', 1, 'paused', NULL, NULL, '2026-11-26 10:30:58.479407+00', NULL, NULL, 'ask', 'stop', '{"acts": {"place": 2, "make_folder": 1}, "left": 0, "sight": [], "blocked": 0, "emptied": [], "folders": [{"path": "", "after": 9, "before": 9, "folder": 1, "itself": false, "crowded": false}, {"path": "Letters", "after": 2, "before": 4, "folder": 5, "itself": true, "crowded": false}, {"path": "Tried", "after": 2, "before": 0, "folder": null, "itself": true, "crowded": false}], "findings": {}}', '{"sheet": "moves.csv"}', '2026-11-26 10:30:58.48139+00', '2026-11-26 10:30:58.492751+00', NULL, 'Tried/a.txt', NULL, 0.009642667999287369, false, 3, 2, 0, 2, 1),
	(14, 'moves.csv: 1 rows', 'spreadsheet', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.531907+00', '2026-11-26 10:30:58.567466+00', NULL, 'version', 'stop', '{"acts": {"version": 1}, "left": 0, "sight": [], "blocked": 0, "emptied": [], "folders": [{"path": "", "after": 8, "before": 9, "folder": 1, "itself": false, "crowded": false}, {"path": "Letters", "after": 2, "before": 3, "folder": 5, "itself": true, "crowded": false}], "findings": {"new_version": 1}}', '{"sheet": "moves.csv"}', '2026-11-26 10:30:58.54286+00', '2026-11-26 10:30:58.553693+00', NULL, 'Sails/2025/mizzen.txt', NULL, 0.0038481579977087677, false, 1, 1, 0, 16, 16),
	(16, 'moves.csv: 2 rows', 'spreadsheet', 1, 'checked', NULL, NULL, '2026-11-26 10:30:58.60029+00', NULL, NULL, 'ask', 'stop', '{"acts": {"place": 2, "make_folder": 1}, "left": 0, "sight": [], "blocked": 1, "emptied": [], "folders": [{"path": "", "after": 8, "before": 8, "folder": 1, "itself": false, "crowded": false}, {"path": "Checked", "after": 1, "before": 0, "folder": null, "itself": true, "crowded": false}, {"path": "Letters", "after": 1, "before": 2, "folder": 5, "itself": true, "crowded": false}], "findings": {"missing": 1}}', '{"sheet": "moves.csv"}', '2026-11-26 10:30:58.60186+00', NULL, NULL, NULL, NULL, 0, false, 3, 0, 0, 13, 0),
	(15, 'Undo: moves.csv: 2 rows', 'undo', 1, 'checked', 12, NULL, '2026-11-26 10:30:58.590712+00', NULL, NULL, 'ask', 'stop', '{"acts": {"place": 1}, "left": 1, "sight": [], "blocked": 0, "emptied": [], "folders": [{"path": "", "after": 8, "before": 8, "folder": 1, "itself": false, "crowded": false}, {"path": "Letters", "after": 2, "before": 2, "folder": 5, "itself": true, "crowded": false}], "findings": {"changed_since": 1}}', '{}', '2026-11-26 10:30:58.593579+00', NULL, NULL, NULL, NULL, 0, false, 1, 0, 0, 1, 0),
	(17, 'Bin 1 document', 'chosen', 1, 'done', NULL, NULL, '2026-11-26 10:30:58.615131+00', '2026-11-26 10:30:58.641594+00', NULL, 'ask', 'stop', '{"acts": {"bin": 1}, "left": 0, "sight": [], "blocked": 0, "emptied": ["Finance/Year 2026"], "folders": [{"path": "", "after": 7, "before": 8, "folder": 1, "itself": false, "crowded": false}, {"path": "Finance", "after": 2, "before": 3, "folder": 2, "itself": false, "crowded": false}, {"path": "Finance/Year 2026", "after": 0, "before": 1, "folder": 4, "itself": true, "crowded": false}], "findings": {}}', '{"into": null}', '2026-11-26 10:30:58.617184+00', '2026-11-26 10:30:58.625547+00', NULL, '.waka/bin/17-1', NULL, 0.009948795999662252, false, 1, 1, 0, 13, 13);
INSERT INTO public.change_step VALUES
	(1, 1, 6, 'arrivals', '\x55706c6f6164732f7363616e20312e747874', 'drive', '\x46696e616e63652f323032352f323032352d30332d31325f6d72635f726565662d706f696e74735f343437312e747874', 'done', 7, '\x5221572bdd255ca67bb0044320e8c6af2e8af26886eb95db51e6a0780dd149bd', 2163847, 1795689058039353716, '{"name": "scan 1.txt", "slip": {"who": "mrc", "kind": "invoice", "what": "Reef points", "when": "12.3.2025", "short": "", "amount": "84", "folder": 3, "extension": null, "reference": "4471", "as_version": false}, "bound_for": null, "arrival_point": 1}', '{"name": "2025-03-12_mrc_reef-points_4471.txt", "folder": 3, "record": {"kind": "invoice", "what": "Reef points", "when": "2025-03-12", "party": 1, "amount": "84.00", "reference": "4471"}, "conforms": true}', NULL, '2026-11-26 10:30:58.073172+00', NULL, 'file', '{}', NULL, NULL, NULL),
	(2, 1, 7, 'arrivals', '\x55706c6f6164732f7363616e20322e747874', 'drive', '\x46696e616e63652f323032352f323032352d30342d30335f6d72635f6c616d702e747874', 'done', 5, '\x23270be54b22b665778aec8bf7d5f473d28d99f3c8154f282d7256d49a7d3074', 2163993, 1795689058082474979, '{"name": "scan 2.txt", "slip": {"who": "mrc", "kind": "invoice", "what": "Lamp", "when": "3.4.2025", "short": "", "amount": "", "folder": 3, "extension": null, "reference": "", "as_version": false}, "bound_for": null, "arrival_point": 1}', '{"name": "2025-04-03_mrc_lamp.txt", "folder": 3, "record": {"kind": "invoice", "what": "Lamp", "when": "2025-04-03", "party": 1, "amount": null, "reference": null}, "conforms": true}', NULL, '2026-11-26 10:30:58.103158+00', NULL, 'file', '{}', NULL, NULL, NULL),
	(3, 1, 8, 'arrivals', '\x55706c6f6164732f7363616e20332e747874', 'drive', '\x46696e616e63652f323032352f323032352d30332d31325f6d72635f726565662d706f696e74735f343437312e747874', 'done', 29, '\xdc07ddd0dc6cdeba9b52c76874072f3a3132daa194f91a6365fb52c4d3810c25', 2163994, 1795689058109368643, '{"name": "scan 3.txt", "onto": {"size": 7, "inode": 2163847, "sha256": "5221572bdd255ca67bb0044320e8c6af2e8af26886eb95db51e6a0780dd149bd", "modified_ns": 1795689058039353716}, "slip": {"who": "mrc", "kind": "invoice", "what": "Reef points", "when": "12.3.2025", "short": "", "amount": "90", "folder": 3, "extension": null, "reference": "4471", "as_version": true}, "bound_for": null, "onto_record": {"kind": "invoice", "what": "Reef points", "when": "2025-03-12", "party": 1, "amount": "84.00", "reference": "4471"}, "arrival_point": 1}', '{"name": "2025-03-12_mrc_reef-points_4471.txt", "folder": 3, "onto_record": {"kind": "invoice", "what": "Reef points", "when": "2025-03-12", "party": 1, "amount": "90.00", "reference": "4471"}}', NULL, '2026-11-26 10:30:58.133479+00', NULL, 'version', '{}', NULL, NULL, 6),
	(4, 1, 1, 'drive', '\x46696e616e63652f323032352f323032352d30342d30325f6d72635f726f70652e747874', 'drive', '\x46696e616e63652f323032352f323032352d30342d30325f6d72635f6c6f6e672d726f70652e747874', 'done', 21, '\x506cf3956bc9aa6bbd0fc2c443afa7f9b5848a10c07db83be30201a82a50a5a3', 2163984, 1795689057957348587, '{"name": "2025-04-02_mrc_rope.txt", "folder": 3, "record": {"kind": null, "what": "rope", "when": "2025-04-02", "party": 1, "amount": null, "reference": null}, "conforms": true}', '{"name": "2025-04-02_mrc_long-rope.txt", "folder": 3, "record": {"kind": null, "what": "long rope", "when": "2025-04-02", "party": 1, "amount": null, "reference": null}, "conforms": true}', NULL, '2026-11-26 10:30:58.162563+00', NULL, 'place', '{}', NULL, NULL, NULL),
	(5, 1, 4, 'drive', '\x4c6574746572732f6e6f74652e747874', 'bin', '\x2e77616b612f62696e2f352d31', 'done', 8, '\x819eacbb195059c300f02df15ca27a54131364ee978e93540fb86e2d0b3f6447', 2163989, 1795689057957814287, '{"name": "note.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', '{"name": "note.txt", "folder": 5, "reason": "nobody needs it", "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', NULL, '2026-11-26 10:30:58.193655+00', NULL, 'bin', '{}', NULL, NULL, NULL),
	(7, 1, 5, 'drive', '\x547261696e6565732f6c6f672e747874', 'drive', '\x4c6574746572732f6c6f672e747874', 'done', 16, '\xb469bf9cb200f8351d347d16eb565274359b10a5eae0a1a6ebfd51b062f5cea9', 2163991, 1795689057958052888, '{"name": "log.txt", "folder": 6, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', '{"name": "log.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', NULL, '2026-11-26 10:30:58.252156+00', NULL, 'place', '{}', NULL, NULL, NULL),
	(6, 1, 3, 'drive', '\x46696e616e63652f323032362f323032362d30312d30395f6d72635f63616e7661732e747874', 'drive', '\x4c6574746572732f323032362d30312d30395f6d72635f63616e7661732e747874', 'done', 13, '\x2d4f9cfb741f46e24ffee56df2db87e587621a30e0cb09733b8d967f713ff291', 2163987, 1795689057957584399, '{"name": "2026-01-09_mrc_canvas.txt", "folder": 4, "record": {"kind": null, "what": "canvas", "when": "2026-01-09", "party": 1, "amount": null, "reference": null}, "conforms": true}', '{"made": 9, "name": "2026-01-09_mrc_canvas.txt", "folder": 5, "record": {"kind": null, "what": "canvas", "when": "2026-01-09", "party": 1, "amount": null, "reference": null}, "conforms": true}', NULL, '2026-11-26 10:30:58.221286+00', NULL, 'copy', '{}', NULL, NULL, NULL),
	(9, 1, 2, 'drive', '\x46696e616e63652f323032352f323032352d30332d31325f6d72635f6d697a7a656e2d7361696c2e747874', 'drive', '\x46696e616e63652f323032352f323032352d30332d31325f6d72635f6d697a7a656e2d7361696c2e747874', 'done', 15, '\x63fe1abfb4d1627df5ec69a8a5cf2ef5c1a82aa8ec1d942f0850460baca17ebf', 2163983, 1795689057957164148, '{"name": "2025-03-12_mrc_mizzen-sail.txt", "folder": 3, "record": {"kind": null, "what": "mizzen sail", "when": "2025-03-12", "party": 1, "amount": null, "reference": null}, "conforms": true}', '{"name": "2025-03-12_mrc_mizzen-sail.txt", "folder": 3, "record": {"kind": null, "what": null, "when": "2025-03-12", "party": 1, "amount": "12.50", "reference": null}, "conforms": true}', NULL, '2026-11-26 10:30:58.292541+00', NULL, 'correct', '{}', NULL, NULL, NULL),
	(8, 1, NULL, 'drive', '\x', 'drive', '\x4c6574746572732f4f6c64', 'done', 0, '\x', 0, 0, '{}', '{"made": 7, "name": "Old", "parent": 5}', NULL, '2026-11-26 10:30:58.268287+00', NULL, 'make_folder', '{}', NULL, NULL, NULL),
	(10, 1, NULL, 'drive', '\x46696e616e63652f32303236', 'drive', '\x46696e616e63652f596561722032303236', 'done', 0, '\x', 2163986, 0, '{"name": "2026", "parent": 2}', '{"name": "Year 2026", "parent": 2}', NULL, '2026-11-26 10:30:58.325584+00', 4, 'place_folder', '{}', NULL, NULL, NULL),
	(11, 1, NULL, 'drive', '\x', 'drive', '\x5361696c73', 'done', 0, '\x', 0, 0, '{}', '{"made": 8, "name": "Sails", "path": "Sails", "parent": 1}', NULL, '2026-11-26 10:30:58.358056+00', NULL, 'make_folder', '{}', NULL, NULL, NULL),
	(11, 2, NULL, 'drive', '\x', 'drive', '\x5361696c732f32303235', 'done', 0, '\x', 0, 0, '{}', '{"made": 10, "name": "2025", "path": "Sails/2025", "parent": 8}', NULL, '2026-11-26 10:30:58.367553+00', NULL, 'make_folder', '{}', NULL, NULL, NULL),
	(11, 4, NULL, 'drive', '\x', 'drive', '\x526f706573', 'done', 0, '\x', 0, 0, '{}', '{"made": 9, "name": "Ropes", "path": "Ropes", "parent": 1}', NULL, '2026-11-26 10:30:58.358056+00', NULL, 'make_folder', '{}', NULL, NULL, NULL),
	(11, 5, 1, 'drive', '\x46696e616e63652f323032352f323032352d30342d30325f6d72635f6c6f6e672d726f70652e747874', 'drive', '\x526f7065732f323032352d30342d30325f6d72635f6c6f6e672d726f70652e747874', 'done', 21, '\x506cf3956bc9aa6bbd0fc2c443afa7f9b5848a10c07db83be30201a82a50a5a3', 2163984, 1795689057957348587, '{"name": "2025-04-02_mrc_long-rope.txt", "folder": 3}', '{"make": "Ropes", "name": "2025-04-02_mrc_long-rope.txt", "folder": 9}', NULL, '2026-11-26 10:30:58.374092+00', NULL, 'place', '{"at": 2, "do": "move", "to": "Ropes", "row": 3, "source": "Finance/2025/2025-04-02_mrc_long-rope.txt"}', NULL, NULL, NULL),
	(17, 1, 3, 'drive', '\x46696e616e63652f5965617220323032362f323032362d30312d30395f6d72635f63616e7661732e747874', 'bin', '\x2e77616b612f62696e2f31372d31', 'done', 13, '\x2d4f9cfb741f46e24ffee56df2db87e587621a30e0cb09733b8d967f713ff291', 2163987, 1795689057957584399, '{"name": "2026-01-09_mrc_canvas.txt", "folder": 4, "record": {"kind": null, "what": "canvas", "when": "2026-01-09", "party": 1, "amount": null, "reference": null}, "conforms": true}', '{"name": "2026-01-09_mrc_canvas.txt", "folder": 4, "reason": "kept twice", "record": {"kind": null, "what": "canvas", "when": "2026-01-09", "party": 1, "amount": null, "reference": null}, "conforms": true}', NULL, '2026-11-26 10:30:58.637855+00', NULL, 'bin', '{"at": 1, "do": "bin", "number": 3, "reason": "kept twice"}', NULL, NULL, NULL),
	(11, 3, 2, 'drive', '\x46696e616e63652f323032352f323032352d30332d31325f6d72635f6d697a7a656e2d7361696c2e747874', 'drive', '\x5361696c732f323032352f6d697a7a656e2e747874', 'done', 15, '\x63fe1abfb4d1627df5ec69a8a5cf2ef5c1a82aa8ec1d942f0850460baca17ebf', 2163983, 1795689057957164148, '{"name": "2025-03-12_mrc_mizzen-sail.txt", "folder": 3, "record": {"kind": null, "what": null, "when": "2025-03-12", "party": 1, "amount": "12.50", "reference": null}, "conforms": true}', '{"make": "Sails/2025", "name": "mizzen.txt", "folder": 10, "record": {"kind": null, "what": null, "when": "2025-03-12", "party": 1, "amount": "12.50", "reference": null}, "conforms": false}', NULL, '2026-11-26 10:30:58.374092+00', NULL, 'place', '{"at": 1, "do": "move", "to": "Sails/2025", "row": 2, "name": "mizzen.txt", "source": "Finance/2025/2025-03-12_mrc_mizzen-sail.txt"}', NULL, NULL, NULL),
	(12, 1, 11, 'drive', '\x4c6574746572732f612e747874', 'drive', '\x4c6574746572732f7e317e612e747874', 'done', 1, '\xca978112ca1bbdcafac231b39a23dc4da786eff8147c4e72b9807785afee48bb', 2164005, 1795689058403306539, '{"name": "a.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', '{"name": "~1~a.txt", "parks": true, "folder": 5}', NULL, '2026-11-26 10:30:58.441062+00', NULL, 'place', '{}', '[{"code": "by_temporary_name", "mend": null, "other": 3, "message": "A temporary name, to make way"}]', NULL, NULL),
	(12, 2, 10, 'drive', '\x4c6574746572732f622e747874', 'drive', '\x4c6574746572732f612e747874', 'done', 1, '\x3e23e8160039594a33894f6564e1b1348bbd7a0088d42c4acb73eeaed59c009d', 2164012, 1795689058403437926, '{"name": "b.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', '{"name": "a.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', NULL, '2026-11-26 10:30:58.441062+00', NULL, 'place', '{"at": 2, "do": "move", "to": "Letters", "row": 3, "name": "a.txt", "source": "Letters/b.txt"}', NULL, 3, NULL),
	(12, 3, 11, 'drive', '\x4c6574746572732f7e317e612e747874', 'drive', '\x4c6574746572732f622e747874', 'done', 1, '\xca978112ca1bbdcafac231b39a23dc4da786eff8147c4e72b9807785afee48bb', 2164005, 1795689058403306539, '{"name": "~1~a.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', '{"was": "Letters/a.txt", "name": "b.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', NULL, '2026-11-26 10:30:58.450208+00', NULL, 'place', '{"at": 1, "do": "move", "to": "Letters", "row": 2, "name": "b.txt", "source": "Letters/a.txt"}', '[{"code": "by_temporary_name", "mend": null, "offer": null, "other": 2, "message": "These change places: one goes by a temporary name"}]', 2, NULL),
	(13, 3, 11, 'drive', '\x4c6574746572732f622e747874', 'drive', '\x54726965642f622e747874', 'proposed', 1, '\xca978112ca1bbdcafac231b39a23dc4da786eff8147c4e72b9807785afee48bb', 2164005, 1795689058403306539, '{"name": "b.txt", "folder": 5}', '{"make": "Tried", "name": "b.txt", "folder": null}', NULL, NULL, NULL, 'place', '{"at": 2, "do": "move", "to": "Tried", "row": 3, "name": "b.txt", "source": "Letters/b.txt"}', NULL, NULL, NULL),
	(14, 1, 5, 'drive', '\x4c6574746572732f6c6f672e747874', 'drive', '\x5361696c732f323032352f6d697a7a656e2e747874', 'done', 16, '\xb469bf9cb200f8351d347d16eb565274359b10a5eae0a1a6ebfd51b062f5cea9', 2163991, 1795689057958052888, '{"name": "log.txt", "onto": {"size": 15, "inode": 2163983, "sha256": "63fe1abfb4d1627df5ec69a8a5cf2ef5c1a82aa8ec1d942f0850460baca17ebf", "modified_ns": 1795689057957164148}, "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', '{"name": "mizzen.txt", "folder": 10, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', NULL, '2026-11-26 10:30:58.560562+00', NULL, 'version', '{"at": 1, "do": "move", "to": "Sails/2025", "row": 2, "name": "mizzen.txt", "source": "Letters/log.txt"}', '[{"code": "new_version", "mend": null, "offer": null, "other": null, "message": "Becomes the newest version of No. 2; the earlier one is kept"}]', NULL, 2),
	(13, 1, NULL, 'drive', '\x', 'drive', '\x5472696564', 'done', 0, '\x', 0, 0, '{}', '{"made": 11, "name": "Tried", "path": "Tried", "parent": 1}', NULL, '2026-11-26 10:30:58.498997+00', NULL, 'make_folder', '{}', NULL, NULL, NULL),
	(13, 2, 10, 'drive', '\x4c6574746572732f612e747874', 'drive', '\x54726965642f612e747874', 'done', 1, '\x3e23e8160039594a33894f6564e1b1348bbd7a0088d42c4acb73eeaed59c009d', 2164012, 1795689058403437926, '{"name": "a.txt", "folder": 5}', '{"make": "Tried", "name": "a.txt", "folder": 11}', NULL, '2026-11-26 10:30:58.505821+00', NULL, 'place', '{"at": 1, "do": "move", "to": "Tried", "row": 2, "name": "a.txt", "source": "Letters/a.txt"}', NULL, NULL, NULL),
	(15, 1, 11, 'drive', '\x4c6574746572732f622e747874', 'drive', '\x4c6574746572732f612e747874', 'proposed', 1, '\xca978112ca1bbdcafac231b39a23dc4da786eff8147c4e72b9807785afee48bb', 2164005, 1795689058403306539, '{"name": "b.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', '{"name": "a.txt", "folder": 5, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}, "conforms": false}', NULL, NULL, NULL, 'place', '{"at": 1, "do": "move", "into": 5, "name": "a.txt", "expect": {"name": "b.txt", "folder": 5}, "number": 11, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}}', NULL, NULL, NULL),
	(15, 2, NULL, 'drive', '\x4e6f2e203130', 'drive', '\x4c6574746572732f622e747874', 'left', 0, '\x', 0, 0, '{}', '{}', 'No. 10 has been moved or renamed since; it is left alone', NULL, NULL, 'place', '{"at": 2, "do": "move", "into": 5, "name": "b.txt", "expect": {"name": "a.txt", "folder": 5}, "number": 10, "record": {"kind": null, "what": null, "when": null, "party": null, "amount": null, "reference": null}}', '[{"code": "changed_since", "mend": null, "offer": null, "other": null, "message": "No. 10 has been moved or renamed since; it is left alone"}]', NULL, NULL),
	(16, 1, NULL, 'drive', '\x', 'drive', '\x436865636b6564', 'proposed', 0, '\x', 0, 0, '{}', '{"name": "Checked", "path": "Checked", "parent": 1}', NULL, NULL, NULL, 'make_folder', '{}', NULL, NULL, NULL),
	(16, 2, 9, 'drive', '\x4c6574746572732f323032362d30312d30395f6d72635f63616e7661732e747874', 'drive', '\x436865636b65642f63616e7661732e747874', 'proposed', 13, '\x2d4f9cfb741f46e24ffee56df2db87e587621a30e0cb09733b8d967f713ff291', 2163996, 1795689057957584399, '{"name": "2026-01-09_mrc_canvas.txt", "folder": 5, "record": {"kind": null, "what": "canvas", "when": "2026-01-09", "party": 1, "amount": null, "reference": null}, "conforms": true}', '{"make": "Checked", "name": "canvas.txt", "folder": null, "record": {"kind": null, "what": "canvas", "when": "2026-01-09", "party": 1, "amount": null, "reference": null}, "conforms": false}', NULL, NULL, NULL, 'place', '{"at": 1, "do": "move", "to": "Checked", "row": 2, "name": "canvas.txt", "source": "Letters/2026-01-09_mrc_canvas.txt"}', NULL, NULL, NULL),
	(16, 3, NULL, 'drive', '\x4e6f77686572652f782e747874', 'drive', '\x436865636b65642f782e747874', 'proposed', 0, '\x', 0, 0, '{}', '{}', 'There is no document “Nowhere/x.txt”', NULL, NULL, 'place', '{"at": 2, "do": "move", "to": "Checked", "row": 3, "name": "x.txt", "source": "Nowhere/x.txt"}', '[{"code": "missing", "mend": "Correct the path, or take it out", "offer": null, "other": null, "message": "There is no document “Nowhere/x.txt”"}]', NULL, NULL);
INSERT INTO public.content VALUES
	('\x2d4f9cfb741f46e24ffee56df2db87e587621a30e0cb09733b8d967f713ff291', 13, NULL, NULL, NULL, NULL, NULL, NULL),
	('\x506cf3956bc9aa6bbd0fc2c443afa7f9b5848a10c07db83be30201a82a50a5a3', 21, NULL, NULL, NULL, NULL, NULL, NULL),
	('\x63fe1abfb4d1627df5ec69a8a5cf2ef5c1a82aa8ec1d942f0850460baca17ebf', 15, NULL, NULL, NULL, NULL, NULL, NULL),
	('\x819eacbb195059c300f02df15ca27a54131364ee978e93540fb86e2d0b3f6447', 8, NULL, NULL, NULL, NULL, NULL, NULL),
	('\xb469bf9cb200f8351d347d16eb565274359b10a5eae0a1a6ebfd51b062f5cea9', 16, NULL, NULL, NULL, NULL, NULL, NULL),
	('\x5221572bdd255ca67bb0044320e8c6af2e8af26886eb95db51e6a0780dd149bd', 7, NULL, NULL, NULL, NULL, NULL, NULL),
	('\x23270be54b22b665778aec8bf7d5f473d28d99f3c8154f282d7256d49a7d3074', 5, NULL, NULL, NULL, NULL, NULL, NULL),
	('\xdc07ddd0dc6cdeba9b52c76874072f3a3132daa194f91a6365fb52c4d3810c25', 29, NULL, NULL, NULL, NULL, NULL, NULL),
	('\x3e23e8160039594a33894f6564e1b1348bbd7a0088d42c4acb73eeaed59c009d', 1, NULL, NULL, NULL, NULL, NULL, NULL),
	('\xca978112ca1bbdcafac231b39a23dc4da786eff8147c4e72b9807785afee48bb', 1, NULL, NULL, NULL, NULL, NULL, NULL);
INSERT INTO public.document OVERRIDING SYSTEM VALUE VALUES
	(2, 'filed', 10, 'mizzen.txt', 'mizzen.txt', false, 16, '\xb469bf9cb200f8351d347d16eb565274359b10a5eae0a1a6ebfd51b062f5cea9', 2163991, 1795689057958052888, NULL, 1, '2025-03-12', NULL, NULL, 12.50, '2026-11-26 10:30:58.010444+00', 1, '2026-11-26 10:30:58.560562+00', 1, '2026-11-26 10:30:58.374092+00', 1, NULL, NULL, 2, '2026-11-26 10:30:58.560562+00', 1, 5, NULL, NULL, 4),
	(8, 'gone', NULL, 'scan 3.txt', 'scan 3.txt', false, 29, '\xdc07ddd0dc6cdeba9b52c76874072f3a3132daa194f91a6365fb52c4d3810c25', 2163994, 1795689058109368643, NULL, NULL, NULL, NULL, NULL, NULL, '2026-11-26 10:30:58.110146+00', 2, '2026-11-26 10:30:58.133479+00', 2, '2026-11-26 10:30:58.110146+00', NULL, NULL, 6, 1, NULL, NULL, NULL, NULL, NULL, 2),
	(4, 'binned', 5, 'note.txt', 'note.txt', false, 8, '\x819eacbb195059c300f02df15ca27a54131364ee978e93540fb86e2d0b3f6447', 2163989, 1795689057957814287, NULL, NULL, NULL, NULL, NULL, NULL, '2026-11-26 10:30:58.010444+00', 1, '2026-11-26 10:30:58.193655+00', 2, '2026-11-26 10:30:58.010444+00', 1, NULL, NULL, 1, NULL, NULL, NULL, NULL, 1795689057957584399, 2),
	(5, 'gone', NULL, 'log.txt', 'log.txt', false, 16, '\xb469bf9cb200f8351d347d16eb565274359b10a5eae0a1a6ebfd51b062f5cea9', 2163991, 1795689057958052888, NULL, NULL, NULL, NULL, NULL, NULL, '2026-11-26 10:30:58.010444+00', 1, '2026-11-26 10:30:58.560562+00', 1, '2026-11-26 10:30:58.252156+00', 1, NULL, 2, 1, NULL, NULL, NULL, NULL, 1795689057957814287, 3),
	(3, 'binned', 4, '2026-01-09_mrc_canvas.txt', '2026-01-09_mrc_canvas.txt', true, 13, '\x2d4f9cfb741f46e24ffee56df2db87e587621a30e0cb09733b8d967f713ff291', 2163987, 1795689057957584399, NULL, 1, '2026-01-09', 'canvas', NULL, NULL, '2026-11-26 10:30:58.010444+00', 1, '2026-11-26 10:30:58.637855+00', 1, '2026-11-26 10:30:58.010444+00', 1, NULL, NULL, 1, NULL, NULL, NULL, NULL, 1795689057957348587, 2),
	(1, 'filed', 9, '2025-04-02_mrc_long-rope.txt', '2025-04-02_mrc_long-rope.txt', true, 21, '\x506cf3956bc9aa6bbd0fc2c443afa7f9b5848a10c07db83be30201a82a50a5a3', 2163984, 1795689057957348587, NULL, 1, '2025-04-02', 'long rope', NULL, NULL, '2026-11-26 10:30:58.010444+00', 1, '2026-11-26 10:30:58.374092+00', 1, '2026-11-26 10:30:58.374092+00', 1, NULL, NULL, 1, NULL, NULL, NULL, NULL, 1795689057957164148, 3),
	(7, 'filed', 3, '2025-04-03_mrc_lamp.txt', '2025-04-03_mrc_lamp.txt', true, 5, '\x23270be54b22b665778aec8bf7d5f473d28d99f3c8154f282d7256d49a7d3074', 2163993, 1795689058082474979, 'invoice', 1, '2025-04-03', 'Lamp', NULL, NULL, '2026-11-26 10:30:58.083318+00', 2, '2026-11-26 10:30:58.103158+00', 2, '2026-11-26 10:30:58.103158+00', 2, NULL, NULL, 1, NULL, NULL, NULL, NULL, 1795689058078583320, 2),
	(6, 'filed', 3, '2025-03-12_mrc_reef-points_4471.txt', '2025-03-12_mrc_reef-points_4471.txt', true, 29, '\xdc07ddd0dc6cdeba9b52c76874072f3a3132daa194f91a6365fb52c4d3810c25', 2163994, 1795689058109368643, 'invoice', 1, '2025-03-12', 'Reef points', '4471', 90.00, '2026-11-26 10:30:58.040162+00', 2, '2026-11-26 10:30:58.133479+00', 2, '2026-11-26 10:30:58.073172+00', 2, NULL, NULL, 2, '2026-11-26 10:30:58.133479+00', 2, 8, NULL, 1795689058106583321, 4),
	(9, 'filed', 5, '2026-01-09_mrc_canvas.txt', '2026-01-09_mrc_canvas.txt', true, 13, '\x2d4f9cfb741f46e24ffee56df2db87e587621a30e0cb09733b8d967f713ff291', 2163996, 1795689057957584399, NULL, 1, '2026-01-09', 'canvas', NULL, NULL, '2026-11-26 10:30:58.221286+00', 2, '2026-11-26 10:30:57.957584+00', 2, '2026-11-26 10:30:58.221286+00', NULL, NULL, NULL, 1, NULL, NULL, NULL, NULL, 1795689058218583325, 1),
	(11, 'filed', 5, 'b.txt', 'b.txt', false, 1, '\xca978112ca1bbdcafac231b39a23dc4da786eff8147c4e72b9807785afee48bb', 2164005, 1795689058403306539, NULL, NULL, NULL, NULL, NULL, NULL, '2026-11-26 10:30:58.411588+00', NULL, '2026-11-26 10:30:58.450208+00', 1, '2026-11-26 10:30:58.411588+00', NULL, NULL, NULL, 1, NULL, NULL, NULL, NULL, 1795689058398583331, 3),
	(10, 'filed', 11, 'a.txt', 'a.txt', false, 1, '\x3e23e8160039594a33894f6564e1b1348bbd7a0088d42c4acb73eeaed59c009d', 2164012, 1795689058403437926, NULL, NULL, NULL, NULL, NULL, NULL, '2026-11-26 10:30:58.411588+00', NULL, '2026-11-26 10:30:58.505821+00', 1, '2026-11-26 10:30:58.505821+00', 1, NULL, NULL, 1, NULL, NULL, NULL, NULL, 1795689058403306539, 3);
INSERT INTO public.document_search VALUES
	(7, '2025 04 03 mrc lamp txt', '''03'':3A ''04'':2A ''2025'':1A ''canvas'':9B ''invoice'':12B ''lamp'':5A,11B ''marlow'':7B ''mrc'':4A,10B ''rope'':8B ''txt'':6A'),
	(6, '2025 03 12 mrc reef points 4471 txt', '''03'':2A ''12'':3A ''2025'':1A ''4471'':7A,15B ''canvas'':11B ''invoice'':16B ''marlow'':9B ''mrc'':4A,12B ''points'':6A,14B ''reef'':5A,13B ''rope'':10B ''txt'':8A'),
	(1, '2025 04 02 mrc long rope txt', '''02'':3A ''04'':2A ''2025'':1A ''canvas'':10B ''long'':5A,12B ''marlow'':8B ''mrc'':4A,11B ''rope'':6A,9B,13B ''txt'':7A'),
	(9, '2026 01 09 mrc canvas txt', '''01'':2A ''09'':3A ''2026'':1A ''canvas'':5A,9B,11B ''marlow'':7B ''mrc'':4A,10B ''rope'':8B ''txt'':6A'),
	(10, 'a txt', '''a'':1A ''txt'':2A'),
	(11, 'b txt', '''b'':1A ''txt'':2A'),
	(2, 'mizzen txt', '''canvas'':5B ''marlow'':3B ''mizzen'':1A ''mrc'':6B ''rope'':4B ''txt'':2A');
INSERT INTO public.document_version OVERRIDING SYSTEM VALUE VALUES
	(1, 6, 1, '2025-03-12_mrc_reef-points_4471.txt', 7, '\x5221572bdd255ca67bb0044320e8c6af2e8af26886eb95db51e6a0780dd149bd', 1795689058039353716, '2026-11-26 10:30:58.040162+00', 2, NULL, NULL, '2026-11-26 10:30:58.133479+00', 2),
	(2, 2, 1, 'mizzen.txt', 15, '\x63fe1abfb4d1627df5ec69a8a5cf2ef5c1a82aa8ec1d942f0850460baca17ebf', 1795689057957164148, '2026-11-26 10:30:58.010444+00', 1, NULL, NULL, '2026-11-26 10:30:58.560562+00', 1);
INSERT INTO public.drive_sweep VALUES
	(1, '2026-11-26 10:30:58.409806+00', '2026-11-26 10:30:58.417824+00', 9, 0, 0, 0, 0, NULL, '2026-11-26 10:30:58.417824+00');
INSERT INTO public.folder OVERRIDING SYSTEM VALUE VALUES
	(1, NULL, '', '', 1, '2026-11-26 10:30:57.958775+00', NULL, true, true, 2163973, 1795689057950583316),
	(2, 1, 'Finance', 'finance', 1, '2026-11-26 10:30:57.995718+00', NULL, false, false, 2163981, 1795689057955818945),
	(3, 2, '2025', '2025', 1, '2026-11-26 10:30:57.995718+00', NULL, false, false, 2163982, 1795689057955818945),
	(5, 1, 'Letters', 'letters', 1, '2026-11-26 10:30:57.995718+00', NULL, false, false, 2163988, 1795689057957584399),
	(6, 1, 'Trainees', 'trainees', 1, '2026-11-26 10:30:57.995718+00', NULL, false, false, 2163990, 1795689057957814287),
	(4, 2, 'Year 2026', 'year 2026', 1, '2026-11-26 10:30:57.995718+00', NULL, false, false, 2163986, 1795689057957348587),
	(7, 5, 'Old', 'old', 1, '2026-11-26 10:30:58.268287+00', NULL, false, false, 2163998, 1795689058262583326),
	(8, 1, 'Sails', 'sails', 1, '2026-11-26 10:30:58.358056+00', NULL, false, false, 2163999, 1795689058354583330),
	(9, 1, 'Ropes', 'ropes', 1, '2026-11-26 10:30:58.358056+00', NULL, false, false, 2164000, 1795689058354583330),
	(10, 8, '2025', '2025', 1, '2026-11-26 10:30:58.367553+00', NULL, false, false, 2164003, 1795689058362583330),
	(11, 1, 'Tried', 'tried', 1, '2026-11-26 10:30:58.498997+00', NULL, false, false, 2164019, NULL);
INSERT INTO public.folder_grant OVERRIDING SYSTEM VALUE VALUES
	(1, 1, 1, NULL, 'keeper', NULL, '2026-11-26 10:30:57.958775+00'),
	(2, 1, 2, NULL, 'filer', NULL, '2026-11-26 10:30:57.974082+00'),
	(3, 1, 3, NULL, 'reader', NULL, '2026-11-26 10:30:57.982707+00');
INSERT INTO public.kind VALUES
	('invoice', 'Invoice', 1),
	('bill', 'Bill', 2),
	('letter', 'Letter', 3),
	('minutes', 'Minutes', 4),
	('coursework', 'Coursework', 5),
	('certificate', 'Certificate', 6),
	('report', 'Report', 7),
	('form', 'Form', 8),
	('photo', 'Photo', 9),
	('other', 'Other', 10);
INSERT INTO public.logbook OVERRIDING SYSTEM VALUE VALUES
	(1, '2026-11-26 10:30:58.010444+00', 1, 'taken_in', 1, NULL, NULL, 'Finance/2025/2025-04-02_mrc_rope.txt', NULL, 3, NULL, NULL, NULL, NULL),
	(2, '2026-11-26 10:30:58.010444+00', 1, 'taken_in', 2, NULL, NULL, 'Finance/2025/2025-03-12_mrc_mizzen-sail.txt', NULL, 3, NULL, NULL, NULL, NULL),
	(3, '2026-11-26 10:30:58.010444+00', 1, 'taken_in', 3, NULL, NULL, 'Finance/2026/2026-01-09_mrc_canvas.txt', NULL, 4, NULL, NULL, NULL, NULL),
	(4, '2026-11-26 10:30:58.010444+00', 1, 'taken_in', 4, NULL, NULL, 'Letters/note.txt', NULL, 5, NULL, NULL, NULL, NULL),
	(5, '2026-11-26 10:30:58.010444+00', 1, 'taken_in', 5, NULL, NULL, 'Trainees/log.txt', NULL, 6, NULL, NULL, NULL, NULL),
	(6, '2026-11-26 10:30:58.040162+00', 2, 'arrived', 6, NULL, NULL, 'Uploads/scan 1.txt', NULL, NULL, 1, NULL, NULL, NULL),
	(7, '2026-11-26 10:30:58.073172+00', 2, 'filed', 6, 1, 'Uploads/scan 1.txt', 'Finance/2025/2025-03-12_mrc_reef-points_4471.txt', NULL, 3, 1, NULL, NULL, NULL),
	(8, '2026-11-26 10:30:58.083318+00', 2, 'arrived', 7, NULL, NULL, 'Uploads/scan 2.txt', NULL, NULL, 1, NULL, NULL, NULL),
	(9, '2026-11-26 10:30:58.103158+00', 2, 'filed', 7, 2, 'Uploads/scan 2.txt', 'Finance/2025/2025-04-03_mrc_lamp.txt', NULL, 3, 1, NULL, NULL, NULL),
	(10, '2026-11-26 10:30:58.110146+00', 2, 'arrived', 8, NULL, NULL, 'Uploads/scan 3.txt', NULL, NULL, 1, NULL, NULL, NULL),
	(11, '2026-11-26 10:30:58.133479+00', 2, 'versioned', 6, 3, 'Uploads/scan 3.txt', 'Finance/2025/2025-03-12_mrc_reef-points_4471.txt', NULL, 3, 1, 'No. 8', NULL, NULL),
	(12, '2026-11-26 10:30:58.162563+00', 2, 'renamed', 1, 4, 'Finance/2025/2025-04-02_mrc_rope.txt', 'Finance/2025/2025-04-02_mrc_long-rope.txt', 3, 3, NULL, NULL, NULL, NULL),
	(13, '2026-11-26 10:30:58.193655+00', 2, 'binned', 4, 5, 'Letters/note.txt', NULL, 5, NULL, NULL, 'nobody needs it', NULL, NULL),
	(14, '2026-11-26 10:30:58.221286+00', 2, 'copied', 9, 6, 'Finance/2026/2026-01-09_mrc_canvas.txt', 'Letters/2026-01-09_mrc_canvas.txt', 4, 5, NULL, 'from No. 3', NULL, NULL),
	(15, '2026-11-26 10:30:58.252156+00', 1, 'moved', 5, 7, 'Trainees/log.txt', 'Letters/log.txt', 6, 5, NULL, NULL, NULL, NULL),
	(16, '2026-11-26 10:30:58.268287+00', 1, 'folder_made', NULL, 8, NULL, 'Letters/Old', NULL, 7, NULL, NULL, 7, NULL),
	(17, '2026-11-26 10:30:58.292541+00', 1, 'corrected', 2, 9, NULL, 'Finance/2025/2025-03-12_mrc_mizzen-sail.txt', NULL, 3, NULL, NULL, NULL, NULL),
	(18, '2026-11-26 10:30:58.325584+00', 1, 'folder_renamed', NULL, 10, 'Finance/2026', 'Finance/Year 2026', NULL, 4, NULL, NULL, 4, NULL),
	(19, '2026-11-26 10:30:58.358056+00', 1, 'folder_made', NULL, 11, NULL, 'Sails', NULL, 8, NULL, NULL, 8, NULL),
	(20, '2026-11-26 10:30:58.358056+00', 1, 'folder_made', NULL, 11, NULL, 'Ropes', NULL, 9, NULL, NULL, 9, NULL),
	(21, '2026-11-26 10:30:58.367553+00', 1, 'folder_made', NULL, 11, NULL, 'Sails/2025', NULL, 10, NULL, NULL, 10, NULL),
	(22, '2026-11-26 10:30:58.374092+00', 1, 'moved', 2, 11, 'Finance/2025/2025-03-12_mrc_mizzen-sail.txt', 'Sails/2025/mizzen.txt', 3, 10, NULL, NULL, NULL, NULL),
	(23, '2026-11-26 10:30:58.374092+00', 1, 'moved', 1, 11, 'Finance/2025/2025-04-02_mrc_long-rope.txt', 'Ropes/2025-04-02_mrc_long-rope.txt', 3, 9, NULL, NULL, NULL, NULL),
	(24, '2026-11-26 10:30:58.411588+00', NULL, 'taken_in', 10, NULL, NULL, 'Letters/b.txt', NULL, 5, NULL, NULL, NULL, NULL),
	(25, '2026-11-26 10:30:58.411588+00', NULL, 'taken_in', 11, NULL, NULL, 'Letters/a.txt', NULL, 5, NULL, NULL, NULL, NULL),
	(26, '2026-11-26 10:30:58.441062+00', 1, 'renamed', 10, 12, 'Letters/b.txt', 'Letters/a.txt', 5, 5, NULL, NULL, NULL, NULL),
	(27, '2026-11-26 10:30:58.450208+00', 1, 'renamed', 11, 12, 'Letters/a.txt', 'Letters/b.txt', 5, 5, NULL, NULL, NULL, NULL),
	(28, '2026-11-26 10:30:58.498997+00', 1, 'folder_made', NULL, 13, NULL, 'Tried', NULL, 11, NULL, NULL, 11, NULL),
	(29, '2026-11-26 10:30:58.505821+00', 1, 'moved', 10, 13, 'Letters/a.txt', 'Tried/a.txt', 5, 11, NULL, NULL, NULL, NULL),
	(30, '2026-11-26 10:30:58.560562+00', 1, 'versioned', 2, 14, 'Letters/log.txt', 'Sails/2025/mizzen.txt', 5, 10, NULL, 'No. 5', NULL, NULL),
	(31, '2026-11-26 10:30:58.637855+00', 1, 'binned', 3, 17, 'Finance/Year 2026/2026-01-09_mrc_canvas.txt', NULL, 4, NULL, NULL, 'kept twice', NULL, NULL);
INSERT INTO public.name_pattern OVERRIDING SYSTEM VALUE VALUES
	(1, '{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}', '-', 'lower', true, 80, '2026-11-26 10:30:57.594015+00');
INSERT INTO public.party OVERRIDING SYSTEM VALUE VALUES
	(1, 'Marlow Rope & Canvas', 'marlow rope & canvas', 'mrc');
INSERT INTO public.person OVERRIDING SYSTEM VALUE VALUES
	(1, 'magnus', 'Magnus Orr', 'MO', '$argon2id$v=19$m=8,t=1,p=1$mG5fnp75ubVoHq+AX2ex3w$eovSSwU8XcksYv/gbC18wdZ3Lgnx//ajDNElfciFr3o', true, '2026-11-26 10:30:57.958775+00', NULL),
	(2, 'tamsin', 'Tamsin Brook', 'TB', '$argon2id$v=19$m=8,t=1,p=1$Acl/c/YwuXoTesK3DdrHsw$ypUbUYRuMK5IWDWF2maPR+ExDmQnsgIClciSnJkIiVc', false, '2026-11-26 10:30:57.974082+00', NULL),
	(3, 'alba', 'Alba Beck', 'AB', '$argon2id$v=19$m=8,t=1,p=1$enESXER1Z39dp6Sx8SF1qw$lczx6kM8C3AXz8yPdHRJM6Jw/Qq5zH8AUEXHAJf+ipk', false, '2026-11-26 10:30:57.982707+00', NULL);
INSERT INTO public.setting VALUES
	('drive_mark', '"dd4b2f1457978b6c3822369d54ac4474"'),
	('arrivals_mark', '"b1a7d3ca8f42e6e36c202b28be0a1fff"');
INSERT INTO public.sight VALUES
	(1, 1, 'keeper'),
	(1, 2, 'filer'),
	(1, 3, 'reader');
SELECT pg_catalog.setval('public.arrival_point_id_seq', 3, true);
SELECT pg_catalog.setval('public.change_list_id_seq', 17, true);
SELECT pg_catalog.setval('public.document_id_seq', 11, true);
SELECT pg_catalog.setval('public.document_version_id_seq', 2, true);
SELECT pg_catalog.setval('public.folder_grant_id_seq', 3, true);
SELECT pg_catalog.setval('public.folder_id_seq', 11, true);
SELECT pg_catalog.setval('public.folder_question_id_seq', 1, false);
SELECT pg_catalog.setval('public.logbook_id_seq', 31, true);
SELECT pg_catalog.setval('public.name_pattern_id_seq', 1, true);
SELECT pg_catalog.setval('public.party_id_seq', 5, true);
SELECT pg_catalog.setval('public.person_id_seq', 3, true);
SELECT pg_catalog.setval('public.question_id_seq', 1, false);
SELECT pg_catalog.setval('public.session_id_seq', 1, false);
SELECT pg_catalog.setval('public.sign_in_failure_id_seq', 1, false);
SELECT pg_catalog.setval('public.tag_id_seq', 1, false);
SELECT pg_catalog.setval('public.team_id_seq', 1, false);
ALTER TABLE ONLY public._yoyo_log
    ADD CONSTRAINT _yoyo_log_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public._yoyo_migration
    ADD CONSTRAINT _yoyo_migration_pkey PRIMARY KEY (migration_hash);
ALTER TABLE ONLY public._yoyo_version
    ADD CONSTRAINT _yoyo_version_pkey PRIMARY KEY (version);
ALTER TABLE ONLY public.arrival_notice
    ADD CONSTRAINT arrival_notice_pkey PRIMARY KEY (path);
ALTER TABLE ONLY public.arrival_origin
    ADD CONSTRAINT arrival_origin_pkey PRIMARY KEY (document_id);
ALTER TABLE ONLY public.arrival
    ADD CONSTRAINT arrival_path_key UNIQUE (path);
ALTER TABLE ONLY public.arrival
    ADD CONSTRAINT arrival_pkey PRIMARY KEY (document_id);
ALTER TABLE ONLY public.arrival_point
    ADD CONSTRAINT arrival_point_path_key UNIQUE (path);
ALTER TABLE ONLY public.arrival_point
    ADD CONSTRAINT arrival_point_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.arrival_point_sight
    ADD CONSTRAINT arrival_point_sight_pkey PRIMARY KEY (person_id, arrival_point_id);
ALTER TABLE ONLY public.binned
    ADD CONSTRAINT binned_pkey PRIMARY KEY (document_id);
ALTER TABLE ONLY public.carried
    ADD CONSTRAINT carried_pkey PRIMARY KEY (person_id, document_id);
ALTER TABLE ONLY public.change_list
    ADD CONSTRAINT change_list_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.change_step
    ADD CONSTRAINT change_step_pkey PRIMARY KEY (list_id, "position");
ALTER TABLE ONLY public.content
    ADD CONSTRAINT content_pkey PRIMARY KEY (sha256);
ALTER TABLE ONLY public.cross_reference
    ADD CONSTRAINT cross_reference_pkey PRIMARY KEY (folder_id, document_id);
ALTER TABLE ONLY public.device
    ADD CONSTRAINT device_pkey PRIMARY KEY (token_hash);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.document_search
    ADD CONSTRAINT document_search_pkey PRIMARY KEY (document_id);
ALTER TABLE ONLY public.document_tag
    ADD CONSTRAINT document_tag_pkey PRIMARY KEY (document_id, tag_id);
ALTER TABLE ONLY public.document_version
    ADD CONSTRAINT document_version_document_id_version_key UNIQUE (document_id, version);
ALTER TABLE ONLY public.document_version
    ADD CONSTRAINT document_version_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.drive_notice
    ADD CONSTRAINT drive_notice_pkey PRIMARY KEY (path);
ALTER TABLE ONLY public.drive_sweep
    ADD CONSTRAINT drive_sweep_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.folder_grant
    ADD CONSTRAINT folder_grant_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.folder_in_motion
    ADD CONSTRAINT folder_in_motion_pkey PRIMARY KEY (folder_id, list_id);
ALTER TABLE ONLY public.folder
    ADD CONSTRAINT folder_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.folder_question
    ADD CONSTRAINT folder_question_gone_id_found_id_key UNIQUE (gone_id, found_id);
ALTER TABLE ONLY public.folder_question
    ADD CONSTRAINT folder_question_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.folder_seen
    ADD CONSTRAINT folder_seen_pkey PRIMARY KEY (person_id, folder_id);
ALTER TABLE ONLY public.folder_tag
    ADD CONSTRAINT folder_tag_pkey PRIMARY KEY (folder_id, tag_id);
ALTER TABLE ONLY public.invitation
    ADD CONSTRAINT invitation_person_id_key UNIQUE (person_id);
ALTER TABLE ONLY public.invitation
    ADD CONSTRAINT invitation_pkey PRIMARY KEY (token_hash);
ALTER TABLE ONLY public.kind
    ADD CONSTRAINT kind_pkey PRIMARY KEY (code);
ALTER TABLE ONLY public.logbook
    ADD CONSTRAINT logbook_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.name_pattern
    ADD CONSTRAINT name_pattern_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.opened
    ADD CONSTRAINT opened_pkey PRIMARY KEY (person_id, document_id);
ALTER TABLE ONLY public.party
    ADD CONSTRAINT party_name_key_key UNIQUE (name_key);
ALTER TABLE ONLY public.party
    ADD CONSTRAINT party_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.party
    ADD CONSTRAINT party_short_key UNIQUE (short);
ALTER TABLE ONLY public.party_spelling
    ADD CONSTRAINT party_spelling_pkey PRIMARY KEY (spelling_key);
ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.question
    ADD CONSTRAINT question_missing_id_found_id_key UNIQUE (missing_id, found_id);
ALTER TABLE ONLY public.question
    ADD CONSTRAINT question_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.search_due
    ADD CONSTRAINT search_due_pkey PRIMARY KEY (document_id);
ALTER TABLE ONLY public.session
    ADD CONSTRAINT session_pkey PRIMARY KEY (token_hash);
ALTER TABLE ONLY public.setting
    ADD CONSTRAINT setting_pkey PRIMARY KEY (name);
ALTER TABLE ONLY public.sight
    ADD CONSTRAINT sight_pkey PRIMARY KEY (person_id, access_id);
ALTER TABLE ONLY public.sign_in_failure
    ADD CONSTRAINT sign_in_failure_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.store_due
    ADD CONSTRAINT store_due_pkey PRIMARY KEY (sha256);
ALTER TABLE ONLY public.stuck
    ADD CONSTRAINT stuck_pkey PRIMARY KEY (part, subject);
ALTER TABLE ONLY public.tag
    ADD CONSTRAINT tag_name_key_key UNIQUE (name_key);
ALTER TABLE ONLY public.tag
    ADD CONSTRAINT tag_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.team_member
    ADD CONSTRAINT team_member_pkey PRIMARY KEY (team_id, person_id);
ALTER TABLE ONLY public.team
    ADD CONSTRAINT team_name_key_key UNIQUE (name_key);
ALTER TABLE ONLY public.team
    ADD CONSTRAINT team_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.upload
    ADD CONSTRAINT upload_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.yoyo_lock
    ADD CONSTRAINT yoyo_lock_pkey PRIMARY KEY (locked);
CREATE UNIQUE INDEX arrival_point_grant_person ON public.arrival_point_grant USING btree (arrival_point_id, person_id) WHERE (person_id IS NOT NULL);
CREATE UNIQUE INDEX arrival_point_grant_team ON public.arrival_point_grant USING btree (arrival_point_id, team_id) WHERE (team_id IS NOT NULL);
CREATE INDEX change_list_waiting ON public.change_list USING btree (id) WHERE ((state = ANY (ARRAY['queued'::text, 'running'::text])) OR (wish IS NOT NULL));
CREATE INDEX change_step_act ON public.change_step USING btree (act, list_id, "position");
CREATE INDEX change_step_document ON public.change_step USING btree (document_id);
CREATE UNIQUE INDEX change_step_folder_intended ON public.change_step USING btree (folder_id) WHERE (state = 'intended'::text);
CREATE INDEX change_step_found ON public.change_step USING btree (list_id, "position") WHERE (findings IS NOT NULL);
CREATE UNIQUE INDEX change_step_intended ON public.change_step USING btree (document_id) WHERE (state = 'intended'::text);
CREATE INDEX change_step_left ON public.change_step USING btree (list_id, state) WHERE (state = ANY (ARRAY['failed'::text, 'left'::text, 'put_back'::text]));
CREATE UNIQUE INDEX change_step_onto_intended ON public.change_step USING btree (onto_id) WHERE ((state = 'intended'::text) AND (onto_id IS NOT NULL));
CREATE INDEX change_step_open ON public.change_step USING btree (list_id) WHERE (state = 'intended'::text);
CREATE INDEX content_unread ON public.content USING btree (sha256) WHERE (read_at IS NULL);
CREATE INDEX cross_reference_document ON public.cross_reference USING btree (document_id);
CREATE INDEX document_bytes ON public.document USING btree (sha256);
CREATE INDEX document_inode ON public.document USING btree (inode) WHERE (state = ANY (ARRAY['filed'::text, 'gone'::text]));
CREATE INDEX document_merged ON public.document USING btree (merged_into) WHERE (merged_into IS NOT NULL);
CREATE INDEX document_order ON public.document USING btree (folder_id, name_key, id) WHERE (state = 'filed'::text);
CREATE INDEX document_party ON public.document USING btree (party_id, folder_id) WHERE (party_id IS NOT NULL);
CREATE UNIQUE INDEX document_place ON public.document USING btree (folder_id, name) WHERE (state = 'filed'::text);
CREATE INDEX document_search_name ON public.document_search USING gin (name public.gin_trgm_ops);
CREATE INDEX document_search_words ON public.document_search USING gin (words);
CREATE INDEX document_tag_tag ON public.document_tag USING btree (tag_id, document_id);
CREATE INDEX document_tally ON public.document USING btree (folder_id, placed_at) INCLUDE (conforms, size, placed_by) WHERE (state = 'filed'::text);
CREATE INDEX document_unborn ON public.document USING btree (id) WHERE ((born_ns IS NULL) AND (state = 'filed'::text));
CREATE INDEX document_version_bytes ON public.document_version USING btree (sha256);
CREATE INDEX folder_access ON public.folder USING btree (access_id);
CREATE UNIQUE INDEX folder_grant_person ON public.folder_grant USING btree (folder_id, person_id) WHERE (person_id IS NOT NULL);
CREATE UNIQUE INDEX folder_grant_team ON public.folder_grant USING btree (folder_id, team_id) WHERE (team_id IS NOT NULL);
CREATE INDEX folder_inode ON public.folder USING btree (inode) WHERE (removed_at IS NULL);
CREATE INDEX folder_order ON public.folder USING btree (parent_id, name_key);
CREATE UNIQUE INDEX folder_place ON public.folder USING btree (parent_id, name) WHERE (removed_at IS NULL);
CREATE UNIQUE INDEX folder_root ON public.folder USING btree ((true)) WHERE (parent_id IS NULL);
CREATE INDEX folder_tag_tag ON public.folder_tag USING btree (tag_id, folder_id);
CREATE INDEX logbook_document ON public.logbook USING btree (document_id, id);
CREATE INDEX logbook_from ON public.logbook USING btree ("left"(from_path, 600)) WHERE (from_path IS NOT NULL);
CREATE INDEX logbook_gone ON public.logbook USING btree (from_folder_id) WHERE (action = 'gone'::text);
CREATE INDEX logbook_person ON public.logbook USING btree (person_id, id) WHERE (person_id IS NOT NULL);
CREATE INDEX logbook_to ON public.logbook USING btree ("left"(to_path, 600));
CREATE INDEX opened_lately ON public.opened USING btree (person_id, at DESC);
CREATE UNIQUE INDEX person_login ON public.person USING btree (lower(login));
CREATE INDEX question_open ON public.question USING btree (id) WHERE (answer IS NULL);
CREATE INDEX sign_in_failure_recent ON public.sign_in_failure USING btree (at);
CREATE INDEX stuck_next ON public.stuck USING btree (part, next_at);
CREATE TRIGGER arrival_comes AFTER INSERT ON public.arrival FOR EACH ROW EXECUTE FUNCTION public.arrival_is_remembered();
CREATE TRIGGER arrival_goes BEFORE DELETE ON public.arrival FOR EACH ROW EXECUTE FUNCTION public.arrival_is_remembered();
CREATE TRIGGER change_list_stays BEFORE DELETE ON public.change_list FOR EACH ROW EXECUTE FUNCTION public.goes_only_before_it_was_begun();
CREATE TRIGGER change_step_keeps BEFORE UPDATE ON public.change_step FOR EACH ROW WHEN (((old.list_id <> new.list_id) OR (old.document_id IS DISTINCT FROM new.document_id) OR (old.folder_id IS DISTINCT FROM new.folder_id) OR (old.onto_id IS DISTINCT FROM new.onto_id))) EXECUTE FUNCTION public.keeps_what_it_refers_to();
CREATE TRIGGER change_step_refers AFTER INSERT ON public.change_step REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION public.refers_to_what_is_there('list_id change_list', 'document_id document', 'folder_id folder', 'onto_id document');
CREATE TRIGGER document_born BEFORE UPDATE OF inode ON public.document FOR EACH ROW WHEN (((old.inode IS DISTINCT FROM new.inode) AND (NOT (old.born_ns IS DISTINCT FROM new.born_ns)))) EXECUTE FUNCTION public.birth_goes_with_the_inode();
CREATE TRIGGER document_edition BEFORE UPDATE ON public.document FOR EACH ROW WHEN (((old.folder_id IS DISTINCT FROM new.folder_id) OR (old.name IS DISTINCT FROM new.name) OR (old.state IS DISTINCT FROM new.state) OR (old.kind IS DISTINCT FROM new.kind) OR (old.party_id IS DISTINCT FROM new.party_id) OR (old."when" IS DISTINCT FROM new."when") OR (old.what IS DISTINCT FROM new.what) OR (old.reference IS DISTINCT FROM new.reference) OR (old.amount IS DISTINCT FROM new.amount) OR (old.version IS DISTINCT FROM new.version))) EXECUTE FUNCTION public.document_has_another_edition();
CREATE TRIGGER document_stays BEFORE DELETE ON public.document FOR EACH ROW EXECUTE FUNCTION public.is_kept_for_good();
CREATE TRIGGER folder_stays BEFORE DELETE ON public.folder FOR EACH ROW EXECUTE FUNCTION public.is_kept_for_good();
CREATE TRIGGER logbook_keeps BEFORE UPDATE ON public.logbook FOR EACH ROW WHEN (((old.person_id IS DISTINCT FROM new.person_id) OR (old.document_id IS DISTINCT FROM new.document_id) OR (old.list_id IS DISTINCT FROM new.list_id) OR (old.folder_id IS DISTINCT FROM new.folder_id) OR (old.from_folder_id IS DISTINCT FROM new.from_folder_id) OR (old.to_folder_id IS DISTINCT FROM new.to_folder_id))) EXECUTE FUNCTION public.keeps_what_it_refers_to();
CREATE TRIGGER logbook_refers AFTER INSERT ON public.logbook REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION public.refers_to_what_is_there('person_id person', 'document_id document', 'list_id change_list', 'folder_id folder', 'from_folder_id folder', 'to_folder_id folder');
CREATE TRIGGER person_stays BEFORE DELETE ON public.person FOR EACH ROW EXECUTE FUNCTION public.is_kept_for_good();
ALTER TABLE ONLY public.arrival
    ADD CONSTRAINT arrival_arrival_point_id_fkey FOREIGN KEY (arrival_point_id) REFERENCES public.arrival_point(id);
ALTER TABLE ONLY public.arrival
    ADD CONSTRAINT arrival_bound_by_fkey FOREIGN KEY (bound_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.arrival
    ADD CONSTRAINT arrival_bound_for_fkey FOREIGN KEY (bound_for) REFERENCES public.folder(id);
ALTER TABLE ONLY public.arrival
    ADD CONSTRAINT arrival_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.arrival_origin
    ADD CONSTRAINT arrival_origin_arrival_point_id_fkey FOREIGN KEY (arrival_point_id) REFERENCES public.arrival_point(id);
ALTER TABLE ONLY public.arrival_origin
    ADD CONSTRAINT arrival_origin_came_by_fkey FOREIGN KEY (came_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.arrival_origin
    ADD CONSTRAINT arrival_origin_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.arrival_point_grant
    ADD CONSTRAINT arrival_point_grant_arrival_point_id_fkey FOREIGN KEY (arrival_point_id) REFERENCES public.arrival_point(id);
ALTER TABLE ONLY public.arrival_point_grant
    ADD CONSTRAINT arrival_point_grant_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.arrival_point_grant
    ADD CONSTRAINT arrival_point_grant_team_id_fkey FOREIGN KEY (team_id) REFERENCES public.team(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.arrival_point_sight
    ADD CONSTRAINT arrival_point_sight_arrival_point_id_fkey FOREIGN KEY (arrival_point_id) REFERENCES public.arrival_point(id);
ALTER TABLE ONLY public.arrival_point_sight
    ADD CONSTRAINT arrival_point_sight_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.arrival
    ADD CONSTRAINT arrival_slip_by_fkey FOREIGN KEY (slip_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.binned
    ADD CONSTRAINT binned_binned_by_fkey FOREIGN KEY (binned_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.binned
    ADD CONSTRAINT binned_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.carried
    ADD CONSTRAINT carried_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.carried
    ADD CONSTRAINT carried_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.change_list
    ADD CONSTRAINT change_list_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.change_list
    ADD CONSTRAINT change_list_undo_of_fkey FOREIGN KEY (undo_of) REFERENCES public.change_list(id);
ALTER TABLE ONLY public.change_list
    ADD CONSTRAINT change_list_undone_by_fkey FOREIGN KEY (undone_by) REFERENCES public.change_list(id);
ALTER TABLE ONLY public.cross_reference
    ADD CONSTRAINT cross_reference_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.cross_reference
    ADD CONSTRAINT cross_reference_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.cross_reference
    ADD CONSTRAINT cross_reference_made_by_fkey FOREIGN KEY (made_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.device
    ADD CONSTRAINT device_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_added_by_fkey FOREIGN KEY (added_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_changed_by_fkey FOREIGN KEY (changed_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_kind_fkey FOREIGN KEY (kind) REFERENCES public.kind(code);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_merged_into_fkey FOREIGN KEY (merged_into) REFERENCES public.document(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_party_id_fkey FOREIGN KEY (party_id) REFERENCES public.party(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_placed_by_fkey FOREIGN KEY (placed_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.document_search
    ADD CONSTRAINT document_search_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_sha256_fkey FOREIGN KEY (sha256) REFERENCES public.content(sha256);
ALTER TABLE ONLY public.document_tag
    ADD CONSTRAINT document_tag_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.document_tag
    ADD CONSTRAINT document_tag_put_on_by_fkey FOREIGN KEY (put_on_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.document_tag
    ADD CONSTRAINT document_tag_tag_id_fkey FOREIGN KEY (tag_id) REFERENCES public.tag(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_version_by_fkey FOREIGN KEY (version_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.document_version
    ADD CONSTRAINT document_version_by_fkey1 FOREIGN KEY (by) REFERENCES public.person(id);
ALTER TABLE ONLY public.document
    ADD CONSTRAINT document_version_came_as_fkey FOREIGN KEY (version_came_as) REFERENCES public.document(id);
ALTER TABLE ONLY public.document_version
    ADD CONSTRAINT document_version_came_as_fkey1 FOREIGN KEY (came_as) REFERENCES public.document(id);
ALTER TABLE ONLY public.document_version
    ADD CONSTRAINT document_version_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.document_version
    ADD CONSTRAINT document_version_ended_by_fkey FOREIGN KEY (ended_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.document_version
    ADD CONSTRAINT document_version_sha256_fkey FOREIGN KEY (sha256) REFERENCES public.content(sha256);
ALTER TABLE ONLY public.drive_notice
    ADD CONSTRAINT drive_notice_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder
    ADD CONSTRAINT folder_access_id_fkey FOREIGN KEY (access_id) REFERENCES public.folder(id) DEFERRABLE INITIALLY DEFERRED;
ALTER TABLE ONLY public.folder_grant
    ADD CONSTRAINT folder_grant_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder_grant
    ADD CONSTRAINT folder_grant_granted_by_fkey FOREIGN KEY (granted_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.folder_grant
    ADD CONSTRAINT folder_grant_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.folder_grant
    ADD CONSTRAINT folder_grant_team_id_fkey FOREIGN KEY (team_id) REFERENCES public.team(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.folder_in_motion
    ADD CONSTRAINT folder_in_motion_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder_in_motion
    ADD CONSTRAINT folder_in_motion_list_id_fkey FOREIGN KEY (list_id) REFERENCES public.change_list(id);
ALTER TABLE ONLY public.folder
    ADD CONSTRAINT folder_parent_id_fkey FOREIGN KEY (parent_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder_question
    ADD CONSTRAINT folder_question_answered_by_fkey FOREIGN KEY (answered_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.folder_question
    ADD CONSTRAINT folder_question_found_id_fkey FOREIGN KEY (found_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder_question
    ADD CONSTRAINT folder_question_gone_id_fkey FOREIGN KEY (gone_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder_seen
    ADD CONSTRAINT folder_seen_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder_seen
    ADD CONSTRAINT folder_seen_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.folder_tag
    ADD CONSTRAINT folder_tag_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.folder_tag
    ADD CONSTRAINT folder_tag_put_on_by_fkey FOREIGN KEY (put_on_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.folder_tag
    ADD CONSTRAINT folder_tag_tag_id_fkey FOREIGN KEY (tag_id) REFERENCES public.tag(id);
ALTER TABLE ONLY public.invitation
    ADD CONSTRAINT invitation_invited_by_fkey FOREIGN KEY (invited_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.invitation
    ADD CONSTRAINT invitation_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.logbook
    ADD CONSTRAINT logbook_arrival_point_id_fkey FOREIGN KEY (arrival_point_id) REFERENCES public.arrival_point(id);
ALTER TABLE ONLY public.opened
    ADD CONSTRAINT opened_document_id_fkey FOREIGN KEY (document_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.opened
    ADD CONSTRAINT opened_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.party_spelling
    ADD CONSTRAINT party_spelling_party_id_fkey FOREIGN KEY (party_id) REFERENCES public.party(id);
ALTER TABLE ONLY public.question
    ADD CONSTRAINT question_answered_by_fkey FOREIGN KEY (answered_by) REFERENCES public.person(id);
ALTER TABLE ONLY public.question
    ADD CONSTRAINT question_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.question
    ADD CONSTRAINT question_found_id_fkey FOREIGN KEY (found_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.question
    ADD CONSTRAINT question_missing_id_fkey FOREIGN KEY (missing_id) REFERENCES public.document(id);
ALTER TABLE ONLY public.session
    ADD CONSTRAINT session_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.sight
    ADD CONSTRAINT sight_access_id_fkey FOREIGN KEY (access_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.sight
    ADD CONSTRAINT sight_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.stuck
    ADD CONSTRAINT stuck_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.team_member
    ADD CONSTRAINT team_member_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
ALTER TABLE ONLY public.team_member
    ADD CONSTRAINT team_member_team_id_fkey FOREIGN KEY (team_id) REFERENCES public.team(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.upload
    ADD CONSTRAINT upload_folder_id_fkey FOREIGN KEY (folder_id) REFERENCES public.folder(id);
ALTER TABLE ONLY public.upload
    ADD CONSTRAINT upload_number_fkey FOREIGN KEY (number) REFERENCES public.document(id);
ALTER TABLE ONLY public.upload
    ADD CONSTRAINT upload_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);
