"""Starts all the parts of a running Waka and stops them together: what bin/demo and bin/waka stand on."""

from __future__ import annotations

import gc
import importlib
import multiprocessing
import os
import signal
import socket
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import replace
from functools import partial
from multiprocessing.context import ForkProcess
from pathlib import Path
from typing import TYPE_CHECKING

import structlog

from waka import cluster
from waka.ending import ENDING, Ending, event_at_the_end
from waka.errors import CannotStart, DatabaseAway, DriveAway, WakaError
from waka.records.migrations import migrate
from waka.settings import Settings
from waka.work import deps as parts
from waka.work.changes import settle
from waka.work.deps import Deps
from waka.work.documents import storing
from waka.work.outside import belonging

if TYPE_CHECKING:
    from flask_openapi3 import OpenAPI

OWN_PARTS = ("database", "cache")  #: folders of WAKA_HOME that are nobody else's
STOP_SECONDS = 20
THREADS, MOST_CONNECTIONS = 8, 2_000  #: of one process that answers
AWAY_SECONDS = 1.0  #: between looks for a drive or a database that is not there
DATABASE_SECONDS = 60.0  #: that a start waits for a database that was there a moment ago
log = structlog.get_logger()


@contextmanager
def database(settings: Settings) -> Iterator[str]:
    """Yield the URL of a database that answers and is up to date; of our own cluster, the last to leave stops it."""
    assert_apart(settings)
    cluster.make_private(settings.home)
    if settings.database_url:
        migrate(settings.database_url)
        yield settings.database_url
        return
    with cluster.in_use(settings.home) as own:
        cluster.ensure_database(own)
        migrate(own.url)
        yield own.url


def assert_apart(settings: Settings) -> None:
    """Raise ``CannotStart`` where what Waka keeps, the drive and the arrivals lie in one another.

    What lies in the drive becomes documents, and what lies in the arrivals is moved away.
    """
    home, drive, arrivals = (
        Path(os.path.realpath(p)) for p in (settings.home, settings.drive, settings.arrivals)
    )
    for inner, outer, told in (
        (home, drive, "WAKA_HOME lies in WAKA_DRIVE: its database and password would become documents"),
        (home, arrivals, "WAKA_HOME lies in WAKA_ARRIVALS: its database would be taken for arrivals"),
        (arrivals, drive, "WAKA_ARRIVALS lies in WAKA_DRIVE: each arrival would be a document at once"),
        (drive, arrivals, "WAKA_DRIVE lies in WAKA_ARRIVALS: all that is filed would arrive again"),
    ):
        if inner == outer or outer in inner.parents:
            raise CannotStart(f"{told} ({inner}). Choose a folder beside it.")
    for own in OWN_PARTS:
        for name, tree in (("WAKA_DRIVE", drive), ("WAKA_ARRIVALS", arrivals)):
            if tree == home / own or home / own in tree.parents:
                raise CannotStart(
                    f"{name} lies in {home / own}, which Waka keeps for itself. Choose another folder."
                )


#: objects between looks for circles among them (``gc.set_threshold``): the check of a long list makes millions that
#: stay, and to look through them again and again took a fifth of its time
SELDOM = (50_000, 20, 20)


@contextmanager
def opened(settings: Settings, url: str, connections: int = 8, *, admit: bool = True) -> Iterator[Deps]:
    """Yield the parts of one process. *admit* makes sure first that drive and database belong together.

    Raises ``DriveAway``, ``ForeignDrive``.
    """
    gc.set_threshold(*SELDOM)
    deps = parts.assemble(settings, url, connections)
    try:
        if admit:
            belonging.admit(deps)
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
    stop = Ending()
    # what waits in files on its way in or out waits where nobody else may look
    waiting = settings.home / "tmp"
    waiting.mkdir(mode=0o700, exist_ok=True)
    os.environ["TMPDIR"] = tempfile.tempdir = str(waiting)
    own_part = partial(_start, settings=replace(settings, database_url=url), url=url)
    app = importlib.import_module("waka.web.app").put_together()  # once: what is forked has it at no cost
    gc.collect()
    gc.freeze()  # their collections pass by what is loaded, which so stays shared among them
    preparing = own_part(_prepare)
    while preparing.is_alive() and not stop.is_set():
        preparing.join(0.1)
    if stop.is_set() or preparing.exitcode:
        preparing.terminate()
        preparing.join(STOP_SECONDS)
        return 0 if stop.is_set() else 1
    answering = partial(web, app)
    webs = [own_part(answering) for _ in range(settings.workers)]
    jobs = own_part(background)
    own = None if settings.database_url else cluster.prepare(settings.home)
    try:
        if _answers(settings.port, webs[0], stop):
            print(ready, flush=True)
        while not stop.is_set() and jobs.is_alive() and any(one.is_alive() for one in webs):
            stop.wait(0.5)
            # one that ended is started anew; where none stays, something is wrong with all of them
            webs = [one if one.is_alive() or stop.is_set() else own_part(answering) for one in webs]
            if own is not None:
                _keep_running(own)
        return 0 if stop.is_set() else 1
    finally:
        children = [*webs, jobs]
        for child in children:
            child.terminate()
        for child in children:
            child.join(STOP_SECONDS)
            child.kill()


