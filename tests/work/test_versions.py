"""Versions: filed onto a document from the desk or by a list, looked at, restored, undone."""

from datetime import date

import pytest

from tests.support import assert_records_agree, files_beneath
from tests.work.drive import hand_in
from waka.core.words import titled
from waka.drive.versions import stored, take_out_of_store
from waka.errors import NameTaken, NameUnfit, NotAllowed, NotFound, NotUndoable
from waka.work.changes.ways import by_hand, filing, reverting
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.asks import Ask
from waka.work.deps import Deps
from waka.work.documents import looking, storing, versions
from waka.work.folders import access, browsing
from waka.work.folders.access import Holder, Wish
from waka.work.naming.slips import Slip
from waka.work.people import signing_in

TODAY = date(2026, 11, 20)
PLACE = "Finance/2025/2025-03-12_mrc_mizzen-sail_4471.txt"
FIRST, SECOND = b"mizzen\n", b"mizzen, with the reef points\n"


def slip(folder: int, *, as_version: bool = True, amount: str = "") -> Slip:
    return Slip(kind="invoice", who="mrc", when="12.3.2025", what="Mizzen sail", reference="4471",
                amount=amount, folder=folder, as_version=as_version)  # fmt: skip


@pytest.fixture
def filed(deps: Deps, filer: int, folder: int, number: int) -> int:
    filing.file_arrival(deps, filer, number, slip(folder, as_version=False), TODAY)
    return number


@pytest.fixture
def second(deps: Deps, filer: int, filed: int) -> int:
    return hand_in(deps, filer, "scan 2.txt", SECOND)


def bytes_of(deps: Deps, person: int, number: int, version: int | None = None) -> bytes:
    with looking.content(deps, person, number, version) as (_, file):
        return file.read()


def test_an_arrival_becomes_the_newest_version_and_goes_back_by_undo(
    deps: Deps, filer: int, folder: int, filed: int, second: int
) -> None:
    with pytest.raises(NameTaken):
        filing.file_arrival(deps, filer, second, slip(folder, as_version=False), TODAY)
    done = filing.file_arrival(deps, filer, second, slip(folder, amount="120"), TODAY)
    assert (deps.drive.root / PLACE).read_bytes() == SECOND
    assert files_beneath(deps.arrivals.root) == []
    assert_records_agree(deps)
    known = browsing.details(deps, filer, filed).document
    assert (known.version, known.size, str(known.amount)) == (2, len(SECOND), "120.00")
    assert browsing.details(deps, filer, second).document.id == filed, "its number leads there"
    stranger = signing_in.add_person(
        deps, login="noor", name="Noor Quay", password="fair winds here", right="reader"
    )
    with deps.db.transaction() as conn:
        conn.execute("delete from sight where person_id = %s", (stranger,))
    with pytest.raises(NotFound, match=f"No. {second} "):  # and not the number that it leads to
        browsing.details(deps, stranger, second)
    told = versions.history(deps, filer, filed)
    assert (told.current.version, told.current.came_as) == (2, second)
    [earlier] = told.earlier
    assert (earlier.version, earlier.by, earlier.ended_by, earlier.size) == (1, "TB", "TB", len(FIRST))
    assert bytes_of(deps, filer, filed, earlier.id) == FIRST

    undoing.undo(deps, filer, done.list_id)
    assert (deps.drive.root / PLACE).read_bytes() == FIRST
    assert browsing.details(deps, filer, filed).document.amount is None
    waiting = browsing.details(deps, filer, second).document
    assert (waiting.state, waiting.size) == ("waiting", len(SECOND))
    assert versions.history(deps, filer, filed).earlier == []
    assert_records_agree(deps)


def test_the_very_same_bytes_are_no_new_version(deps: Deps, filer: int, folder: int, filed: int) -> None:
    again = hand_in(deps, filer, "scan 3.txt", FIRST)
    with pytest.raises(NameUnfit, match="same bytes"):
        filing.file_arrival(deps, filer, again, slip(folder), TODAY)
    assert browsing.details(deps, filer, filed).document.version == 1


