"""What a file says of itself exactly: an electronic invoice, the head of a mail, the clock of a camera."""

from __future__ import annotations

import operator
import re
from collections.abc import Callable, Mapping, Sequence
from datetime import date
from decimal import Decimal, InvalidOperation
from typing import TypeVar

from .context import Found

CERTAIN = 20.0  #: the score of what is exact
CLEARLY, DIFFERS = (
    4.5,
    1.0,
)  #: what stands so clearly on the page, and what a file then says that says another thing

T = TypeVar("T")
_ADDRESS = re.compile(r"^\s*\"?(?P<name>[^\"<@]*?)\"?\s*<?(?P<address>[\w.+'-]+@[\w.-]+)>?\s*$")


def text(facts: Mapping[str, str], code: str, score: float = CERTAIN) -> list[Found[str]]:
    told = facts.get(code, "")
    return [Found(told, told, None, score, "exact")] if told else []


def day(facts: Mapping[str, str], code: str, score: float = CERTAIN) -> list[Found[date]]:
    try:
        return [Found(date.fromisoformat(facts[code]), facts[code], None, score, "exact")]
    except (KeyError, ValueError):
        return []


def amount(facts: Mapping[str, str]) -> list[Found[Decimal]]:
    try:
        value = Decimal(facts["amount"])
    except (KeyError, InvalidOperation):
        return []
    return [Found(value, facts["amount"], None, CERTAIN, "exact")] if value.is_finite() else []


def seen_on(
    told: list[Found[T]], read: Sequence[Found[T]], same: Callable[[T, T], bool] = operator.eq
) -> list[Found[T]]:
    """Return what is exact with its place on the page, where the page shows it; doubtful, where the page clearly differs."""
    if not told:
        return list(read)
    value, why = told[0].value, told[0].why
    shown = next((one for one in read if same(one.value, value)), None)
    if shown is not None:
        return [
            Found(value, shown.text, shown.box, CERTAIN, why),
            *(one for one in read if one is not shown),
        ]
    if read and read[0].score >= CLEARLY:
        return [Found(value, told[0].text, None, DIFFERS, why), *read]
    return [*told, *read]


def mailbox(header: str) -> tuple[str, str]:
    """Return the name and the address of the first mailbox in a header; the name is '' where none is given."""
    for one in re.split(r",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)", header):
        match = _ADDRESS.match(one)
        if match:
            return match["name"].strip(), match["address"].lower()
    return header.strip(), ""
