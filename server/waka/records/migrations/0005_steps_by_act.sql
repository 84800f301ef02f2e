-- The act first: with the list first, a planner that has not counted a new list yet takes this index for a
-- step's own key, and reads the whole list for every step.
drop index change_step_act;
create index change_step_act on change_step (act, list_id, position);
