"""What a recogniser mistakes one sign for another is put right only where the signs beside it leave no doubt."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.fields.evidence.mended import (
    initialled,
    is_split,
    is_word,
    mended,
    month_mended,
    parted,
    run_into_sum,
)


@pytest.mark.parametrize(
    ("word", "right"),
    [
        ("0ctober", "October"), ("f120.o0", "£120.00"), ("2O25", "2025"), ("l2/O3/2025", "12/03/2025"), ("1,2O0.OO", "1,200.00"),
        ("Ollie", "Ollie"), ("PO1519", "PO1519"), ("SO12", "SO12"), ("0ff", "0ff"), ("fifty", "fifty"), ("f12", "f12"), ("2025", "2025"), ("A4", "A4"),
        ("Sl0006161", "SI0006161"), ("lNV-2201", "INV-2201"), ("Bl/4471", "BI/4471"), ("ml250", "ml250"), ("l2345", "12345"), ("All300", "All300"), ("2l0", "210"),
        ("0ct", "Oct"), ("07-0ct-2024", "07-Oct-2024"), ("0cta", "Octa"), ("1lth", "11th"), ("2oth", "20th"), ("lth", "lth"), ("4th", "4th"), ("n0.", "no."), ("N0", "No"), ("INV0ICE", "INVOICE"),
        ("MM0001", "MM0001"), ("April，", "April,"), ("（ea)", "(ea)"),
    ],
)  # fmt: skip
def test_a_word_is_mended_or_left_as_it_is(word: str, right: str) -> None:
    assert mended(word) == right


@pytest.mark.parametrize(
    ("before", "word", "after", "right"),
    [
        ("30", "Oetober", "2026", "October"), ("3rd", "Augusi,", "2025", "August,"), ("1.", "Dezembor", "2025", "Dezember"),
        ("Mr", "Marsh", "2025", "Marsh"), ("12", "Marsh", "Street", "Marsh"), ("12", "Harbour", "2025", "Harbour"), ("12", "March", "2025", "March"), ("4", "Moy", "2025", "Moy"),
    ],
)  # fmt: skip
def test_a_month_is_mended_only_between_a_day_and_a_year(
    before: str, word: str, after: str, right: str
) -> None:
    assert month_mended(word, before, after) == right


@pytest.mark.parametrize(
    ("word", "label"),
    [("n°FA2025-12", "n°"), ("No.4711", "No."), ("Nr:RE-2025", "Nr:"), ("№12", "№"), ("Ref.A12", "Ref."),
     ("n°", ""), ("No.", ""), ("Norfolk", ""), ("n", ""), ("No.thing", ""), ("Nr12", "Nr"), ("Friday,21st", "Friday,"), ("5,000", ""), ("A,12", ""), ("FA2025", "")],
)  # fmt: skip
def test_a_label_that_ran_into_its_number_is_parted_from_it(word: str, label: str) -> None:
    assert word[: parted(word)] == label


@pytest.mark.parametrize(
    ("number", "phrase", "right"),
    [("P01233", "purchase order", "PO1233"), ("PO1233", "purchase order", "PO1233"), ("P01233", "order no", "P01233"), ("RA103", "risk assessment", "RA103"),
     ("51204", "sales invoice", "51204"), ("P0", "purchase order", "P0"), ("012", "order", "012"), ("P01233", "", "P01233")],
)  # fmt: skip
def test_a_number_begins_as_what_it_is_called_by_where_only_look_alikes_differ(
    number: str, phrase: str, right: str
) -> None:
    assert initialled(number, phrase) == right


@pytest.mark.parametrize(
    ("word", "label"),
    [("zapłaty3", "zapłaty"), ("Total10.50", "Total"), ("payable120,00", "payable"), ("INV4711", ""), ("Invoice2025", ""), ("Total", ""), ("3rd", ""), ("A4", ""), ("12.50", "")],
)  # fmt: skip
def test_a_sum_that_its_label_ran_into_is_parted_from_it(word: str, label: str) -> None:
    assert word[: run_into_sum(word)] == label


def test_a_word_with_one_letter_taken_for_a_figure_is_no_number() -> None:
    assert [one for one in ("1ate", "lnv0ice", "RA103", "1a", "a1b2cd", "MM-2024") if is_word(one)] == [
        "1ate",
        "lnv0ice",
    ]


@pytest.mark.parametrize(
    ("one", "other", "right"),
    [("1", "1th", True), ("1", "2th", True), ("2", "0th", True), ("3", "0th,", True), ("1", "0th", True), ("2", "1th", False), ("1", "4th", False), ("1", "1st", False), ("12", "0th", False)],
)  # fmt: skip
def test_the_figures_of_a_day_are_one_only_where_no_day_is_called_so(
    one: str, other: str, right: bool
) -> None:
    assert is_split(one, other) is right


@pytest.mark.parametrize(
    ("one", "other", "right"),
    [("D", "ocument", True), ("I", "nvoice", True), ("R", "eceipt:", True), ("A", "account", False), ("I", "order", False), ("B", "ernard", False), ("d", "ocument", False), ("No", "ocument", False), ("B.", "V.", True), ("B.", "V", True), ("J.", "R.", False)],
)  # fmt: skip
def test_the_wide_first_letter_of_a_label_and_a_legal_form_are_one_word_each(
    one: str, other: str, right: bool
) -> None:
    assert is_split(one, other) is right


@given(st.text(min_size=1, max_size=20))
def test_a_mended_word_is_as_long_as_before(word: str) -> None:
    assert len(mended(word)) == len(word)
    assert mended(mended(word)) == mended(word)
    assert len(month_mended(word, "12", "2025")) == len(word)
