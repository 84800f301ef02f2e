"""Renaming many: by a sentence and by example, seen before it is done, and put back."""

from __future__ import annotations

import pytest

from tests.support import assert_records_agree, files_beneath
from tests.work.drive import SmallDrive
from waka.errors import BadRequest, UndoIsAList
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways import renaming
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.renaming import Looked, Renaming
from waka.work.outside.taking_in import index_next

CAMERA = [f"IMG_{4300 + at}.jpg" for at in range(12)]


@pytest.fixture
def photos(drive: SmallDrive) -> list[int]:
    folder = drive.root / "Letters" / "Slip at low water"
    folder.mkdir()
    for at, name in enumerate(CAMERA):
        (folder / name).write_text(f"photo {at}")
    drive.sweep()
    while index_next(drive.deps):
        pass
    return [drive.number(f"Letters/Slip at low water/{name}") for name in CAMERA]


def look(drive: SmallDrive, numbers: list[int], person: int | None = None, **more: object) -> Looked:
    return renaming.look(drive.deps, person or drive.filer, Renaming(documents=numbers, **more))  # type: ignore[arg-type]


def test_one_name_corrected_tells_the_others_and_the_list_and_its_undo_give_them_back(
    drive: SmallDrive, photos: list[int]
) -> None:
    before = files_beneath(drive.root)
    wish = Renaming(documents=photos, examples={photos[0]: "Slip at low water 01.jpg"})
    found = renaming.look(drive.deps, drive.filer, wish)
    assert found.sentence is not None
    assert [one.new for one in found.names] == [f"Slip at low water {at:02d}.jpg" for at in range(1, 13)]
    assert (found.documents, found.changing, found.in_the_way) == (12, 12, 0)
    assert files_beneath(drive.root) == before
    made = renaming.propose(drive.deps, drive.filer, wish)
    lists.run(drive.deps, drive.filer, made)
    run_list(drive.deps, made)
    assert [drive.path(number) for number in photos][
        -1
    ] == "Letters/Slip at low water/Slip at low water 12.jpg"
    assert_records_agree(drive.deps)
    with pytest.raises(UndoIsAList) as told:
        undoing.undo(drive.deps, drive.filer, made)
    back = told.value.facts["list"]
    lists.run(drive.deps, drive.filer, back)
    run_list(drive.deps, back)
    assert files_beneath(drive.root) == before
    assert_records_agree(drive.deps)


def test_a_sentence_is_said_again_and_a_name_written_by_hand_stays(
    drive: SmallDrive, photos: list[int]
) -> None:
    found = look(
        drive,
        photos,
        sentence='drop the first word; add "slip " first',
        examples={photos[3]: "the best one.jpg"},
    )
    assert [one.new for one in found.names][:4] == [
        "slip 4300.jpg",
        "slip 4301.jpg",
        "slip 4302.jpg",
        "the best one.jpg",
    ]
    assert [one.by_hand for one in found.names][:4] == [False, False, False, True]


def test_counters_follow_the_order_that_was_chosen(drive: SmallDrive, photos: list[int]) -> None:
    said = {"sentence": 'add a counter 00 first with " "'}
    backwards = photos[::-1]
    assert look(drive, backwards, **said).names[0].new == f"01 {CAMERA[-1]}"
    assert look(drive, backwards, order="name", **said).names[0].new == f"01 {CAMERA[0]}"


def test_what_stands_in_the_way_is_told_at_once(drive: SmallDrive, photos: list[int]) -> None:
    (drive.root / "Letters" / "Slip at low water" / "same.jpg").write_text("another")
    drive.sweep()
    alike = look(drive, photos[:3], sentence='write "IMG" as "x"; drop the last number')
    assert [[why.code for why in one.says] for one in alike.names] == [["alike"]] * 3
    taken = look(drive, photos[:1], examples={photos[0]: "SAME.jpg"}, sentence="tidy the spaces")
    assert [why.code for why in taken.names[0].says] == ["taken_here"]
    unfit = look(drive, photos[:1], examples={photos[0]: "CON.jpg"}, sentence="tidy the spaces")
    assert [why.code for why in unfit.names[0].says] == ["reserved"]
    assert (alike.in_the_way, taken.in_the_way, unfit.in_the_way) == (3, 1, 1)


@pytest.mark.parametrize(
    "sentence", ["drop the first word; drop the first number", 'write "IMG" as ""; drop the last number']
)
def test_no_sentence_leaves_a_document_without_a_name(
    drive: SmallDrive, photos: list[int], sentence: str
) -> None:
    found = look(drive, photos, sentence=sentence)
    assert all(one.new.removesuffix(".jpg").strip(" .") for one in found.names)


def test_what_is_not_understood_or_changes_nothing_makes_no_list(
    drive: SmallDrive, photos: list[int]
) -> None:
    found = look(drive, photos, sentence="drop the nose")
    assert found.fault is not None and found.fault.at == 0
    for sentence, field in (("drop the nose", "sentence"), ("drop the date", None)):
        with pytest.raises(BadRequest) as told:
            renaming.propose(drive.deps, drive.filer, Renaming(documents=photos, sentence=sentence))
        assert told.value.facts.get("field") == field
    # an example that takes the extension explains nothing: it stays that one document's own
    kept = look(drive, photos, examples={photos[0]: "first.png"})
    assert kept.sentence is None and [one.new for one in kept.names] == ["first.png", *CAMERA[1:]]


def test_of_what_a_person_may_not_see_nothing_is_told(drive: SmallDrive, photos: list[int]) -> None:
    hidden = drive.number("Trainees/log.txt")
    drive.keep_to("Trainees", drive.keeper)
    assert look(drive, [hidden], sentence='add "x" last').documents == 0
