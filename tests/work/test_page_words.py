"""The words of an arrival's page, for a person to take them into its slip."""

import itertools

import pytest

from tests.support import leave_slips_empty
from tests.work.drive import SmallDrive, hand_in
from tests.work.test_filling import invoice, read
from waka.core.ids import DocumentId
from waka.errors import NotFound
from waka.work.desk.page_words import words_on


def cells(drive: SmallDrive, number: int, page: int = 1) -> list[str]:
    found = words_on(drive.deps, drive.filer, DocumentId(number), page).words
    grouped = itertools.groupby(found, key=lambda word: (word.line, word.cell))
    return [" ".join(word.text for word in some) for _, some in grouped]


def test_words_that_stand_apart_on_a_line_are_in_cells_of_their_own(filled: SmallDrive) -> None:
    number = hand_in(filled.deps, filled.filer, "scan0012.pdf", invoice())
    assert cells(filled, number) == []
    read(filled.deps)
    assert {"Invoice no.", "MRC-4711", "Mizzen sail repair", "1,000.00"} <= set(cells(filled, number))
    assert cells(filled, number, page=2) == []


@pytest.mark.parametrize(
    ("name", "data", "told"),
    [
        ("note.txt", b"Tides and races\n\nAlba Beck, 4 May 2025", "Tides and races"),
        ("list.csv", b"Assignment,Mark\nTides and races,62\n", "Tides and races,62"),
        ("mail.eml", b"From: alba@tern.example\nSubject: Tides\n\nTides and races\n", "Tides and races"),
    ],
)
def test_what_has_no_pages_is_one_page_of_words(
    filled: SmallDrive, name: str, data: bytes, told: str
) -> None:
    number = hand_in(filled.deps, filled.filer, name, data)
    read(filled.deps)
    assert told in cells(filled, number)
    assert cells(filled, number, page=2) == []


def test_what_has_no_words_yet_and_what_will_have_none_are_told_apart(filled: SmallDrive) -> None:
    def is_read(number: int) -> bool:
        return words_on(filled.deps, filled.filer, DocumentId(number), 1).is_read

    number, url = hand_in(filled.deps, filled.filer, "bill.pdf", invoice()), filled.deps.db.pool.conninfo
    torn = hand_in(filled.deps, filled.filer, "torn.pdf", invoice()[:300])
    assert not is_read(number)
    leave_slips_empty(url)
    assert is_read(number)  # the office wants none of it read
    leave_slips_empty(url, wish=False)
    assert not is_read(number)
    read(filled.deps)
    assert is_read(number) and is_read(torn)


def test_who_may_not_see_the_arrival_sees_no_word_of_it(filled: SmallDrive) -> None:
    number = hand_in(filled.deps, filled.filer, "scan0012.pdf", invoice())
    read(filled.deps)
    with pytest.raises(NotFound):
        words_on(filled.deps, filled.reader, DocumentId(number), 1)
