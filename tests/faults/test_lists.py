"""A long list, killed again and again, cut off from its database, without room, among many hands: nothing is lost."""

import hashlib
import os
import random
import shutil
import signal
import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import replace
from pathlib import Path

import psycopg
import pytest

from tests.conftest import LONG
from tests.support import (
    EMPTY,
    Client,
    Server,
    World,
    assert_records_agree,
    files_beneath,
    free_port,
    wait_until,
)
from waka.errors import DatabaseAway
from waka.launch import opened
from waka.settings import CHECKOUT, Settings
from waka.work import lists, proposing, signing_in
from waka.work.asked import Asked
from waka.work.deps import Deps
from waka.work.proving import prove
from waka.work.running import run_list
from waka.work.taking_in import index_next, take_in

KILLS = 200 if LONG else 20
STEPS = 1_000
FOLDERS = 20
PASSWORD = "fair winds here"


def grow(root: Path, count: int, folders: int) -> None:
    for at in range(count):
        path = root / f"Paper {at % folders}" / f"sheet-{at}.txt"
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(f"paper {at} " * (1 + at % 50))


@pytest.fixture
def many(the_world: World, home: Path) -> Iterator[tuple[Deps, int]]:
    """A drive of a thousand small papers, and its keeper."""
    home.mkdir(parents=True, exist_ok=True)
    url = the_world.database(EMPTY)
    with opened(the_world.settings(home), url, 6) as deps:
        keeper = signing_in.add_person(
            deps, login="magnus", name="Magnus Orr", password=PASSWORD, right="keeper", administrator=True
        )
        grow(deps.drive.root, STEPS, FOLDERS)
        take_in(deps, keeper)
        while index_next(deps):
            pass
        yield deps, keeper


def papers(deps: Deps) -> dict[int, tuple[str, bytes]]:
    """Return the path and the digest of every filed document by number."""
    with deps.db.transaction() as conn:
        found = conn.execute(
            "select id, ltrim(folder_path(folder_id) || '/' || name, '/'), sha256 from document where state = 'filed'"
        ).fetchall()
    return {int(number): (str(path), bytes(digest)) for number, path, digest in found}


def mixed(deps: Deps, rng: random.Random) -> tuple[list[Asked], dict[int, int]]:
    """Moves, swaps, circles of three, copies, bins and versions over all the papers there are.

    Returned with what becomes a version of what.
    """
    known = papers(deps)
    merging: dict[int, int] = {}
    numbers = list(known)
    rng.shuffle(numbers)
    asks: list[Asked] = []

    def to(number: int, path: str, *, do: str = "move") -> None:
        above, _, name = path.rpartition("/")
        asks.append(Asked(do=do, at=0, number=number, to=above, name=name))  # type: ignore[arg-type]

    while len(numbers) >= 8:
        a, b, c, d, e, f, g, h = (numbers.pop() for _ in range(8))
        to(a, known[b][0])
        to(b, known[a][0])
        to(c, known[d][0])
        to(d, known[e][0])
        to(e, known[c][0])
        to(f, f"Moved {rng.randrange(9)}/{f}-{known[f][0].rpartition('/')[2]}")
        if rng.random() < 0.3:
            to(g, f"Copies/{g}-{rng.random()}.txt", do="copy")
        elif rng.random() < 0.3:
            asks.append(Asked(do="bin", at=0, number=g, reason="no more use"))
        elif rng.random() < 0.6:
            above, _, name = known[h][0].rpartition("/")
            asks.append(Asked(do="move", at=0, number=g, to=above, name=name, collision="version"))
            merging[g] = h
    return asks, merging


@contextmanager
def runner(settings: Settings, url: str, **fault: str) -> Iterator["subprocess.Popen[bytes]"]:
    """A runner in a process of its own."""
    env = {**os.environ, "PYTHONPATH": str(CHECKOUT / "server"), "WAKA_DATABASE_URL": url,
           "WAKA_HOME": str(settings.home), "WAKA_SETTLE_SECONDS": "0.2", **fault}  # fmt: skip
    with (settings.home / "runner.log").open("ab") as log:
        process = subprocess.Popen([sys.executable, "-m", "waka.launch"], env=env, stdout=log, stderr=log)
    try:
        yield process
    finally:
        process.kill()
        process.wait()


def cut_off(the_world: World, url: str) -> None:
    with psycopg.connect(the_world.own.url_of("postgres"), autocommit=True) as conn:
        conn.execute(
            "select pg_terminate_backend(pid) from pg_stat_activity where datname = %s and pid <> pg_backend_pid()",
            (url.rpartition("/")[2],),
        )


def state_of(url: str, list_id: int) -> str:
    with psycopg.connect(url) as conn:
        row = conn.execute("select state from change_list where id = %s", (list_id,)).fetchone()
    assert row is not None
    return str(row[0])


