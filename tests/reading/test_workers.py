"""The processes that read: what a file may cost is counted by what its process uses, not by the clock of a busy machine."""

import fcntl
import os
import resource
import signal
import socket
import tempfile
import threading
from collections.abc import Iterator

import pytest

from tests.reading.test_codes import bill
from waka.reading import workers
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


def test_a_server_of_many_connections_reads_as_any_other(process: Process) -> None:
    """Its descriptors have numbers beyond a thousand, which not every way to wait for them can take."""
    limits = resource.getrlimit(resource.RLIMIT_NOFILE)
    resource.setrlimit(resource.RLIMIT_NOFILE, (max(2_000, limits[0]), limits[1]))
    try:
        line = socket.socket(fileno=fcntl.fcntl(process.line, fcntl.F_DUPFD, 1_500))
        process.line.close()
        process.line = line
        with tempfile.TemporaryFile() as file:
            file.write(bill())
            file.flush()
            told, _ = process.ask({"task": "words"}, file.fileno(), 20.0)
        assert "trouble" not in told
    finally:
        resource.setrlimit(resource.RLIMIT_NOFILE, limits)


def test_what_stands_still_for_ever_is_given_up_all_the_same(process: Process) -> None:
    with tempfile.TemporaryFile() as file:
        file.write(bill())
        file.flush()
        os.kill(process.pid, signal.SIGSTOP)
        with pytest.raises(Unreadable) as caught:
            process.ask({"task": "words"}, file.fileno(), 0.3)
    assert caught.value.trouble == "too_slow"


def test_who_closes_while_the_libraries_are_being_loaded_waits_for_nobody(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    template = Template(recognises=False)

    class Loading:
        """One that answers nobody yet."""

        pid = 0

        def __init__(self, line: socket.socket) -> None:
            self.line = line.dup()

        def kill(self) -> None:
            self.line.close()

        def wait(self) -> int:
            return 0

    def launch(line: socket.socket, recognises: bool) -> Loading:
        found = Loading(line)
        closing.start()
        closing.join(0.3)  # who closes comes before there is a line to close
        return found

    monkeypatch.setattr(workers, "launch", launch)
    closing = threading.Thread(target=template.close, daemon=True)
    starting = threading.Thread(target=template.start, daemon=True)
    starting.start()
    starting.join(10)
    closing.join(10)
    assert not starting.is_alive() and not closing.is_alive()
