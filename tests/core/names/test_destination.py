"""Destinations: where fields lead, and what a destination cannot be."""

from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.names import Destination, Led, Missing, Parties, Party, Pattern, PatternError, check_name

PARTIES = Parties.of(
    [Party("Marlow Rope & Canvas", "mrc"), Party("Östra Varvet", "ov"), Party("3rd Buoy Co.", "tbc")]
)
FULL: dict[str, Any] = {
    "when": date(2026, 3, 5), "who": "Marlow Rope & Canvas", "what": "Sail / spar repair: mizzen", "kind": "Invoice",
    "reference": "RC-4471",
}  # fmt: skip

LEADS = [
    ("Finance/Invoices/{when yyyy}/{who}", {}, "Finance/Invoices/2026/Marlow Rope & Canvas"),
    ("{kind}/{when yyyy-Qq}", {}, "Invoice/2026-Q1"),
    ("{when yyyy}/{when mm month}", {}, "2026/03 March"),
    ("School/{when school}", {}, "School/2025-26"),
    ("{who letter}/{who short}", {}, "M/mrc"),
    ("{who letter}", {"who": "Östra Varvet"}, "O"),
    ("{who letter}", {"who": "3rd Buoy Co."}, "0-9"),
    ("{who letter}", {"who": "(Quay)"}, "Other"),
    ("{what}", {}, "Sail spar repair mizzen"),
    ("{what}", {"what": "CON"}, "_CON"),
    ("{reference}", {}, "RC-4471"),
    ("{who}", {"who": "3rd Buoy Co."}, "3rd Buoy Co"),
    ("Letters/{who else \"No party\"}/{when yyyy}", {"who": None}, "Letters/No party/2026"),
    ("Letters/{who?}/{when yyyy}", {"who": None}, "Letters/2026"),
    ("Plans {{old}}/{when yyyy}", {}, "Plans {old}/2026"),
    ("{when yyyy} {what first 2}", {}, "2026 Sail spar"),
    ("Slips", {}, "Slips"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "changed", "expected"), LEADS)
def test_fields_lead_to_a_folder(text: str, changed: dict[str, Any], expected: str) -> None:
    fields = {code: value for code, value in {**FULL, **changed}.items() if value is not None}
    led = Destination.read(text, year_begins=9).lead(fields, PARTIES)
    assert isinstance(led, Led), led
    assert led.path == expected


def test_what_is_missing_is_said_and_what_stands_in_its_place_is_told() -> None:
    to = Destination.read('Finance/{kind}/{who else "No party"}/{when yyyy}')
    missing = to.lead({}, PARTIES)
    assert isinstance(missing, Missing)
    assert [(lack.field, lack.code) for lack in missing.lacks] == [("kind", "lacks"), ("when", "lacks")]
    led = to.lead({"kind": "Letter", "when": date(2026, 1, 1)}, PARTIES)
    assert isinstance(led, Led)
    assert [(level.field, level.fallback) for level in led.levels] == [
        (None, False), ("kind", False), ("who", True), ("when", False)]  # fmt: skip
    nothing = Destination.read("{who?}").lead({}, PARTIES)
    assert isinstance(nothing, Missing)


@pytest.mark.parametrize(
    ("text", "start"), [("A/B/{when yyyy}/C", "A/B"), ("{who}/A", ""), ("A {{1}}/{who}", "A {1}")]
)
def test_all_that_it_leads_to_stands_beneath_what_is_always_the_same(text: str, start: str) -> None:
    assert Destination.read(text).start == start


FAULTS = [
    ("", 0, "empty"), ("A//B", 2, "level without"), ("/A", 0, "level without"), ("A/", 1, "level without"),
    ("A/../B", 2, "dot or a space"), ("A/ B", 2, "dot or a space"), ("A/{when", 2, "not closed"),
    ("A:B", 1, "cannot stand"), ("A/{who else}", 2, "else without"), ('{who else "a/b"}', 9, "cannot stand"),
    ("{when dd/mm}", 6, "no date format"), ("{what letter max 3}", 6, "contradict"), ("/".join("A" * 13), 0, "More than"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "at", "why"), FAULTS)
def test_a_destination_that_is_none_says_where_and_why(text: str, at: int, why: str) -> None:
    with pytest.raises(PatternError) as told:
        Destination.read(text)
    assert (told.value.at, why in told.value.why) == (at, True), (told.value.at, told.value.why)


@pytest.mark.parametrize("text", ['{who else "None"}', "{who letter}"])
def test_what_could_not_be_read_back_stands_in_no_name(text: str) -> None:
    with pytest.raises(PatternError):
        Pattern.read(text)


@given(
    st.lists(st.sampled_from(["{who}", "{what}", "{reference?}", "{when yyyy}", "A {what title}", "{what letter}", "B"]),
             min_size=1, max_size=5),
    st.text(max_size=200), st.text(max_size=200),
)  # fmt: skip
def test_wherever_fields_lead_the_folders_can_be_called_so_everywhere(
    levels: list[str], what: str, who: str
) -> None:
    fields: dict[str, Any] = {"what": what, "who": who, "reference": what[::-1], "when": date(2026, 2, 3)}
    led = Destination.read("/".join(levels)).lead(fields, PARTIES)
    if isinstance(led, Led):
        assert all(level.text and "/" not in level.text for level in led.levels)
        assert [found.code for level in led.levels for found in check_name(level.text)] == []
        assert led == Destination.read("/".join(levels)).lead(fields, PARTIES)
