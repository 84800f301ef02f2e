"""Reading templates forked from one that has loaded all libraries once, which spares each a second of loading, and each that
recognises words three.

What they fork is confined as ever, but waits for nobody: beside tests that keep every processor busy, what gives way to
all others would take minutes. The tests of reading itself start theirs as Waka does.
"""

from __future__ import annotations

import fcntl
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

LOOKS_UP = 2.0  #: seconds between looks whether the tests still run
as_waka_does = workers.launch
_kept: list[subprocess.Popen[bytes]] = []  #: which end by themselves, with the run


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
    """Return the folder of the sockets at which the loaded ones listen; they are started when it is first asked for.

    The workers of one run share them, and they end with the run.
    """
    run = os.environ.get("PYTEST_XDIST_TESTRUNUID")
    if run is None:
        return _started(Path(tempfile.mkdtemp(prefix="waka-templates-")), os.getpid())
    folder = Path(tempfile.gettempdir(), f"waka-templates-{run}")
    folder.mkdir(mode=0o700, exist_ok=True)
    with (folder / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        return str(folder) if (folder / "recognise").exists() else _started(folder, os.getppid())


def _started(folder: Path, run: int) -> str:
    """Start them for as long as the process *run* lives."""
    for name in ("read", "recognise"):
        with socket.socket(socket.AF_UNIX) as door:
            door.bind(f"{folder}/{name}")
            door.listen(64)
            _kept.append(
                subprocess.Popen(
                    [
                        sys.executable,
                        "-m",
                        "tests.templates",
                        str(door.fileno()),
                        name,
                        str(folder),
                        str(run),
                    ],
                    pass_fds=[door.fileno()],
                    stdin=subprocess.DEVNULL,
                    cwd=Path(__file__).parents[1],
                    env={**workers.ENVIRONMENT, "PYTHONPATH": os.pathsep.join(sys.path)},
                    start_new_session=True,
                )
            )
    return str(folder)


def use(where: Callable[[], str]) -> None:
    """Have the templates of this process, and of what it forks, be forked from those that listen in a folder."""
    workers.launch = lambda line, recognises: _fork(where(), line, recognises)


def _fork(folder: str, line: socket.socket, recognises: bool) -> Forked:
    with socket.socket(socket.AF_UNIX) as way:
        way.connect(f"{folder}/{'recognise' if recognises else 'read'}")
        socket.send_fds(way, [b"x"], [line.fileno()])
        return Forked(json.loads(way.makefile().readline()))


def _serve(door: socket.socket, name: str, folder: str, run: int) -> None:
    process.load(recognises := name == "recognise")
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    door.settimeout(LOOKS_UP)
    while Path(f"/proc/{run}").exists():  # and no longer: whoever runs the tests may be killed
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
    shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    _serve(socket.socket(fileno=int(sys.argv[1])), sys.argv[2], sys.argv[3], int(sys.argv[4]))
