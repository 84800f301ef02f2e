"""One file in the place of another: both are there at every moment, and after every kill."""

import errno
import os
import shutil
from collections.abc import Callable, Iterator
from dataclasses import replace
from pathlib import Path

import pytest

from tests.support import tree_of
from waka.core.changes.acts import KnownFile
from waka.core.changes.settle import Verdict
from waka.drive.moving import Move
from waka.drive.tree import Tree
from waka.drive.versions import (
    Exchange,
    drop_aside,
    exchange,
    put_back_in_store,
    set_aside,
    settle_exchange,
    stored,
    stored_path,
    take_out_of_store,
)
from waka.errors import DriveTrouble, NameTaken, SourceChanged

OLD, NEW = b"berth plan of spring", b"berth plan of autumn, with the north mole"
POINTS = ["copying", "before_exchange", "after_aside", "after_exchange", "after_put_away"]


def known(tree: Tree, path: bytes) -> KnownFile:
    found = tree.stat(path)
    assert found is not None
    return KnownFile(
        size=found.size, inode=found.inode, modified_ns=found.modified_ns, sha256=tree.sha256(path)
    )


def coming(number: int, source: Tree, path: bytes, drive: Tree, place: bytes) -> Move:
    file = known(source, path)
    return Move(number=number, source=source, source_path=path, target=drive, target_path=place, size=file.size,
                inode=file.inode, modified_ns=file.modified_ns, sha256=file.sha256, work_name=b"step-1-1")  # fmt: skip


