"""The background worker: takes, reads, settles, and outlives trouble."""

import threading
from collections.abc import Iterator
from contextlib import contextmanager, suppress

import psycopg
import pytest

from tests.support import World, wait_until
from tests.work.drive import small_drive
from tests.work.lists import Lists
from waka.core.words import worded
from waka.errors import DatabaseAway
from waka.jobs.run import run
from waka.launch import opened
from waka.records.outside import sweeps
from waka.work.changes import lists
from waka.work.deps import Deps
from waka.work.desk.queue import desk
from waka.work.documents import looking
from waka.work.folders import browsing
from waka.work.upkeep import health


@contextmanager
def running(deps: Deps) -> Iterator[threading.Thread]:
    stop = threading.Event()
    thread = threading.Thread(target=run, args=(deps, deps.db.pool.conninfo, stop))
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
    assert looking.text(deps, filer, arrival.id, most=100) == "the tide serves at six"
    assert looking.text(deps, filer, arrival.id, most=8) == "the tide"
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
            held = sweeps.sweep_state(conn).held
            return held is not None and worded(held.code, held.facts).startswith(
                f"{deps.drive.root} bears no mark"
            )

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

        def is_taken() -> bool:
            with suppress(DatabaseAway):  # a connection that is told to end ends a moment later
                return bool(desk(deps, filer).waiting)
            return False

        wait_until(is_taken, "it is taken")


def test_a_job_that_fails_is_told_with_its_reason_holds_up_no_other_and_is_tried_again_on_demand(
    deps: Deps,
) -> None:
    drive = small_drive(deps)
    made = Lists(drive)
    broken, sound = (
        made.sheet(("Letters/note.txt", "Trainees")),
        made.sheet(("Finance/2026/2026-01-09_mrc_canvas.txt", "Finance/2025")),
    )

    def set_version(version: int) -> None:
        with deps.db.transaction() as conn:
            conn.execute(
                "update change_step set detail = jsonb_set(detail, '{v}', to_jsonb(%s)) where list_id = %s",
                (version, broken),
            )

    def stuck() -> list[tuple[str, str]]:
        return [(item.part, item.shown) for item in health.drive(deps, drive.keeper).stuck]

    for list_id in (broken, sound):
        lists.run(deps, drive.keeper, list_id, None)
    set_version(99)
    with running(deps):
        wait_until(lambda: made.one(sound).state == "done", "the sound one is done")
        wait_until(lambda: stuck() == [("lists", f"Change {broken}")], "the broken one is told")
        [item] = health.drive(deps, drive.keeper).stuck
        assert "99" in str(item.reason.facts["why"])
        set_version(1)
        health.try_again(deps, drive.keeper, item.id)
        wait_until(lambda: made.one(broken).state == "done", "it is done after all", seconds=4)
        wait_until(lambda: stuck() == [], "it is told no more")


def test_two_processes_share_what_waits_and_one_takes_over_from_the_other(
    the_world: World, deps: Deps, filer: int
) -> None:
    with opened(deps.settings, deps.db.pool.conninfo, 4) as beside:
        with running(deps):
            (deps.arrivals.root / "first.txt").write_text("to whoever watches")
            wait_until(lambda: len(desk(deps, filer).waiting) == 1, "the first watches")
            second = running(beside)
            second.__enter__()
            for at in range(40):
                (deps.arrivals.root / f"{at}.txt").write_text(f"page {at}")
            wait_until(
                lambda: len([a for a in desk(deps, filer).waiting if a.was_read]) == 41, "all are read"
            )
        (deps.arrivals.root / "late.txt").write_text("to whoever watches now")
        wait_until(lambda: len(desk(deps, filer).waiting) == 42, "the second takes over")
        second.__exit__(None, None, None)


def test_what_a_process_that_died_was_at_is_done_by_the_next(deps: Deps, filer: int) -> None:
    """Its jobs are still marked as being done; nobody tells of it any more."""
    (deps.arrivals.root / "letter.txt").write_text("half read")
    with running(deps):
        wait_until(lambda: desk(deps, filer).waiting, "it is taken")
    with deps.db.transaction() as conn:
        conn.execute("update content set read_at = null, text = null")
        digest = conn.execute("select encode(sha256, 'hex') from content").fetchone()
        assert digest is not None
        conn.execute(
            "insert into procrastinate_workers (last_heartbeat) values (now() - interval '1 minute')"
        )
        conn.execute(
            "insert into procrastinate_jobs (queue_name, task_name, queueing_lock, args, status, worker_id)"
            " select 'reading', 'reading', 'reading ' || %(digest)s, jsonb_build_object('contents', jsonb_build_array(%(digest)s::text)),"
            " 'doing', max(id) from procrastinate_workers",
            {"digest": digest[0]},
        )
    with opened(deps.settings, deps.db.pool.conninfo, 4) as beside, running(beside):
        wait_until(lambda: desk(deps, filer).waiting[0].was_read, "it is read")
