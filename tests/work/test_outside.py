"""What other programs do to the drive: numbers, fields and history follow, and doubt is asked."""

import os
import shutil
import socket
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from pathlib import Path

import pytest

from tests.support import assert_records_agree
from waka.core.changes.recognise import Found
from waka.errors import DriveTrouble
from waka.records.desk import naming
from waka.records.documents import documents
from waka.work.deps import Deps
from waka.work.finding import search as finding
from waka.work.folders import browsing
from waka.work.outside import answering
from waka.work.outside.new_files import TakingIn
from waka.work.outside.sweeping import DriveSweeper
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in

BILL = "Finance/2025/2025-03-12_mrc_mizzen-sail.txt"
ROPE = "Finance/2025/2025-04-02_mrc_rope.txt"
NOTE = "Letters/note.txt"


@dataclass
class Drive:
    """A small drive that was taken in, and what became of its documents."""

    deps: Deps
    keeper: int
    numbers: dict[str, int] = field(default_factory=dict)

    @property
    def root(self) -> Path:
        return self.deps.drive.root

    def settle(self, sweeper: DriveSweeper | None = None) -> None:
        """Sweep until nothing changes any more: what is missing is looked for twice."""
        sweeper = sweeper or DriveSweeper(self.deps, 0.0)
        for _ in range(3):
            sweeper.sweep()
        while index_next(self.deps):
            pass
        assert_records_agree(self.deps)

    def path(self, number: int) -> str | None:
        with self.deps.db.transaction() as conn:
            found = documents.one(conn, number, self.keeper)
        return f"{found.folder_path}/{found.name}".lstrip("/") if found else None

    def what(self, number: int) -> str | None:
        with self.deps.db.transaction() as conn:
            found = documents.one(conn, number, self.keeper)
        return found.what if found else None

    def history(self, number: int) -> list[str]:
        told = finding.entries(self.deps, self.keeper, before=None, number=number, mine=False, quiet=False)
        return [t.entry.action for t in reversed(told)]

    def at(self, path: str) -> int:
        [found] = [n for n in range(1, 60) if self.path(n) == path]
        return found

    def asked(self) -> list[tuple[int, int]]:
        return [(q.missing_id, q.found_id) for q in answering.questions(self.deps, self.keeper)]


@pytest.fixture
def drive(deps: Deps) -> Drive:
    for path, text in {BILL: "mend the mizzen", ROPE: "forty fathoms of rope", NOTE: "dear all"}.items():
        target = deps.drive.root / path
        target.parent.mkdir(parents=True, exist_ok=True)
        target.write_text(text)
    keeper = signing_in.add_person(
        deps, login="magnus", name="Magnus Orr", password="fair winds here", right="keeper"
    )
    with deps.db.transaction() as conn:
        naming.add_party(conn, "Marlow Rope & Canvas", "mrc")
    assert take_in(deps, keeper) == 3
    found = Drive(deps, keeper)
    found.settle()
    found.numbers = {path: found.at(path) for path in (BILL, ROPE, NOTE)}
    return found


def new_file(root: Path) -> None:
    (root / "Letters/new.txt").write_text("a new one")


def new_folder(root: Path) -> None:
    (root / "Boat/Log").mkdir(parents=True)
    (root / "Boat/Log/day 1.txt").write_text("wind west")
    (root / "Boat/Log/day 2.txt").write_text("wind north")


def renamed(root: Path) -> None:
    (root / BILL).rename(root / "Finance/2025/2025-03-13_mrc_mizzen-sail.txt")


def moved(root: Path) -> None:
    (root / BILL).rename(root / "Letters/2025-03-12_mrc_mizzen-sail.txt")


def moved_and_renamed(root: Path) -> None:
    (root / BILL).rename(root / "Letters/sail.txt")


def folder_renamed(root: Path) -> None:
    (root / "Finance").rename(root / "Money")


def folder_moved(root: Path) -> None:
    (root / "Finance/2025").rename(root / "Letters/2025")


