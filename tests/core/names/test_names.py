"""Composing, parsing, and what a pattern that is written wrongly says."""

from datetime import date
from decimal import Decimal
from typing import Any

import pytest

from waka.core.names import (
    AsWritten,
    Composed,
    Missing,
    Parsed,
    PartialDate,
    Parties,
    Party,
    Pattern,
    PatternError,
    Stop,
    Style,
    ambiguity,
    compose,
    parse,
    split_extension,
)

HOUSE = '{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}'
PARTIES = Parties.of(
    [
        Party("Marlow Rope & Canvas", "mrc", ("Marlow R&C",)),
        Party("Brae Coast Energy", "bce"),
        Party("Tamsin Brook", "hb"),
        Party("Nameless Yard"),
    ]
)
REPAIR = {
    "when": date(2025, 3, 12),
    "who": "Marlow Rope & Canvas",
    "what": "Mizzen sail repair",
    "reference": "4471",
    "kind": "invoice",
    "amount": Decimal("1284"),
}


@pytest.mark.parametrize(
    ("pattern", "style", "expect"),
    [
        pytest.param(HOUSE, {}, "2025-03-12_mrc_mizzen-sail-repair_4471", id="house"),
        pytest.param("{what}", {}, "mizzen-sail-repair", id="unused-fields-ignored"),
        pytest.param("{what}", {"case": "keep", "joiner": " "}, "Mizzen sail repair", id="kept"),
        pytest.param("{what}", {"case": "title", "joiner": ""}, "MizzenSailRepair", id="no-joiner"),
        pytest.param("{what first 2}", {}, "mizzen-sail", id="first-words"),
        pytest.param("{what max 11}", {}, "mizzen-sail", id="max-between-words"),
        pytest.param("{what upper}", {}, "MIZZEN-SAIL-REPAIR", id="upper"),
        pytest.param("{who initials}", {"case": "keep"}, "MRAC", id="initials"),
        pytest.param("{who last-first}", {}, "canvas-marlow-rope-and", id="last-first"),
        pytest.param("{who}", {}, "marlow-rope-and-canvas", id="whole-party"),
        pytest.param("{when yyyy}Q{when q}", {}, "2025Q1", id="quarter"),
        pytest.param("{when dd.mm.yy}", {}, "12.03.25", id="short-year"),
        pytest.param("{when yyyy-Www}", {}, "2025-W11", id="iso-week"),
        pytest.param("{when mon-yyyy}", {}, "mar-2025", id="month-name"),
        pytest.param("{when d mon yyyy}", {"case": "keep"}, "12 Mar 2025", id="a-date-with-spaces"),
        pytest.param("{when d.m.yyyy}", {}, "12.3.2025", id="no-zero-before"),
        pytest.param("{when school}", {"year_begins": 9}, "2024-25", id="school-year"),
        pytest.param("{when school}", {"year_begins": 3}, "2025-26", id="school-year-begun"),
        pytest.param("{what words 3}", {}, "mizzen-sail-repair", id="just-three-words"),
        pytest.param("{reference 00000}", {}, "04471", id="zero-pad"),
        pytest.param("{{{what first 1}}}", {}, "{mizzen}", id="braces"),
        pytest.param("{amount}", {}, "1284.00", id="amount"),
        pytest.param('{what first 1}{" (" missing_one ")"?}', {}, "mizzen", id="optional-absent"),
        pytest.param('{what first 1}{" (" reference ")"?}', {}, "mizzen (4471)", id="wrapped"),
    ],
)
def test_compose(pattern: str, style: dict[str, Any], expect: str) -> None:
    read = Pattern.read(pattern, Style(**style))
    composed = compose(read, REPAIR, PARTIES)
    assert isinstance(composed, Composed)
    assert composed.stem == expect
    assert "".join(s.text for s in composed.segments) == expect


@pytest.mark.parametrize(("pattern", "name", "why"), [
    ("{when school}", "2025-27", "ends in the next year"), ("{when d.m.yyyy}", "02.11.2025", "stands where"),
    ("{when d.m.yyyy}", "31.2.2025", "no such day"), ("{when d.m.yyyy}", "2.13.2025", "no month 13"),
    ("{what words 2}", "sail", "ends where"), ("{what words 2}", "mizzen-sail-repair", "stands where"),
])  # fmt: skip
def test_what_a_format_does_not_write_is_not_read(pattern: str, name: str, why: str) -> None:
    stop = parse(Pattern.read(pattern), name, PARTIES)
    assert isinstance(stop, Stop) and why in stop.why