def test_an_earlier_version_is_restored_and_that_is_undone(
    deps: Deps, filer: int, folder: int, filed: int, second: int
) -> None:
    filing.file_arrival(deps, filer, second, slip(folder), TODAY)
    [first] = versions.history(deps, filer, filed).earlier
    done = reverting.restore(deps, filer, filed, first.id)
    assert (deps.drive.root / PLACE).read_bytes() == FIRST
    told = versions.history(deps, filer, filed)
    assert (told.current.version, told.current.restored) == (3, 1)
    assert [version.version for version in told.earlier] == [2, 1]
    assert_records_agree(deps)
    undoing.undo(deps, filer, done.list_id)
    assert (deps.drive.root / PLACE).read_bytes() == SECOND
    assert versions.history(deps, filer, filed).current.version == 4
    assert_records_agree(deps)


def test_a_version_that_has_a_later_one_is_not_taken_back(
    deps: Deps, filer: int, folder: int, filed: int, second: int
) -> None:
    done = filing.file_arrival(deps, filer, second, slip(folder), TODAY)
    third = hand_in(deps, filer, "scan 3.txt", b"third\n")
    filing.file_arrival(deps, filer, third, slip(folder), TODAY)
    with pytest.raises(NotUndoable, match="another version by now"):
        undoing.undo(deps, filer, done.list_id)
    assert bytes_of(deps, filer, filed) == b"third\n"
    assert_records_agree(deps)


def test_versions_go_along_wherever_the_document_goes(
    deps: Deps, filer: int, folder: int, filed: int, second: int
) -> None:
    filing.file_arrival(deps, filer, second, slip(folder), TODAY)
    by_hand.run(deps, filer, Ask(act="rename", documents=(filed,), name="sail.txt"))
    by_hand.run(deps, filer, Ask(act="bin", documents=(filed,), reason="sold"))
    [first] = versions.history(deps, filer, filed).earlier
    assert bytes_of(deps, filer, filed, first.id) == FIRST
    by_hand.run(deps, filer, Ask(act="restore", documents=(filed,)))
    restored = reverting.restore(deps, filer, filed, first.id)
    assert titled(restored.title, undoes=False) == "Restore version 1 of sail.txt"
    assert (deps.drive.root / "Finance/2025/sail.txt").read_bytes() == FIRST
    assert_records_agree(deps)


def test_a_reader_looks_at_versions_and_restores_none(
    deps: Deps, filer: int, folder: int, filed: int, second: int
) -> None:
    filing.file_arrival(deps, filer, second, slip(folder), TODAY)
    reader = signing_in.add_person(
        deps, login="ravi", name="Ravi Moor", password="fair winds here", right="reader"
    )
    keeper = signing_in.add_person(
        deps, login="magnus", name="Magnus Orr", password="fair winds here", right="keeper"
    )
    nobody = signing_in.add_person(
        deps, login="noor", name="Noor Quay", password="fair winds here", right="reader"
    )
    grants = [
        (Holder(person=who), right)
        for who, right in ((filer, "filer"), (reader, "reader"), (keeper, "keeper"))
    ]
    access.grant(deps, keeper, folder, Wish(replaces=True, grants=grants))
    [first] = versions.history(deps, reader, filed).earlier
    assert bytes_of(deps, reader, filed, first.id) == FIRST
    with pytest.raises(NotAllowed):
        reverting.restore(deps, reader, filed, first.id)
    for ask in (
        lambda: versions.history(deps, nobody, filed),
        lambda: bytes_of(deps, nobody, filed, first.id),
    ):
        with pytest.raises(NotFound):
            ask()
    other = hand_in(deps, filer, "other.txt", b"other")
    with pytest.raises(NotFound):
        looking.find(deps, filer, other, first.id)  # a version of another document


def test_what_the_records_do_not_know_is_set_aside_and_what_a_version_needs_stays(
    deps: Deps, filer: int, folder: int, filed: int, second: int
) -> None:
    done = filing.file_arrival(deps, filer, second, slip(folder), TODAY)
    assert storing.tidy_all(deps) == 0
    stray = deps.drive.root / ".waka/versions/ab" / ("ab" * 32)
    stray.parent.mkdir(parents=True)
    stray.write_bytes(b"left by who knows whom")
    assert storing.tidy_all(deps) == 1
    [needed] = stored(deps.drive)
    take_out_of_store(deps.drive, needed)  # and then interrupted, before it asked again
    assert storing.tidy_all(deps) == 0
    assert stored(deps.drive) == [needed]
    assert not stray.exists()
    [kept] = (deps.drive.root / ".waka/unknown").rglob("ab" * 32)
    assert kept.read_bytes() == b"left by who knows whom"
    assert_records_agree(deps)
    undoing.undo(deps, filer, done.list_id)
    assert_records_agree(deps)
