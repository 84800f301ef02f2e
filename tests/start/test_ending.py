"""A process is told to end at any moment, and ends."""

import os
import random
import signal
import time
from collections.abc import Callable

import pytest

from tests.support import wait_until
from waka.ending import ENDING, Ending, event_at_the_end

TRIES = 10  #: an event that a handler sets waits for itself in more than half of them


def looks_all_the_time() -> None:
    """Most of its time is spent where a wait begins or ends, which is where a handler may come in between."""
    ending = Ending()
    while not ending.wait(0):
        pass


def waits() -> None:
    Ending().wait()


def asks_an_event_all_the_time() -> None:
    stop = event_at_the_end()
    while not stop.wait(0):
        pass


@pytest.mark.parametrize("act", [looks_all_the_time, waits, asks_an_event_all_the_time])
@pytest.mark.parametrize("number", ENDING)
def test_a_signal_that_comes_at_any_moment_ends_a_process(act: Callable[[], None], number: int) -> None:
    for _ in range(TRIES if act is not waits else 3):
        pid = os.fork()
        if pid == 0:
            try:
                act()
            finally:
                os._exit(0)
        time.sleep(0.03 + random.random() * 0.01)
        os.kill(pid, number)
        try:
            wait_until(lambda pid=pid: os.waitpid(pid, os.WNOHANG)[0] == pid, "it ends", seconds=10)  # type: ignore[misc]
        except AssertionError:
            os.kill(pid, signal.SIGKILL)
            os.waitpid(pid, 0)
            raise
