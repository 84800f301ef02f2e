"""Arrivals of one kind from one party are found for each other, and filed as one list: all of them or none."""

from dataclasses import replace

import pytest

from tests.work.drive import SmallDrive, hand_in
from tests.work.test_filling import invoice, read
from waka.core.ids import DocumentId, FolderId
from waka.errors import BadRequest, NameUnfit, NotFound, SlipChanged, SlipIncomplete, WakaError
from waka.records.desk import arrivals
from waka.records.documents import documents
from waka.work.changes.ways.filing import MOST_TOGETHER, Wanted, file_together
from waka.work.changes.ways.undo import undo
from waka.work.desk import keeping, together
from waka.work.naming.slips import Slip


def bills(drive: SmallDrive, many: int = 3) -> list[DocumentId]:
    numbers = [
        DocumentId(hand_in(drive.deps, drive.filer, f"scan {at}.pdf", invoice(f"page {at}")))
        for at in range(many)
    ]
    read(drive.deps)
    return numbers


def wanted(drive: SmallDrive, numbers: list[DocumentId], **said: str) -> list[Wanted]:
    folder = FolderId(drive.folder("Finance/2025"))
    slip = Slip(kind="invoice", who="mrc", when="12 3 25", what="sail", folder=folder)
    return [
        Wanted(number=number, slip=replace(slip, **({"what": f"sail {at}"} | said)), seen=1)
        for at, number in enumerate(numbers)
    ]  # fmt: skip


def alike(drive: SmallDrive, number: DocumentId) -> list[together.Alike]:
    found = together.alike(drive.deps, drive.filer, number)
    assert found.is_read
    return list(found.arrivals)


def waiting(drive: SmallDrive) -> set[int]:
    with drive.deps.db.transaction() as conn:
        return {one.id for one in arrivals.queue(conn, drive.filer)}


def test_arrivals_of_one_kind_from_one_party_are_found_for_each_other_with_what_was_read(
    filled: SmallDrive,
) -> None:
    numbers = bills(filled)
    other = DocumentId(hand_in(filled.deps, filled.filer, "note.txt", b"call the yard\n"))
    later = bills(filled, 4)[3]
    keeping.set_later(filled.deps, filled.filer, later, later=True)
    read(filled.deps)
    found = alike(filled, numbers[1])
    assert found[0].number == numbers[1] and set(numbers) <= {one.number for one in found}
    assert not {other, later} & {one.number for one in found}
    assert found[0].fields["reference"][0].value == "MRC-4711"
    assert [one.number for one in alike(filled, other)] == [other]


def test_one_whose_pages_nobody_has_read_yet_says_so(filled: SmallDrive) -> None:
    number = DocumentId(hand_in(filled.deps, filled.filer, "new.pdf", invoice("new")))
    assert not together.alike(filled.deps, filled.filer, number).is_read


def test_what_a_person_typed_says_what_an_arrival_is_like(filled: SmallDrive) -> None:
    numbers = bills(filled)
    keeping.save_slip(
        filled.deps, filled.filer, numbers[2], Slip(kind="letter", who="Marlow Rope & Canvas"), 1
    )
    assert [one.number for one in alike(filled, numbers[0])] == numbers[:2]
    assert [one.number for one in alike(filled, numbers[2])] == [numbers[2]]


def test_nobody_is_told_of_arrivals_that_they_may_not_see(filled: SmallDrive) -> None:
    numbers = bills(filled)
    with pytest.raises(NotFound):
        together.alike(filled.deps, filled.reader, numbers[0])
    with pytest.raises(NotFound):
        file_together(filled.deps, filled.reader, wanted(filled, numbers))


def test_they_are_filed_as_one_list_and_undone_as_one(filled: SmallDrive) -> None:
    numbers = bills(filled)
    done = file_together(filled.deps, filled.filer, wanted(filled, numbers))
    assert {filled.path(number) for number in numbers} == {
        f"Finance/2025/2025-03-12_mrc_sail-{at}.pdf" for at in range(3)
    }
    assert {one.list_id for one in done.filed} == {done.list_id} and waiting(filled) == set()
    undo(filled.deps, filled.filer, done.list_id)
    assert waiting(filled) == set(numbers)


@pytest.mark.parametrize(
    ("said", "error"),
    [({"what": ""}, SlipIncomplete), ({"what": "sail"}, NameUnfit), ({"when": "never"}, SlipIncomplete)],
)
def test_where_one_cannot_be_filed_none_is_and_it_is_said_which(
    filled: SmallDrive, said: dict[str, str], error: type[WakaError]
) -> None:
    numbers = bills(filled)
    some = wanted(filled, numbers)
    some[1] = replace(some[1], slip=replace(some[1].slip, **said))
    if error is NameUnfit:
        some[2] = replace(some[2], slip=some[1].slip)
    with pytest.raises(error) as refused:
        file_together(filled.deps, filled.filer, some)
    assert waiting(filled) == set(numbers)
    if error is SlipIncomplete:
        assert "scan 1.pdf" in refused.value.message and refused.value.facts["arrival"] == numbers[1]


def test_a_slip_that_somebody_changed_meanwhile_stops_all_of_them(filled: SmallDrive) -> None:
    numbers = bills(filled)
    keeping.save_slip(filled.deps, filled.keeper, numbers[1], Slip(what="mine"), 1)
    with pytest.raises(SlipChanged) as refused:
        file_together(filled.deps, filled.filer, wanted(filled, numbers))
    assert refused.value.facts["arrival"] == numbers[1] and waiting(filled) == set(numbers)


def test_none_too_many_or_one_twice_is_refused(filled: SmallDrive) -> None:
    [number] = bills(filled, 1)
    for some in ([], wanted(filled, [number, number]), wanted(filled, [number] * (MOST_TOGETHER + 1))):
        with pytest.raises(BadRequest):
            file_together(filled.deps, filled.filer, some)
    with filled.deps.db.transaction() as conn:
        assert documents.one(conn, number, filled.filer) is not None
