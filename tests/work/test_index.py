"""The search words follow a document: its text is made into words once, whatever becomes of its name."""

import uuid

import pytest

from tests.work.drive import CANVAS, NOTE, ROPE, SmallDrive
from waka.records.finding import search as index
from waka.work.documents.reading import read_what_waits
from waka.work.finding import search
from waka.work.outside.taking_in import index_next
from waka.work.upkeep import health


@pytest.fixture
def read(drive: SmallDrive) -> SmallDrive:
    settle(drive)
    return drive


def settle(drive: SmallDrive) -> None:
    drive.sweep()
    drive.sweep()
    read_what_waits(drive.deps)
    while index_next(drive.deps):
        pass


def found(drive: SmallDrive, words: str) -> list[int]:
    return [hit.hit.id for hit in search.find(drive.deps, drive.keeper, words).found]


def texts_made(drive: SmallDrive, number: int) -> int:
    """How many texts would be made into words, were this document's made anew."""
    with drive.deps.db.transaction() as conn:
        return sum(one.text is not None for one in index.sources(conn, [number]))


def test_a_renamed_document_is_found_by_its_new_name_and_its_text_and_not_by_its_old_name(
    read: SmallDrive,
) -> None:
    number = read.number(ROPE)
    assert found(read, "fathoms") == found(read, "forty rope") == [number]
    assert texts_made(read, number) == 0
    for name in ("hawser.txt", "painter.txt"):
        read.change("rename", read.path(number), name=name)
        settle(read)
        assert texts_made(read, number) == 0
    assert found(read, "painter fathoms") == [number]
    assert found(read, "hawser") == []


def test_other_bytes_in_its_place_are_found_by_their_own_words(read: SmallDrive) -> None:
    number = read.number(NOTE)
    (read.root / NOTE).write_text("the slipway is free on Monday")
    settle(read)
    assert found(read, "slipway monday") == [number]
    assert found(read, "dear") == []


def test_a_text_of_too_many_words_is_told_and_the_others_made_with_it_are_found(read: SmallDrive) -> None:
    too_much = read.root / "Letters/sums.txt"
    too_much.write_text(" ".join(uuid.uuid4().hex * 2 for _ in range(40_000)))
    (read.root / CANVAS).write_text("tanned twice")
    settle(read)
    assert found(read, "tanned twice") == [read.number(CANVAS)]
    number = read.number("Letters/sums.txt")
    assert found(read, "sums") == [number]
    assert [item.shown for item in health.drive(read.deps, read.keeper).stuck] == [f"No. {number}"]
