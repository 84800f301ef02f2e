"""A database and a drive of the time before steps were typed: taken over, and everything in them can still be undone.

``before.sql`` and ``before.tar.xz`` are those of a small drive (tests/work/drive.py) on which arrivals were filed, one
onto another; documents renamed, binned, copied, moved and corrected by hand, folders made and renamed; and lists run,
tried and only checked.
"""

import tarfile
from collections.abc import Iterator
from pathlib import Path

import psycopg
import pytest

from tests.support import World, assert_records_agree, files_beneath
from tests.work.drive import FILES
from waka.core.words import worded
from waka.errors import UndoIsAList
from waka.launch import opened
from waka.records.changes import lists, steps
from waka.records.finding import logbook
from waka.records.migrations import ensure_database, migrate
from waka.work.changes import lists as lists_work
from waka.work.changes.run import run_list
from waka.work.changes.ways.undo import propose_undo, undo
from waka.work.deps import Deps
from waka.work.outside.taking_in import index_next

HERE = Path(__file__).parent
KEEPER, FILER = 1, 2
RENAMED, TRIED, CHECKED_UNDO, CHECKED = 10, 13, 15, 16  #: lists of that time


@pytest.fixture
def old(the_world: World, home: Path) -> Iterator[Deps]:
    """The state of that time, brought up to date."""
    with tarfile.open(HERE / "before.tar.xz") as tar:
        # Python 3.11.2, which Debian 12 has, knows no filters yet; the archive is ours
        tar.extractall(home, **({"filter": "tar"} if hasattr(tarfile, "tar_filter") else {}))  # noqa: S202
    ensure_database(the_world.own.admin_url(), "waka_before", "template0")
    url = the_world.own.admin_url("waka_before")
    with psycopg.connect(url) as conn:
        conn.execute((HERE / "before.sql").read_text())
    settings = the_world.settings(home)
    with psycopg.connect(url) as conn:
        _learn_files(conn, settings.drive)
    assert migrate(url) != []
    with opened(settings, url, 4) as deps:
        yield deps
    with psycopg.connect(the_world.own.admin_url(), autocommit=True) as conn:
        conn.execute("drop database waka_before with (force)")


def _learn_files(conn: psycopg.Connection, drive: Path) -> None:
    """Files that were unpacked have other inodes, as those of a restored drive, and times of a coarser grain."""
    for number, path in conn.execute(
        "select id, ltrim(folder_path(folder_id) || '/' || name, '/') from document where state = 'filed'"
        " union all select document_id, convert_from(path, 'UTF8') from binned"
    ).fetchall():
        found = (drive / path).stat()
        conn.execute("update document set inode = %s, modified_ns = %s where id = %s",
                     (found.st_ino, found.st_mtime_ns, number))  # fmt: skip
    conn.execute("update change_step s set inode = d.inode, modified_ns = d.modified_ns from document d"
                 " where d.id = s.document_id and s.state = 'proposed'")  # fmt: skip
    for number, path in conn.execute(
        "select id, folder_path(id) from folder where removed_at is null"
    ).fetchall():
        conn.execute("update folder set inode = %s where id = %s", ((drive / path).stat().st_ino, number))


def test_every_step_of_that_time_is_read(old: Deps) -> None:
    assert_records_agree(old)
    with old.db.transaction() as conn:
        every = [step for list_id in range(1, 18) for step in steps.every(conn, list_id)]
        wants = steps.proposals(conn, CHECKED)
    assert {step.act.code for step in every if step.state == "done"} == {
        "file", "version", "place", "bin", "copy", "make_folder", "correct", "place_folder",
    }  # fmt: skip
    assert [want.source for want in wants] == ["Letters/2026-01-09_mrc_canvas.txt", "Nowhere/x.txt"]


def test_what_was_written_then_is_told_as_it_was_written(old: Deps) -> None:
    with old.db.transaction() as conn:
        found = logbook.entries(
            conn, person=KEEPER, before=None, number=None, mine=False, quiet=False, limit=500
        )
    told = {worded(entry.reason.code, entry.reason.facts) for entry in found if entry.reason is not None}
    assert told == {"nobody needs it", "kept twice", "from No. 3", "No. 5", "No. 8"}


def test_a_list_that_was_only_checked_or_tried_goes_on(old: Deps) -> None:
    found = lists_work.check(old, KEEPER, CHECKED)
    assert found.summary.findings == {"missing": 1}
    lists_work.mend(old, KEEPER, CHECKED, lists_work.Mend(finding="missing", leave=True))
    assert _run(old, CHECKED).state == "done"
    assert (old.drive.root / "Checked/canvas.txt").is_file()
    assert _run(old, TRIED).state == "done"
    assert (old.drive.root / "Tried/b.txt").is_file()
    assert_records_agree(old)


def _run(deps: Deps, list_id: int) -> lists.ChangeList:
    lists_work.run(deps, KEEPER, list_id)
    run_list(deps, list_id)
    while index_next(deps):
        pass
    return lists_work.one(deps, KEEPER, list_id)


def test_what_was_done_is_undone_to_the_first_step(old: Deps) -> None:
    """The latest first; in the end every file stands where it stood, and what was filed waits on the desk."""
    for list_id in (17, 14, TRIED, 12, 11):
        assert _run(old, propose_undo(old, KEEPER, list_id)).state == "done", list_id
        assert_records_agree(old)
    for list_id in range(RENAMED, 0, -1):
        try:
            undone = undo(old, KEEPER, list_id)
        except UndoIsAList:
            pytest.fail(f"change {list_id} was made by hand")
        assert undone.left == [], list_id
        assert_records_agree(old)
    added = {"Letters/a.txt", "Letters/b.txt"}  # put there by another program
    assert set(files_beneath(old.drive.root)) == {*FILES, *added}
    assert {(old.drive.root / path).read_text() for path in FILES} == set(FILES.values())
    assert files_beneath(old.arrivals.root / "Uploads") != []
