"""Restructuring by two path patterns: only the named part moves."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.changes.mapping import Look, MappingProblem, NoMatch, PathMapping, parts_of

LETTERS = ("Letters/{type}/{year}/{month}/{rest}", "Letters/{year}/{month}/{type}/{rest}")
FITS = [
    (*LETTERS, "Letters/Funders/2025/03/a.pdf", "Letters/2025/03/Funders/a.pdf"),
    # the same word elsewhere stays what it is, in a deeper folder and in the extension
    (*LETTERS, "Letters/pdf/2025/03/pdf/2025.pdf", "Letters/2025/03/pdf/pdf/2025.pdf"),
    ("Bills/Year {year}", "Archive/{year}", "Bills/Year 2025/x/y.pdf", "Archive/2025/x/y.pdf"),
    ("{area}/{year}", "{year}/{area}", "Finance/2025/b.pdf", "2025/Finance/b.pdf"),
    ("Bills", "Finance/Bills", "Bills/b.pdf", "Finance/Bills/b.pdf"),
    ("A/{x}-{y}", "{y}/{x}", "A/one-two-three/f", "two-three/one/f"),
    ("{part-one}/{x1}", "{x1}/{part-one}", "a/b/f", "b/a/f"),
    # what a part looks like decides where it ends
    ("{a} {year 0000}", "{year}/{a}", "x y 2024/f", "2024/x y/f"),
    ('{a}-{kind "bill" "pay slip"}-{b}', "{kind}/{a}/{b}", "x-y-pay slip-z-w/f", "pay slip/x-y/z-w/f"),
]
LOOKS = ('Letters/{type "posted" "typed"}/{year 0000}', "Letters/{year}/{type}")
DIFFERS = [
    (*LETTERS, "Bills/Funders/2025/03/a.pdf", "level 1 is “Bills”"),
    (*LETTERS, "Letters/Funders/2025/a.pdf", "3 folders deep"),
    ("Bills/Year {year}", "Archive/{year}", "Bills/2025/a.pdf", "something like “Year {year}”"),
    ("{x}/{x}", "{x}", "a/b/f", "in one place"),
    ("{year 0000}", "{year}", "12345/f", "something like “{year 0000}”"),
    ("{year 0000}", "{year}", "٢٠٢٤/f", "something like"),
    ('{type "posted"}', "{type}", "Posted/f", "something like"),
]
PROBLEMS = [
    ("", "a", "from", "empty"), ("a//b", "a", "from", "empty level"), ("a/../b", "a", "from", "leads up"),
    ("{year", "a", "from", "brace"), ("{Year}", "a", "from", "small letters"), ("a", "{b}", "to", "no place"),
    ("{rest}/a", "a", "from", "comes last"), ("a-{rest}", "a", "from", "level of its own"),
    ("{a}{b}", "a", "from", "where one part ends"),
    ("{year yyyy}", "a", "from", "says nothing of year"), ('{a "x" y}', "a", "from", "says nothing of a"),
    ("{a}", "{a 00}", "to", "first pattern alone"), ('{a 00}/{a "x"}', "{a}", "from", "looks one way"),
]  # fmt: skip


@pytest.mark.parametrize(("source", "target", "path", "expected"), FITS)
def test_a_path_that_fits_goes_where_the_second_pattern_says(
    source: str, target: str, path: str, expected: str
) -> None:
    assert PathMapping.read(source, target).apply(path) == expected


@pytest.mark.parametrize(("source", "target", "path", "why"), DIFFERS)
def test_a_path_that_does_not_fit_says_why(source: str, target: str, path: str, why: str) -> None:
    found = PathMapping.read(source, target).apply(path)
    assert isinstance(found, NoMatch) and why in found.why


@pytest.mark.parametrize(("source", "target", "side", "why"), PROBLEMS)
def test_patterns_that_make_no_mapping(source: str, target: str, side: str, why: str) -> None:
    with pytest.raises(MappingProblem, match=why) as problem:
        PathMapping.read(source, target)
    assert problem.value.side == side


def test_what_was_moved_does_not_fit_again_where_the_parts_say_what_they_look_like() -> None:
    mapping = PathMapping.read(*LOOKS)
    moved = mapping.apply("Letters/posted/2025/a.pdf")
    assert moved == "Letters/2025/posted/a.pdf"
    assert isinstance(mapping.apply(moved), NoMatch)


def test_what_the_second_pattern_leaves_out_is_told() -> None:
    assert PathMapping.read("{a}/{b}/{c}", "{a}/{c}").lost == ["b"]


part = st.text("abcxyz 12-.", min_size=1, max_size=6).filter(
    lambda s: s.strip() == s and s not in (".", "..")
)


@given(part, part, part, st.lists(part, min_size=1, max_size=3))
def test_there_and_back_is_the_same_path(one: str, two: str, three: str, rest: list[str]) -> None:
    path = "/".join([one, two, three, *rest])
    there = PathMapping.read("{a}/{b}/{c}", "{c}/{a}/{b}").apply(path)
    assert isinstance(there, str)
    assert PathMapping.read("{c}/{a}/{b}", "{a}/{b}/{c}").apply(there) == path


def test_a_pattern_of_many_parts_takes_no_longer_than_its_text() -> None:
    """Thirty parts over a name that all but fits: by going back and trying again it would never end."""
    source = "-".join(f"{{p{at}}}" for at in range(30)) + "-x"
    mapping = PathMapping.read(source, "{p1}")
    for path in (f"{'a-' * 120}y/name.pdf", f"{'a-' * 120}x/name.pdf"):
        mapping.apply(path)


names = st.text("ab-", min_size=1, max_size=8)


@given(
    st.lists(st.sampled_from(["a", "b", "-", "ab", "-a"]), min_size=1, max_size=4),
    st.text("ab-", max_size=14),
    st.booleans(),
    st.booleans(),
)
def test_parts_are_found_as_the_slow_way_finds_them(
    literals: list[str], text: str, opens: bool, closes: bool
) -> None:
    pieces = ["" if opens else literals[0]]
    for at, literal in enumerate([*literals[1:], "" if closes else literals[0]]):
        pieces += [f"p{at}", literal]
    slow = re.fullmatch(
        "".join(re.escape(p) if at % 2 == 0 else "(.+?)" for at, p in enumerate(pieces)), text
    )
    found = parts_of(text, pieces)
    if any(not p for p in pieces[2:-1:2]):
        return  # two parts with nothing between are refused when the pattern is read
    assert (slow is None) == (found is None)
    if slow is not None and found is not None:
        assert [part for _, part in found] == list(slow.groups())


@given(
    st.lists(st.sampled_from(["a", "b", "-", "ab"]), min_size=1, max_size=3), st.text("ab-", max_size=12),
    st.sets(st.sampled_from(["a", "ab", "b-a", "--"]), min_size=1), st.integers(0, 2),
)  # fmt: skip
def test_parts_that_say_what_they_look_like_are_found_as_the_slow_way_finds_them(
    literals: list[str], text: str, words: set[str], which: int
) -> None:
    pieces = [""]
    for at, literal in enumerate([*literals, ""]):
        pieces += [f"p{at}", literal]
    look = f"p{which % (len(literals) + 1)}"
    ordered = sorted(words, key=len)
    ways = {name: "(.+?)" for name in pieces[1::2]} | {look: f"({'|'.join(map(re.escape, ordered))})"}
    slow = re.fullmatch(
        "".join(re.escape(p) if at % 2 == 0 else ways[p] for at, p in enumerate(pieces)), text
    )
    found = parts_of(text, pieces, {look: Look(words=tuple(ordered))})
    assert (slow is None) == (found is None)
    if slow is not None and found is not None:
        assert [part for _, part in found] == list(slow.groups())
