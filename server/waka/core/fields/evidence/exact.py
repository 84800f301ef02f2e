"""What a file says of itself exactly: an electronic invoice, the head of a mail, the clock of a camera."""

from __future__ import annotations

import re
from collections.abc import Mapping
from datetime import date
from decimal import Decimal, InvalidOperation

from .context import Found

CERTAIN = 20.0  #: the score of what is exact
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


def mailbox(header: str) -> tuple[str, str]:
    """Return the name and the address of the first mailbox in a header; the name is '' where none is given."""
    for one in re.split(r",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)", header):
        match = _ADDRESS.match(one)
        if match:
            return match["name"].strip(), match["address"].lower()
    return header.strip(), ""