def test_a_list_that_is_killed_at_random_moments_comes_to_its_end(
    the_world: World, many: tuple[Deps, int]
) -> None:
    deps, keeper = many
    settings, url = deps.settings, deps.db.pool.conninfo
    rng = random.Random(11)
    before = {number: digest for number, (_, digest) in papers(deps).items()}
    kills = rounds = 0
    while kills < KILLS:
        rounds += 1
        asks, merging = mixed(deps, rng)
        list_id = proposing.propose(deps, keeper, asks, title=f"Round {rounds}", origin="chosen")
        assert lists.one(deps, keeper, list_id).summary["blocked"] == 0
        lists.run(deps, keeper, list_id)
        while state_of(url, list_id) != "done":
            with runner(settings, url, WAKA_FAULT="slow:step_moved") as process:
                deadline = time.monotonic() + (rng.uniform(0.5, 1.6) if kills < KILLS else 60)
                while time.monotonic() < deadline and state_of(url, list_id) != "done":
                    assert state_of(url, list_id) != "failed", lists.one(deps, keeper, list_id).trouble
                    time.sleep(0.02)
                if state_of(url, list_id) == "done":
                    break
                kills += 1
                if rng.random() < 0.3:
                    cut_off(the_world, url)  # the database goes; the runner waits for it and goes on
                    time.sleep(0.1)
                else:
                    os.kill(process.pid, signal.SIGKILL)
        while index_next(deps):
            pass
        assert_records_agree(deps)
        proof = prove(deps, keeper, list_id, read=True)
        assert (proof.count_amiss, proof.arrived) == (0, proof.files), proof.amiss[:3]
        after = papers(deps)
        with deps.db.transaction() as conn:
            binned = {int(r[0]) for r in conn.execute("select id from document where state = 'binned'")}
        # every document there exactly once with its own bytes, or in the bin, or as what it became a version of
        for came, onto in merging.items():
            before[onto] = before.pop(came)
        assert {n: d for n, d in before.items() if n not in binned} == {
            n: after[n][1] for n in before if n in after
        }
        before |= {number: digest for number, (_, digest) in after.items()}
    assert kills >= KILLS


def test_who_has_lost_the_database_keeps_the_list_until_its_files_rest(
    the_world: World, many: tuple[Deps, int], monkeypatch: pytest.MonkeyPatch
) -> None:
    """A worker that was cut off still moves what it has begun: another must not settle it meanwhile."""
    deps, keeper = many
    url = deps.db.pool.conninfo
    asks = [Asked(do="move", at=0, number=n, to="Box") for n in papers(deps)]
    list_id = proposing.propose(deps, keeper, asks, title="Into a box", origin="chosen")
    lists.run(deps, keeper, list_id)
    monkeypatch.setenv("WAKA_FAULT", "slow:step_moved")
    loose: list[BaseException] = []

    def first() -> None:
        try:
            run_list(deps, list_id)
        except DatabaseAway as error:
            loose.append(error)

    cut_off_one = threading.Thread(target=first)
    cut_off_one.start()
    wait_until(
        lambda: (deps.drive.root / "Box").is_dir() and any((deps.drive.root / "Box").iterdir()), "moving"
    )
    cut_off(the_world, url)
    while state_of(url, list_id) != "done":
        assert state_of(url, list_id) in ("queued", "running", "done"), lists.one(
            deps, keeper, list_id
        ).trouble
        with suppress(DatabaseAway):
            run_list(deps, list_id)
    cut_off_one.join()
    assert loose, "the first one was cut off in the midst of a batch"
    assert_all_agree(deps)
    assert len(files_beneath(deps.drive.root / "Box")) == STEPS


def test_no_space_stops_says_so_and_goes_on_when_there_is_room(the_world: World, tmp_path: Path) -> None:
    """On a small file system of its own where one can be mounted, else with a fault beneath the drive."""
    home = tmp_path / "home"
    home.mkdir()
    with small_disk(tmp_path / "disk") as (drive, fill, free):
        settings = replace(the_world.settings(home), drive=drive)
        with opened(settings, the_world.database(EMPTY), 4) as deps:
            keeper = signing_in.add_person(
                deps, login="magnus", name="Magnus Orr", password=PASSWORD, right="keeper"
            )
            for at in range(12):
                (drive / f"plan-{at}.txt").write_bytes(random.Random(at).randbytes(100_000))
            take_in(deps, keeper)
            while index_next(deps):
                pass
            numbers = list(papers(deps))
            asks = [Asked(do="copy", at=0, number=n, to="Copies") for n in numbers]
            list_id = proposing.propose(deps, keeper, asks, title="Copies", origin="chosen")
            fill()
            lists.run(deps, keeper, list_id)
            run_list(deps, list_id)
            failed = lists.one(deps, keeper, list_id)
            assert failed.state == "failed" and failed.trouble is not None
            assert "No space left" in failed.trouble and "Make room" in failed.trouble
            assert failed.steps_done < 13
            free()
            assert_all_agree(deps)
            lists.run(deps, keeper, list_id)
            run_list(deps, list_id)
            assert lists.one(deps, keeper, list_id).state == "done"
            assert len(files_beneath(drive / "Copies")) == 12
            assert_all_agree(deps)


def assert_all_agree(deps: Deps) -> None:
    while index_next(deps):
        pass
    assert_records_agree(deps)