def _prepare(settings: Settings, url: str) -> None:
    """Make sure that drive and database belong together, and settle what was interrupted.

    In a process of its own, as all that speaks to the database: a process that had threads forks no others, for a
    lock that a thread holds at that moment stays locked in them for ever.
    """
    stop = Ending()
    try:
        _ready(settings, url, stop, time.monotonic() + DATABASE_SECONDS)
    except WakaError as error:
        print(f"{error.message} {error.mend or ''}".strip(), file=sys.stderr, flush=True)
        raise SystemExit(1) from error


def _ready(settings: Settings, url: str, stop: Ending, deadline: float) -> None:
    """Do what comes before the first request; a database that is busy for a moment is asked again until *deadline*."""
    while not stop.is_set():
        try:
            with opened(settings, url, connections=2, admit=False) as deps:
                if _admitted(deps, stop):
                    settle.settle_all(deps)
                    storing.tidy_all(deps)
        except DatabaseAway:
            if time.monotonic() > deadline:
                raise
            stop.wait(AWAY_SECONDS)
        else:
            return


def _start(part: Callable[[Settings, str], None], settings: Settings, url: str) -> ForkProcess:
    """Run *part* in a process of its own, which shares with us what is loaded."""
    process = multiprocessing.get_context("fork").Process(target=_run, args=(part, settings, url))
    # a signal that comes before the new process has its own way to answer waits until then
    signal.pthread_sigmask(signal.SIG_BLOCK, ENDING)
    try:
        process.start()
    finally:
        signal.pthread_sigmask(signal.SIG_UNBLOCK, ENDING)
    return process


def _run(part: Callable[[Settings, str], None], settings: Settings, url: str) -> None:
    os.setsid()
    for number in ENDING:
        signal.signal(number, signal.SIG_DFL)
    signal.pthread_sigmask(signal.SIG_UNBLOCK, ENDING)
    part(settings, url)


def _admitted(deps: Deps, stop: Ending) -> bool:
    """Wait until the drive is there; False where Waka is stopped before. Raises ``ForeignDrive``."""
    told = False
    while not stop.is_set():
        try:
            belonging.admit(deps)
        except DriveAway as error:
            if not told:
                print(f"{error.message} {error.mend} Waiting for it ...", file=sys.stderr, flush=True)
                told = True
            stop.wait(AWAY_SECONDS)
        else:
            return True
    return False


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


def _answers(port: int, web: ForkProcess, stop: Ending) -> bool:
    deadline = time.monotonic() + 30
    while time.monotonic() < deadline and web.is_alive() and not stop.is_set():
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                return True
        time.sleep(0.05)
    return False


def web(app: OpenAPI, settings: Settings, url: str) -> None:
    """Answer until SIGTERM: whole requests only reach a thread, and whole answers leave it, however slow who asks."""
    import waitress

    from waka.web.app import create_app

    with opened(settings, url, admit=False) as deps:
        deps.reader.warm()
        door = socket.socket(socket.AF_INET6 if ":" in settings.bind else socket.AF_INET)
        # several processes listen at one address, and the system shares out who comes
        door.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        door.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEPORT, 1)
        door.bind((settings.bind, settings.port))
        door.listen(1024)
        server = waitress.create_server(
            create_app(deps, app), sockets=[door], threads=THREADS, connection_limit=MOST_CONNECTIONS,
            # a body or an answer beyond a megabyte waits in a file
            inbuf_overflow=1 << 20, outbuf_overflow=1 << 20, outbuf_high_watermark=64 << 20,
            max_request_body_size=settings.max_upload_bytes + (1 << 20), max_request_header_size=1 << 16,
            # a browser sends no change a second time where a line it kept was closed just then
            channel_timeout=75, cleanup_interval=10, ident="", clear_untrusted_proxy_headers=False,
            asyncore_use_poll=True,
        )  # fmt: skip
        signal.signal(signal.SIGTERM, _leave)
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        server.run()


def _leave(*_: object) -> None:
    """End the loop that answers at once; what threads are at is finished first."""
    raise SystemExit


def background(settings: Settings, url: str) -> None:
    """Do what is done in the background until SIGTERM."""
    from waka.jobs.run import run

    stop = event_at_the_end()
    with opened(settings, url, connections=16, admit=False) as deps:
        run(deps, url, stop)
