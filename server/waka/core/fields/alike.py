"""Parties that may be one, written in two ways: found by how alike their names are.

Names are compared by their words, without those that say nothing of who it is: in any order, and run together. The
likeness is that of the normalised InDel distance (the longest common subsequence; J. W. Hunt, M. D. McIlroy, "An
Algorithm for Differential File Comparison", 1976).
"""

from __future__ import annotations

import unicodedata
from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations

from anyascii import anyascii
from rapidfuzz import fuzz

LEAST = 86.0  #: of 100: from here on two names may be one
MOST_IN_A_BLOCK = 300  #: parties that share a beginning and are compared with one another
_SAYS_NOTHING = frozenset(
    (
        "the",
        "and",
        "of",
        "ltd",
        "limited",
        "co",
        "company",
        "inc",
        "plc",
        "llp",
        "llc",
        "gmbh",
        "ag",
        "ab",
        "sons",
        "group",
    )
)


@dataclass(frozen=True, slots=True)
class Alike:
    """The places of two names, and how alike they are, of 100."""

    one: int
    other: int
    likeness: float


def words_of(name: str) -> list[str]:
    """Return the words of a name that say who it is, without accents and capitals."""
    plain = anyascii(unicodedata.normalize("NFKC", name)).casefold().replace("&", " and ")
    words = "".join(c if c.isalnum() else " " if c not in "'.’" else "" for c in plain).split()
    return [word for word in words if word not in _SAYS_NOTHING] or words


def alike(names: Sequence[str]) -> list[Alike]:
    """Return the pairs of *names* that may be one, the likest first; compared are those with words that begin alike."""
    told = [words_of(name) for name in names]
    ways = [(" ".join(sorted(words)), "".join(words)) for words in told]
    found = []
    for one, other in _pairs(told):
        likeness = max(fuzz.ratio(a, b) for a, b in zip(ways[one], ways[other], strict=True))
        if likeness >= LEAST:
            found.append(Alike(one, other, likeness))
    return sorted(found, key=lambda pair: (-pair.likeness, pair.one, pair.other))


def _pairs(told: Sequence[Sequence[str]]) -> Iterator[tuple[int, int]]:
    blocks: dict[str, set[int]] = defaultdict(set)
    for at, words in enumerate(told):
        for word in words:
            blocks[word[:3]].add(at)
    seen: set[tuple[int, int]] = set()
    for block in blocks.values():
        for pair in combinations(sorted(block)[:MOST_IN_A_BLOCK], 2):
            if pair not in seen:
                seen.add(pair)
                yield pair
