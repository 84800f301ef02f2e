"""What people type into a slip, and the words they look for."""

from datetime import date
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.changes.settle import End, Ends, Verdict, settle
from waka.core.fields.typed import SHORT_FORM, propose_short, read_amount, read_date
from waka.core.finding.words import LONGEST_WORD, folded, mark, snippet, wanted
from waka.core.names import Parties, Party

TODAY = date(2026, 11, 20)


@pytest.mark.parametrize(
    ("typed", "expect"),
    [
        ("2025-03-12", date(2025, 3, 12)),
        ("12.3.2025", date(2025, 3, 12)),
        ("12 3 25", date(2025, 3, 12)),
        ("12/03/25", date(2025, 3, 12)),
        ("12 mar 2025", date(2025, 3, 12)),
        ("March 12, 2025", date(2025, 3, 12)),
        ("2025 mar 12", date(2025, 3, 12)),
        ("12 mar", date(2026, 3, 12)),
        ("12 3", date(2026, 3, 12)),
        ("12", date(2026, 11, 12)),
        ("120325", date(2025, 3, 12)),
        ("12032025", date(2025, 3, 12)),
        ("20250312", date(2025, 3, 12)),
        ("1.1.71", date(1971, 1, 1)),
        ("today", TODAY),
        ("Yesterday", date(2026, 11, 19)),
        ("31.2.2025", None),
        ("31 2", None),
        ("soon", None),
        ("12 mar apr", None),
        ("1 2 3 4", None),
        ("12 ma 2025", None),
        ("", None),
        ("99999999999", None),
        ("12 mar 99999", None),
        ("²", None),
    ],
)
def test_read_date(typed: str, expect: date | None) -> None:
    assert read_date(typed, TODAY) == expect


@given(st.text(max_size=20))
def test_no_text_breaks_reading(text: str) -> None:
    read_date(text, TODAY)
    read_amount(text)


@given(
    st.dates(date(1970, 1, 1), date(2069, 12, 31)),
    st.sampled_from(["%Y-%m-%d", "%d.%m.%Y", "%d %m %y", "%d %B %Y"]),
)
def test_a_date_is_read_as_it_was_written(day: date, format: str) -> None:
    assert read_date(day.strftime(format), TODAY) == day


@pytest.mark.parametrize(
    ("typed", "expect"),
    [
        ("£1,284.00", "1284.00"), ("1.284,00", "1284.00"), ("1284", "1284.00"), ("1,284", "1284.00"),
        ("94.3", "94.30"), ("-12,5", "-12.50"), ("€ 7", "7.00"), (".5", "0.50"), ("free", None),
        ("", None), ("1-2", None), ("9" * 20, None),
    ],
)  # fmt: skip
def test_read_amount(typed: str, expect: str | None) -> None:
    assert read_amount(typed) == (Decimal(expect) if expect else None)


@pytest.mark.parametrize(
    ("name", "expect"),
    [
        ("Marlow Rope & Canvas", "mrc"), ("Brae Coast Energy", "bce"), ("Greyfin", "gre"),
        ("The Old Yard", "oy"), ("X", "x"), ("&&&", ""), ("Ärzte Öl", "ao"),
    ],
)  # fmt: skip
def test_propose_short(name: str, expect: str) -> None:
    assert propose_short(name, Parties.of([])) == expect


@given(
    st.text(min_size=1, max_size=30),
    st.lists(st.from_regex(SHORT_FORM, fullmatch=True), max_size=30),
)
def test_a_proposed_short_form_is_free_and_fit(name: str, taken: list[str]) -> None:
    parties = Parties.of(Party(f"party {n}", short) for n, short in enumerate(taken))
    proposed = propose_short(name, parties)
    assert proposed == "" or (SHORT_FORM.fullmatch(proposed) and proposed not in taken)


def test_words_are_compared_without_case_accents_and_signs() -> None:
    assert folded("Überholung, der_Segel!") == "uberholung der segel"
    assert wanted("Mizzen mizzen SAIL-repair") == ["mizzen", "sail", "repair"]
    assert wanted("x" * 100) == ["x" * LONGEST_WORD]


def test_marks_stand_at_the_beginnings_of_words() -> None:
    assert [p.text for p in mark("Antifouling and foul", ["foul"]) if p.marked] == ["foul"]
    assert [p.text for p in mark("Antifouling", ["foul"], anywhere=True) if p.marked] == ["foul"]
    assert [p.text for p in mark("Die ÜBERHOLUNG", ["uber"]) if p.marked] == ["ÜBER"]


@given(st.text(max_size=60), st.lists(st.text("abcé ", max_size=4), max_size=3))
def test_pieces_are_the_whole_text(text: str, words: list[str]) -> None:
    asked = wanted(" ".join(words))
    assert "".join(piece.text for piece in mark(text, asked)) == text
    snippet(text, asked)


def test_a_snippet_surrounds_the_first_match_and_ends_with_a_word() -> None:
    text = "one two " * 60 + "the mizzen was mended " + "three four " * 60
    pieces = snippet(text, ["mizz"])
    assert [p.text for p in pieces if p.marked] == ["mizz"]
    whole = "".join(p.text for p in pieces)
    assert whole.endswith(" …") and len(whole) < 170
    assert snippet(text, ["absent"]) == []


@pytest.mark.parametrize("before", [0, 1, 1_990, 1_999, 2_000, 2_001, 3_998, 60_000])
def test_a_match_far_into_a_text_is_found_where_it_is(before: int) -> None:
    pieces = snippet("mud " * (before // 4) + "Mizzenmast and so on", ["mizz"])
    assert [piece.text for piece in pieces if piece.marked] == ["Mizz"]


@pytest.mark.parametrize("target", list(End))
@pytest.mark.parametrize("source", list(End))
def test_an_interrupted_step_is_finished_put_back_or_said_to_be_lost(source: End, target: End) -> None:
    verdict = settle(Ends(source=source, target=target))
    if target is End.THIS:
        assert verdict is (Verdict.DROP_SOURCE if source is End.THIS else Verdict.DONE)
    else:
        assert verdict is (Verdict.PUT_BACK if source is End.THIS else Verdict.LOST)
