"""Two texts by their words: how much they share, what each has that the other has not, and whether they are one paper.

Words are compared as bags: a scan of a page is read in another order than the page itself. A word that a recogniser
misread counts as the same where most of its letters are; a figure does not: bills of one sender differ in little else.
"""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from rapidfuzz import fuzz, process

from waka.core.fields.evidence.letters import plain

MOST_WORDS = 6_000  #: of a text, that are compared
MOST_MISREAD = 400  #: words of a text that are looked at for what was misread
MISREAD = 70.0  #: of 100: how alike two words without figures are, that may be one misread
FEWEST = 12  #: words of a text that says enough to be compared
_EDGE = re.compile(r"^\W+|\W+$")
_FIGURE = re.compile(r"\d")


@dataclass(frozen=True, slots=True)
class Compared:
    """How two texts compare. *only_one*, *only_other*: the places of words that the other has not."""

    words: float  #: the share of their words without figures that they have in common, 0 to 1; 1 where neither has any
    figures: float  #: the same of words with figures
    only_one: Sequence[int]
    only_other: Sequence[int]


def folded(words: Sequence[str]) -> list[str]:
    """Return *words* as they are compared, '' for what is none."""
    return [_EDGE.sub("", plain(word)) for word in words[:MOST_WORDS]]


def compared(one: Sequence[str], other: Sequence[str]) -> Compared | None:
    """Return how two texts compare, of words as ``folded`` gives them; None where one says too little."""
    counts = [sum(map(bool, words)) for words in (one, other)]
    if min(counts) < FEWEST:
        return None
    only_one, only_other = _unshared(one, other), _unshared(other, one)
    only_one, only_other = _without_misread(one, only_one, other, only_other)
    return Compared(
        _share(one, only_one, other, only_other, figures=False), _share(one, only_one, other, only_other, figures=True),
        only_one, only_other,
    )  # fmt: skip


def _unshared(one: Sequence[str], other: Sequence[str]) -> list[int]:
    """Return the places of words of *one* that *other* has not, or not as often."""
    left: dict[str, int] = defaultdict(int)
    for word in other:
        left[word] += 1
    found = []
    for at, word in enumerate(one):
        if not word:
            continue
        left[word] -= 1
        if left[word] < 0:
            found.append(at)
    return found


def _without_misread(
    one: Sequence[str], ours: list[int], other: Sequence[str], theirs: list[int]
) -> tuple[list[int], list[int]]:
    """Return the places that are left once words are paired that are one, misread: the likest first."""
    mine, their = ([at for at in places if not _FIGURE.search(words[at])][:MOST_MISREAD]
                   for words, places in ((one, ours), (other, theirs)))  # fmt: skip
    if not mine or not their:
        return ours, theirs
    alike = process.cdist(
        [one[at] for at in mine],
        [other[at] for at in their],
        scorer=fuzz.ratio,
        score_cutoff=MISREAD,
        dtype=np.uint8,
    )
    gone, taken = set[int](), set[int]()
    for at in np.argsort(-alike, axis=None, kind="stable")[: np.count_nonzero(alike)]:
        row, column = divmod(int(at), len(their))
        if mine[row] not in gone and their[column] not in taken:
            gone.add(mine[row])
            taken.add(their[column])
    return [at for at in ours if at not in gone], [at for at in theirs if at not in taken]


def _share(
    one: Sequence[str], ours: Sequence[int], other: Sequence[str], theirs: Sequence[int], *, figures: bool
) -> float:
    of_one, of_other = (
        sum(bool(word) and bool(_FIGURE.search(word)) is figures for word in words) for words in (one, other)
    )
    alone = sum(bool(_FIGURE.search(one[at])) is figures for at in ours)
    common = of_one - alone
    whole = of_one + of_other - common
    return max(0.0, common / whole) if whole else 1.0
