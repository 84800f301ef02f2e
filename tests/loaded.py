"""Starts Waka's commands from a process that has loaded its code once, which spares each a second of loading."""

from __future__ import annotations

import atexit
import faulthandler
import gc
import json
import os
import select
import signal
import socket
import subprocess
import sys
import tempfile
import traceback
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any

from tests import templates


@dataclass
class Started:
    """A process that was started so; used as one of ``subprocess`` is."""

    pid: int
    returncode: int | None = None
    _end: int = field(init=False, repr=False)

    def __post_init__(self) -> None:
        self._end = os.pidfd_open(self.pid)

    def poll(self) -> int | None:
        if self.returncode is None and select.select([self._end], [], [], 0)[0]:
            self.returncode = _loaded().ask(ended=self.pid)["code"]
            os.close(self._end)
        return self.returncode

    def wait(self, timeout: float | None = None) -> int:
        if self.returncode is None and not select.select([self._end], [], [], timeout)[0]:
            raise subprocess.TimeoutExpired(str(self.pid), timeout or 0)
        code = self.poll()
        assert code is not None
        return code

    def send_signal(self, number: int) -> None:
        if self.poll() is None:
            os.kill(self.pid, number)

    def kill(self) -> None:
        self.send_signal(signal.SIGKILL)


def start(words: list[str], env: dict[str, str], log: Path) -> Started:
    """Run ``waka`` with *words*, or ``["background"]`` alone, in a session of its own; what it says goes to *log*."""
    return Started(_loaded().ask(words=words, env=env, log=str(log), errors=str(log))["pid"])


def run(
    words: Sequence[str], env: Mapping[str, str], timeout: float = 120
) -> subprocess.CompletedProcess[str]:
    """Run ``waka`` with *words* to its end; return its exit code and all that it said."""
    with tempfile.TemporaryDirectory(prefix="waka-said-") as folder:
        said, errors = Path(folder, "said"), Path(folder, "errors")
        asked = {"words": list(words), "env": dict(env), "log": str(said), "errors": str(errors)}
        started = Started(_loaded().ask(**asked)["pid"])
        try:
            code = started.wait(timeout)
        except subprocess.TimeoutExpired:
            started.kill()
            raise
        return subprocess.CompletedProcess(["waka", *words], code, said.read_text(), errors.read_text())


class _Loaded:
    def __init__(self) -> None:
        ours, theirs = socket.socketpair()
        with theirs:
            self._process = subprocess.Popen(
                [sys.executable, "-m", "tests.loaded", str(theirs.fileno()), templates.place()],
                pass_fds=[theirs.fileno()], stdin=subprocess.DEVNULL, cwd=Path(__file__).parents[1],
                env={**os.environ, "PYTHONPATH": os.pathsep.join(sys.path)},
            )  # fmt: skip
        self._line = ours.makefile("rw")
        ours.close()  # the file has it from here on
        atexit.register(self.close)

    def close(self) -> None:
        self._line.close()  # which ends it
        self._process.wait()

    def ask(self, **what: Any) -> dict[str, Any]:
        self._line.write(json.dumps(what) + "\n")
        self._line.flush()
        answer: dict[str, Any] = json.loads(self._line.readline())
        return answer


@cache
def _loaded() -> _Loaded:
    return _Loaded()


def _serve(fd: int, folder: str) -> None:
    import waka.cli
    import waka.jobs.run
    import waka.web.app

    made = waka.web.app.put_together()
    waka.web.app.put_together = lambda: made  # of which each process that is forked has its own
    templates.use(lambda: folder)
    gc.collect()
    gc.freeze()  # what is loaded is looked through by no collection of a process that is forked
    line = socket.socket(fileno=fd).makefile("rw")
    for text in line:
        what = json.loads(text)
        if "ended" in what:
            _, status = os.waitpid(what["ended"], 0)
            answer = {"code": os.waitstatus_to_exitcode(status)}
        else:
            pid = os.fork()
            if pid == 0:
                line.close()
                _run(what)
            answer = {"pid": pid}
        line.write(json.dumps(answer) + "\n")
        line.flush()


def _run(what: dict[str, Any]) -> None:
    from waka import cli, launch, logs
    from waka.settings import Settings

    code: Any = 0
    try:
        os.setsid()
        for descriptor, path in ((1, what["log"]), (2, what["errors"])):
            os.dup2(os.open(path, os.O_WRONLY | os.O_CREAT | os.O_APPEND), descriptor)
        os.environ.clear()
        os.environ.update(what["env"])
        faulthandler.register(signal.SIGUSR1, all_threads=True)  # what hangs can be asked where
        if what["words"] == ["background"]:
            logs.configure()
            settings = Settings.read()
            assert settings.database_url is not None
            launch.background(settings, settings.database_url)
        else:
            sys.argv = ["waka", *what["words"]]
            cli.main()
    except SystemExit as error:
        code = error.code
    except BaseException:  # noqa: BLE001 - as the interpreter itself does at the end
        traceback.print_exc()
        code = 1
    finally:
        sys.stdout.flush()
        sys.stderr.flush()
        os._exit(code if isinstance(code, int) else int(code is not None))


if __name__ == "__main__":
    _serve(int(sys.argv[1]), sys.argv[2])
