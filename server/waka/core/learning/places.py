"""Where documents like one were filed, and where that leads for this one: by its own year and its own party."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

SURE = 0.8  #: the share, by the rule of succession, from which on nobody need look at it twice
FEWEST = 2  #: documents that went the same way
_YEAR, _MONTH, _WHO = "\0year", "\0month", "\0who"
_PART = re.compile("\0(?:year|month|who)")


@dataclass(frozen=True, slots=True, kw_only=True)
class Filed:
    """Where a document stands, and what of it may stand in the names of folders."""

    path: str
    when: date | None
    who: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Place:
    """Where documents like one went."""

    path: str  #: where that leads for this one
    example: str  #: where the latest of them stands
    count: int  #: of those that went this way
    of: int

    @property
    def share(self) -> float:
        """The chance that the next goes this way (the rule of succession, Laplace 1774)."""
        return (self.count + 1) / (self.of + 2)

    @property
    def is_sure(self) -> bool:
        return self.share >= SURE


def place(filed: Sequence[Filed], when: date | None, who: str | None) -> Place | None:
    """Return where most of *filed* went, the latest first, as that is for a document of *when* and *who*.

    None where too few went the same way, or where the way needs what the document does not say.
    """
    ways = Counter(_way(one) for one in filed)
    for way, count in ways.most_common():
        if count < FEWEST:
            return None
        path = _led(way, when, who)
        if path is not None:
            example = next(one.path for one in filed if _way(one) == way)
            return Place(path=path, example=example, count=count, of=len(filed))
    return None


def _way(one: Filed) -> str:
    """Return a path with what in it comes of the document itself left open."""
    return "/".join(_open(part, one) for part in one.path.split("/"))


def _open(part: str, one: Filed) -> str:
    if one.who is not None and part.casefold() == one.who.casefold():
        return _WHO
    if one.when is not None:
        part = re.sub(rf"(?<!\d){one.when:%Y-%m}(?!\d)", _MONTH, part)
        part = re.sub(rf"(?<!\d){one.when:%Y}(?!\d)", _YEAR, part)
    return part


def _led(way: str, when: date | None, who: str | None) -> str | None:
    asked = set(_PART.findall(way))
    if (asked & {_YEAR, _MONTH} and when is None) or (_WHO in asked and who is None):
        return None
    told = {_WHO: who or ""}
    if when is not None:
        told |= {_YEAR: f"{when:%Y}", _MONTH: f"{when:%Y-%m}"}
    return _PART.sub(lambda found: told[found[0]], way)
