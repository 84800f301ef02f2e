"""Whether a paper is here already: the same again, or a later edition of one that is filed."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from waka.core.fields.alike import words_of

from .comparing import Compared

How = Literal["bytes", "same", "edition"]
#: shares of words and of figures in common, from which on two papers are one
SURE_WORDS, SURE_FIGURES = 0.9, 0.78  #: by their texts alone
CALLED_WORDS, CALLED_FIGURES = 0.72, 0.66  #: of two that have the same sender and number
EDITION_WORDS = 0.5  #: of two that have the same sender and number, and are one in a later edition
FEWEST_SIGNS = 4  #: of a number that tells two papers apart
MANY_SIGNS = 6  #: of one that is the same wherever it stands in another


@dataclass(frozen=True, slots=True, kw_only=True)
class Called:
    """What tells a paper from others."""

    kind: str | None
    who: str | None
    reference: str | None
    what: str | None


def how_same(found: Compared, one: Called, other: Called) -> How | None:
    """Return whether two papers are one, or editions of one; None where they are two."""
    if found.words >= SURE_WORDS and found.figures >= SURE_FIGURES:
        return "same"
    if not _agree(one, other):
        return None
    if found.words >= CALLED_WORDS and found.figures >= CALLED_FIGURES:
        return "same"
    return "edition" if found.words >= EDITION_WORDS else None


def _agree(one: Called, other: Called) -> bool:
    """Whether two papers are of one sender and have one number; or of one learner and one task."""
    if not one.who or not other.who or not _is_one(one.who, other.who):
        return False
    first, second = _signs(one.reference), _signs(other.reference)
    if one.kind == other.kind == "coursework":
        tasks = [set(words_of(paper.what or "")) for paper in (one, other)]
        return bool(first and first == second) or (
            all(tasks) and (tasks[0] <= tasks[1] or tasks[1] <= tasks[0])
        )
    # a corrected one often has the number of the first with a letter behind it
    short, long = sorted((first, second), key=len)
    return len(short) >= FEWEST_SIGNS and (
        long.startswith(short) or (len(short) >= MANY_SIGNS and short in long)
    )


def _is_one(who: str, other: str) -> bool:
    """Whether two names are of one party: the same words, or all those of the shorter one."""
    one, two = words_of(who), words_of(other)
    return "".join(one) == "".join(two) or set(one) <= set(two) or set(two) <= set(one)


def _signs(text: str | None) -> str:
    return re.sub(r"[\W_]", "", (text or "").casefold())
