"""A paper that is here already: told to who may see it, compared word by word, filed as a version or beside it."""

import pytest

from tests.work.drive import SmallDrive, hand_in
from tests.work.test_filling import invoice, read
from waka.core.ids import DocumentId
from waka.errors import NameUnfit, NotFound, SlipChanged
from waka.records.documents import documents
from waka.work.changes.ways import filing, undo
from waka.work.desk.same import differing, same_as
from waka.work.documents import alike
from waka.work.naming.slips import Slip

BILL = {
    "kind": "invoice", "who": "mrc", "when": "12 3 25", "what": "Mizzen sail repair", "reference": "MRC-4711", "amount": "1200",
}  # fmt: skip


def filed_bill(drive: SmallDrive, folder: str = "Finance/2025") -> DocumentId:
    number = hand_in(drive.deps, drive.filer, "bill.pdf", invoice())
    outcome = filing.file_arrival(
        drive.deps, drive.filer, DocumentId(number), Slip(**BILL, folder=drive.folder(folder))
    )
    settle(drive)
    return outcome.number


def settle(drive: SmallDrive) -> None:
    read(drive.deps)
    while alike.make_next(drive.deps):
        pass


def stamped(drive: SmallDrive, name: str = "scan 12.pdf") -> DocumentId:
    number = hand_in(drive.deps, drive.filer, name, invoice("PAID Tamsin"))
    settle(drive)
    return DocumentId(number)


def test_the_same_paper_with_a_stamp_is_told_and_the_stamp_is_what_differs(filled: SmallDrive) -> None:
    first = filed_bill(filled)
    again = stamped(filled)
    [found] = same_as(filled.deps, filled.filer, again)
    assert (found.number, found.how, found.folder_path) == (first, "same", "Finance/2025")
    told = differing(filled.deps, filled.filer, again, first)
    assert len(told.here) == 2 and told.there == []
    left, top, width, height = told.here[0].box
    assert told.here[0].page == 1 and 0 < left < 1 and 0.8 < top < 0.9 and width > 0 and height > 0


def test_the_same_bytes_come_first_and_another_bill_is_not_the_same(filled: SmallDrive) -> None:
    first = filed_bill(filled)
    twin = DocumentId(hand_in(filled.deps, filled.filer, "again.pdf", invoice()))
    other = DocumentId(
        hand_in(
            filled.deps,
            filled.filer,
            "next.pdf",
            invoice("9 April 2025 MRC-4802 1,000.00 4 8 15 16 23 42 108 1977 31 77"),
        )
    )
    settle(filled)
    assert [(one.number, one.how) for one in same_as(filled.deps, filled.filer, twin)] == [(first, "bytes")]
    assert all(one.how != "bytes" for one in same_as(filled.deps, filled.filer, other))


def test_nobody_is_told_of_a_paper_that_they_may_not_see(filled: SmallDrive) -> None:
    first = filed_bill(filled, "Trainees")
    again = stamped(filled)
    twin = DocumentId(hand_in(filled.deps, filled.filer, "again.pdf", invoice()))
    filled.keep_to("Trainees", filled.keeper)
    assert same_as(filled.deps, filled.filer, again) == [] and same_as(filled.deps, filled.filer, twin) == []
    with pytest.raises(NotFound):
        differing(filled.deps, filled.filer, again, first)
    with pytest.raises(NotFound):
        filing.file_onto(filled.deps, filled.filer, again, first)
    with pytest.raises(NotFound):
        filing.file_arrival(
            filled.deps,
            filled.filer,
            again,
            Slip(**BILL, folder=filled.folder("Finance/2025"), see_also=first),
        )


def test_it_becomes_the_newest_version_and_keeps_name_place_and_fields_and_undo_brings_it_back(
    filled: SmallDrive,
) -> None:
    first = filed_bill(filled)
    before = filled.path(first)
    again = stamped(filled)
    with pytest.raises(SlipChanged):
        filing.file_onto(filled.deps, filled.filer, again, first, seen=7)
    outcome = filing.file_onto(filled.deps, filled.filer, again, first, seen=1)
    assert outcome.number == first and filled.path(first) == before
    with filled.deps.db.transaction() as conn:
        now = documents.one(conn, first, filled.filer)
    assert now is not None and (now.version, now.reference, now.who) == (
        2,
        "MRC-4711",
        "Marlow Rope & Canvas",
    )
    undo.undo(filled.deps, filled.filer, outcome.list_id)
    with filled.deps.db.transaction() as conn:
        back, now = documents.one(conn, again, filled.filer), documents.one(conn, first, filled.filer)
    assert back is not None and back.state == "waiting" and now is not None and now.version == 1


def test_a_picture_becomes_no_version_of_a_pdf(filled: SmallDrive) -> None:
    first = filed_bill(filled)
    picture = DocumentId(hand_in(filled.deps, filled.filer, "photo.jpg", b"no picture"))
    with pytest.raises(NameUnfit, match="ends in"):
        filing.file_onto(filled.deps, filled.filer, picture, first)


def test_both_are_kept_with_a_note_that_leads_from_one_to_the_other(filled: SmallDrive) -> None:
    first = filed_bill(filled)
    again = stamped(filled)
    told = {**BILL, "what": "Mizzen sail repair paid"}
    outcome = filing.file_arrival(
        filled.deps, filled.filer, again, Slip(**told, folder=filled.folder("Finance/2025"), see_also=first)
    )
    with filled.deps.db.transaction() as conn:
        kept = documents.one(conn, outcome.number, filled.filer)
    assert kept is not None and kept.note == f"See also No. {first}"
