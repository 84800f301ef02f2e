"""What watches: the drive, the arrivals, and what is to be done. One process of all is elected to it."""

from __future__ import annotations

import threading
from collections.abc import Callable

import structlog
from psycopg import Connection

from waka.errors import DatabaseAway, WakaError
from waka.records.background import jobs
from waka.records.background.jobs import Job
from waka.work.deps import Deps
from waka.work.desk.arriving import Sweeper
from waka.work.outside.belonging import Telling

from .drive_watch import DriveWatch
from .due import Look
from .tasks import BY_NAME

log = structlog.get_logger()
SWEEP_SECONDS = 0.7
LOOK_SECONDS = 0.4
TELL_SECONDS = 60.0
AWAY_SECONDS, TROUBLED_SECONDS = 1.0, 5.0  #: after a lost database, and after other trouble
ELECTION_SECONDS = 1.0  #: between tries to become the one that watches, and looks whether it still is


class Watcher(threading.Thread):
    """Looks again and again until it is told to stop; what it did not expect is logged, and it goes on."""

    def __init__(self, name: str, stop: threading.Event, look: Callable[[], object], pause: float) -> None:
        super().__init__(name=name, daemon=True)
        self.stop, self.look, self.pause = stop, look, pause
        self.last_trouble = ""

    def run(self) -> None:
        while not self.stop.is_set():
            self.stop.wait(self._once())

    def _once(self) -> float:
        """Look once; return for how many seconds to pause."""
        try:
            self.look()
        except DatabaseAway:
            log.warning("database_away", place=self.name)
            return AWAY_SECONDS
        except (WakaError, OSError) as error:
            # the same trouble is said once, not every five seconds
            if str(error) != self.last_trouble:
                log.error("trouble", place=self.name, error=str(error))
            self.last_trouble = str(error)
            return TROUBLED_SECONDS
        except Exception as error:
            log.error("fault", place=self.name, exc_info=error)
            return TROUBLED_SECONDS
        self.last_trouble = ""
        return self.pause


def watch(deps: Deps, stop: threading.Event) -> None:
    """Stand for election until *stop* is set, and watch while elected."""
    while not stop.is_set():
        try:
            with deps.db.working() as conn:
                if jobs.lead(conn):
                    _watch(deps, conn, stop)
        except DatabaseAway:
            log.warning("database_away", place="watchers")
        stop.wait(ELECTION_SECONDS)


def _watch(deps: Deps, elected: Connection, stop: threading.Event) -> None:
    """Watch for as long as this process is the elected one."""
    jobs.forget(elected)
    jobs.put(elected, BY_NAME["tidying"].queue, [Job(task="tidying", subject="tidying")])
    resigned = threading.Event()
    look, sweeper, telling = Look(deps), Sweeper(deps, deps.settings.settle_seconds), Telling(deps)
    threads: list[threading.Thread] = [
        DriveWatch(deps, resigned),
        Watcher("due", resigned, look.look, LOOK_SECONDS),
        Watcher("arrivals", resigned, sweeper.sweep, SWEEP_SECONDS),
        Watcher("telling", resigned, telling.tell, TELL_SECONDS),
    ]
    for thread in threads:
        thread.start()
    try:
        while not stop.wait(ELECTION_SECONDS):
            elected.execute("select 1")  # whoever lost the connection has lost the election
    finally:
        resigned.set()
        for thread in threads:
            thread.join()
