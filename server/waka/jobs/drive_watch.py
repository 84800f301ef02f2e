"""Notices what other programs do to the drive: by the system's word where it gives one, and by sweeps.

The watch only says that something happened; the sweep finds out what. So nothing is missed where the
system has no watches left, on a network disk, or while Waka was down: it is only noticed later.
"""

from __future__ import annotations

import threading
import time

import structlog
from watchdog.events import FileSystemEvent, FileSystemEventHandler
from watchdog.observers import Observer

from waka.errors import DatabaseAway, WakaError
from waka.work.deps import Deps
from waka.work.outside.sweeping import DriveSweeper

log = structlog.get_logger()
EVERY = 60.0  #: seconds between sweeps where nothing was noticed
AWAY = 1.0  #: seconds until the database is looked for again
TROUBLE = 5.0  #: seconds until a drive that could not be swept is tried again
REST = 8.0  #: times as long as a sweep took is the least pause after it


class _Heard(FileSystemEventHandler):
    def __init__(self, heard: threading.Event) -> None:
        self.heard = heard

    def on_any_event(self, event: FileSystemEvent) -> None:
        if event.event_type not in ("opened", "closed_no_write") and "/.waka" not in str(event.src_path):
            self.heard.set()


class DriveWatch(threading.Thread):
    """Sweeps the drive whenever something was heard of it, and from time to time anyway."""

    def __init__(self, deps: Deps, stop: threading.Event) -> None:
        super().__init__(name="drive-watch", daemon=True)
        self.deps, self.stop = deps, stop
        self.heard = threading.Event()
        self.sweeper = DriveSweeper(deps, deps.settings.settle_seconds)

    def run(self) -> None:
        observer = self._listen()
        again = 0  #: sweeps to come soon: what was still being written, or missing once, is looked at again
        try:
            while not self.stop.is_set():
                self.heard.clear()
                began = time.monotonic()
                found, pause = self._sweep()
                if pause:  # what was heard is still to be looked at, as soon as it can be
                    self.stop.wait(pause)
                    continue
                took = time.monotonic() - began
                again = 2 if found != 0 else max(0, again - 1)
                self._rest(max(REST * took, self.deps.settings.settle_seconds), soon=again > 0)
        finally:
            if observer is not None:
                observer.stop()
                observer.join()

    def _listen(self) -> Observer | None:  # type: ignore[valid-type]  # the library's name for "this system's kind"
        observer = Observer()
        try:
            observer.schedule(_Heard(self.heard), str(self.deps.drive.root), recursive=True)
            observer.start()
        except OSError as error:
            log.warning("drive_not_watched", error=str(error), instead=f"a sweep every {EVERY:.0f} s")
            return None
        return observer

    def _sweep(self) -> tuple[int, float]:
        """Return how many differences there were, and after how many seconds to try again where it failed."""
        try:
            return self.sweeper.sweep(), 0.0
        except DatabaseAway:
            log.warning("database_away", place="drive watch")
            return 0, AWAY
        except (WakaError, OSError) as error:
            log.error("drive_not_swept", error=str(error))
        except Exception as error:
            log.error("drive_not_swept", exc_info=error)
        return 0, TROUBLE

    def _rest(self, least: float, *, soon: bool) -> None:
        """Wait at least *least* seconds, then until something is heard or it is time anyway."""
        self.stop.wait(least)
        deadline = time.monotonic() + (0.0 if soon else EVERY)
        while not self.stop.is_set() and not self.heard.is_set() and time.monotonic() < deadline:
            self.heard.wait(min(0.5, max(0.0, deadline - time.monotonic())))