def test_another_number_of_words_is_said() -> None:
    missing = compose(Pattern.read("{what words 2}"), REPAIR, PARTIES)
    assert isinstance(missing, Missing) and missing.lacks[0].code == "other_words"


def test_every_missing_field_is_named_with_its_reason() -> None:
    fields = {"who": "Nameless Yard", "what": "???"}
    missing = compose(Pattern.read(HOUSE), fields, PARTIES)
    assert isinstance(missing, Missing)
    assert [(lack.field, lack.why) for lack in missing.lacks] == [
        ("when", "is missing"),
        ("who", "has no short form yet"),
        ("what", "has nothing that can stand in a name"),
    ]


@pytest.mark.parametrize(
    ("what", "expect"),
    [
        pytest.param("Überholung der Segel", "uberholung-der-segel", id="transliterated"),
        pytest.param("snake_case name", "snake-case-name", id="separator-inside-a-field"),
        pytest.param("a/b: c?*", "a-b-c", id="refused-signs"),
        pytest.param("the skipper's log", "the-skippers-log", id="apostrophe"),
        pytest.param("line\nbreak\u202e", "line-break", id="control-and-direction"),
        pytest.param("  fees ,  dues. ", "fees-dues", id="edges"),
    ],
)
def test_a_value_is_made_fit_for_a_name(what: str, expect: str) -> None:
    composed = compose(Pattern.read("no_{what}"), {"what": what}, PARTIES)
    assert isinstance(composed, Composed)
    assert composed.stem == f"no_{expect}"


def test_a_long_name_loses_words_of_its_text_only() -> None:
    fields = {**REPAIR, "what": "a very long account of what was mended " * 4}
    composed = compose(Pattern.read(HOUSE), fields, PARTIES)
    assert isinstance(composed, Composed)
    assert len(composed.stem) <= 80
    assert composed.shortened == "what"
    assert composed.stem.startswith("2025-03-12_mrc_a-very-long")
    assert composed.stem.endswith("_4471")


@pytest.mark.parametrize(
    ("pattern", "name", "expect"),
    [
        pytest.param(HOUSE, "2025-03-12_mrc_mizzen-sail_4471",
                     {"when": date(2025, 3, 12), "who": "Marlow Rope & Canvas",
                      "what": "mizzen sail", "reference": "4471"}, id="house"),
        pytest.param(HOUSE, "2025-03-12_mrc_mizzen-sail",
                     {"when": date(2025, 3, 12), "who": "Marlow Rope & Canvas",
                      "what": "mizzen sail"}, id="optional-absent"),
        pytest.param("{when yyyy}Q{when q}", "2025Q1", {"when": PartialDate(year=2025, quarter=1)},
                     id="a-quarter-is-not-a-day"),
        pytest.param("{who initials}", "tb", {"who": "Tamsin Brook"}, id="initials-of-one-party"),
        pytest.param("{who initials}", "xy", {"who": AsWritten("xy")}, id="initials-of-nobody"),
        pytest.param("{who}", "brae-coast-energy", {"who": "Brae Coast Energy"}, id="party-by-name"),
        pytest.param("{who}", "new-yard", {"who": "new yard"}, id="party-unknown"),
        pytest.param("{reference 000}", "007", {"reference": "7"}, id="zero-pad"),
        pytest.param("{reference}", "S-118", {"reference": "S-118"}, id="code-keeps-its-hyphen"),
        pytest.param("{when mon}-{when dd}-{when yyyy}", "mar-12-2025",
                     {"when": date(2025, 3, 12)}, id="date-in-three-places"),
        pytest.param("{when d.m.yyyy}", "2.11.2025", {"when": date(2025, 11, 2)}, id="no-zero-before"),
        pytest.param("{when school}", "2025-26", {"when": PartialDate(school=2025)}, id="school-year"),
        pytest.param("{when school}", "1999-00", {"when": PartialDate(school=1999)}, id="school-year-of-the-turn"),
        pytest.param("{who words 1}-{what}", "new-yard-gate", {"who": "new", "what": "yard gate"}, id="one-word"),
        pytest.param("{amount}_{what}", "-12.50_credit",
                     {"amount": Decimal("-12.50"), "what": "credit"}, id="negative-amount"),
    ],
)  # fmt: skip
def test_parse(pattern: str, name: str, expect: dict[str, object]) -> None:
    parsed = parse(Pattern.read(pattern), name, PARTIES)
    assert isinstance(parsed, Parsed), parsed
    assert parsed.fields == expect


