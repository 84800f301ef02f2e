"""Long change lists: checked, run, undone, against a bare loop of links and unlinks that syncs folders as often."""

from __future__ import annotations

import json
import os
import shutil
import statistics
import subprocess
import sys
from pathlib import Path

from tests.support import EMPTY, World
from tests.web.conftest import Visitor

from bench.drive import FOLDERS, PEAK, grow, timed
from waka.core.changes.proposal import Proposal
from waka.core.words import given
from waka.launch import opened
from waka.records.folders import folders, survey
from waka.settings import CHECKOUT
from waka.web.app import create_app
from waka.work.changes.check import check_list
from waka.work.changes.structure import split_path
from waka.work.changes.ways.kept_list import propose
from waka.work.changes.ways.undo import propose_undo
from waka.work.deps import Deps
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in

STEPS = 100_000
RUNS = int(os.environ.get("WAKA_BENCH_RUNS", "5"))
BATCH = 200


def long_lists(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    steps = int(STEPS * scale)
    home = folder / "home"
    grow(home / "drive", steps, FOLDERS)
    bare = _bare(home / "drive", folder / "bare")
    url = world.database(EMPTY)
    results: list[dict[str, object]] = []
    with opened(world.settings(home), url, 4) as deps:
        keeper = signing_in.add_person(
            deps, login="bench", name="Bench Mark", password="only for figures", right="keeper"
        )
        take_in(deps, keeper)
        env = {
            **os.environ,
            "WAKA_HOME": str(home),
            "WAKA_DATABASE_URL": url,
            "PYTHONPATH": str(CHECKOUT / "server"),
        }
        runs, undos, checks = [], [], []
        told: dict[str, float] = {}
        for at in range(RUNS):
            list_id = move_all(deps, keeper, "move", at)
            told = _child(env, list_id)
            checks.append(told["check_ms"])
            runs.append(told["ms"])
            undo = propose_undo(deps, keeper, list_id)
            undos.append(_child(env, undo)["ms"])
        ms = statistics.median(runs)
        what = f"of {steps:,} steps"
        results += [
            {"what": f"check {what}", "ms": round(statistics.median(checks)), "note": f"{told['check_mb']:.0f} MB",
             "target": "8 s, < 300 MB"},
            _ratio(f"run {what}: moves", ms, bare, "≤ 4", f"{1024 * told['grown_kb'] / steps:.0f} B a step"),
            _ratio(f"undo {what}", statistics.median(undos), bare, "no slower than the run"),
        ]  # fmt: skip
        results += _looks(deps, move_all(deps, keeper, "move", 9), steps)
        renamed = move_all(deps, keeper, "rename", 0)
        ms = _child(env, renamed)["ms"]
        indexing = timed(lambda: _index(deps))
        results.append(
            _ratio(
                f"run {what}: renames", ms, bare, "≤ 8", f"and {indexing / 1000:.0f} s of search words after"
            )
        )
    shutil.rmtree(folder)
    return results


def _ratio(what: str, ms: float, bare: float, target: str, note: str = "") -> dict[str, object]:
    return {"what": what, "ms": round(ms), "bare_ms": round(bare), "ratio": round(ms / bare, 2), "note": note,
            "target": target}  # fmt: skip


def _index(deps: Deps) -> None:
    while index_next(deps):
        pass


def _bare(drive: Path, other: Path) -> float:
    """Move every file by link and unlink into folders beside, syncing what was touched every 200 files."""
    shutil.copytree(drive, other / "from", copy_function=os.link)
    files = [path for path in (other / "from").rglob("*") if path.is_file()]
    times = []
    for at in range(3):
        target = other / f"to{at}"
        moves = []
        for number, path in enumerate(files):
            folder = target / f"Box {number % FOLDERS}"
            folder.mkdir(parents=True, exist_ok=True)
            moves.append((path, folder / f"{number}-{path.name}"))
        times.append(timed(lambda moves=moves: _links(moves)))  # type: ignore[misc]
        files = [to for _, to in moves]
    shutil.rmtree(other)
    return statistics.median(times)


def _links(moves: list[tuple[Path, Path]]) -> None:
    for start in range(0, len(moves), BATCH):
        touched = set()
        for source, target in moves[start : start + BATCH]:
            os.link(source, target)
            os.unlink(source)  # noqa: PTH108
            touched |= {source.parent, target.parent}
        for folder in touched:
            fd = os.open(folder, os.O_RDONLY)
            os.fsync(fd)
            os.close(fd)


def move_all(deps: Deps, keeper: int, how: str, at: int) -> int:
    """Propose a list that moves, or renames, every document; return its id."""
    with deps.db.transaction() as conn:
        root = folders.root(conn)
        assert root is not None
        # one way down the tree: a path asked for by every row takes a minute where rows have just changed
        beneath = survey.beneath(conn, root, keeper)
    found = sorted((number, *split_path(path)) for number, path in beneath)
    if how == "rename":
        asks = [Proposal(act="place", document=n, to=path, name=f"x{n}-{name}") for n, path, name in found]
    else:
        # each folder's documents go to one beside: names that repeat over the years would meet in fewer
        asks = [
            Proposal(
                act="place",
                document=n,
                to=f"Box {at}/{path.rpartition('/')[2] if path.startswith('Box') else path.replace('/', ' ')}",
            )
            for n, path, _ in found
        ]
    return propose(deps, keeper, asks, title=given(f"{how} {at}"), origin="chosen")


_CHILD = (
    PEAK
    + """
import json, os, sys, time
from waka.launch import opened
from waka.settings import Settings
from waka.work.changes.check import check_list
from waka.work.changes.run import run_list
from waka.records.changes import lists
def now(): return int(open("/proc/self/statm").read().split()[1]) * 4
list_id, what = int(sys.argv[1]), sys.argv[2]
with opened(Settings.read(), os.environ["WAKA_DATABASE_URL"], 4) as deps:
    before, began = now(), time.perf_counter()
    if what == "check":
        check_list(deps, list_id)
    else:
        with deps.db.transaction() as conn:
            lists.set_state(conn, list_id, "queued")
        run_list(deps, list_id)
    took = time.perf_counter() - began
    with deps.db.transaction() as conn:
        owner = lists.lock(conn, list_id)
print(json.dumps({"ms": took * 1000, "mb": peak(), "grown_kb": now() - before, "state": owner.state, "trouble": owner.trouble and owner.trouble.code,
                  "blocked": owner.summary.blocked}))
"""
)


def _child(env: dict[str, str], list_id: int) -> dict[str, float]:
    """Check and run a list, each in a process of its own; return what it took."""
    told = {}
    for what in ("check", "run"):
        answer = subprocess.run(
            [sys.executable, "-c", _CHILD, str(list_id), what],
            env=env,
            capture_output=True,
            text=True,
            check=True,
        )
        told[what] = json.loads(answer.stdout.splitlines()[-1])
    assert told["run"]["state"] == "done", told
    return {"check_ms": told["check"]["ms"], "check_mb": told["check"]["mb"], "ms": told["run"]["ms"],
            "grown_kb": told["run"]["grown_kb"]}  # fmt: skip


def _looks(deps: Deps, list_id: int, steps: int) -> list[dict[str, object]]:
    """How soon a checked list is on screen, and any place in it."""
    check_list(deps, list_id)
    visitor = Visitor(create_app(deps).test_client()).sign_in("bench", "only for figures")

    def page(start: int, more: str = "") -> None:
        answer = visitor.ask("GET", f"/api/lists/{list_id}/steps?start={start}{more}")
        assert answer.status_code == 200 and answer.json["steps"]

    first = timed(lambda: (visitor.ask("GET", f"/api/lists/{list_id}"), page(0)))
    jumps = [timed(lambda at=at: page(at)) for at in range(0, steps, max(1, steps // 20))]  # type: ignore[misc]
    filtered = [
        timed(lambda at=at: page(at, "&act=place")) for at in range(0, steps - 100, max(1, steps // 5))
    ]  # type: ignore[misc]
    folder = visitor.ask("GET", "/api/folders").json["folders"]
    largest = max(folder, key=lambda f: f["own"])
    opened_ms = timed(lambda: visitor.ask("GET", f"/api/folders/{largest['id']}/documents"))
    return [
        {"what": "a checked list's first steps at the API", "ms": round(first), "target": "1 s"},
        {"what": "a jump in it, slowest of 20", "ms": round(max(jumps)), "target": "200 ms"},
        {"what": "a jump in it as filtered, slowest of 5", "ms": round(max(filtered)), "target": "200 ms"},
        {
            "what": f"a folder of {largest['own']:,} to its first rows at the API",
            "ms": round(opened_ms),
            "target": "500 ms",
        },
    ]