def edited(root: Path) -> None:
    with (root / BILL).open("a") as file:
        file.write(" and the topsail")


def replaced(root: Path) -> None:
    half = root / "Finance/2025/.half"
    half.write_text("the editor's new text")
    half.rename(root / BILL)


def copied(root: Path) -> None:
    shutil.copy(root / BILL, root / "Letters/copy.txt")


def removed(root: Path) -> None:
    (root / BILL).unlink()


def swapped(root: Path) -> None:
    (root / BILL).rename(root / "x")
    (root / ROPE).rename(root / BILL)
    (root / "x").rename(root / ROPE)


BILL_NAME, ROPE_NAME = Path(BILL).name, Path(ROPE).name
# what happens; where the bill is after, None where it is gone; what its logbook says of it; new documents
WAYS: list[tuple[Callable[[Path], None], str | None, list[str], list[str]]] = [
    (new_file, BILL, [], ["Letters/new.txt"]),
    (new_folder, BILL, [], ["Boat/Log/day 1.txt", "Boat/Log/day 2.txt"]),
    (renamed, "Finance/2025/2025-03-13_mrc_mizzen-sail.txt", ["renamed_outside"], []),
    (moved, f"Letters/{BILL_NAME}", ["moved_outside"], []),
    (moved_and_renamed, "Letters/sail.txt", ["moved_outside"], []),
    (folder_renamed, f"Money/2025/{BILL_NAME}", [], []),
    (folder_moved, f"Letters/2025/{BILL_NAME}", [], []),
    (edited, BILL, ["changed_outside"], []),
    (replaced, BILL, ["changed_outside"], []),
    (copied, BILL, [], ["Letters/copy.txt"]),
    (removed, None, ["gone"], []),
    (swapped, ROPE, ["renamed_outside"], []),
]


@pytest.mark.parametrize(
    ("happens", "after", "told", "new"), WAYS, ids=lambda way: getattr(way, "__name__", "")
)
@pytest.mark.parametrize("while_down", [False, True], ids=["running", "down"])
def test_a_document_keeps_its_number_whatever_others_do(
    drive: Drive, happens: Callable[[Path], None], after: str | None, told: list[str], new: list[str],
    while_down: bool,
) -> None:  # fmt: skip
    sweeper = DriveSweeper(drive.deps, 0.0)
    if not while_down:  # it has seen the drive before, and goes on
        sweeper.sweep()
    happens(drive.root)
    drive.settle(sweeper)
    bill = drive.numbers[BILL]
    assert drive.path(bill) == after
    assert drive.history(bill) == ["taken_in", *told]
    if after is not None:
        assert drive.what(bill) == "mizzen sail"
    for path in new:
        assert drive.history(drive.at(path)) == ["taken_in"]
    assert drive.asked() == []
    if happens is swapped:
        assert drive.path(drive.numbers[ROPE]) == BILL


def test_edited_and_moved_at_once_is_followed(drive: Drive) -> None:
    bill = drive.numbers[BILL]
    (drive.root / BILL).rename(drive.root / "Letters/sail.txt")
    with (drive.root / "Letters/sail.txt").open("a") as file:
        file.write(", and changed")
    drive.settle()
    assert drive.path(bill) == "Letters/sail.txt" and drive.asked() == []
    assert drive.history(bill) == ["taken_in", "moved_outside", "changed_outside"]


@pytest.fixture
def without_births(monkeypatch: pytest.MonkeyPatch) -> None:
    """A file system that does not tell when a file was born."""
    from waka.drive import births

    monkeypatch.setattr(births, "_statx", None)


def test_edited_and_moved_at_once_is_asked_where_births_are_not_told(
    without_births: None, drive: Drive
) -> None:
    bill = drive.numbers[BILL]
    (drive.root / BILL).rename(drive.root / "Letters/sail.txt")
    with (drive.root / "Letters/sail.txt").open("a") as file:
        file.write(", and changed")
    drive.settle()
    found = drive.at("Letters/sail.txt")
    assert found != bill and drive.asked() == [(bill, found)]
    [question] = answering.questions(drive.deps, drive.keeper)
    answering.answer(drive.deps, drive.keeper, question.id, "same")
    drive.settle()
    assert drive.path(bill) == "Letters/sail.txt" and drive.what(bill) == "mizzen sail"
    assert drive.history(bill) == ["taken_in", "gone", "joined"]
    assert drive.path(found) is None and drive.asked() == []