@pytest.mark.parametrize(
    ("name", "at", "why"),
    [
        pytest.param("scan0031", 0, "“scan0031” stands where when is expected", id="no-date"),
        pytest.param("2025-03-12", 10, "the name ends where", id="ends-early"),
        pytest.param("2025-03-12_xyz_sail", 11, "no party has the short form “xyz”", id="party"),
        pytest.param("2025-02-30_mrc_sail", 0, "the calendar has no such day", id="no-such-day"),
        pytest.param("2025-13-01_mrc_sail", 0, "there is no month 13", id="no-such-month"),
        pytest.param("2025-03-12_mrc_Sail", 15, "the pattern writes this as", id="wrong-case"),
        pytest.param("2025-03-12_mrc_a_b_c", 18, "“_c” stands where", id="one-field-too-many"),
    ],
)
def test_parse_says_where_and_why_it_stops(name: str, at: int, why: str) -> None:
    stop = parse(Pattern.read(HOUSE), name, PARTIES)
    assert isinstance(stop, Stop)
    assert stop.at == at
    assert why in stop.why


@pytest.mark.parametrize(
    ("text", "at", "why"),
    [
        pytest.param("{when", 0, "not closed", id="open"),
        pytest.param("what}", 4, "closing brace", id="close"),
        pytest.param("{}", 0, "without a field", id="empty"),
        pytest.param("plain", 0, "no field", id="no-field"),
        pytest.param("{what short}", 6, "Only a party", id="short-of-text"),
        pytest.param("{what first}", 6, "needs a number", id="first-what"),
        pytest.param("{what frist 3}", 6, "no format", id="unknown-word"),
        pytest.param("{when yyyy-nn}", 6, "no date format", id="unknown-date"),
        pytest.param("{What}", 1, "no field name", id="field-name"),
        pytest.param('{"/" what}', 1, "cannot stand in a name", id="slash"),
        pytest.param("a/{what}", 1, "cannot stand in a name", id="slash-outside"),
        pytest.param("{amount upper}", 8, "one way of writing", id="amount"),
        pytest.param("{when month nn}", 12, "no date format", id="unknown-second-date-word"),
        pytest.param("{who short words 2}", 5, "contradict", id="words-of-a-short-form"),
        pytest.param("{what words}", 6, "needs a number", id="words-of-what-number"),
        pytest.param("{what initials 00}", 6, "contradict", id="contradiction"),
    ],
)
def test_a_wrong_pattern_says_where_why_and_what_to_do(text: str, at: int, why: str) -> None:
    with pytest.raises(PatternError) as error:
        Pattern.read(text)
    assert error.value.at == at
    assert why in str(error.value)
    assert error.value.mend


@pytest.mark.parametrize(
    ("text", "mixed"),
    [
        pytest.param(HOUSE, None, id="house"),
        pytest.param("{when}-{what}", None, id="fixed-width-before-joiner"),
        pytest.param("{who short}-{what}", None, id="a-short-form-has-no-joiner"),
        pytest.param("{who}-{what}", ("what", "who"), id="joiner-between-texts"),
        pytest.param("{what}{who short}", ("what", "who"), id="nothing-between"),
        pytest.param('{what}{"-" reference?}', ("reference", "what"), id="joiner-before-optional"),
        pytest.param("{what}v{kind}", ("kind", "what"), id="letter-between"),
        pytest.param("{what}v{reference 00}", None, id="the-last-v-before-digits-only"),
        pytest.param("{when yyyymmdd}{reference 000}", None, id="fixed-then-digits"),
        pytest.param("{reference 000}{when yyyymmdd}", None, id="digits-then-fixed"),
        pytest.param("{reference 00}{amount}", ("amount", "reference"), id="digits-digits"),
    ],
)
def test_fields_that_cannot_be_told_apart_are_reported(text: str, mixed: tuple[str, ...] | None) -> None:
    assert ambiguity(Pattern.read(text)) == mixed


@pytest.mark.parametrize(
    ("name", "stem", "extension"),
    [
        ("backup.tar.gz", "backup", ".tar.gz"),
        ("Minutes 3.2024", "Minutes 3.2024", ""),
        ("REPORT.PDF", "REPORT", ".PDF"),
        (".pdf", ".pdf", ""),
        ("notes.v2.docx", "notes.v2", ".docx"),
        (".tar.gz", ".tar", ".gz"),
        ("pdf", "pdf", ""),
        ("", "", ""),
    ],
)
def test_split_extension(name: str, stem: str, extension: str) -> None:
    assert split_extension(name) == (stem, extension)
