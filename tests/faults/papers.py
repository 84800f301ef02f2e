"""A drive of a thousand small papers, or of twelve plans on a small disk, for lists that are to meet trouble."""

import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import psycopg

from tests.support import EMPTY, World, assert_records_agree, name_of
from waka.launch import opened
from waka.work.deps import Deps
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in

STEPS = 1_000
FOLDERS = 20
PASSWORD = "fair winds here"


def grow(root: Path, count: int, folders: int) -> None:
    for at in range(count):
        path = root / f"Paper {at % folders}" / f"sheet-{at}.txt"
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(f"paper {at} " * (1 + at % 50))


@contextmanager
def a_thousand_papers(of: World, home: Path) -> Iterator[tuple[Deps, int]]:
    """A drive of a thousand small papers, and its keeper."""
    home.mkdir(parents=True, exist_ok=True)
    url = of.database(EMPTY)
    with opened(of.settings(home), url, 6) as deps:
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


def assert_all_agree(deps: Deps) -> None:
    while index_next(deps):
        pass
    assert_records_agree(deps)


def cut_off(the_world: World, url: str) -> None:
    with psycopg.connect(the_world.own.admin_url(), autocommit=True) as conn:
        conn.execute(
            "select pg_terminate_backend(pid) from pg_stat_activity where datname = %s and pid <> pg_backend_pid()",
            (name_of(url),),
        )


def state_of(url: str, list_id: int) -> str:
    return how_far(url, list_id)[0]


def how_far(url: str, list_id: int) -> tuple[str, int]:
    """Return the state of a list and how many of its steps are done."""
    query = "select state, steps_done from change_list where id = %s"
    for attempt in range(200):
        try:
            with psycopg.connect(url) as conn:
                row = conn.execute(query, (list_id,)).fetchone()
            break
        except psycopg.OperationalError:  # it is recovering from what we did to it
            assert attempt < 199
            time.sleep(0.1)
    assert row is not None
    return str(row[0]), int(row[1])
