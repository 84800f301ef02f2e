"""The processes that read: what a file may cost is counted by what its process uses, not by the clock of a busy machine."""

import os
import signal
import tempfile
import threading
from collections.abc import Iterator

import pytest

from tests.reading.test_codes import bill
from waka.reading.troubles import Unreadable
from waka.reading.workers import Process, Template


@pytest.fixture
def process() -> Iterator[Process]:
    template = Template(recognises=False)
    found = template.fork()
    yield found
    found.end()
    template.close()


def held_up(process: Process, seconds: float) -> threading.Timer:
    """Give a process no time of the processor for some *seconds*."""
    os.kill(process.pid, signal.SIGSTOP)
    timer = threading.Timer(seconds, os.kill, (process.pid, signal.SIGCONT))
    timer.start()
    return timer


def test_a_file_is_not_blamed_for_a_busy_machine(process: Process) -> None:
    with tempfile.TemporaryFile() as file:
        file.write(bill())
        file.flush()
        timer = held_up(process, 2.5)
        told, _ = process.ask({"task": "words"}, file.fileno(), 1.0)
        timer.join()
    assert "trouble" not in told


def test_what_stands_still_for_ever_is_given_up_all_the_same(process: Process) -> None:
    with tempfile.TemporaryFile() as file:
        file.write(bill())
        file.flush()
        os.kill(process.pid, signal.SIGSTOP)
        with pytest.raises(Unreadable) as caught:
            process.ask({"task": "words"}, file.fileno(), 0.3)
    assert caught.value.trouble == "too_slow"
