"""What a recogniser mistakes one sign for another, put right where the signs beside it leave no doubt."""

from __future__ import annotations

import re

_FIGURES = str.maketrans({"O": "0", "o": "0", "Q": "0", "l": "1", "I": "1", "|": "1", "i": "1"})
_POUND = re.compile(r"^[fFE](?=\d{1,3}(?:[,.]?[\doO]{3})*[.,][\doO]{2}$)")
_OCTOBER = re.compile(r"^0(?=[a-zA-Z]{3})")
_NUMBER = re.compile(r"^[£€$]?[-(]?[\dOoIl|][\dOoIl|.,/:-]*[\dOoIl|]\)?[.,]?$")


def mended(word: str) -> str:
    """Return *word*, as long as before: a nought within letters as the letter O, letters within figures as figures."""
    word = _OCTOBER.sub("O", _POUND.sub("£", word))
    figures = sum(c.isdigit() for c in word)
    if figures >= 2 and figures >= len(word) / 3 and _NUMBER.match(word) and not word.isdigit():
        return word.translate(_FIGURES)
    return word
