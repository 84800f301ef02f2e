"""Small numbers that tell how much two texts have in common, without the texts.

A set of words is kept as its MinHash (Broder, "On the resemblance and containment of documents", 1997): for each of
``HASHES`` orders of all words the first word of the set. The share of orders in which two sets have the same first word
estimates what they share of all their words (the Jaccard index), with a standard error of at most 0.5 / √HASHES.
"""

from __future__ import annotations

import hashlib
import re
import zlib
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from waka.core.fields.evidence.letters import plain

VERSION = 1  #: of how sketches are made; a migration that puts all texts into sketch_due goes with a new one
HASHES = 64
LOOK_CHARACTERS = 3_000  #: about a page: what a paper looks like, its first page shows
MOST_CHARACTERS = 60_000
FEWEST_WORDS = 6  #: of a text that is compared at all

Hashes = NDArray[np.uint16]  #: HASHES numbers
_LETTERS = re.compile(r"[^\W\d_]{3,}")
_WORD = re.compile(r"\w+")


def _constants(name: bytes) -> NDArray[np.uint64]:
    """Return HASHES odd numbers of 64 bits that no version of a library makes others."""
    data = hashlib.shake_256(b"waka sketch " + name).digest(8 * HASHES)
    return np.frombuffer(data, dtype="<u8") | np.uint64(1)


_FACTORS, _ADDED = _constants(b"factors"), _constants(b"added")


@dataclass(frozen=True, slots=True)
class Sketch:
    """What two texts can be compared by."""

    look: Hashes  #: of the words on the first page, no figures: alike for papers of one sender and kind
    content: Hashes  #: of all words and figures: alike for the same document


def sketch(text: str) -> Sketch | None:
    """Return the sketch of *text*; None where it says too little to be compared."""
    folded = plain(text[:MOST_CHARACTERS])
    look = set(_LETTERS.findall(folded[:LOOK_CHARACTERS]))
    content = set(_WORD.findall(folded))
    if len(look) < FEWEST_WORDS:
        return None
    return Sketch(_first(look), _first(content))


def _first(words: Iterable[str]) -> Hashes:
    hashes = np.fromiter((zlib.crc32(word.encode()) for word in words), dtype=np.uint64)
    # multiply-shift (Dietzfelbinger and others, 1997): a different order of all words for each factor
    orders = (hashes[:, None] * _FACTORS[None, :] + _ADDED[None, :]) >> np.uint64(32)
    first: Hashes = orders.min(axis=0).astype(np.uint16)
    return first


def likeness(one: Hashes, others: NDArray[np.uint16]) -> NDArray[np.float32]:
    """Return how alike *one* is to each row of *others* (rows x HASHES), from 0 to 1."""
    alike: NDArray[np.float32] = (others == one).mean(axis=1, dtype=np.float32)
    return alike
