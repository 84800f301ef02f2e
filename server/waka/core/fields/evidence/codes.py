"""Codes printed on a paper: payment codes (EPC069-12, "Quick Response Code: Guidelines"), and what bars say.

A payment code says exactly who is paid, how much, and what the payer should refer to. What bars say is a number without
its meaning, so it speaks only for a number that is printed as well.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from .context import Found
from .exact import CERTAIN
from .letters import plain

IN_PAYMENT_CODE, IN_BARS = "payment_code", "bars"  #: why of values
LONGEST_NAME = 70  #: characters of a payee's name; one that long may be cut off
_BARS_SAY = 1.2  #: what it adds to the score of a number that bars say it
_AMOUNT = re.compile(r"([A-Z]{3})([0-9]{1,9}(?:\.[0-9]{1,2})?)")
_NO_SIGNS = re.compile(r"[^0-9a-z]")


@dataclass(frozen=True, slots=True)
class Payment:
    """What a payment code asks the payer for."""

    payee: str
    amount: Decimal | None
    currency: str | None  #: ISO 4217
    refers_to: str  #: the creditor's reference, or what else the payment should say; '' for none


def payment(codes: Sequence[str]) -> Payment | None:
    """Return what the first payment code among the texts of *codes* says; None where there is none."""
    for code in codes:
        lines = [line.strip() for line in code.replace("\r\n", "\n").split("\n")]
        if len(lines) < 7 or lines[0] != "BCD" or lines[1] not in ("001", "002") or lines[3] != "SCT":
            continue
        lines += [""] * (12 - len(lines))
        told = _AMOUNT.fullmatch(lines[7])
        return Payment(
            lines[5],
            Decimal(told[2]) if told else None,
            told[1] if told else None,
            lines[9] or lines[10],
        )
    return None


def referred_to(found: Sequence[Found[str]], text: str) -> list[Found[str]]:
    """Return the numbers *found* on a paper, first the one that a payment's *text* names: of several, the longest."""
    named = [one for one in found if _names(text, one.value)]
    if not named:
        return list(found)
    best = max(named, key=lambda one: len(one.value))
    return [
        replace(best, score=CERTAIN, why=IN_PAYMENT_CODE, sure=1.0),
        *(one for one in found if one is not best),
    ]


def in_bars(found: Sequence[Found[str]], codes: Sequence[str]) -> list[Found[str]]:
    """Return the numbers *found* on a paper, surer of those that a code says as well; the likeliest first."""
    said = {_bare(code) for code in codes if len(code) < 80}
    told = [
        replace(one, score=one.score + _BARS_SAY, why=IN_BARS, sure=1.0)
        if one.score > 0 and _bare(one.value) in said
        else one
        for one in found
    ]
    return sorted(told, key=lambda one: -one.score)


def _names(text: str, number: str) -> bool:
    """Whether words that follow each other in *text* are *number*, whatever signs stand between."""
    words, sought = [_bare(word) for word in text.split()], _bare(number)
    return bool(sought) and any(
        "".join(words[first:end]) == sought
        for first in range(len(words))
        for end in range(first + 1, len(words) + 1)
    )


def _bare(text: str) -> str:
    return _NO_SIGNS.sub("", plain(text))
