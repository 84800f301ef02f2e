"""Names that differ only in capitals or in the form of their accents, which another program made."""

import contextlib
import threading

import pytest

from tests.work.drive import LOG, NOTE, SmallDrive
from tests.work.lists import Lists, stand
from waka.core.changes.findings import said
from waka.errors import WakaError
from waka.records.changes import steps
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.asks import Ask
from waka.work.changes.ways.by_hand import run
from waka.work.changes.ways.undo import undo

TWINS = {"Letters/Note.txt": "with a capital", "Letters/cafe\u0301.txt": "apart", "Letters/caf\u00e9.txt": "composed",
         "letters/other.txt": "in a folder's twin", "Boat/x.txt": "x"}  # fmt: skip


@pytest.fixture
def twins(made: Lists) -> Lists:
    for path, text in TWINS.items():
        target = made.drive.root / path
        target.parent.mkdir(exist_ok=True)
        target.write_text(text)
    made.drive.sweep()
    return made


@pytest.mark.parametrize(
    "path", [NOTE, "Letters/Note.txt", "Letters/cafe\u0301.txt", "Letters/caf\u00e9.txt"]
)
def test_a_move_from_among_twins_goes_back_exactly(twins: Lists, path: str) -> None:
    drive, before = twins.drive, stand(twins.drive)
    done = drive.change("move", path, folder=drive.folder("Boat"))
    undo(drive.deps, drive.filer, done.list_id)
    assert stand(drive) == before


def test_a_list_of_twins_goes_back_exactly(twins: Lists) -> None:
    before = stand(twins.drive)
    list_id = twins.sheet(
        (NOTE, "Boat/a.txt"), ("Letters/Note.txt", "Boat/b.txt"), ("Letters/caf\u00e9.txt", "Boat")
    )
    assert twins.run(list_id).state == "done"
    undo_id = undoing.propose_undo(twins.drive.deps, twins.drive.keeper, list_id)
    assert twins.one(undo_id).summary.blocked == 0
    assert twins.run(undo_id).state == "done"
    assert stand(twins.drive) == before


def test_of_twin_folders_the_one_that_is_written_is_meant(twins: Lists) -> None:
    assert twins.run(twins.sheet((LOG, "letters"))).state == "done"
    assert "letters/log.txt" in stand(twins.drive)
    assert twins.run(twins.sheet(("letters/log.txt", "Letters"))).state == "done"
    assert "Letters/log.txt" in stand(twins.drive)


def test_a_folder_that_may_be_either_of_twins_is_asked_about(twins: Lists) -> None:
    list_id = twins.sheet((LOG, "LETTERS"))
    assert twins.findings(list_id) == ["which_folder"]
    assert twins.one(list_id).summary.blocked == 1


def test_a_restructure_leaves_twin_folders_apart(twins: Lists) -> None:
    assert twins.run(twins.mapping("letters", "Old/letters")).state == "done"
    left = stand(twins.drive)
    assert "Old/letters/other.txt" in left and NOTE in left


def test_two_at_once_never_make_twins(drive: SmallDrive, monkeypatch: pytest.MonkeyPatch) -> None:
    """Two people rename two documents to twins of one another; each file waits between its check and its move."""
    paths = [("Letters/a.txt", "Same.txt"), ("Letters/b.txt", "SAME.txt")]
    for path, _ in paths:
        (drive.root / path).write_text(path)
    drive.sweep()
    monkeypatch.setenv("WAKA_FAULT", "pause:recorded")

    def rename(path: str, name: str) -> None:
        with contextlib.suppress(WakaError):
            run(drive.deps, drive.filer, Ask(act="rename", documents=[drive.number(path)], name=name))

    threads = [threading.Thread(target=rename, args=args) for args in paths]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert len({path.name.casefold() for path in (drive.root / "Letters").iterdir()}) == 3


def test_a_list_makes_no_twin_of_what_came_since_its_check(twins: Lists) -> None:
    list_id = twins.sheet((LOG, "Boat/same.txt"))
    twins.drive.change("rename", "Boat/x.txt", name="Same.txt")
    assert twins.run(list_id).state == "failed"
    with twins.drive.deps.db.transaction() as conn:
        [step] = steps.every(conn, list_id)
    assert step.failure == said("twin", name="Same.txt")
    assert LOG in stand(twins.drive)
