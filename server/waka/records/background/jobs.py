"""Jobs that wait in the queue or are being done, by their subject: of each subject one waits at the most."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from psycopg import Connection
from psycopg.types.json import Jsonb

from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("background/jobs")
ALIVE_SECONDS = 4.0  #: a process that works tells every second that it is there
LONGEST_SECONDS = 900.0  #: no single job but the running of a list takes longer
LOCK_WATCHERS = 8530  #: advisory lock: the one process that looks for what is to be done

Args = Mapping[str, object]


@dataclass(frozen=True, slots=True, kw_only=True)
class Job:
    task: str
    subject: str  #: what it is about: ``list 17``
    args: Args = field(default_factory=dict)


def put(conn: Connection, queue: str, jobs: Sequence[Job], priority: int = 0) -> None:
    """Let *jobs* wait in *queue*, those of a higher *priority* first."""
    many = len(jobs)
    conn.execute(
        SQL["put"],
        {"queues": [queue] * many, "tasks": [job.task for job in jobs], "priorities": [priority] * many,
         "subjects": [job.subject for job in jobs], "args": [Jsonb(dict(job.args)) for job in jobs]},
    )  # fmt: skip


def outstanding(conn: Connection) -> list[Job]:
    """Return what waits and what is being done by a process that is alive."""
    return rows(conn, SQL["outstanding"], {"alive": ALIVE_SECONDS, "longest": LONGEST_SECONDS}, Job)


def forget(conn: Connection) -> None:
    """Forget what was done, and what processes that are gone were at."""
    conn.execute(SQL["forget"], {"alive": ALIVE_SECONDS})


def at_once(conn: Connection, subjects: Sequence[str]) -> None:
    """Let what waits for its time be done now."""
    conn.execute(SQL["at_once"], {"subjects": list(subjects)})


def seconds_since_seen(conn: Connection) -> float | None:
    """Return how long ago a process that works was seen last; None: never."""
    found = value(conn, SQL["last_seen"], {})
    return None if found is None else float(str(found))


def lead(conn: Connection) -> bool:
    """Become the process that looks for what is to be done, until *conn* is given back; False where another is."""
    return bool(value(conn, "select pg_try_advisory_lock(%(lock)s, 0)", {"lock": LOCK_WATCHERS}))
