"""The background worker: takes, reads, settles, and outlives trouble."""

import threading
from collections.abc import Iterator
from contextlib import contextmanager

import psycopg
import pytest

from tests.support import World, wait_until
from waka.records.outside import outside
from waka.runner import loop
from waka.work.deps import Deps
from waka.work.desk.queue import desk
from waka.work.documents import looking
from waka.work.folders import browsing


@contextmanager
def running(deps: Deps) -> Iterator[threading.Thread]:
    stop = threading.Event()
    thread = threading.Thread(target=loop.run, args=(deps, stop))
    thread.start()
    try:
        yield thread
    finally:
        stop.set()
        thread.join(20)
        assert not thread.is_alive()


def test_what_arrives_is_taken_and_read(deps: Deps, filer: int) -> None:
    with running(deps):
        (deps.arrivals.root / "Post").mkdir()
        (deps.arrivals.root / "Post/letter.txt").write_text("the tide serves at six")
        wait_until(lambda: [a for a in desk(deps, filer).waiting if a.was_read], "it is read")
    [arrival] = desk(deps, filer).waiting
    assert (arrival.name, arrival.arrival_point, arrival.media_type) == ("letter.txt", "Post", "text/plain")
    assert looking.text(deps, filer, arrival.id) == "the tide serves at six"
    assert browsing.details(deps, filer, arrival.id).document.trouble is None


def test_the_same_bytes_are_read_once(deps: Deps, filer: int, monkeypatch: pytest.MonkeyPatch) -> None:
    read: list[object] = []
    real = deps.reader.read
    monkeypatch.setattr(deps.reader, "read", lambda file: read.append(file) or real(file))
    for name in ("a.txt", "b.txt"):
        (deps.arrivals.root / name).write_text("twice the same")
    with running(deps):
        wait_until(lambda: len([a for a in desk(deps, filer).waiting if a.was_read]) == 2, "both are read")
    assert len(read) == 1


def test_a_drive_that_was_away_is_looked_at_as_soon_as_it_is_back(deps: Deps, filer: int) -> None:
    mark, away = deps.drive.root / ".waka/mark", deps.drive.root / ".waka/away"

    def filed() -> int:
        return sum(entry.documents for entry in browsing.outline(deps, filer))

    def is_missed() -> bool:
        with deps.db.transaction() as conn:
            return outside.sweep_state(conn).held is not None

    with running(deps):
        (deps.drive.root / "first.txt").write_text("at the quay")
        wait_until(lambda: filed() == 1, "it is taken in")
        mark.rename(away)
        (deps.drive.root / "second.txt").write_text("at the mole")
        wait_until(is_missed, "the drive is missed")
        away.rename(mark)
        wait_until(lambda: filed() == 2, "it is looked at again")


def test_a_database_that_comes_back_finds_the_runner_at_work(
    the_world: World, deps: Deps, filer: int
) -> None:
    with running(deps) as thread:
        with psycopg.connect(the_world.own.admin_url(), autocommit=True) as conn:
            for _ in range(3):
                conn.execute(
                    "select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid()"
                )
        assert thread.is_alive()
        (deps.arrivals.root / "late.txt").write_text("still taken")
        wait_until(lambda: desk(deps, filer).waiting, "it is taken")
