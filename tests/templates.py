"""Reading templates forked from one that has loaded all libraries once, which spares each a second of loading, and each that
recognises words three.

What they fork is confined as ever, but waits for nobody: beside tests that keep every processor busy, what gives way to
all others would take minutes. The tests of reading itself start theirs as Waka does.
"""

from __future__ import annotations

import atexit
import json
import os
import select
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
from collections.abc import Callable
from contextlib import suppress
from functools import cache
from pathlib import Path

from waka.reading import process, workers

LOOKS_UP = 5.0  #: seconds between looks whether the tests still run
as_waka_does = workers.launch
_started: list[subprocess.Popen[bytes]] = []


class Forked:
    """A template that was forked so; used as one that was started."""

    def __init__(self, pid: int) -> None:
        self.pid = pid
        self._end = os.pidfd_open(pid)

    def kill(self) -> None:
        with suppress(ProcessLookupError):
            signal.pidfd_send_signal(self._end, signal.SIGKILL)

    def wait(self) -> int:
        select.select([self._end], [], [])
        os.close(self._end)
        return 0


@cache
def place() -> str:
    """Return the folder of the sockets at which the loaded ones listen; they are started when it is first asked for."""
    folder = tempfile.mkdtemp(prefix="waka-templates-")
    for name in ("read", "recognise"):
        with socket.socket(socket.AF_UNIX) as door:
            door.bind(f"{folder}/{name}")
            door.listen(64)
            _started.append(
                subprocess.Popen(
                    [sys.executable, "-m", "tests.templates", str(door.fileno()), name],
                    pass_fds=[door.fileno()],
                    stdin=subprocess.DEVNULL,
                    cwd=Path(__file__).parents[1],
                    env={**workers.ENVIRONMENT, "PYTHONPATH": os.pathsep.join(sys.path)},
                )
            )
    atexit.register(_end)
    return folder


def use(where: Callable[[], str]) -> None:
    """Have the templates of this process, and of what it forks, be forked from those that listen in a folder."""
    workers.launch = lambda line, recognises: _fork(where(), line, recognises)


def _end() -> None:
    for one in _started:
        one.kill()
        one.wait()
    shutil.rmtree(place(), ignore_errors=True)


def _fork(folder: str, line: socket.socket, recognises: bool) -> Forked:
    with socket.socket(socket.AF_UNIX) as way:
        way.connect(f"{folder}/{'recognise' if recognises else 'read'}")
        socket.send_fds(way, [b"x"], [line.fileno()])
        return Forked(json.loads(way.makefile().readline()))


def _serve(door: socket.socket, recognises: bool) -> None:
    process.load(recognises)
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    parent = os.getppid()
    door.settimeout(LOOKS_UP)
    while os.getppid() == parent:  # and no longer: whoever runs the tests may be killed
        try:
            way, _ = door.accept()
        except TimeoutError:
            continue
        with way, suppress(OSError, IndexError):  # who asks may be killed meanwhile
            _, fds, _, _ = socket.recv_fds(way, 1, 1)
            pid = os.fork()
            if pid == 0:
                way.close()
                door.close()
                process.fork_for(socket.socket(fileno=fds[0]), recognises)
                os._exit(0)
            os.close(fds[0])
            way.sendall(f"{pid}\n".encode())


if __name__ == "__main__":
    _serve(socket.socket(fileno=int(sys.argv[1])), sys.argv[2] == "recognise")
