"""Text made comparable, letter by letter: what was found in it stands in the original at the same place."""

from __future__ import annotations

import unicodedata
from functools import lru_cache

_ALIKE = {"ł": "l", "Ł": "l", "ß": "s", "ø": "o", "æ": "a", "œ": "o", "’": "'", "‘": "'", "´": "'", "–": "-", "—": "-",
          "−": "-", "‐": "-", "‑": "-", "\u00a0": " ", "\u202f": " ", "\u2009": " "}  # fmt: skip


@lru_cache(maxsize=4096)
def _one(letter: str) -> str:
    if letter in _ALIKE:
        return _ALIKE[letter]
    plain = unicodedata.normalize("NFD", letter)[0].lower()
    return plain if len(plain) == 1 else letter


def plain(text: str) -> str:
    """Return *text* in small letters without accents, with as many characters as before."""
    return text.lower() if text.isascii() else "".join(map(_one, text))