@pytest.fixture(params=["exchange", "by hand", "copy"])
def trees(
    request: pytest.FixtureRequest, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> Iterator[tuple[Tree, Tree]]:
    """Arrivals and drive, on one file system, on one without the exchange, and on two."""
    far = Path("/dev/shm") / f"waka-versions-{os.getpid()}"
    if request.param == "by hand":
        monkeypatch.setenv("WAKA_FAULT_LACK", "exchange")
    arrivals = Tree(far if request.param == "copy" else tmp_path / "arrivals", b".incoming")
    drive = Tree(tmp_path / "drive", b".waka/work", (b".waka/versions",))
    arrivals.prepare()
    drive.prepare()
    (drive.root / "Boat").mkdir()
    (drive.root / "Boat/plan.txt").write_bytes(OLD)
    (arrivals.root / "scan.txt").write_bytes(NEW)
    yield arrivals, drive
    shutil.rmtree(far, ignore_errors=True)


@pytest.fixture
def filing(trees: tuple[Tree, Tree]) -> Exchange:
    """An arrival that becomes the newest version of what stands in the drive."""
    arrivals, drive = trees
    return Exchange(comes=coming(7, arrivals, b"scan.txt", drive, b"Boat/plan.txt"),
                    stands=known(drive, b"Boat/plan.txt"))  # fmt: skip


def taking_back(done: Exchange) -> Exchange:
    """The undo of *done*: the kept bytes come back, and what came goes where it was."""
    drive, place = done.drive, done.comes.target_path
    kept = coming(7, drive, stored_path(done.stands.sha256), drive, place)
    return Exchange(comes=replace(kept, inode=0, work_name=b"step-2-1"), stands=known(drive, place),
                    goes_to=(done.comes.source, done.comes.source_path))  # fmt: skip


def held(x: Exchange) -> tuple[dict[str, bytes | str], dict[str, bytes | str]]:
    return tree_of(x.comes.source.root), tree_of(x.drive.root)


def kept(data: bytes, x: Exchange) -> str:
    return stored_path(x.stands.sha256 if data == OLD else x.comes.sha256).decode()


def test_the_newest_stands_there_and_the_earlier_one_is_kept(filing: Exchange) -> None:
    found = exchange(filing)
    assert held(filing) == ({}, {"Boat/plan.txt": NEW, kept(OLD, filing): OLD})
    assert found.modified_ns == filing.comes.modified_ns
    back = taking_back(filing)
    found = exchange(back)
    assert found.gave_way is not None and found.gave_way.modified_ns == filing.comes.modified_ns
    arrivals, drive = filing.comes.source, filing.drive
    assert tree_of(arrivals.root) == {"scan.txt": NEW}
    assert tree_of(drive.root) == {"Boat/plan.txt": OLD, kept(OLD, filing): OLD}


def killed_at(point: str, x: Exchange) -> bool:
    """Carry *x* out in a process that is killed at *point*; whether it came that far."""
    child = os.fork()
    if child == 0:
        os.environ["WAKA_FAULT"] = f"kill:{point}"
        try:
            exchange(x)
        finally:
            os._exit(0)
    _, status = os.waitpid(child, 0)
    return os.WIFSIGNALED(status)


def assert_killed(point: str, x: Exchange) -> bool:
    """Kill *x* at *point*; false where this way does not come by there."""
    by_hand = os.environ.get("WAKA_FAULT_LACK") == "exchange"
    comes_by = {"copying": x.is_copied, "after_aside": by_hand}.get(point, True)
    assert killed_at(point, x) == comes_by
    return comes_by


@pytest.mark.parametrize("point", POINTS)
def test_a_kill_is_settled_to_one_or_the_other(filing: Exchange, point: str) -> None:
    before = held(filing)
    if not assert_killed(point, filing):
        return
    verdict, found = settle_exchange(filing)
    if verdict is Verdict.PUT_BACK:
        assert held(filing) == before
        assert point in ("copying", "before_exchange", "after_aside")
    else:
        assert found is not None and verdict is Verdict.DONE
        assert held(filing) == ({}, {"Boat/plan.txt": NEW, kept(OLD, filing): OLD})
        assert settle_exchange(filing)[0] is Verdict.DONE, "settled twice is settled"


@pytest.mark.parametrize("point", POINTS)
def test_a_kill_while_taking_back_is_settled(filing: Exchange, point: str) -> None:
    exchange(filing)
    before, back = held(filing), taking_back(filing)
    if not assert_killed(point, back):
        return
    verdict, _ = settle_exchange(back)
    if verdict is Verdict.PUT_BACK:
        assert held(filing) == before
    else:
        assert tree_of(filing.comes.source.root) == {"scan.txt": NEW}
        assert tree_of(filing.drive.root) == {"Boat/plan.txt": OLD, kept(OLD, filing): OLD}


@pytest.mark.parametrize("changed", ["place", "source"])
def test_what_was_changed_meanwhile_is_left_alone(filing: Exchange, changed: str) -> None:
    path = (
        filing.drive.root / "Boat/plan.txt" if changed == "place" else filing.comes.source.root / "scan.txt"
    )
    path.write_bytes(b"somebody else was here, in the meantime")
    before = held(filing)
    with pytest.raises(SourceChanged):
        exchange(filing)
    assert held(filing) == before


def test_what_has_nowhere_to_go_back_to_stays(filing: Exchange) -> None:
    exchange(filing)
    (filing.comes.source.root / "scan.txt").write_bytes(b"another arrival")
    before = held(filing)
    with pytest.raises(NameTaken):
        exchange(taking_back(filing))
    assert held(filing) == before


def full(place: str) -> Callable[[str], None]:
    def reach(at: str) -> None:
        if at == place:
            raise OSError(errno.ENOSPC, os.strerror(errno.ENOSPC))

    return reach


@pytest.mark.parametrize("place", ["before_exchange", "putting_away", "after_put_away"])
def test_a_disk_that_refuses_leaves_both_where_they_were(
    filing: Exchange, place: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    before = held(filing)
    monkeypatch.setattr("waka.drive.versions.reach", full(place))
    with pytest.raises(DriveTrouble, match="No space left"):
        exchange(filing)
    assert held(filing) == before


@pytest.mark.parametrize("point", ["after_held", "after_given_back"])
def test_a_kill_while_giving_back_is_settled(
    filing: Exchange, point: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    before = held(filing)
    monkeypatch.setattr("waka.drive.versions._put_away", lambda *_: full("here")("here"))
    assert killed_at(point, filing) == (not filing.is_copied), "a copy is written over, in one call"
    monkeypatch.undo()
    verdict, _ = settle_exchange(filing)
    if verdict is Verdict.PUT_BACK:
        assert held(filing) == before
    else:
        assert held(filing) == ({}, {"Boat/plan.txt": NEW, kept(OLD, filing): OLD})


def test_the_same_bytes_are_kept_once_and_damaged_ones_replaced(filing: Exchange) -> None:
    shelf = filing.drive.root / kept(OLD, filing)
    shelf.parent.mkdir(parents=True)
    shelf.write_bytes(b"damaged")
    exchange(filing)
    assert shelf.read_bytes() == OLD
    (filing.comes.source.root / "again.txt").write_bytes(OLD)
    again = Exchange(comes=coming(8, filing.comes.source, b"again.txt", filing.drive, b"Boat/plan.txt"),
                     stands=known(filing.drive, b"Boat/plan.txt"))  # fmt: skip
    exchange(again)
    exchange(taking_back(again))
    assert (filing.drive.root / "Boat/plan.txt").read_bytes() == NEW
    assert shelf.read_bytes() == OLD
    assert sorted(stored(filing.drive)) == sorted([filing.stands.sha256, filing.comes.sha256])


def test_what_is_taken_out_of_the_store_can_go_back(filing: Exchange) -> None:
    exchange(filing)
    digest, drive = filing.stands.sha256, filing.drive
    aside = take_out_of_store(drive, digest)
    assert aside is not None and drive.stat(stored_path(digest)) is None
    assert (stored(drive), set_aside(drive)) == ([], [digest])
    assert take_out_of_store(drive, digest) == aside, "one who was interrupted is followed by another"
    put_back_in_store(drive, digest, aside)
    assert drive.sha256(stored_path(digest)) == digest
    aside = take_out_of_store(drive, digest)
    assert aside is not None
    drop_aside(drive, aside)
    assert take_out_of_store(drive, digest) is None and stored(drive) == set_aside(drive) == []
