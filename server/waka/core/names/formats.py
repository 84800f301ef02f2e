"""The format words of a pattern: how a date, a text or a number is shown.

Dates are runs of ``yyyy yy mm m dd d mon month q ww school`` with signs or spaces between them; texts know
``short``, ``words N``, ``initials``, ``letter``, ``last-first``, ``lower``, ``upper``, ``title``, ``first N`` and
``max N``; a run of zeros is the least width of a whole number.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from datetime import date

from .values import PartialDate

DATE_TOKENS = (
    "school",
    "month",
    "yyyy",
    "mon",
    "yy",
    "mm",
    "dd",
    "ww",
    "q",
    "m",
    "d",
)  # longest first: greedy reading
MONTHS = (
    "january", "february", "march", "april", "may", "june",
    "july", "august", "september", "october", "november", "december",
)  # fmt: skip
_TOLD_BY = {
    "yyyy": "year", "yy": "year", "mm": "month", "mon": "month", "month": "month", "dd": "day", "q": "quarter",
    "ww": "week", "m": "month", "d": "day", "school": "school",
}  # fmt: skip
_PLAIN = {
    "yyyy": "{0:04d}",
    "mm": "{1:02d}",
    "dd": "{2:02d}",
    "q": "{3}",
    "yy": "{4:02d}",
    "m": "{1}",
    "d": "{2}",
}
CASE_WORDS = ("lower", "upper", "title")
CENTURY_PIVOT = 70  #: two-digit years from here on are of the 1900s, below it of the 2000s


@dataclass(frozen=True, slots=True)
class DateFormat:
    """Tokens and the separators between them, in order: ``(("yyyy", True), ("-", False), ...)``."""

    parts: tuple[tuple[str, bool], ...]
    by_week: bool = field(init=False, compare=False, repr=False)  #: the year is that of the ISO week

    #: writes year, month, day, quarter and two-digit year of a whole date; None where it takes more than numbers
    template: str | None = field(init=False, compare=False, repr=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "by_week", ("ww", True) in self.parts)
        pieces = [
            _PLAIN.get(text) if is_token else re.sub("[{}]", r"\g<0>\g<0>", text)
            for text, is_token in self.parts
        ]
        plain = [piece for piece in pieces if piece is not None]
        object.__setattr__(self, "template", "".join(plain) if len(plain) == len(pieces) else None)

    @property
    def tokens(self) -> frozenset[str]:
        return frozenset(text for text, is_token in self.parts if is_token)

    @classmethod
    def read(cls, word: str) -> DateFormat | None:
        """Return the format that *word* writes, or None where it is no date format."""
        parts: list[tuple[str, bool]] = []
        at = 0
        while at < len(word):
            token = next((t for t in DATE_TOKENS if word.startswith(t, at)), None)
            if token is None and word[at].islower():
                return None
            parts.append((token, True) if token else (word[at], False))
            at += len(token) if token else 1
        return cls(tuple(parts)) if any(is_token for _, is_token in parts) else None


DEFAULT_DATE = DateFormat((("yyyy", True), ("-", False), ("mm", True), ("-", False), ("dd", True)))


@dataclass(frozen=True, slots=True, kw_only=True)
class TextFormat:
    """What the format words of a text say; every word that is not given is None or False."""

    short: bool = False
    words: int | None = None  #: exactly so many
    initials: bool = False
    letter: bool = False  #: the first, A to Z; "0-9" for any digit, "Other" for all else
    last_first: bool = False
    case: str | None = None
    first: int | None = None  #: words
    longest: int | None = None  #: characters
    zeros: int | None = None  #: least number of digits


def show_date(value: date | PartialDate, format: DateFormat, case: str, year_begins: int = 1) -> str | None:
    """Return *value* in *format*, or None where the value does not tell enough.

    *year_begins*: the first month of a school year.
    """
    if format.template is not None and isinstance(value, date):
        year, month = value.year, value.month
        return format.template.format(year, month, value.day, (month + 2) // 3, year % 100)
    known = parts_of(value, by_week=format.by_week, year_begins=year_begins)
    out: list[str] = []
    for text, is_token in format.parts:
        if not is_token:
            out.append(text)
            continue
        shown = _show_token(text, known, case)
        if shown is None:
            return None
        out.append(shown)
    return "".join(out)


def parts_of(value: date | PartialDate, *, by_week: bool, year_begins: int = 1) -> PartialDate:
    """Return all that follows from *value*; with *by_week* the year is that of the ISO week."""
    if isinstance(value, date):
        year, week, _ = value.isocalendar() if by_week else (value.year, None, None)
        return PartialDate(
            year=year, month=value.month, day=value.day, quarter=(value.month + 2) // 3, week=week,
            school=value.year - (value.month < year_begins),
        )  # fmt: skip
    if value.quarter is None and value.month is not None:
        return PartialDate(
            year=value.year, month=value.month, day=value.day,
            quarter=(value.month + 2) // 3, week=value.week,
        )  # fmt: skip
    return value


def _show_token(token: str, known: PartialDate, case: str) -> str | None:
    number: int | None = getattr(known, _TOLD_BY[token])
    if number is None:
        return None
    if token == "yyyy":
        return f"{number:04d}"
    if token in ("q", "m", "d"):
        return str(number)
    if token == "school":
        return f"{number:04d}-{(number + 1) % 100:02d}"
    if token in ("mon", "month"):
        name = MONTHS[number - 1]
        return in_case(name if token == "month" else name[:3], "title" if case == "keep" else case)
    return f"{number % 100:02d}"


def read_token(token: str, text: str) -> tuple[str, int]:
    """Return which part of a date *token* tells, and its number."""
    if token in ("mon", "month"):
        low = text.lower()
        return "month", next(n for n, name in enumerate(MONTHS, 1) if name[: len(low)] == low)
    if token == "yy":
        two = int(text)
        return "year", two + (1900 if two >= CENTURY_PIVOT else 2000)
    if token == "school":
        first, _, second = text.partition("-")
        # one that ends in another year than the next is none; 0 is refused like the year 0
        return "school", int(first) if (int(first) + 1) % 100 == int(second) else 0
    return _TOLD_BY[token], int(text)


def in_case(text: str, case: str) -> str:
    """Return *text* in ``lower``, ``upper``, ``title`` (each word's first letter) or as it is."""
    if case == "lower":
        return text.lower()
    if case == "upper":
        return text.upper()
    if case == "title":
        # str.title() would also raise the letter after an apostrophe or digit
        return " ".join(word[:1].upper() + word[1:] for word in text.split(" "))
    return text
