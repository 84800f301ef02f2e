"""Which jobs are due by what the records say: the truth, from which a lost queue is filled again."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from itertools import chain

from psycopg import Connection

from waka.core.ids import ListId
from waka.records.background import jobs
from waka.records.background.jobs import Job
from waka.records.changes import lists
from waka.records.documents import contents, sketches
from waka.records.finding import to_index
from waka.work.deps import Deps
from waka.work.documents import words
from waka.work.rules import patterns

from .tasks import BY_NAME

READ_TOGETHER = 8  #: contents in one job of reading
MOST_READING = 40  #: jobs of reading that wait: enough to keep busy who reads
ASKED = READ_TOGETHER * MOST_READING
FIRST = 10  #: priority of what has arrived before what was there


class Look:
    """Looks for what is to be done and lets it wait in the queue: in one process at a time."""

    def __init__(self, deps: Deps) -> None:
        self.deps = deps
        #: contents are gone through by checksum, so that no look passes over what was read before
        self._last = b""

    def look(self) -> None:
        with self.deps.db.transaction() as conn:
            there = jobs.outstanding(conn)
            known = {job.subject for job in there}
            due = [list_job("lists", found) for found in lists.waiting(conn)]
            due += [list_job("settling", found) for found in lists.interrupted(conn)]
            if to_index.is_any(conn):
                due.append(Job(task="index", subject="index"))
            if sketches.is_any(conn):
                due.append(Job(task="sketches", subject="sketches"))
            if patterns.is_due(conn):
                due.append(Job(task="names", subject="names"))
            self._put(conn, (job for job in due if job.subject not in known))
            self._reading(conn, [job for job in there if job.task == "reading"])
        self._words({job.subject for job in there if job.task == "words"})

    def _put(self, conn: Connection, due: Iterable[Job], priority: int = 0) -> None:
        by_task: dict[str, list[Job]] = {}
        for job in due:
            by_task.setdefault(job.task, []).append(job)
        for task, some in by_task.items():
            jobs.put(conn, BY_NAME[task].queue, some, priority)

    def _reading(self, conn: Connection, there: Sequence[Job]) -> None:
        at_work = set(chain.from_iterable(_contents(job) for job in there))
        arrived = [one.sha256.hex() for one in contents.unread_arrivals(conn, ASKED)]
        new = [one for one in dict.fromkeys(arrived) if one not in at_work]
        self._put(conn, (reading_job([one]) for one in new), FIRST)
        if len(there) >= MOST_READING:
            return
        unread = [one.sha256 for one in contents.unread(conn, self._last, ASKED)]
        self._last = unread[-1] if len(unread) == ASKED else b""
        at_work.update(new)
        waiting = [one.hex() for one in unread if one.hex() not in at_work]
        self._put(conn, (reading_job(some) for some in _together(waiting)))

    def _words(self, there: set[str]) -> None:
        if len(there) >= MOST_READING:
            return
        arrived, filed = words.waiting(self.deps)
        with self.deps.db.transaction() as conn:
            for some, priority in ((arrived, FIRST), (filed, 0)):
                due = [words.job_of(one.sha256) for one in some]
                self._put(conn, (job for job in due if job.subject not in there), priority)


def list_job(task: str, list_id: ListId) -> Job:
    return Job(task=task, subject=f"{task} {list_id}", args={"list": list_id})


def reading_job(some: Sequence[str]) -> Job:
    return Job(task="reading", subject=f"reading {some[0]}", args={"contents": list(some)})


def _contents(job: Job) -> list[str]:
    found = job.args["contents"]
    assert isinstance(found, list)
    return found


def _together(some: Sequence[str]) -> Iterable[Sequence[str]]:
    return (some[at : at + READ_TOGETHER] for at in range(0, len(some), READ_TOGETHER))
