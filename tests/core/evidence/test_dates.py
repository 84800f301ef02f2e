"""Dates as papers write them."""

from datetime import date

import pytest
from bench.papers.writing import STYLES, write_date
from hypothesis import given
from hypothesis import strategies as st

from waka.core.fields.evidence.dates import order_shown, spots

MARCH = date(2025, 3, 12)


@pytest.mark.parametrize(
    "text",
    [
        "12 March 2025", "12th March, 2025", "12th of March 2025", "Wednesday 12 March 2025", "March 12, 2025", "12 Mar 25", "12-MAR-2025", "12Mar2025",
        "12/03/2025", "12.03.25", "12-3-2025", "12. 3. 2025", "2025-03-12", "2025/3/12", "20250312", "12. März 2025", "12 mars 2025", "le 12 mars 2025",
        "12 maart 2025", "12 marca 2025", "12 mrt. 2025", "the twelfth day of March two thousand and twenty-five", "twelfth of March 2025",
        "the twelfth day of March in the year two thousand and twenty five", "DATE: 12 MARCH 2025.", "(12 March 2025)", "12 03 2025", "12/ 03/2025", "12 /03/ 2025", "12 .3.2025", "12.03 .25 17: 58",
    ],
)  # fmt: skip
def test_a_date_is_found_however_it_is_written(text: str) -> None:
    assert [one.value for one in spots(text)] == [MARCH]


@pytest.mark.parametrize(
    ("text", "day"),
    [
        ("1er août 2024", date(2024, 8, 1)), ("31 grudnia 2024", date(2024, 12, 31)), ("3 czerwca 2025", date(2025, 6, 3)), ("17. Dezember 2024", date(2024, 12, 17)),
        ("5 października 2025", date(2025, 10, 5)), ("8 fév. 2025", date(2025, 2, 8)), ("28 okt 2025", date(2025, 10, 28)),
        ("the thirty-first day of May twenty twenty-four", date(2024, 5, 31)), ("1 May 99", date(1999, 5, 1)), ("29/02/2024", date(2024, 2, 29)),
    ],
)  # fmt: skip
def test_a_date_is_found_in_five_languages(text: str, day: date) -> None:
    assert [one.value for one in spots(text)] == [day]


@pytest.mark.parametrize(
    "text",
    [
        "31/02/2025", "30 February 2025", "1.234,56", "12.50", "version 1.2.3", "192.168.10.20", "01632 960 118", "12/2025", "May 2025", "0.45.12", "5/6", "12:30:45",
        "GB 000 0123 45", "2025-0412", "12 may", "99/99/2025", "tomorrow", "1 / 2 - 2025", "VAT 20% 12.03", "12345678901",
    ],
)  # fmt: skip
def test_what_is_no_day_is_none(text: str) -> None:
    assert spots(text) == []


def test_several_dates_come_in_their_order_each_where_it_stands() -> None:
    text = "Ordered 3 March 2025, delivered 05/03/2025, due 2025-04-01."
    found = spots(text)
    assert [text[one.start : one.end] for one in found] == ["3 March 2025", "05/03/2025", "2025-04-01"]
    assert [one.value.isoformat() for one in found] == ["2025-03-03", "2025-03-05", "2025-04-01"]


def test_day_and_month_are_read_as_the_office_has_them_where_both_can_be() -> None:
    (day,), (month,) = spots("03/04/2025"), spots("03/04/2025", "month_first")
    assert (day.value, day.other) == (date(2025, 4, 3), date(2025, 3, 4))
    assert (month.value, month.other) == (date(2025, 3, 4), date(2025, 4, 3))
    (plain,) = spots("25/04/2025", "month_first")
    assert (plain.value, plain.other) == (date(2025, 4, 25), None)


@pytest.mark.parametrize(
    ("text", "order"),
    [
        ("from 03/04/2025 to 03/28/2025", "month_first"), ("03.04.2025 and 28.03.2025", "day_first"), ("03/04/2025", None),
        ("28/03/2025, 03/28/2025", None), ("3.28.2025", None),  # no dots where the month stands first
    ],
)  # fmt: skip
def test_a_page_shows_the_order_by_a_number_beyond_twelve(text: str, order: str | None) -> None:
    assert order_shown(text) == order


@given(
    st.dates(date(1980, 1, 1), date(2060, 12, 31)),
    st.sampled_from([(lang, style) for lang, styles in STYLES.items() for style in styles]),
)
def test_every_date_that_a_firm_writes_is_read_back(day: date, way: tuple[str, str]) -> None:
    language, style = way
    if style in ("slash2", "dots2", "hyphen-mon"):
        day = day.replace(
            year=2000 + day.year % 80, day=min(day.day, 28)
        )  # two digits of a year tell no more
    written = write_date(day, style, language)
    found = spots(f"Date: {written}", "month_first" if language == "us" else "day_first")
    assert [one.value for one in found] == [day], written


@given(st.text(max_size=80))
def test_any_text_is_read_without_trouble(text: str) -> None:
    for one in spots(text):
        assert 0 <= one.start < one.end <= len(text)
