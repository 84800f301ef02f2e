"""A pattern is proposed for names that are there: the right one, with what it leaves over."""

import random

import pytest

from tests.core.names import generated
from tests.core.names.conventions import CONVENTIONS, Convention
from waka.core.names import Parsed, Parties, Party, as_text, parse
from waka.core.names.columns import Vocabulary
from waka.core.names.learning import propose
from waka.core.names.spotting import common_forms

KINDS = frozenset(
    ["invoice", "bill", "letter", "minutes", "coursework", "certificate", "report", "form", "photo", "other"]
)
#: which of the two words is the last name, nothing in these names tells
UNTOLD = ("last name first, and the essay",)


def vocabulary(one: Convention) -> Vocabulary:
    return Vocabulary(KINDS, Parties.of(Party(name, short) for short, name in one.parties.items()))


def is_right(one: Convention) -> bool:
    """Whether the first pattern that is proposed reads every name into its fields."""
    known = vocabulary(one)
    found = propose(list(one.names), known)
    if not found:
        return False
    read = {name: parse(found[0].pattern, name, known.parties) for name in one.names}
    return all(
        isinstance(parsed, Parsed) and {c: as_text(v) for c, v in parsed.fields.items()} == one.names[name]
        for name, parsed in read.items()
    )


@pytest.mark.parametrize(
    "one", [one for one in CONVENTIONS if one.code not in UNTOLD], ids=lambda one: one.code
)
def test_the_right_pattern_is_proposed_first(one: Convention) -> None:
    assert is_right(one)


def test_at_least_seventeen_of_twenty_are_right() -> None:
    assert sum(map(is_right, CONVENTIONS)) >= 17


@pytest.mark.parametrize("one", CONVENTIONS, ids=lambda one: one.code)
def test_every_proposal_reads_what_it_says_and_tells_what_is_left(one: Convention) -> None:
    stems = [*one.names, "zz untidy", "scan0012"]
    known = vocabulary(one)
    for found in propose(stems, known):
        reads = [stem for stem in stems if isinstance(parse(found.pattern, stem, known.parties), Parsed)]
        assert found.reads == len(reads) >= len(stems) / 2
        assert sorted([*reads, *found.left]) == sorted(stems)


@pytest.mark.parametrize("one", CONVENTIONS, ids=lambda one: one.code)
def test_a_few_names_of_another_sort_do_not_hide_the_pattern(one: Convention) -> None:
    if one.code in UNTOLD:
        return
    known = vocabulary(one)
    alone = propose(list(one.names), known)[0].pattern.text
    assert propose([*one.names, "untidy"], known)[0].pattern.text == alone


def test_of_two_thousand_names_in_random_conventions_nearly_all_are_read_right() -> None:
    """A hundred conventions, twenty names of each, and an untidy one among them."""
    rng = random.Random(29)
    right = 0
    for _ in range(100):
        pattern, fields = generated.convention(rng)
        known = generated.names(rng, pattern, fields, 20)
        found = propose([*known, "untidy scan"], Vocabulary(KINDS, generated.PARTIES))
        for stem, values in known.items() if found else ():
            read = parse(found[0].pattern, stem, generated.PARTIES)
            right += isinstance(read, Parsed) and {c: as_text(v) for c, v in read.fields.items()} == values
    assert right >= 0.95 * 2_000


@pytest.mark.parametrize("stems", [
    [], ["a"], ["a", "b"], ["", "", ""], ["a/b", "c/d", "e/f"], ["{", "}", "{}"], ["___", "---", "   "],
    ["\udce9 2024-01", "\udce9 2024-02", "\udce9 2024-03"], ["same", "same", "same"],
], ids=repr)  # fmt: skip
def test_what_has_nothing_to_learn_from_is_no_trouble(stems: list[str]) -> None:
    for found in propose(stems, Vocabulary()):
        assert found.reads * 2 >= len(stems)


@pytest.mark.parametrize(("stems", "form"), [
    (["14-01-24 x", "30-06-24 y", "02-02-24 z"], "dd-mm-yy"),
    (["24-01-14 x", "24-06-30 y", "24-02-02 z"], "yy-mm-dd"),
    (["150324 x", "150330 y", "150402 z"], "yymmdd"),
    (["240315 x", "300315 y", "020415 z"], "ddmmyy"),
    (["12032025", "02042025", "29012025"], "ddmmyyyy"),
    (["03122025", "04022025", "01292025"], "mmddyyyy"),
    (["2025-26 x", "2024-25 y", "2023-24 z"], "school"),
    (["2025-01 x", "2024-02 y", "2023-12 z"], "yyyy-mm"),
    (["4311", "4312", "4390"], None),
    (["v1.2.2024", "a3.12.2024", "b11.3.2025"], "d.m.yyyy"),
])  # fmt: skip
def test_of_two_ways_to_read_a_date_the_others_decide(stems: list[str], form: str | None) -> None:
    found = common_forms(stems)
    assert (found[0][0] if found else None) == form
