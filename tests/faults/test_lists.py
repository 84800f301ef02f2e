"""A list among many hands, cut off from its database, with folders that go meanwhile: nothing is lost."""

import hashlib
import random
import threading
import time
from contextlib import suppress
from dataclasses import replace
from pathlib import Path

import psycopg
import pytest

from tests.conftest import LONG
from tests.faults.papers import PASSWORD, STEPS, assert_all_agree, cut_off, grow, papers, state_of
from tests.support import EMPTY, Client, Server, World, files_beneath, free_port, wait_until
from waka.core.changes.proposal import Proposal
from waka.core.words import given, worded
from waka.errors import DatabaseAway
from waka.launch import opened
from waka.settings import Settings
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways import kept_list
from waka.work.deps import Deps
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in


def test_who_has_lost_the_database_keeps_the_list_until_its_files_rest(
    the_world: World, many: tuple[Deps, int], monkeypatch: pytest.MonkeyPatch
) -> None:
    """A worker that was cut off still moves what it has begun: another must not settle it meanwhile."""
    deps, keeper = many
    url = deps.db.pool.conninfo
    asks = [Proposal(act="place", document=n, to="Box") for n in papers(deps)]
    list_id = kept_list.propose(deps, keeper, asks, title=given("Into a box"), origin="chosen")
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
    ready = threading.Barrier(len(people), timeout=60)

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
        Proposal(act="place", document=n, to="Box") for n, (p, _) in known.items() if p.startswith("Paper 1/")
    ]
    list_id = kept_list.propose(deps, keeper, asks, title=given("Into a box"), origin="chosen")
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
    assert "no longer there" in worded(failed.trouble.code, failed.trouble.facts) and failed.steps_done == 2
    assert len(files_beneath(deps.drive.root)) == STEPS, "all is still there"