def test_a_question_that_is_answered_no_leaves_both_as_they_are(without_births: None, drive: Drive) -> None:
    (drive.root / BILL).rename(drive.root / "Letters/sail.txt")
    (drive.root / "Letters/sail.txt").write_text("quite another text")
    drive.settle()
    [question] = answering.questions(drive.deps, drive.keeper)
    answering.answer(drive.deps, drive.keeper, question.id, "other")
    drive.settle()
    assert drive.path(drive.numbers[BILL]) is None and drive.asked() == []


def test_a_file_that_left_its_place_to_another_is_asked(drive: Drive) -> None:
    bill = drive.numbers[BILL]
    (drive.root / BILL).rename(drive.root / "Finance/2025/before.txt")
    (drive.root / BILL).write_text("the editor's next edition")
    drive.settle()
    assert drive.path(bill) == "Finance/2025/before.txt"
    [question] = answering.questions(drive.deps, drive.keeper)
    answering.answer(drive.deps, drive.keeper, question.id, "same")
    drive.settle()
    assert drive.path(bill) == BILL
    assert drive.path(question.found_id) == "Finance/2025/before.txt"


def test_between_file_systems_the_checksum_tells(drive: Drive) -> None:
    """Copied and removed, as a move between two disks is: another inode, the same bytes."""
    shutil.copy(drive.root / BILL, drive.root / "Letters/sail.txt")
    (drive.root / BILL).unlink()
    drive.settle()
    assert drive.path(drive.numbers[BILL]) == "Letters/sail.txt"


def test_two_copies_of_what_is_missing_are_asked(drive: Drive) -> None:
    for name in ("a.txt", "b.txt"):
        shutil.copy(drive.root / BILL, drive.root / "Letters" / name)
    (drive.root / BILL).unlink()
    drive.settle()
    bill = drive.numbers[BILL]
    assert sorted(missing for missing, _ in drive.asked()) == [bill, bill]


def test_a_disk_that_is_not_there_takes_nothing_away(drive: Drive) -> None:
    away = drive.root.with_name("unmounted")
    drive.root.rename(away)
    drive.root.mkdir()
    sweeper = DriveSweeper(drive.deps, 0.0)
    for _ in range(3):
        with pytest.raises(DriveTrouble, match="bears no mark"):
            sweeper.sweep()
    drive.root.rmdir()
    away.rename(drive.root)
    drive.settle()
    assert {path: drive.path(number) for path, number in drive.numbers.items()} == {
        p: p for p in drive.numbers
    }


def test_what_was_gone_and_comes_back_keeps_its_number(drive: Drive) -> None:
    aside = drive.root.with_name("aside.txt")
    (drive.root / BILL).rename(aside)
    drive.settle()
    assert drive.path(drive.numbers[BILL]) is None
    aside.rename(drive.root / "Letters/back.txt")
    drive.settle()
    assert drive.path(drive.numbers[BILL]) == "Letters/back.txt"
    assert drive.history(drive.numbers[BILL]) == ["taken_in", "gone", "returned"]