@contextmanager
def small_disk(folder: Path) -> Iterator[tuple[Path, Callable[[], object], Callable[[], object]]]:
    folder.mkdir()
    mounted = subprocess.run(
        ["mount", "-t", "tmpfs", "-o", "size=3m,mode=755", "none", str(folder)], capture_output=True
    )
    if mounted.returncode == 0:
        filler = folder / ".filler"
        try:
            yield folder, lambda: filler.write_bytes(b"x" * 1_200_000), filler.unlink
        finally:
            subprocess.run(["umount", "-l", str(folder)], check=True)
        return
    old = os.environ.get("WAKA_FAULT")

    def restore() -> None:
        os.environ.pop("WAKA_FAULT", None) if old is None else os.environ.update(WAKA_FAULT=old)

    try:
        yield folder, lambda: os.environ.update(WAKA_FAULT="full:copying"), restore
    finally:
        restore()
        shutil.rmtree(folder)


def test_eight_people_move_the_same_documents_around(the_world: World, home: Path) -> None:
    """By hand and by list, for a few seconds: nothing lost, nothing twice, no answer but done or a clear refusal."""
    home.mkdir(parents=True)
    url = the_world.database(EMPTY)
    settings = replace(the_world.settings(home), port=free_port())
    people = [f"hand{at}" for at in range(8)]
    with opened(settings, url, 4) as deps:
        for login in people:
            keeper = signing_in.add_person(deps, login=login, name=login, password=PASSWORD, right="keeper")
        grow(deps.drive.root, 200, 4)
        take_in(deps, keeper)
        while index_next(deps):
            pass
        before = {number: digest for number, (_, digest) in papers(deps).items()}
    server = Server(settings, url)
    server.start()
    told: list[tuple[int, object]] = []
    begun: list[int] = []
    ready = threading.Barrier(len(people))

    def work(login: str) -> None:
        rng = random.Random(login)
        client = Client(server.port).sign_in(login, PASSWORD)
        ready.wait()  # all of them at once, however long signing in took
        until = time.monotonic() + (60 if LONG else 8)
        _, outline = client.ask("GET", "/api/folders")
        folders = [f["id"] for f in outline["folders"] if f["path"]]
        while time.monotonic() < until:
            chosen, into = rng.sample(list(before), rng.choice([1, 3, 8])), rng.choice(folders)
            if rng.random() < 0.25:
                status, answer = client.ask(
                    "POST", "/api/lists", {"do": "move", "documents": chosen, "into": into}
                )
                told.append((status, answer))
                if status == 201 and answer["can_run"]:
                    status, answer = client.ask("POST", f"/api/lists/{answer['id']}/run", {})
                    begun.append(answer.get("id", 0))
            else:
                status, answer = client.ask(
                    "POST", "/api/changes", {"act": "move", "documents": chosen, "folder": into}
                )
            told.append((status, answer))

    try:
        hands = [threading.Thread(target=work, args=[login]) for login in people]
        for hand in hands:
            hand.start()
        for hand in hands:
            hand.join()
        odd = [str(answer)[:300] for status, answer in told if status not in (200, 201, 409)]
        assert odd == []
        assert sum(status in (200, 201) for status, _ in told) > 20
        assert begun, "some moved by list"
        wait_until(lambda: not _unfinished(url), "every list has come to rest")
    finally:
        server.stop()
    assert_all_there(settings, url, before)


def assert_all_there(settings: Settings, url: str, before: dict[int, bytes]) -> None:
    with opened(settings, url, 3) as deps:
        assert_all_agree(deps)
        assert {number: digest for number, (_, digest) in papers(deps).items()} == before
        root = deps.drive.root
        on_disk = [hashlib.sha256((root / path).read_bytes()).digest() for path in files_beneath(root)]
        assert sorted(on_disk) == sorted(before.values())


def _unfinished(url: str) -> bool:
    with psycopg.connect(url) as conn:
        found = conn.execute(
            "select from change_list where state in ('queued', 'running') union all"
            " select from change_step where state = 'intended'"
        ).fetchone()
    return found is not None


def test_a_folder_that_another_program_deletes_during_the_run(many: tuple[Deps, int]) -> None:
    deps, keeper = many
    known = papers(deps)
    asks = [
        Asked(do="move", at=0, number=n, to="Box") for n, (p, _) in known.items() if p.startswith("Paper 1/")
    ]
    list_id = proposing.propose(deps, keeper, asks, title="Into a box", origin="chosen")
    lists.run(deps, keeper, list_id, first=1)
    run_list(deps, list_id)
    box = deps.drive.root / "Box"
    [first] = box.iterdir()
    first.rename(deps.drive.root / "elsewhere.txt")
    box.rmdir()
    lists.run(deps, keeper, list_id)
    run_list(deps, list_id)
    failed = lists.one(deps, keeper, list_id)
    assert failed.state == "failed" and failed.trouble is not None
    assert "no longer there" in failed.trouble and failed.steps_done == 2
    assert len(files_beneath(deps.drive.root)) == STEPS, "all is still there"
