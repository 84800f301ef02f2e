"""Sums of money on paper, written ``1,234.56``, ``1.234,56``, ``1 234,56``, ``1234.5 €`` or ``12,-``."""

from __future__ import annotations

import re
from dataclasses import dataclass
from decimal import Decimal
from functools import lru_cache

from .letters import plain

CURRENCIES = {
    "£": "GBP", "gbp": "GBP", "€": "EUR", "eur": "EUR", "euro": "EUR", "$": "USD", "us$": "USD", "usd": "USD", "zl": "PLN", "pln": "PLN",
    "chf": "CHF", "sek": "SEK", "dkk": "DKK", "nok": "NOK", "czk": "CZK", "cad": "CAD", "aud": "AUD",
}  # fmt: skip
_SIGN = r"(?:us\$|[£€$]|zl\b|(?:gbp|eur|euro|usd|pln|chf|sek|dkk|nok|czk|cad|aud)\b)"
_SUM = re.compile(
    r"(?<![\w.,/%-])(?<!\d:)"
    r"(?P<open>\()?(?P<minus>-\s?)?(?:(?P<before>" + _SIGN.replace(r"\b", "") + r")\s?)?(?P<minus2>-\s?)?"
    r"(?P<number>(?P<whole>\d{1,3}(?:(?P<mark>[ ,.'])\d{3})(?:(?P=mark)\d{3})*|\d{1,9})(?:(?P<point>[.,])(?P<cents>\d\d|-|–))?)"
    r"(?P<after>\s?" + _SIGN + r")?(?P<close>\))?(?P<behind>-(?![\d\w])|\s?cr\b)?"
    r"(?![\w%]|[.,/:-]\d|\s?%)"
)  # fmt: skip
_MEASURE = re.compile(r"\s?(?:l|ltr|lit(?:re|er)s?|kg|g|kwh|km|miles?|hrs?|hours?) ?(?:@|$|[^\w\s])|\s?@")
_LARGEST = Decimal("1e9")


@dataclass(frozen=True, slots=True)
class Sum:
    """A sum in a text, at the characters *start* to *end*."""

    start: int
    end: int
    value: Decimal
    currency: str | None  #: as it is written beside it
    is_exact: bool  #: has cents, as sums that count do


def sums(text: str) -> list[Sum]:
    """Return the sums in *text*: numbers with two decimals, and whole ones with a currency beside them."""
    return list(_sums(text))


def is_a_sum(text: str) -> bool:
    """Whether *text* is a sum and nothing else."""
    found = sums(text)
    return len(found) == 1 and found[0].is_exact and (found[0].start, found[0].end) == (0, len(text))


@lru_cache(maxsize=8192)
def _sums(text: str) -> tuple[Sum, ...]:
    if not any(c.isdigit() for c in text):
        return ()
    found = []
    folded = plain(text)
    for match in _SUM.finditer(folded):
        parts = match.groupdict()
        sign = (parts["before"] or parts["after"] or "").strip()
        alone = match.span() == (0, len(text))  # a cell of a spreadsheet
        if not sign and parts["cents"] is None and not (alone and parts["whole"].isdigit()):
            continue
        if parts["point"] and parts["point"] == parts["mark"]:
            continue  # 1.234.56 is no sum
        if not sign and _MEASURE.match(folded, match.end()):
            continue  # so much of something
        whole = re.sub(r"\D", "", parts["whole"])
        cents = parts["cents"] if parts["cents"] and parts["cents"].isdigit() else "00"
        value = Decimal(f"{whole}.{cents}")
        if value >= _LARGEST:
            continue
        negative = parts["minus"] or parts["minus2"] or parts["behind"] or (parts["open"] and parts["close"])
        start = match.start() + (1 if parts["open"] and not parts["close"] else 0)
        found.append(
            Sum(
                start,
                match.end(),
                -value if negative else value,
                CURRENCIES.get(sign),
                parts["cents"] is not None,
            )
        )
    return tuple(found)


def currency_of(text: str) -> str | None:
    """Return the currency that *text* speaks of most, None where it speaks of none."""
    counts: dict[str, int] = {}
    for match in re.finditer(r"(?<![a-z])" + _SIGN.replace(r"\b", r"(?![a-z])"), plain(text)):
        code = CURRENCIES[match[0]]
        counts[code] = counts.get(code, 0) + 1
    return max(counts, key=lambda code: counts[code], default=None)
