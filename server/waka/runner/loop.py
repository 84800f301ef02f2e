"""The background worker: settles what was interrupted, takes arrivals, reads what is new.

Each duty has a thread of its own, so that none waits for another, and what one of them did not expect is
logged and tried again: nothing ends the worker but its end. Any number of workers may run: settling holds
a list's lock, an arrival's path is unique, and reading the same bytes twice does no harm.
"""

from __future__ import annotations

import threading
import time
from collections.abc import Callable

import structlog

from waka.errors import DatabaseAway, WakaError
from waka.work.changes import settle as settling
from waka.work.deps import Deps
from waka.work.desk import uploading
from waka.work.desk.arriving import Sweeper
from waka.work.documents import page_cache
from waka.work.documents.reading import ReadingQueue
from waka.work.outside.belonging import Telling
from waka.work.outside.taking_in import index_next

from .lists import ListRunner
from .watch import DriveWatch

log = structlog.get_logger()
SWEEP_SECONDS = 0.7
TELL_SECONDS = 60.0
TIDY_SECONDS = 3600.0
AWAY, TROUBLED = 1.0, 5.0  #: seconds after a lost database, and after other trouble
READERS = 3  #: documents that are read beside each other
LIST_RUNNERS = 2  #: lists that run beside each other


class Duty(threading.Thread):
    """Does one thing again and again until the worker ends."""

    def __init__(self, name: str, stop: threading.Event, act: Callable[[], bool], pause: float) -> None:
        super().__init__(name=name, daemon=True)
        self.stop, self.act, self.pause = stop, act, pause
        self.last_trouble = ""

    def run(self) -> None:
        while not self.stop.is_set():
            self.stop.wait(self._once())

    def _once(self) -> float:
        """Act once; return for how many seconds to pause."""
        try:
            busy = self.act()
        except DatabaseAway:
            log.warning("database_away", place=self.name)
            return AWAY
        except (WakaError, OSError) as error:
            # the same trouble is said once, not every five seconds
            if str(error) != self.last_trouble:
                log.error("trouble", place=self.name, error=str(error))
            self.last_trouble = str(error)
            return TROUBLED
        except Exception as error:
            log.error("fault", place=self.name, exc_info=error)
            return TROUBLED
        self.last_trouble = ""
        return 0.0 if busy else self.pause


def run(deps: Deps, stop: threading.Event) -> None:
    """Work until *stop* is set."""
    sweeper = Sweeper(deps, deps.settings.settle_seconds)
    telling, queue = Telling(deps), ReadingQueue(deps)
    tidied = 0.0

    def settle() -> bool:
        settling.settle_all(deps)
        return False

    def take_arrivals() -> bool:
        sweeper.sweep()
        return False

    def keep_house() -> bool:
        nonlocal tidied
        telling.tell()
        if time.monotonic() - tidied > TIDY_SECONDS:
            uploading.clear_stale(deps)
            page_cache.trim(deps)
            tidied = time.monotonic()
        return False

    threads: list[threading.Thread] = [
        DriveWatch(deps, stop),
        *(ListRunner(deps, stop, f"lists-{at}") for at in range(LIST_RUNNERS)),
        Duty("settling", stop, settle, SWEEP_SECONDS),
        Duty("arrivals", stop, take_arrivals, SWEEP_SECONDS),
        Duty("index", stop, lambda: index_next(deps), SWEEP_SECONDS),
        *(Duty(f"reading-{at}", stop, queue.read_next, SWEEP_SECONDS) for at in range(READERS)),
        Duty("house", stop, keep_house, TELL_SECONDS),
    ]
    for thread in threads:
        thread.start()
    stop.wait()
    deps.reader.close()  # what is being read is read the next time
    for thread in threads:
        thread.join()
