"""Checks and runs the change lists that wait: each in one process at a time, several beside each other."""

from __future__ import annotations

import threading

import structlog

from waka.errors import DatabaseAway, WakaError
from waka.records.changes import lists
from waka.work.changes.check import check_list
from waka.work.changes.run import run_list
from waka.work.deps import Deps

log = structlog.get_logger()
PAUSE = 0.25  #: seconds between looks where nothing waits
TROUBLED = 3.0  #: seconds after trouble
AWAY = 1.0  #: seconds until the database is looked for again


class ListRunner(threading.Thread):
    """Takes lists up in order; those that another runner holds are passed over."""

    def __init__(self, deps: Deps, stop: threading.Event, name: str) -> None:
        super().__init__(name=name, daemon=True)
        self.deps, self.stop = deps, stop

    def run(self) -> None:
        while not self.stop.is_set():
            try:
                self._round()
                self.stop.wait(PAUSE)
            except DatabaseAway:
                log.warning("database_away", place=self.name)
                self.stop.wait(AWAY)
            except (WakaError, OSError) as error:
                log.error("list_trouble", error=str(error))
                self.stop.wait(TROUBLED)
            except Exception as error:
                # a fault of ours in one list must not end the thread that runs them all
                log.error("list_fault", exc_info=error)
                self.stop.wait(TROUBLED)

    def _round(self) -> None:
        with self.deps.db.transaction() as conn:
            waiting = lists.waiting(conn)
        for list_id in waiting:
            if self.stop.is_set():
                return
            with self.deps.db.transaction() as conn:
                found = lists.lock(conn, list_id)
            if found is not None and found.wish == "check" and found.state not in ("queued", "running"):
                check_list(self.deps, list_id)
            elif found is not None:
                run_list(self.deps, list_id, self.stop)
