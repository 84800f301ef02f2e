"""Sentences made of codes and facts; the client's cases are the same (said.test.ts)."""

import ast
import re

import pytest

from waka.core.changes.findings import Fact, Said, said
from waka.core.names import check_name
from waka.core.words import (
    CODES,
    because,
    blocks,
    by_person,
    counted,
    given,
    mend_worded,
    named,
    titled,
    worded,
)
from waka.core.words.codes import CHECKS
from waka.core.words.reasons import REASONS
from waka.core.words.titles import TITLES
from waka.core.words.worded import filled
from waka.settings import CHECKOUT

SERVER = CHECKOUT / "server/waka"
SAYS = ("said", "named", "counted", "LeftOut", "NothingToDo")

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


def test_no_code_means_two_things() -> None:
    assert not TITLES.keys() & CODES.keys() and not REASONS.keys() & (CODES.keys() | TITLES.keys())


@pytest.mark.parametrize(("reason", "told"), [
    (by_person("done with [x] {y}"), "done with [x] {y}"),
    (said("person", name="Magnus Orr", successor=""), "Magnus Orr"),
    (said("person", name="Magnus Orr", successor="Alba Finn"), "Magnus Orr, for Alba Finn"),
    (said("grants", changes=["Alba Finn: – → reader", "Yard: reader → filer"]),
     "Alba Finn: – → reader, Yard: reader → filer"),
    (said("no_date", typed="soon"), "“soon” is no date"),
    (because(PermissionError(13, "Permission denied")), "Permission denied"),
    (because(ValueError("it is too much")), "it is too much"), (because(KeyError()), "KeyError"),
])  # fmt: skip
def test_a_reason_is_told_in_words(reason: Said, told: str) -> None:
    assert worded(reason.code, reason.facts) == told


def codes_said() -> dict[str, set[str]]:
    """Return every code that some line says, with the files it stands in: as the first word of ``said`` and the like."""
    found: dict[str, set[str]] = {}
    for path in SERVER.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text())):
            if (isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in SAYS and node.args
                    and isinstance(node.args[0], ast.Constant)):  # fmt: skip
                found.setdefault(str(node.args[0].value), set()).add(path.name)
    return found


def test_whatever_is_said_has_words() -> None:
    known = CODES.keys() | TITLES.keys() | REASONS.keys()
    assert {code: files for code, files in codes_said().items() if code not in known} == {}


def test_every_reason_is_said_somewhere() -> None:
    text = "".join(path.read_text() for path in SERVER.rglob("*") if path.suffix in (".py", ".sql"))
    assert [code for code in REASONS if text.count(f'"{code}"') < 2] == []
