"""What a recogniser mistakes one sign for another, put right where the signs beside it leave no doubt."""

from __future__ import annotations

import re

from .dates import MONTHS
from .labels import in_labels
from .letters import plain

_FIGURES = str.maketrans({"O": "0", "o": "0", "Q": "0", "l": "1", "I": "1", "|": "1", "i": "1"})
_POUND = re.compile(r"^[fFE](?=\d{1,3}(?:[,.]?[\doO]{3})*[.,][\doO]{2}$)")
_OCTOBER = re.compile(r"(?<![^\W_])0(?=ct(?:\b|(?i:ob)))|^0(?=[a-zA-Z]{3})")
_NO = re.compile(r"(?<=^[nN])0(?=[.:]?$)")
_INNER_NOUGHT = re.compile(r"(?<=^[A-Z])0(?=[A-Z]{2,}$)|(?<=^[A-Z]{2})0(?=[A-Z]+$)")
_ORDINAL = re.compile(r"^(?=.*\d|l[l1I]th)([\dloOiI]{1,2})(?=(?:st|nd|rd|th)[,.]?$)")
_WIDE = str.maketrans("，．：；（）／－！？％＆", ",.:;()/-!?%&")
_CAPITALS = re.compile(
    r"^(?:[A-Z]{1,4}l[A-Z]{0,3}|l[A-Z]{1,4})(?=[-/.]?\d{3})"
)  #: before the figures of a number
_NUMBER = re.compile(r"^[£€$]?[-(]?[\dOoIl|][\dOoIl|.,/:-]*[\dOoIl|]\)?[.,]?$")


def mended(word: str) -> str:
    """Return *word*, as long as before: a nought within letters as the letter O, letters within figures as figures."""
    word = _OCTOBER.sub("O", _POUND.sub("£", word.translate(_WIDE)))
    word = _NO.sub("o", word)
    if len(word) > LEAST_LETTERS and sum(c == "0" for c in word) <= 2 and word.replace("0", "").isalpha():
        word = word.replace("0", "O" if word.replace("0", "").isupper() else "o")
    word = _INNER_NOUGHT.sub("O", word)
    word = _ORDINAL.sub(lambda match: match[0].translate(_FIGURES), word)
    word = _CAPITALS.sub(lambda match: match[0].replace("l", "I"), word)
    figures = sum(c.isdigit() for c in word)
    if figures >= 2 and figures >= len(word) / 3 and _NUMBER.match(word) and not word.isdigit():
        return word.translate(_FIGURES)
    return word


#: a label and the number that a recogniser saw no space before
_GLUED = re.compile(
    r"^(?:(?:ref|no|nr|num)[.:°º]{1,2}|[nN][°º]|№|[nN]r[.:]?|[^\W\d_]{3,}(?:nr|no|nummer|number)[.:]?)(?=[A-Z]{0,6}[-/]?\d)",
    re.IGNORECASE,
)
#: a word and a number that begins with capitals, as in “StatementME2585”
_INTO_NUMBER = re.compile(r"^[A-Z]?[a-zà-ž]{4,}(?=[A-Z]{1,4}[-/]?\d{3})")

#: a label and the sum behind it, which the writer of a file set without a space
_INTO_SUM = re.compile(r"^[^\W\d_]*[a-zà-ž]{3}(?=\d{1,3}(?:[.,]\d|$))")
_COMMA = re.compile(r"^[^\W\d_]{3,},(?=\d)")


def parted(word: str) -> int:
    """Return where in *word* another begins that ran into it: 0 where none did.

    That is a label and its number, as in “n°FA2025-12”, or a day of the week and a day, as in “Friday,21st”.
    """
    glued = _GLUED.match(word) or _COMMA.match(word) or _INTO_NUMBER.match(word)
    return glued.end() if glued else 0


def run_into_sum(word: str) -> int:
    """Return where in *word* of a text a sum begins that its label ran into, as in “payable3 191,85”; 0 where none does."""
    into = _INTO_SUM.match(word)
    return into.end() if into else 0


def initialled(number: str, phrase: str) -> str:
    """Return a *number* as it begins where it begins with the first letters of what it is called, as “PO” of a purchase order."""
    initials = "".join(word[0] for word in phrase.split()).upper()
    head, rest = number[: len(initials)], number[len(initials) :]
    is_so = (
        len(initials) > 1 and rest[:1].isdigit() and head.translate(_FIGURES) == initials.translate(_FIGURES)
    )
    return initials + rest if is_so else number


def is_word(text: str) -> bool:
    """Whether *text* is a word one letter of which was taken for a figure, as in “1ate” or “N0”."""
    return text.lower() == "n0" or (
        sum(c.isdigit() for c in text) == 1 and sum(c.islower() for c in text) >= 3 and len(text) < 12
    )


def is_split(one: str, other: str) -> bool:
    """Whether two words are one in which a recogniser saw a space.

    That is the figures of one day, as in “1 1th”: no day is called 1th, 2th, 3th or 0th; the wide first letter of a
    label, as in “D ocument No.”; or the letters that a legal form is short for, as in “B. V.”.
    """
    if f"{one}{other}".rstrip(",") in _LEGAL_FORMS:
        return True
    if one in ("1", "2", "3"):
        return _NO_DAY.match(other) is not None and (other[0] == "0" or one == "1")
    rest = other.rstrip(".:")
    return (
        len(one) == 1 and one.isalpha() and one.isupper() and rest.isalpha() and rest.islower()
        and len(rest) >= LEAST_LETTERS and in_labels(f"{one}{rest}".lower())
    )  # fmt: skip


_LEGAL_FORMS = frozenset({"B.V.", "B.V", "N.V.", "N.V", "S.A.", "S.A", "e.K.", "e.K", "e.V.", "e.V"})
_NO_DAY = re.compile(r"^[0-3]th[,.]?$")


def month_mended(word: str, before: str, after: str) -> str:
    """Return *word* as the month that it is but for one letter, where a day stands before it and a year behind it."""
    letters = word.rstrip(",.")
    if len(letters) < LEAST_LETTERS or not _DAY.match(before) or not _YEAR.match(after):
        return word
    told = plain(letters)
    if told in MONTHS:
        return word
    alike = [
        name
        for name in MONTHS
        if len(name) == len(told) and sum(a != b for a, b in zip(name, told, strict=True)) == 1
    ]
    return (
        alike[0].capitalize() + word[len(letters) :] if len({MONTHS[name] for name in alike}) == 1 else word
    )


LEAST_LETTERS = 5  #: of a month that may be misspelt, of a label behind its first letter
_DAY = re.compile(r"^\d{1,2}(?:st|nd|rd|th|\.)?$")
_YEAR = re.compile(r"^(?:19|20)\d\d\W?$")
