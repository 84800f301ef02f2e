"""What is done in the background: how fast what waits is read, how soon an arrival is there meanwhile, how far the index is behind."""

from __future__ import annotations

import hashlib
import statistics
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

import psycopg
from tests.support import EMPTY, World

from bench.drive import FOLDERS, grow
from bench.lists import move_all
from waka.jobs.run import run
from waka.launch import opened
from waka.work.changes import lists
from waka.work.changes.check import check_list
from waka.work.deps import Deps
from waka.work.desk.queue import desk
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in

DOCUMENTS = 10_000
ARRIVALS = 12
RENAMED = 100_000


def background(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    return [
        *_reading(world, folder / "reading", int(DOCUMENTS * scale)),
        _index(world, folder / "index", int(RENAMED * scale)),
        _behind(world, folder / "behind", int(RENAMED * scale)),
    ]


@contextmanager
def _working(deps: Deps) -> Iterator[None]:
    stop = threading.Event()
    thread = threading.Thread(target=run, args=(deps, deps.db.pool.conninfo, stop))
    thread.start()
    try:
        yield
    finally:
        stop.set()
        thread.join()


@contextmanager
def _taken(world: World, home: Path, many: int) -> Iterator[tuple[Deps, int]]:
    grow(home / "drive", many, FOLDERS)
    with opened(world.settings(home), world.database(EMPTY), 12) as deps:
        keeper = signing_in.add_person(
            deps, login="bench", name="Bench Mark", password="only for figures", right="keeper"
        )
        take_in(deps, keeper)
        yield deps, keeper


def _reading(world: World, home: Path, many: int) -> list[dict[str, object]]:
    with _taken(world, home, many) as (deps, keeper):
        bare = _bare(home / "drive")
        waits: list[float] = []
        began = time.perf_counter()
        with _working(deps):
            _until(lambda: not _one(deps, UNREAD))
            took = time.perf_counter() - began
            with deps.db.transaction() as conn:
                conn.execute("update content set read_at = null")  # all once more, and arrivals beside it
            while len(waits) < ARRIVALS and _one(deps, UNREAD) > ARRIVALS:
                waits.append(_arrives(deps, keeper, len(waits)))
    rest = deps.settings.settle_seconds
    return [
        {"what": f"reading {many:,} small text documents", "ms": round(took * 1000), "bare_ms": round(bare * 1000),
         "ratio": round(took / bare, 1), "note": f"{many / took:,.0f} a second", "target": "200 a second"},
        {"what": "an arrival on the desk meanwhile, after standing still", "ms": round(max(waits) * 1000),
         "note": f"the longest of {len(waits)}, median {statistics.median(waits) * 1000:.0f} ms; {rest} s of standing still not counted",
         "target": "2,000 ms"},
    ]  # fmt: skip


DUE = "select count(*) from search_due"
UNREAD = "select count(*) from content where read_at is null"


def _arrives(deps: Deps, keeper: int, at: int) -> float:
    began = time.perf_counter()
    (deps.arrivals.root / f"late {at}.txt").write_text(f"come late {at}")
    _until(lambda: any(a.name == f"late {at}.txt" for a in desk(deps, keeper).waiting))
    return time.perf_counter() - began - deps.settings.settle_seconds


def _index(world: World, home: Path, many: int) -> dict[str, object]:
    """How long until the last is found by its new name, were so many renamed at one moment."""
    with _taken(world, home, many) as (deps, _):
        with deps.db.transaction() as conn:  # as if all had been read: a text of fifty long words
            conn.execute(
                "update content set read_at = now(), pages = 1,"
                " text = (select string_agg(encode(sha256, 'hex') || n, ' ') from generate_series(1, 50) n)"
            )
        with _working(deps):
            _until(lambda: not _one(deps, DUE))
            began = time.perf_counter()
            with deps.db.transaction() as conn:
                conn.execute("insert into search_due select id from document where state = 'filed'")
            _until(lambda: not _one(deps, DUE))
            took = time.perf_counter() - began
    return {"what": f"making the search words of {many:,} documents anew", "ms": round(took * 1000),
            "note": f"{many / took:,.0f} a second"}  # fmt: skip


def _behind(world: World, home: Path, many: int) -> dict[str, object]:
    """How long after the last of so many renames by a list the index has them all, kept up with meanwhile."""
    with _taken(world, home, many) as (deps, keeper):
        while index_next(deps):
            pass
        renamed = move_all(deps, keeper, "rename", 0)
        check_list(deps, renamed)
        most = 0
        with _working(deps):
            lists.run(deps, keeper, renamed)
            while lists.one(deps, keeper, renamed).state != "done":
                most = max(most, _one(deps, DUE))
                time.sleep(0.2)
            began = time.perf_counter()
            _until(lambda: not _one(deps, DUE))
            took = time.perf_counter() - began
    return {"what": f"the search index behind a list of {many:,} renames, when it is done", "ms": round(took * 1000),
            "note": f"at most {most:,} documents meanwhile", "target": "10 s"}  # fmt: skip


def _bare(root: Path) -> float:
    """Opening, reading and summing what is to be read."""
    began = time.perf_counter()
    for path in root.rglob("*"):
        if path.is_file():
            hashlib.sha256(path.read_bytes()).hexdigest()
    return time.perf_counter() - began


def _one(deps: Deps, query: str) -> int:
    with psycopg.connect(deps.db.pool.conninfo) as conn:
        found = conn.execute(query).fetchone()  # type: ignore[call-overload]
        return int(found[0])


def _until(holds: Callable[[], bool]) -> None:
    while not holds():
        time.sleep(0.05)
