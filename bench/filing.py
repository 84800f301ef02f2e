"""Filing from the desk, and a move by hand with its undo, as the API answers them, beside a bare move and commit."""

from __future__ import annotations

import os
import statistics
from collections.abc import Callable
from pathlib import Path

import psycopg
from tests.support import EMPTY, World
from tests.web.conftest import Visitor

from bench.drive import FOLDERS, grow, timed
from waka.launch import opened
from waka.web.app import create_app
from waka.work.desk.arriving import Sweeper
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in

DOCUMENTS = 100_000
ARRIVALS = 200


def filing(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    home = folder / "home"
    grow(home / "drive", int(DOCUMENTS * scale), FOLDERS)
    url = world.database(EMPTY)
    with opened(world.settings(home), url, 4) as deps:
        keeper = signing_in.add_person(
            deps, login="bench", name="Bench Mark", password="only for figures", right="keeper"
        )
        take_in(deps, keeper)
        while index_next(deps):
            pass
        point = home / "arrivals/Scanner"
        point.mkdir(parents=True)
        for at in range(ARRIVALS):
            (point / f"scan {at}.txt").write_text(f"the bill number {at}")
        sweeper = Sweeper(deps, 0.0)
        for _ in range(3):
            sweeper.sweep()
        visitor = Visitor(create_app(deps).test_client()).sign_in("bench", "only for figures")
        waiting = [a["number"] for a in visitor.ask("GET", "/api/desk").json["waiting"]]
        folders = [f["id"] for f in visitor.ask("GET", "/api/folders").json["folders"] if f["own"]]
        filed = [
            _ms(lambda n=n, at=at: _file(visitor, n, folders[at % 50], at)) for at, n in enumerate(waiting)
        ]  # type: ignore[misc]
        moved = [_ms(lambda n=n: _move(visitor, n, folders[60])) for n in waiting[:50]]  # type: ignore[misc]
        undone = [_ms(lambda: _undo(visitor)) for _ in range(50)]
    bare = _bare(folder / "bare", url)
    what = f"among {int(DOCUMENTS * scale):,} documents"
    return [
        _told(f"filing {what}, p95 at the API", filed, bare, "100 ms"),
        _told(f"a move by hand {what}, p95 at the API", moved, bare),
        _told(f"its undo by key {what}, p95 at the API", undone, bare),
    ]


def _ms(work: Callable[[], None]) -> float:
    return timed(work)


def _told(what: str, times: list[float], bare: float, target: str = "") -> dict[str, object]:
    p95 = sorted(times)[int(len(times) * 0.95)]
    return {"what": what, "ms": round(p95, 1), "bare_ms": round(bare, 1), "ratio": round(p95 / bare, 1),
            "note": f"median {statistics.median(times):.1f} ms", "target": target}  # fmt: skip


def _file(visitor: Visitor, number: int, folder: int, at: int) -> None:
    slip = {"kind": "", "who": "Marlow Rope", "short": "mar", "when": "12.3.2025", "what": f"bill {at}", "reference": "",
            "amount": "", "folder": folder, "extension": None, "as_version": False}  # fmt: skip
    answer = visitor.ask("POST", f"/api/desk/{number}/file?seen=1", slip)
    assert answer.status_code == 200, answer.json


def _move(visitor: Visitor, number: int, folder: int) -> None:
    answer = visitor.ask("POST", "/api/changes", {"act": "move", "documents": [number], "folder": folder})
    assert answer.status_code == 200, answer.json


def _undo(visitor: Visitor) -> None:
    answer = visitor.ask("POST", "/api/changes/undo")
    assert answer.status_code == 200, answer.json


def _bare(place: Path, url: str) -> float:
    """What any safe filing must at least do: a commit, a rename with both folders synced, another commit."""
    (place / "from").mkdir(parents=True)
    (place / "to").mkdir()
    with psycopg.connect(url, autocommit=True) as conn:
        conn.execute("create table if not exists bare (at int, state text)")

        def once(at: int) -> None:
            (place / f"from/{at}").write_text("x")
            conn.execute("insert into bare values (%s, 'intended')", (at,))
            (place / f"from/{at}").rename(place / f"to/{at}")
            for name in ("from", "to"):
                fd = os.open(place / name, os.O_RDONLY)
                os.fsync(fd)
                os.close(fd)
            conn.execute("update bare set state = 'done' where at = %s", (at,))

        return statistics.median(timed(lambda at=at: once(at)) for at in range(50))  # type: ignore[misc]
