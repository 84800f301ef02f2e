"""The background worker: settles what was interrupted, takes arrivals, reads what is new.

Any number of runners may run: settling holds a list's lock, an arrival's path is unique, and reading
the same bytes twice does no harm.
"""

from __future__ import annotations

import threading
import time

import structlog

from waka.errors import DatabaseAway, WakaError
from waka.work import engine, looking, uploading
from waka.work.arriving import Sweeper
from waka.work.deps import Deps
from waka.work.taking_in import index_next

from .lists import ListRunner
from .watch import DriveWatch

log = structlog.get_logger()
SWEEP_SECONDS = 0.7
TIDY_SECONDS = 3600.0
READS_PER_ROUND = 5
LIST_RUNNERS = 2  #: lists that run beside each other


def run(deps: Deps, stop: threading.Event) -> None:
    """Work until *stop* is set. Trouble is logged and tried again; nothing ends the loop but *stop*."""
    watch = DriveWatch(deps, stop)
    threads: list[threading.Thread] = [
        watch,
        *(ListRunner(deps, stop, f"lists-{at}") for at in range(LIST_RUNNERS)),
    ]
    for thread in threads:
        thread.start()
    try:
        _work(deps, stop)
    finally:
        for thread in threads:
            thread.join()


def _work(deps: Deps, stop: threading.Event) -> None:
    sweeper = Sweeper(deps, deps.settings.settle_seconds)
    skip: set[bytes] = set()
    tidied = 0.0
    while not stop.is_set():
        busy = False
        try:
            engine.settle_all(deps)
            sweeper.sweep()
            if time.monotonic() - tidied > TIDY_SECONDS:
                uploading.clear_stale(deps)
                tidied = time.monotonic()
            busy = index_next(deps)
            for _ in range(READS_PER_ROUND):
                busy = not stop.is_set() and looking.read_next(deps, skip)
                if not busy:
                    skip.clear()
                    break
        except DatabaseAway:
            log.warning("database_away", place="runner")
            stop.wait(2)
        except (WakaError, OSError) as error:
            log.error("runner_trouble", error=str(error))
            stop.wait(5)
        if not busy:
            stop.wait(SWEEP_SECONDS)
