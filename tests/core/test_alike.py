"""Parties that may be one, written in two ways."""

import pytest

from waka.core.fields.alike import alike

SAME = [
    ("Marlow Rope & Canvas", "Marlow Rope and Canvas Ltd"), ("Marlow Rope & Canvas", "Canvas, Rope Marlow"),
    ("Kilbray Yard", "Kilbray Yard."), ("Kilbray Yard", "KILBRAY YARD LIMITED"), ("Östra Varvet", "Ostra Varvet AB"),
    ("Gannet Marine Fuels", "Gannet Marine Fuel"), ("Sail Loft", "Sailloft"), ("Greyfin Marine Fuels", "Grefin Marine Fuels"),
    ("Brae Coast Energy", "Brae Coast Energie"),
]  # fmt: skip
OTHERS = [
    ("Brae Coast Energy", "Brae Coast Guard"), ("Maya Hartle", "Tomas Hartle"), ("Kilbray Yard", "Kilbray Harbour"),
    ("Tern Point Harbour", "Tern Point Sail Training"), ("Coast Skills Institute", "Coastal Safety Institute"),
    ("Wren & Daughters", "Orr & Sons"),
]  # fmt: skip


@pytest.mark.parametrize(("one", "other"), SAME)
def test_one_party_in_two_spellings_is_found(one: str, other: str) -> None:
    found = alike(["Tern Point Harbour", one, "Maya Hartle", other])
    assert [(pair.one, pair.other) for pair in found] == [(1, 3)]


@pytest.mark.parametrize(("one", "other"), OTHERS)
def test_two_parties_are_not_taken_for_one(one: str, other: str) -> None:
    assert alike([one, other]) == []


def test_the_likest_come_first() -> None:
    found = alike(["Kilbray Yard", "Kilbrae Yard", "Kilbray Yard Ltd"])
    assert (found[0].one, found[0].other) == (0, 2)
