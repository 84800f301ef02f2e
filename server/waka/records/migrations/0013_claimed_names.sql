-- A step under way claims the name that it brings something to: what another one would make a twin of it is refused.
-- Lists that were checked before claim nothing; the file system still never replaces anything.
-- depends: 0012_loosened

alter table change_step add column to_key text collate "C"; -- of the name that it takes; null where none can be in its way
create index change_step_claim on change_step (to_folder, to_key) where state = 'intended' and to_key is not null;
