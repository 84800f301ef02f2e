"""Places where a test may end the process or take something away, to prove that nothing is lost.

Inert unless the environment names a place: ``WAKA_FAULT=kill:after_link`` ends the process there as
kill -9 does; ``WAKA_FAULT=lack:renameat2`` behaves like a file system that has no such call;
``WAKA_FAULT=pause:copying`` waits two seconds there, ``slow:copying`` three milliseconds each time;
``full:copying`` finds the disk full there, ``readonly:before_move`` that it may not be written.
"""

from __future__ import annotations

import errno
import os
import signal
import time


def reach(place: str) -> None:
    fault = os.environ.get("WAKA_FAULT")
    if fault is None:
        return
    if fault == f"kill:{place}":
        os.kill(os.getpid(), signal.SIGKILL)
    if fault == f"pause:{place}":
        time.sleep(2)
    if fault == f"slow:{place}":
        time.sleep(0.003)
    code = {f"full:{place}": errno.ENOSPC, f"readonly:{place}": errno.EROFS}.get(fault)
    if code is not None:
        raise OSError(code, os.strerror(code))


def lacks(ability: str) -> bool:
    return os.environ.get("WAKA_FAULT_LACK") == ability
