"""Arrivals that are not worth filing: into the bin with a reason, and back."""

import pytest

from tests.support import assert_records_agree
from tests.work.drive import LOG, SmallDrive, hand_in
from waka.core.words import by_person, titled
from waka.errors import NotAllowed, NotFound
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways import discarding, emptying, filing, undo
from waka.work.desk import keeping, queue
from waka.work.desk.arriving import Sweeper
from waka.work.finding import search as finding
from waka.work.folders import browsing
from waka.work.naming.slips import Slip


@pytest.fixture
def number(drive: SmallDrive) -> int:
    number = hand_in(drive.deps, drive.filer, "scan 1.txt", b"twice there")
    keeping.save_slip(drive.deps, drive.filer, number, Slip(who="mrc", what="Sail"))
    return number


def waiting(drive: SmallDrive, person: int | None = None) -> list[int]:
    return [arrival.id for arrival in queue.desk(drive.deps, person or drive.filer).waiting]


def test_an_arrival_is_discarded_with_a_reason_and_comes_back_by_undo(drive: SmallDrive, number: int) -> None:
    done = discarding.discard(drive.deps, drive.filer, number, " the same as No. 3 ")
    assert (titled(done.title, undoes=False), waiting(drive)) == ("Discard scan 1.txt", [])
    [found] = discarding.discarded(drive.deps, drive.filer)
    assert (found.id, found.reason, found.binned_by) == (number, "the same as No. 3", "TB")
    assert browsing.details(drive.deps, drive.filer, number).document.state == "discarded"
    assert_records_agree(drive.deps)
    undone = undo.undo_last(drive.deps, drive.filer)
    assert (undone.number, undone.left, waiting(drive)) == (number, [], [number])
    assert (drive.deps.arrivals.root / "Uploads/scan 1.txt").read_bytes() == b"twice there"
    document = browsing.details(drive.deps, drive.filer, number).document
    assert document.slip is not None and document.slip["what"] == "Sail", "its slip is as it was"
    assert_records_agree(drive.deps)


def test_what_was_discarded_is_taken_back_where_its_place_is_taken_by_another(
    drive: SmallDrive, number: int
) -> None:
    discarding.discard(drive.deps, drive.filer, number, "")
    (drive.deps.arrivals.root / "Uploads/scan 1.txt").write_bytes(b"the scanner uses the name again")
    sweeper = Sweeper(drive.deps, 0.0)
    for _ in range(3):
        sweeper.sweep()
    [other] = waiting(drive)
    discarding.take_back(drive.deps, drive.filer, number)
    assert sorted(waiting(drive)) == sorted([number, other])
    assert (drive.deps.arrivals.root / "Uploads/scan 1-2.txt").read_bytes() == b"twice there"
    assert discarding.discarded(drive.deps, drive.filer) == []
    assert_records_agree(drive.deps)
    slip = Slip(who="mrc", when="12.3.2025", what="Twice", folder=drive.folder("Letters"))
    filing.file_arrival(drive.deps, drive.filer, number, slip)
    assert drive.path(number) == "Letters/2025-03-12_mrc_twice.txt"
    assert_records_agree(drive.deps)


def test_who_may_not_file_discards_nothing_and_who_does_not_see_it_knows_nothing_of_it(
    drive: SmallDrive, number: int
) -> None:
    with pytest.raises(NotAllowed):
        discarding.discard(drive.deps, drive.reader, number, "")
    with pytest.raises(NotFound):
        discarding.discard(drive.deps, drive.filer, 9_999, "")
    with pytest.raises(NotFound):
        discarding.take_back(drive.deps, drive.filer, number)
    discarding.discard(drive.deps, drive.filer, number, "empty")
    with drive.deps.db.transaction() as conn:
        conn.execute("delete from arrival_point_sight where person_id = %s", (drive.reader,))
    assert discarding.discarded(drive.deps, drive.reader) == []
    told = finding.entries(drive.deps, drive.reader, before=None, number=number, mine=False, quiet=False)
    assert [entry.entry.action for entry in told] == []


def test_the_logbook_says_who_discarded_what_and_why(drive: SmallDrive, number: int) -> None:
    discarding.discard(drive.deps, drive.filer, number, "empty")
    [entry, *_] = finding.entries(drive.deps, drive.filer, before=None, number=number, mine=False, quiet=True)
    assert (entry.entry.action, entry.entry.reason, entry.entry.undoable) == (
        "discarded",
        by_person("empty"),
        True,
    )


def test_what_was_discarded_long_ago_goes_with_the_rest_of_the_bin(drive: SmallDrive, number: int) -> None:
    discarding.discard(drive.deps, drive.filer, number, "empty")
    drive.change("bin", LOG)
    with drive.deps.db.transaction() as conn:
        conn.execute("update binned set binned_at = now() - interval '31 days'")
    assert emptying.old(drive.deps, drive.filer, 30).count == 0, "a filer destroys nothing"
    old = emptying.old(drive.deps, drive.keeper, 30)
    assert old.count == 2
    list_id = emptying.empty(drive.deps, drive.keeper, 30, old.count)
    lists.run(drive.deps, drive.keeper, list_id)
    run_list(drive.deps, list_id)
    assert lists.one(drive.deps, drive.keeper, list_id).state == "done"
    assert list((drive.root / ".waka/bin").iterdir()) == []
    assert discarding.discarded(drive.deps, drive.keeper) == []
    told = finding.entries(drive.deps, drive.keeper, before=None, number=number, mine=False, quiet=True)
    assert [entry.entry.action for entry in told] == ["destroyed", "discarded"]
    assert_records_agree(drive.deps)
