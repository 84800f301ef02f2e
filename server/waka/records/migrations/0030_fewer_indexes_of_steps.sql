-- Each step is written twice as it is carried out, and every index is written with it. Those in motion are few at any time:
-- one index finds them all, by document or not; and only steps about a folder need one by folder.
drop index change_step_open;
drop index change_step_folder_intended;
create unique index change_step_folder_intended on change_step (folder_id) where state = 'intended' and folder_id is not null;
