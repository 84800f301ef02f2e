"""The format words of a pattern: how a date, a text or a number is shown.

Dates are runs of ``yyyy yy mm dd mon month q ww`` with separators between them; texts know ``short``,
``initials``, ``last-first``, ``lower``, ``upper``, ``title``, ``first N`` and ``max N``; a run of zeros
is the least width of a whole number.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from .values import PartialDate

DATE_TOKENS = ("month", "yyyy", "mon", "yy", "mm", "dd", "ww", "q")  # longest first: greedy reading
MONTHS = (
    "january", "february", "march", "april", "may", "june",
    "july", "august", "september", "october", "november", "december",
)  # fmt: skip
CASE_WORDS = ("lower", "upper", "title")
CENTURY_PIVOT = 70  #: two-digit years from here on are of the 1900s, below it of the 2000s


@dataclass(frozen=True, slots=True)
class DateFormat:
    """Tokens and the separators between them, in order: ``(("yyyy", True), ("-", False), ...)``."""

    parts: tuple[tuple[str, bool], ...]

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
    initials: bool = False
    last_first: bool = False
    case: str | None = None
    first: int | None = None  #: words
    longest: int | None = None  #: characters
    zeros: int | None = None  #: least number of digits


def show_date(value: date | PartialDate, format: DateFormat, case: str) -> str | None:
    """Return *value* in *format*, or None where the value does not tell enough."""
    known = parts_of(value, by_week="ww" in format.tokens)
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


def parts_of(value: date | PartialDate, *, by_week: bool) -> PartialDate:
    """Return all that follows from *value*; with *by_week* the year is that of the ISO week."""
    if isinstance(value, date):
        iso = value.isocalendar()
        return PartialDate(
            year=iso.year if by_week else value.year,
            month=value.month,
            day=value.day,
            quarter=(value.month + 2) // 3,
            week=iso.week,
        )
    if value.quarter is None and value.month is not None:
        return PartialDate(
            year=value.year, month=value.month, day=value.day,
            quarter=(value.month + 2) // 3, week=value.week,
        )  # fmt: skip
    return value


def _show_token(token: str, known: PartialDate, case: str) -> str | None:
    number = {
        "yyyy": known.year, "yy": known.year, "mm": known.month, "mon": known.month,
        "month": known.month, "dd": known.day, "q": known.quarter, "ww": known.week,
    }[token]  # fmt: skip
    if number is None:
        return None
    if token == "yyyy":
        return f"{number:04d}"
    if token == "q":
        return str(number)
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
    part = {"yyyy": "year", "mm": "month", "dd": "day", "q": "quarter", "ww": "week"}[token]
    return part, int(text)


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
