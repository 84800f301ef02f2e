"""Conventions made at random, and names by them whose fields are known."""

from __future__ import annotations

import random
from collections.abc import Callable
from datetime import date, timedelta
from decimal import Decimal

from waka.core.names import (
    Composed,
    FieldValue,
    Parsed,
    Parties,
    Party,
    Pattern,
    Style,
    ambiguity,
    as_text,
    compose,
    parse,
)

PARTIES = Parties.of([
    Party("Marlow Rope & Canvas", "mrc"), Party("Kilbray Yard", "kby"), Party("Gannet Marine Fuel", "gmf"),
    Party("Tern Point Harbour", "tph"), Party("Wick Danbury Accounts", "wda"),
])  # fmt: skip
DATES = ("yyyy-mm-dd", "yyyymmdd", "yymmdd", "dd.mm.yyyy", "dd-mm-yyyy", "yyyy-mm", "mon yyyy", "d mon yyyy", "d.m.yyyy",
         "month yyyy", "yyyy-Qq", "yyyy")  # fmt: skip
WORDS = [
    "mizzen",
    "sail",
    "repair",
    "slipway",
    "hire",
    "berth",
    "rent",
    "anchor",
    "chain",
    "red",
    "diesel",
    "mooring",
    "lines",
    "raft",
    "survey",
    "crew",
    "plan",
]
PEOPLE = ("Maya Hartle", "Tomas Reed", "Bryn Osei", "Ines Calder", "Jory Penn", "Ada Wren")
FIELDS: dict[str, Callable[[random.Random], FieldValue]] = {
    "who short": lambda rng: rng.choice([party.name for party in PARTIES.known]),
    "learner": lambda rng: rng.choice(PEOPLE),
    "reference": lambda rng: str(rng.randrange(1000, 9999)),
    "amount": lambda rng: Decimal(rng.randrange(100, 99_999)) / 100,
    "kind": lambda rng: rng.choice(["invoice", "letter", "report"]),
}


def convention(rng: random.Random) -> tuple[Pattern, list[str]]:
    """Return a pattern whose fields can be told apart, and the fields it has beside when and what."""
    while True:
        parting = rng.choice(["_", " - "])
        joiner = rng.choice(["-", " "]) if parting == "_" else " "
        fields = rng.sample(list(FIELDS), rng.randrange(1, 4))
        parts = [f"{{when {rng.choice(DATES)}}}", *(f"{{{field}}}" for field in fields), "{what}"]
        rng.shuffle(parts)
        if rng.random() < 0.2:
            parts.insert(0, rng.choice(["Scan", "office copy".replace(" ", joiner)]))
        style = Style(joiner=joiner, case="keep", transliterate=False, longest=240)
        pattern = Pattern.read(parting.join(parts), style)
        if ambiguity(pattern) is None:
            return pattern, fields


def names(rng: random.Random, pattern: Pattern, fields: list[str], count: int) -> dict[str, dict[str, str]]:
    """Return names by *pattern* with what a reader of it finds in each."""
    found: dict[str, dict[str, str]] = {}
    while len(found) < count:
        values: dict[str, FieldValue] = {
            "when": date(2015, 1, 1) + timedelta(days=rng.randrange(3600)),
            "what": " ".join(rng.sample(WORDS, rng.randrange(1, 4))),
        }
        values |= {field.split()[0]: FIELDS[field](rng) for field in fields}
        made = compose(pattern, values, PARTIES)
        assert isinstance(made, Composed)
        read = parse(pattern, made.stem, PARTIES)
        assert isinstance(read, Parsed)
        found[made.stem] = {code: as_text(value) for code, value in read.fields.items()}
    return found
