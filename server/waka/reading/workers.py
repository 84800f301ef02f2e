"""The reading processes as they are spoken to: a template that has all libraries loaded, and what it forks.

Each is confined, gets an open file at a time and nothing else, and is ended when that takes too long.
"""

from __future__ import annotations

import contextlib
import os
import select
import signal
import socket
import subprocess
import sys
import threading
import time
from pathlib import Path
from typing import Any, Protocol

import structlog

from . import frames
from .troubles import unreadable

log = structlog.get_logger()
#: nothing of our own: no address of the database, no secret
ENVIRONMENT = {
    "PATH": "/usr/bin:/bin", "LANG": "C.UTF-8", "PYTHONPATH": str(Path(__file__).parents[2]),
    "OMP_THREAD_LIMIT": "1", "OMP_NUM_THREADS": "1", "OPENBLAS_NUM_THREADS": "1",
}  # fmt: skip
START_SECONDS = 120.0  #: for the libraries to be loaded, on a busy machine and from a cold disk
BUSY = 4.0  #: times as long as it may use the processor, that anything may take in all
LOOKS_SECONDS = 1.0  #: between looks at how much a process has used
_TICKS = os.sysconf("SC_CLK_TCK")
Answer = tuple[dict[str, Any], bytes]


class Process:
    """One confined process."""

    def __init__(self, line: socket.socket, pid: int) -> None:
        self.line, self.pid = line, pid

    def ask(self, head: dict[str, Any], fd: int, seconds: float) -> Answer:
        """Have what *head* asks done with the file behind *fd*.

        Raises ``Unreadable`` where it uses more than *seconds* of the processor or ends; it is over then.
        """
        self.line.settimeout(seconds)
        try:
            frames.send(self.line, head, fds=[fd])
            self._wait(seconds)
            told, body, _ = frames.receive(self.line)
        except TimeoutError as error:
            self.end()
            raise unreadable("too_slow") from error
        except (OSError, frames.Broken) as error:
            self.end()
            raise unreadable("damaged") from error
        return told, body

    def _wait(self, seconds: float) -> None:
        """Wait until an answer begins. What the process used counts: no file is to blame for a busy machine.

        Raises ``TimeoutError``.
        """
        began, before = time.monotonic(), _used(self.pid)
        answers = select.poll()  # which takes any number of a descriptor
        answers.register(self.line, select.POLLIN)
        while not answers.poll(1_000 * min(LOOKS_SECONDS, seconds / 4)):
            took = time.monotonic() - began
            if took > BUSY * seconds or (took > seconds and _used(self.pid) - before > seconds):
                raise TimeoutError

    def end(self) -> None:
        self.line.close()
        self.kill()

    def kill(self) -> None:
        """End the process alone: its line belongs to the thread that waits at it."""
        with contextlib.suppress(ProcessLookupError):
            os.kill(self.pid, signal.SIGKILL)


def _used(pid: int) -> float:
    """Return the seconds of the processor that a process has used; the time of day where the system does not tell."""
    try:
        told = Path(f"/proc/{pid}/stat").read_bytes().rpartition(b")")[2].split()
    except OSError:
        return time.monotonic()
    user, system = int(told[11]), int(told[12])  # after the name in brackets (proc(5))
    return (user + system) / _TICKS


class Launched(Protocol):
    """A template's process."""

    pid: int

    def kill(self) -> None: ...

    def wait(self) -> int: ...


def launch(line: socket.socket, recognises: bool) -> Launched:
    """Start the process of a template, which forks whatever *line* asks for."""
    return subprocess.Popen(
        [sys.executable, "-m", "waka.reading.process", str(line.fileno()), *(["recognise"] if recognises else [])],
        pass_fds=[line.fileno()], env=ENVIRONMENT, stdin=subprocess.DEVNULL, cwd="/",
    )  # fmt: skip


class Template:
    """The process that has all libraries loaded, and forks."""

    def __init__(self, recognises: bool) -> None:
        self._recognises = recognises
        self._lock = threading.Lock()
        self._process: Launched | None = None
        self._control: socket.socket | None = None
        self._closed = False

    def start(self) -> None:
        try:
            self.fork().end()
        except (OSError, frames.Broken):
            log.exception("no_reading_process")

    def fork(self) -> Process:
        with self._lock:
            try:
                return self._fork()
            except (OSError, frames.Broken):
                self._end()
                return self._fork()

    def _fork(self) -> Process:
        if self._closed:
            raise frames.Broken
        if self._control is None:
            ours, theirs = socket.socketpair()
            with theirs:
                self._process = launch(theirs, self._recognises)
            ours.settimeout(START_SECONDS)
            self._control = ours
            if self._closed:  # meanwhile: who closes saw no line yet that it could close
                raise frames.Broken
        mine, its = socket.socketpair()
        try:
            with its:
                frames.send(self._control, {}, fds=[its.fileno()])
                head, _, _ = frames.receive(self._control)
            mine.settimeout(START_SECONDS)
            frames.receive(mine)  # it is confined
        except (OSError, frames.Broken):
            mine.close()  # which ends it too, if it is there
            raise
        return Process(mine, int(head["pid"]))

    def _end(self) -> None:
        if self._control is not None:
            self._control.close()
            self._control = None
        if self._process is not None:
            self._process.kill()
            self._process.wait()
            self._process = None

    def close(self) -> None:
        self._closed = True
        control = self._control
        if control is not None:
            with contextlib.suppress(OSError):
                control.shutdown(socket.SHUT_RDWR)  # whoever waits for a process has it no longer
        with self._lock:
            self._end()
