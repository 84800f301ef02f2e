"""Dates on paper: in figures, with names of months in five languages, and in English words.

Which of 03/04/2025 is the day, the page itself often shows by another date; else the office's own order holds.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from functools import lru_cache

from waka.core.fields.office import DateOrder

from .letters import plain

_NAMES = (
    "january januar janvier januari stycznia styczen jan jän sty",
    "february februar fevrier februari lutego luty feb fev lut",
    "march marz maerz mars maart marca marzec mar mrz mrt",
    "april avril kwietnia kwiecien apr avr kwi",
    "may mai mei maja maj",
    "june juni juin czerwca czerwiec jun cze",
    "july juli juillet lipca lipiec jul juil lip",
    "august aout augustus sierpnia sierpien aug sie",
    "september septembre wrzesnia wrzesien sep sept wrz",
    "october oktober octobre pazdziernika pazdziernik oct okt paz",
    "november novembre listopada listopad nov lis",
    "december dezember decembre grudnia grudzien dec dez gru",
)
MONTHS = {plain(name): month for month, names in enumerate(_NAMES, 1) for name in names.split()}
_MONTH = "(?P<m>" + "|".join(sorted(MONTHS, key=len, reverse=True)) + r")\.?"
DAY_OF_WEEK = re.compile(
    r"(?:(?:mon|tues|wednes|thurs|fri|satur|sun)day|mon|tue|tues|wed|thu|thur|thurs|fri|sat|sun|montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonntag|"
    r"lundi|mardi|mercredi|jeudi|vendredi|samedi|dimanche|maandag|dinsdag|woensdag|donderdag|vrijdag|zaterdag|zondag)[\s,.]*$"
)  # fmt: skip
_UNITS = "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen".split()
_TENS = {
    "twenty": 20,
    "thirty": 30,
    "forty": 40,
    "fifty": 50,
    "sixty": 60,
    "seventy": 70,
    "eighty": 80,
    "ninety": 90,
}
_ORDINALS = {
    word: number
    for number, word in enumerate(
        "first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth thirteenth fourteenth fifteenth "
        "sixteenth seventeenth eighteenth nineteenth twentieth".split(), 1
    )
} | {"thirtieth": 30}  # fmt: skip
_ORDINALS |= {
    f"{tens}{sign}{word}": base + number
    for tens, base in (("twenty", 20), ("thirty", 30)) for word, number in list(_ORDINALS.items())[:9] for sign in ("-", " ")
}  # fmt: skip
_NUMBER_WORD = "|".join((*_UNITS, *_TENS))

_FORMS = tuple(
    re.compile(form)
    for form in (
        # the year first
        r"(?<![\d.,/-])(?P<y>(?:19|20)\d\d)\s?(?P<s>[-./])\s?(?P<m>\d{1,2})\s?(?P=s)\s?(?P<d>\d{1,2})(?![\d/-]|\.\d)",
        # a month by its name
        r"(?<![\d.,/])(?P<d>\d{1,2})\s?(?:st|nd|rd|th|er|e|de|ste|\.|°)?[\s.,/-]{0,2}(?:of |de |den |d')?" + _MONTH
        + r"[\s.,/'-]{0,3}(?P<y>(?:19|20)\d\d|\d\d)(?![\d])(?!\s?(?:%|:\d\d))",
        r"(?<![a-z])" + _MONTH + r"[\s.-]{1,2}(?P<d>\d{1,2})(?:st|nd|rd|th)?(?:,\s?|\s)(?P<y>(?:19|20)\d\d)(?!\d)",
        # figures alone
        r"(?<![\d.,/-])(?P<a>\d{1,2})(?P<s>\s?[/.-]\s?)(?P<b>\d{1,2})(?P=s)(?P<y>(?:19|20)\d\d|\d\d)(?![\d/]|[.-]\d)",
        # the same as a recogniser sees it, with a space here and there
        r"(?<![\d.,/-])(?P<a>\d{1,2})\s?(?P<s>[/.-])\s?(?P<b>\d{1,2})\s?(?P=s)\s?(?P<y>(?:19|20)\d\d|\d\d(?=\s+\d\d\s?:\s?\d\d))(?![\d/]|[.-]\d)",
        r"(?<![\d.,/])(?P<a>\d{2}) (?P<b>\d{2}) (?P<y>(?:19|20)\d\d)(?!\d)",
        # English words
        r"(?<![a-z])(?P<dw>" + "|".join(sorted(_ORDINALS, key=len, reverse=True)) + r")(?: day)? (?:of )?" + _MONTH
        + r",?(?: in the year)?(?: of our lord)? (?P<yw>(?:(?:nineteen|twenty|two|thousand|hundred|and|"
        + _NUMBER_WORD + r")[\s-]?)+|(?:19|20)\d\d)",
        # run together, as machines write it
        r"(?<![\w.,/-])(?P<y>20\d\d)(?P<m>0[1-9]|1[0-2])(?P<d>0[1-9]|[12]\d|3[01])(?![\w,-]|\.\d)",
    )
)  # fmt: skip
_YEARS = range(1930, 2080)


@dataclass(frozen=True, slots=True)
class Spot:
    """A date in a text, at the characters *start* to *end*."""

    start: int
    end: int
    value: date
    other: date | None = None  #: what it is where day and month change places; None where that cannot be
    bare: bool = False  #: eight figures run together, which may be a number


def spots(text: str, order: DateOrder = "day_first") -> list[Spot]:
    """Return the dates in *text*, in their order."""
    return list(_spots(text, order))


@lru_cache(maxsize=8192)
def _spots(text: str, order: DateOrder) -> tuple[Spot, ...]:
    folded = plain(text)
    if not any(c.isdigit() for c in text) and not any(
        word in folded for word in ("thousand", "twenty", "nineteen")
    ):
        return ()
    found: list[Spot] = []
    for form in _FORMS:
        for match in form.finditer(folded):
            if any(match.start() < one.end and one.start < match.end() for one in found):
                continue
            made = _spot(match, order)
            if made is not None:
                found.append(made)
    return tuple(sorted(found, key=lambda one: one.start))


def _spot(match: re.Match[str], order: DateOrder) -> Spot | None:
    parts = match.groupdict()
    try:
        if parts.get("dw"):
            year = _year_in_words(parts["yw"])
            value = date(year, MONTHS[parts["m"]], _ORDINALS[parts["dw"]])
            return Spot(match.start(), match.start() + len(match[0].rstrip(" -")), value)
        year = _year(parts["y"])
        if year not in _YEARS:
            return None
        if parts.get("a"):
            return _figures(match, year, int(parts["a"]), int(parts["b"]), order)
        month = parts["m"]
        value = date(year, int(month) if month.isdigit() else MONTHS[month], int(parts["d"]))
        return Spot(match.start(), match.end(), value, bare=match[0].isdigit())
    except ValueError:
        return None


def _figures(match: re.Match[str], year: int, a: int, b: int, order: DateOrder) -> Spot | None:
    first = _maybe(year, b, a)  # day, then month
    second = _maybe(year, a, b)
    if order == "month_first":
        first, second = second, first
    if first is None:
        first, second = second, None
    return (
        None
        if first is None
        else Spot(match.start(), match.end(), first, None if first == second else second)
    )


def _maybe(year: int, month: int, day: int) -> date | None:
    try:
        return date(year, month, day)
    except ValueError:
        return None


def _year(told: str) -> int:
    return int(told) if len(told) == 4 else (2000 if int(told) < 80 else 1900) + int(told)


def _year_in_words(told: str) -> int:
    """Return the year of ``two thousand and twenty-five``, ``twenty twenty-five``. Raises ValueError."""
    if told.isdigit():
        return int(told)
    words = [word for word in re.split(r"[\s-]+", told) if word and word != "and"]
    if words[:2] == ["two", "thousand"]:
        return 2000 + _small(words[2:])
    if words[:1] in (["twenty"], ["nineteen"]):
        return (20 if words[0] == "twenty" else 19) * 100 + _small([w for w in words[1:] if w != "hundred"])
    raise ValueError(told)


def _small(words: list[str]) -> int:
    return sum(_TENS.get(word) or _UNITS.index(word) + 1 for word in words)


def begins(text: str, spot: Spot) -> bool:
    """Whether *text* begins with a date, or with a day of the week and a date."""
    return not DAY_OF_WEEK.sub("", plain(text[: spot.start])).strip()


def order_shown(text: str) -> DateOrder | None:
    """Return the order that dates in figures in *text* show by a number beyond twelve; None where none does."""
    shown = set(_orders(plain(text)))
    return shown.pop() if len(shown) == 1 else None


def _orders(folded: str) -> Iterator[DateOrder]:
    for match in _FORMS[3].finditer(folded):
        a, b = int(match["a"]), int(match["b"])
        if 12 < a <= 31 and 1 <= b <= 12:
            yield "day_first"
        elif 12 < b <= 31 and 1 <= a <= 12 and "/" in match["s"]:
            yield "month_first"
