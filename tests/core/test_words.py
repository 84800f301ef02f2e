"""Sentences made of codes and facts; the client's cases are the same (said.test.ts)."""

import re

import pytest

from waka.core.changes.findings import Fact, Said
from waka.core.names import check_name
from waka.core.words import CODES, blocks, counted, given, mend_worded, named, titled, worded
from waka.core.words.codes import CHECKS
from waka.core.words.titles import TITLES
from waka.core.words.worded import filled

FILLED: list[tuple[str, dict[str, Fact], str]] = [
    ("“{name}” stands there", {"name": "a.pdf"}, "“a.pdf” stands there"),
    ("There is none[, but {alike} stands there]", {}, "There is none"),
    (
        "There is none[, but {alike} stands there]",
        {"alike": ["a", "b"]},
        "There is none, but a, b stands there",
    ),
    ("[{gain} will see it][; {lose} will not]", {"gain": [], "lose": ["Alba"]}, "; Alba will not"),
    ("{count} steps", {"count": 12345}, "12,345 steps"),
    ("{count} steps", {"count": 1234}, "1234 steps"),
]


@pytest.mark.parametrize(("pattern", "facts", "expected"), FILLED)
def test_a_pattern_is_filled(pattern: str, facts: dict[str, Fact], expected: str) -> None:
    assert filled(pattern, facts) == expected


def test_a_sentence_of_earlier_times_an_unknown_code_and_a_step_are_told_as_they_are() -> None:
    assert worded("told", {"told": "as it was"}) == "as it was"
    assert worded("from_the_future", {"why": "rust"}) == "rust (from_the_future)" and blocks(
        "from_the_future"
    )
    assert worded("source_gone", {"step": 3, "way": "A → B"}).startswith("Step 3, A → B: It is no longer")
    assert mend_worded("made_meanwhile", {}) is None


@pytest.mark.parametrize("code", CODES)
def test_the_words_of_a_code_stand_by_themselves(code: str) -> None:
    words = CODES[code]
    for pattern in (words.text, words.mend or ""):
        assert re.sub(r"\[[^\[\]]*\]|\{\w+\}", "", pattern).count("[") == 0
        assert not pattern.endswith("."), "doors end sentences as they need"
    assert words.word and words.says if code in CHECKS else not words.word


@pytest.mark.parametrize(
    "name", ["", "a:b", "a\tb", "a\udc80b", "a\u200bb", "nul", " a", "e\u0301", "x" * 300, "x" * 250]
)
def test_what_is_wrong_with_a_name_has_words_and_its_facts(name: str) -> None:
    for found in check_name(name, parent_length=20):
        assert "{" not in worded(found.code, found.facts) and blocks(found.code)


@pytest.mark.parametrize(("title", "told"), [
    (counted("move", 22, to="Boat"), "Move 22 documents to Boat"),
    (counted("move", 0, 1, to="Safety"), "Move 1 folder to Safety"),
    (counted("copy", 1, 2, to="Drive"), "Copy 2 folders and 1 document to Drive"),
    (counted("bin", 12_000, 1), "Bin 1 folder and 12,000 documents"),
    (counted("set_fields", 1), "Set fields of 1 document"),
    (counted("destroy_old", 3, days=90), "Destroy 3 documents binned more than 90 days ago"),
    (named("rename", ["note.txt"]), "Rename note.txt"),
    (named("restore", ["a.txt", "b.txt"]), "Restore 2 documents"),
    (named("move", ["note.txt"], to="Letters"), "Move note.txt to Letters"),
    (given("Before the audit {x} [y]"), "Before the audit {x} [y]"),
])  # fmt: skip
def test_a_change_is_called_by_what_it_does(title: Said, told: str) -> None:
    assert titled(title, undoes=False) == told
    assert titled(title, undoes=True) == f"Undo: {told}"


def test_no_title_has_the_code_of_a_finding() -> None:
    assert not TITLES.keys() & CODES.keys()
