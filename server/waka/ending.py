"""How a process learns that it is to end.

A handler of signals interrupts its own thread anywhere, also where that thread has just taken the lock of a
``threading.Event``; to set the event would then wait for itself for ever. So the handlers here take no lock: they write
to a pipe, at whose other end somebody waits (the self-pipe trick, D. J. Bernstein).
"""

from __future__ import annotations

import os
import select
import signal
import threading

ENDING = (signal.SIGINT, signal.SIGTERM)


class Ending:
    """Whether this process was told to end. Made in its first thread, which alone may have handlers of signals."""

    def __init__(self) -> None:
        self._said, says = os.pipe()
        os.set_blocking(says, False)
        self._came = False

        def hear(*_: object) -> None:
            if not self._came:
                self._came = True
                os.write(says, b"x")

        for number in ENDING:
            signal.signal(number, hear)

    def is_set(self) -> bool:
        return self._came

    def wait(self, seconds: float | None = None) -> bool:
        """Wait until it is told, or for so many *seconds*; return whether it was told."""
        if not self._came:
            select.select([self._said], [], [], seconds)
        return self._came


def event_at_the_end() -> threading.Event:
    """Return an event for all threads, set once this process is told to end."""
    ending, event = Ending(), threading.Event()

    def tell() -> None:
        ending.wait()
        event.set()

    threading.Thread(target=tell, name="ending", daemon=True).start()
    return event