def test_what_cannot_be_taken_in_is_said_and_the_rest_is(deps: Deps) -> None:
    """Links in a ring, a socket, a pipe, folders nested deep, names that are no text."""
    root = deps.drive.root
    (root / "ring").symlink_to(root)
    os.mkfifo(root / "pipe")
    with socket.socket(socket.AF_UNIX) as listener:
        here = Path.cwd()
        os.chdir(root)  # a socket's address is short
        try:
            listener.bind("socket")
        finally:
            os.chdir(here)
    fd = os.open(root, os.O_RDONLY)
    for _ in range(250):
        os.mkdir("d", dir_fd=fd)
        deeper = os.open("d", os.O_RDONLY, dir_fd=fd)
        os.close(fd)
        fd = deeper
    os.close(os.open("deep.txt", os.O_CREAT | os.O_WRONLY, dir_fd=fd))
    os.close(fd)
    Path(os.fsdecode(os.fsencode(root) + b"/caf\xe9.txt")).write_text("no text for a name")
    keeper = signing_in.add_person(
        deps, login="magnus", name="Magnus Orr", password="fair winds here", right="keeper"
    )
    assert take_in(deps, keeper) == 1
    drive = Drive(deps, keeper)
    with deps.db.transaction() as conn:
        from waka.records.outside import sweeps

        notices = {path: reason.code for path, reason in sweeps.notices(conn, keeper)}
    assert {notices["ring"], notices["pipe"], notices["socket"]} == {
        "link", "no_ordinary_file",
    }  # fmt: skip
    assert [why for path, why in notices.items() if path.startswith("d/")] == ["too_deep"]
    drive.numbers = {"odd": 1}
    name = browsing.details(deps, keeper, 1).document.name
    Path(os.fsdecode(os.fsencode(root) + b"/caf\xe9.txt")).rename(
        os.fsdecode(os.fsencode(root) + b"/th\xe9.txt")
    )
    DriveSweeper(deps, 0.0).sweep()
    assert browsing.details(deps, keeper, 1).document.name == name.replace("caf", "th")


def test_a_name_that_was_freed_and_taken_meanwhile_is_no_new_document(
    drive: Drive, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Between the look at the disk and the record of what is new, a list moves its documents on."""
    new, count = drive.root / "Letters/new.txt", "select count(*) from document where name = 'new.txt'"
    new.write_text("just come")
    plain = TakingIn.take_in

    def late(taking_in: TakingIn, files: Sequence[Found]) -> None:
        if files:
            new.rename(drive.root / "Letters/moved on.txt")
            (drive.root / BILL).rename(new)  # what stands there now is known, by another name
        plain(taking_in, files)

    monkeypatch.setattr(TakingIn, "take_in", late)
    DriveSweeper(drive.deps, 0.0).sweep()
    with drive.deps.db.transaction() as conn:
        assert conn.execute(count).fetchone() == (0,)
    monkeypatch.undo()
    drive.settle()
    assert drive.path(drive.numbers[BILL]) == "Letters/new.txt"
    assert_records_agree(drive.deps)


def test_what_is_still_being_written_is_left_in_peace(drive: Drive) -> None:
    (drive.root / "Letters/growing.txt").write_text("half of")
    sweeper = DriveSweeper(drive.deps, 30.0)
    (drive.root / BILL).unlink()
    for _ in range(3):
        sweeper.sweep()
    assert drive.path(drive.numbers[BILL]) == BILL  # what moves may still turn up
    assert [n for n in range(1, 20) if drive.path(n) == "Letters/growing.txt"] == []


def test_what_is_still_being_written_is_to_be_looked_at_again(drive: Drive) -> None:
    drive.settle()
    assert DriveSweeper(drive.deps, 30.0).sweep() == 0
    (drive.root / "Letters/growing.txt").write_text("half of")
    assert DriveSweeper(drive.deps, 30.0).sweep() == 1  # nobody may hear of it again


def test_an_unreadable_folder_loses_nothing(drive: Drive, monkeypatch: pytest.MonkeyPatch) -> None:
    from waka.drive import scan
    from waka.drive.tree import Tree

    whole = Tree.folder

    def refused(self: Tree, path: bytes, **more: bool):  # type: ignore[no-untyped-def]
        if path == b"Finance/2025" and self is drive.deps.drive:
            raise PermissionError(13, "Permission denied")
        return whole(self, path, **more)

    monkeypatch.setattr(scan.Tree, "folder", refused)
    sweeper = DriveSweeper(drive.deps, 0.0)
    for _ in range(3):
        sweeper.sweep()
    monkeypatch.undo()
    assert drive.path(drive.numbers[BILL]) == BILL
