"""One file from here to there: atomic, never replacing, and the same after any refusal."""

import errno
import os
import shutil
from collections.abc import Callable, Iterator
from dataclasses import replace
from pathlib import Path

import pytest

from tests.support import tree_of
from waka.core.changes.settle import End, Ends
from waka.drive.moving import Move, carry_out, drop_source, drop_work, look
from waka.drive.tree import Tree
from waka.errors import DriveTrouble, NameTaken, SourceChanged, SourceGone, UnsafePath

BYTES = b"the ketch lies at the north mole"
WAYS = ["rename", "link", "copy"]


@pytest.fixture(params=WAYS)
def move(request: pytest.FixtureRequest, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Iterator[Move]:
    """A move from the arrivals into the drive, each of the three ways."""
    far = Path("/dev/shm") / f"waka-move-{os.getpid()}"
    if request.param == "link":
        monkeypatch.setenv("WAKA_FAULT_LACK", "renameat2")
    arrivals = Tree(far if request.param == "copy" else tmp_path / "arrivals", b".incoming")
    drive = Tree(tmp_path / "drive", b".waka/work")
    arrivals.prepare()
    drive.prepare()
    (drive.root / "Boat").mkdir()
    path = arrivals.root / "scan.txt"
    path.write_bytes(BYTES)
    os.utime(path, ns=(10**18, 10**18))
    found = arrivals.stat(b"scan.txt")
    assert found is not None
    yield Move(
        number=7, source=arrivals, source_path=b"scan.txt", target=drive, target_path=b"Boat/berth.txt",
        size=found.size, inode=found.inode, modified_ns=found.modified_ns,
        sha256=arrivals.sha256(b"scan.txt"), work_name=b"step-1-1",
    )  # fmt: skip
    shutil.rmtree(far, ignore_errors=True)


def both(move: Move) -> tuple[dict[str, bytes | str], dict[str, bytes | str]]:
    return tree_of(move.source.root), tree_of(move.target.root)


def test_a_file_arrives_with_its_bytes_and_time(move: Move) -> None:
    found = carry_out(move)
    assert both(move) == ({}, {"Boat/berth.txt": BYTES})
    assert (found.size, found.modified_ns) == (len(BYTES), 10**18)
    crosses = move.source.root.stat().st_dev != move.target.root.stat().st_dev
    assert (found.inode == move.inode) != crosses


def test_a_file_that_is_there_is_never_replaced(move: Move) -> None:
    (move.target.root / "Boat/berth.txt").write_text("was here first")
    before = both(move)
    with pytest.raises(NameTaken) as taken:
        carry_out(move)
    assert taken.value.facts["name"] == "berth.txt"
    assert both(move) == before


def test_a_folder_of_the_same_name_is_in_the_way_too(move: Move) -> None:
    (move.target.root / "Boat/berth.txt").mkdir()
    with pytest.raises(NameTaken):
        carry_out(move)
    assert both(move) == ({"scan.txt": BYTES}, {})


def test_a_source_that_may_not_be_removed_is_not_left_twice(
    move: Move, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Between file systems the old name goes last: where it cannot go, the copy goes."""
    before = both(move)
    crosses = move.source.root.stat().st_dev != move.target.root.stat().st_dev
    monkeypatch.setattr("waka.drive.moving.reach", refuse_at("before_unlink" if crosses else "before_move"))
    with pytest.raises(DriveTrouble, match="still where it was"):
        carry_out(move)
    assert both(move) == before


def test_what_another_program_removes_once_it_was_copied_has_arrived(
    move: Move, monkeypatch: pytest.MonkeyPatch
) -> None:
    def remove(at: str) -> None:
        if at == "before_unlink":
            (move.source.root / "scan.txt").unlink()

    monkeypatch.setattr("waka.drive.moving.reach", remove)
    carry_out(move)
    assert both(move) == ({}, {"Boat/berth.txt": BYTES})


def refuse_at(place: str) -> Callable[[str], None]:
    def reach(at: str) -> None:
        if at == place:
            raise OSError(errno.EACCES, os.strerror(errno.EACCES))

    return reach


@pytest.mark.parametrize("text", ["longer than it was before, by a bit", "the ketch lies at the SOUTH mole"])
def test_a_file_that_changed_is_left_alone(move: Move, text: str) -> None:
    (move.source.root / "scan.txt").write_text(text)
    before = both(move)
    with pytest.raises(SourceChanged):
        carry_out(move)
    assert both(move) == before


def test_a_file_that_went_is_said_to_be_gone(move: Move) -> None:
    (move.source.root / "scan.txt").unlink()
    with pytest.raises(SourceGone, match=r"No\. 7"):
        carry_out(move)


def test_a_folder_that_went_is_named(move: Move) -> None:
    (move.target.root / "Boat").rmdir()
    with pytest.raises(DriveTrouble, match="“Boat” is no longer there"):
        carry_out(move)
    assert both(move) == ({"scan.txt": BYTES}, {})


def test_a_link_is_neither_moved_nor_moved_through(move: Move) -> None:
    (move.target.root / "Boat").rmdir()
    (move.target.root / "Boat").symlink_to(move.source.root)
    with pytest.raises(UnsafePath):
        carry_out(move)
    assert (move.source.root / "scan.txt").read_bytes() == BYTES


def test_a_read_only_target_is_said_with_what_to_do(move: Move, monkeypatch: pytest.MonkeyPatch) -> None:
    with pytest.raises(DriveTrouble, match="too long") as trouble:
        carry_out(replace(move, target_path=b"Boat/" + b"x" * 300))
    assert trouble.value.mend == "Shorten the name."
    assert both(move) == ({"scan.txt": BYTES}, {})


def test_bytes_that_do_not_fit_their_checksum_are_not_taken_over(move: Move) -> None:
    if move.source.root.stat().st_dev == move.target.root.stat().st_dev:
        return  # within a file system no byte is copied, so there is nothing to compare
    with pytest.raises(SourceChanged):
        carry_out(replace(move, sha256=b"\0" * 32))
    assert both(move) == ({"scan.txt": BYTES}, {})


def test_what_stands_at_both_ends_is_seen(move: Move) -> None:
    assert look(move, target_is_known=False) == Ends(source=End.THIS, target=End.NOTHING)
    (move.target.root / "Boat/berth.txt").write_text("another")
    assert look(move, target_is_known=False) == Ends(source=End.THIS, target=End.OTHER)
    (move.target.root / "Boat/berth.txt").unlink()
    carry_out(move)
    assert look(move, target_is_known=False) == Ends(source=End.NOTHING, target=End.THIS)
    assert look(move, target_is_known=True) == Ends(source=End.NOTHING, target=End.OTHER)


def test_dropping_the_source_spares_a_newer_file_of_that_name(move: Move) -> None:
    (move.source.root / "scan.txt").write_text("a new scan with the same name")
    drop_source(move)
    assert (move.source.root / "scan.txt").exists()


def test_what_an_interrupted_copy_left_is_removed(move: Move) -> None:
    half = move.target.root / ".waka/work/step-1-1"
    half.write_bytes(BYTES[:5])
    drop_work(move)
    drop_work(move)
    assert not half.exists()
    half.write_bytes(BYTES[:5])
    carry_out(move)  # and a new try is not stopped by it
    assert (move.target.root / "Boat/berth.txt").read_bytes() == BYTES
