"""Starts all the parts of a running Waka and stops them together: what bin/demo and bin/waka stand on."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager

import structlog

from waka import cluster, logs
from waka.errors import CannotStart
from waka.records.migrations import migrate
from waka.settings import CHECKOUT, Settings
from waka.work import deps as parts
from waka.work import engine, storing
from waka.work.deps import Deps

STOP_SECONDS = 20
log = structlog.get_logger()


@contextmanager
def database(settings: Settings) -> Iterator[str]:
    """Yield the URL of a database that answers and is up to date; stop it after, if we started it."""
    if settings.database_url:
        migrate(settings.database_url)
        yield settings.database_url
        return
    own = cluster.prepare(settings.home)
    started = cluster.start(own)
    try:
        cluster.ensure_database(own)
        migrate(own.url)
        yield own.url
    finally:
        if started:
            cluster.stop(own)


@contextmanager
def opened(settings: Settings, url: str, connections: int = 8) -> Iterator[Deps]:
    deps = parts.assemble(settings, url, connections)
    try:
        yield deps
    finally:
        parts.close(deps)


def assert_port_free(port: int) -> None:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError as error:
            raise CannotStart(
                f"Port {port} is in use, perhaps by another Waka: stop that, or set WAKA_PORT to another."
            ) from error


def serve(settings: Settings, url: str, ready: str) -> int:
    """Serve until a signal comes; return the exit code. *ready* is printed once the door answers."""
    with opened(settings, url, connections=2) as deps:
        engine.settle_all(deps)
        storing.tidy_all(deps)
    env = {**os.environ, "WAKA_DATABASE_URL": url, "WAKA_HOME": str(settings.home)}
    env["PYTHONPATH"] = str(CHECKOUT / "server")
    web = subprocess.Popen(
        [sys.executable, "-m", "gunicorn", "waka.launch:web()", "--bind",
         f"{settings.bind}:{settings.port}", "--workers", str(settings.workers), "--threads", "8",
         "--reuse-port", "--worker-class", "gthread", "--graceful-timeout", "10", "--log-level", "warning",
         "--worker-tmp-dir", str(settings.home),
         # a browser sends no change a second time where a line it kept was closed just then
         "--keep-alive", "75"],
        env=env, start_new_session=True,
    )  # fmt: skip
    runner = subprocess.Popen([sys.executable, "-m", "waka.launch"], env=env, start_new_session=True)
    children = [web, runner]
    own = None if settings.database_url else cluster.prepare(settings.home)
    stop = threading.Event()
    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, lambda *_: stop.set())
    try:
        if _answers(settings.port, web, stop):
            print(ready, flush=True)
        while not stop.is_set() and all(child.poll() is None for child in children):
            stop.wait(0.5)
            if own is not None:
                _keep_running(own)
        return 0 if stop.is_set() else 1
    finally:
        for child in children:
            child.send_signal(signal.SIGTERM)
        for child in children:
            try:
                child.wait(STOP_SECONDS)
            except subprocess.TimeoutExpired:
                child.kill()


def _keep_running(own: cluster.Cluster) -> None:
    """Start our own database again where it was ended or has ended; what goes on meanwhile waits for it."""
    if cluster.is_running(own.data):
        return
    try:
        if cluster.start(own):
            log.warning("database_started_again")
    except (
        CannotStart
    ) as error:  # processes of the one before may be on their way out: the next look tries again
        log.error("database_does_not_start", error=str(error))


def _answers(port: int, web: subprocess.Popen[bytes], stop: threading.Event) -> bool:
    deadline = time.monotonic() + 30
    while time.monotonic() < deadline and web.poll() is None and not stop.is_set():
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                return True
        time.sleep(0.05)
    return False


def web():  # type: ignore[no-untyped-def]  # gunicorn's factory; flask's type says nothing here
    """Make the web application of one gunicorn worker."""
    from waka.web.app import create_app

    logs.configure()
    settings = Settings.read()
    assert settings.database_url is not None
    return create_app(parts.assemble(settings, settings.database_url))


def main() -> None:
    """Run the background worker until SIGTERM."""
    from waka.runner.loop import run

    logs.configure()
    settings = Settings.read()
    assert settings.database_url is not None
    stop = threading.Event()
    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, lambda *_: stop.set())
    with opened(settings, settings.database_url, connections=10) as deps:
        run(deps, stop)


if __name__ == "__main__":
    main()
