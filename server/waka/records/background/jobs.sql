-- name: put
-- What waits already is not put a second time, but is done sooner where that is asked for.
insert into procrastinate_jobs (queue_name, task_name, priority, queueing_lock, args)
select j.queue, j.task, j.priority, j.subject, j.args
from unnest(%(queues)s::text[], %(tasks)s::text[], %(priorities)s::int[], %(subjects)s::text[], %(args)s::jsonb[])
    as j (queue, task, priority, subject, args)
on conflict (queueing_lock) where status = 'todo' do update set priority = excluded.priority
where procrastinate_jobs.priority < excluded.priority

-- name: outstanding
-- What waits, for its time too, and what a process that is alive is at. One that was begun long ago and never ended
-- was lost with its connection.
select j.task_name as task, j.queueing_lock as subject, j.args
from procrastinate_jobs j left join procrastinate_workers w on w.id = j.worker_id
where j.status = 'todo'
   or j.status = 'doing' and w.last_heartbeat > now() - make_interval(secs => %(alive)s)
      and exists (select from procrastinate_events e
                  where e.job_id = j.id and e.type = 'started' and e.at > now() - make_interval(secs => %(longest)s))

-- name: forget
-- Jobs whose process is gone; what they were at is seen by what the records say, and put anew.
delete from procrastinate_jobs j
where j.status not in ('todo', 'doing')
   or j.status = 'doing' and not exists (select from procrastinate_workers w
        where w.id = j.worker_id and w.last_heartbeat > now() - make_interval(secs => %(alive)s))

-- name: at_once
update procrastinate_jobs set scheduled_at = null where status = 'todo' and queueing_lock = any(%(subjects)s)

-- name: last_seen
select extract(epoch from now() - max(last_heartbeat)) from procrastinate_workers
