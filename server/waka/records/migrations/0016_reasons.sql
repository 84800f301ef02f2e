-- Why something happened, is stuck or cannot be taken is a code with facts, too; what was written until now stands as it
-- was written.
alter table logbook alter column reason type jsonb using
    case when reason <> '' then jsonb_build_object('code', 'told', 'facts', jsonb_build_object('told', reason)) end;
alter table stuck alter column reason type jsonb using
    jsonb_build_object('code', 'told', 'facts', jsonb_build_object('told', reason));
alter table drive_notice alter column reason type jsonb using
    jsonb_build_object('code', 'told', 'facts', jsonb_build_object('told', reason));
alter table arrival_notice alter column reason type jsonb using
    jsonb_build_object('code', 'told', 'facts', jsonb_build_object('told', reason));
