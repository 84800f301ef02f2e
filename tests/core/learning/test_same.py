"""The same paper again, a later edition, or another: told by words, figures and what it is called."""

import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.learning.comparing import compared, folded
from waka.core.learning.same import Called, how_same

BILL = """Marlow Rope & Canvas 4 Ropewalk Yard Tern Point TP4 1AB telephone 01632 960118 invoice number {number}
date {date} Tern Point Sail Training Trust The Old Customs Shed North Mole for mizzen sail repair with new bolt rope and
reefing points sewn by hand net {net} tax {tax} total to pay {total} please pay within thirty days of this date"""
ONE = BILL.format(
    number="MRC-4711", date="12.03.2025", net="1,000.00", tax="200.00", total="1,200.00"
).split()
NEXT = BILL.format(number="MRC-4802", date="11.04.2025", net="860.00", tax="172.00", total="1,032.00").split()
OTHER = [
    "Dear",
    "Tamsin",
    "the",
    "north",
    "mole",
    "is",
    "dredged",
    "from",
    "next",
    "week",
    "on",
    "please",
    "move",
    "the",
    "ketch",
    "to",
    "the",
    "inner",
    "basin",
]
ME = Called(kind="invoice", who="Marlow Rope & Canvas", reference="MRC-4711", what=None)
COURSEWORK = Called(kind="coursework", who="Ines Calder", reference=None, what="Worksheet 03")


def how(one: list[str], other: list[str], mine: Called = ME, its: Called = ME) -> str | None:
    found = compared(folded(one), folded(other))
    return how_same(found, mine, its) if found is not None else None


def called(reference: str | None) -> Called:
    return Called(kind="invoice", who="MARLOW ROPE AND CANVAS LTD", reference=reference, what=None)


def scanned(words: list[str]) -> list[str]:
    """The words as a scan reads them: in another order, some letters wrong, a stamp on it."""
    order = words[20:] + words[:20]
    return [
        word.replace("i", "l") if word.isalpha() and at % 4 == 0 else word for at, word in enumerate(order)
    ] + ["PAID", "14", "April"]


@pytest.mark.parametrize(
    ("one", "other", "its", "expected"),
    [
        (ONE, ONE, called(None), "same"),
        (scanned(ONE), ONE, called("MRC 4711"), "same"),
        (NEXT, ONE, called("MRC-4802"), None),  # the next bill of the same sender
        (NEXT, ONE, called("MRC-4711-R"), "edition"),  # corrected
        (OTHER, ONE, called("MRC-4711"), None),
        (["too", "little", "1"], ONE, called("MRC-4711"), None),
    ],
)
def test_a_paper_is_told_from_others_of_its_sender(
    one: list[str], other: list[str], its: Called, expected: str | None
) -> None:
    assert how(one, other, ME, its) == expected


def test_coursework_handed_in_again_is_an_edition_of_the_same_task_by_the_same_learner() -> None:
    first = [
        "Worksheet",
        "03",
        "rolling",
        "hitch",
        "by",
        "Ines",
        "Calder",
        "I",
        "tie",
        "it",
        "round",
        "the",
        "mast",
        "twice",
        "and",
        "pull",
        "it",
        "hard",
        "until",
        "it",
        "holds",
        "1",
        "2",
        "3",
    ]
    again = [
        *first[:14],
        *["twice", "and", "then", "once", "more", "so", "that", "it", "does", "not", "slip", "4", "5"],
    ]
    another = Called(kind="coursework", who="Jory Penrose", reference=None, what="Worksheet 03")
    assert how(again, first, COURSEWORK, COURSEWORK) == "edition"
    assert how(again, first, COURSEWORK, another) is None


@given(
    st.lists(st.text("abcdefgh0123456789", min_size=1, max_size=8), min_size=20, max_size=60), st.randoms()
)
def test_the_same_words_in_any_order_are_the_same_and_what_is_added_is_marked(
    words: list[str], rng: random.Random
) -> None:
    mixed = [*words, "stampedlong"]
    rng.shuffle(mixed)
    found = compared(words, mixed)
    assert found is not None and found.figures == 1 and found.only_one == []
    assert [mixed[at] for at in found.only_other] == ["stampedlong"]


@given(st.lists(st.text(max_size=9), max_size=40), st.lists(st.text(max_size=9), max_size=40))
def test_a_comparison_is_the_same_from_either_side(one: list[str], other: list[str]) -> None:
    here, there = compared(folded(one), folded(other)), compared(folded(other), folded(one))
    if here is None or there is None:
        assert here is there
        return
    assert (here.figures, len(here.only_one)) == (there.figures, len(there.only_other))
    assert 0 <= here.words <= 1 and 0 <= here.figures <= 1
    assert all(folded(one)[at] for at in here.only_one) and all(folded(other)[at] for at in here.only_other)
