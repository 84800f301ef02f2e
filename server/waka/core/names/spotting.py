"""Dates in names whose pattern is not known yet: in which form most of them are written, and where."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from .formats import DateFormat
from .parse import Parsed, date_regex, parse
from .pattern import Pattern, Style
from .values import FieldValue, PartialDate, Parties

#: the forms that are looked for; of two that fit as well, the first
FORMS = (
    "yyyy-mm-dd", "yyyy.mm.dd", "yyyymmdd", "dd-mm-yyyy", "dd.mm.yyyy", "d.m.yyyy", "ddmmyyyy", "mm-dd-yyyy",
    "mmddyyyy", "dd mon yyyy", "d mon yyyy", "dd month yyyy", "d month yyyy", "dd-mm-yy", "dd.mm.yy", "yy-mm-dd",
    "yymmdd", "ddmmyy", "month yyyy", "mon yyyy", "yyyy-Qq", "Qq yyyy", "yyyy-mm", "mm-yyyy", "school", "yyyy",
)  # fmt: skip
YEARS = range(1900, 2100)  #: what else has four digits is a number
COMMON = 0.5  #: the share of names in which a form has to be found


@dataclass(frozen=True, slots=True)
class Spot:
    """A date in a name: from where to where, and its year as far as the form tells one."""

    start: int
    end: int
    year: int | None
    value: FieldValue


def common_forms(stems: Sequence[str]) -> list[tuple[str, list[Spot | None]]]:
    """Return the forms of dates in at least half of *stems*, the likeliest first, with the first date of each name.

    The likeliest is found in the most names and spells the most of each. Where six digits can be read in two ways, the
    year is what varies least.
    """
    found = []
    for form in FORMS:
        spots = [spot(stem, form) for stem in stems]
        there = [one for one in spots if one is not None]
        if there and len(there) >= COMMON * len(stems):
            letters = sum(one.end - one.start for one in there)
            years = len({one.year for one in there})
            found.append(((-len(there), -letters, years, FORMS.index(form)), form, spots))
    return [(form, spots) for _, form, spots in sorted(found, key=lambda one: one[0])]


def spot(stem: str, form: str) -> Spot | None:
    """Return the first date of that form in *stem*."""
    pattern, regex = _compiled(form)
    for match in regex.finditer(stem):
        # the letter case of a month is the pattern's own business
        parsed = parse(pattern, match[0].title() if "mon" in form else match[0], Parties())
        if not isinstance(parsed, Parsed):
            continue
        value = parsed.fields["when"]
        year = (
            (value.year or value.school) if isinstance(value, PartialDate) else getattr(value, "year", None)
        )
        if year is None or year in YEARS:
            return Spot(match.start(), match.end(), year, value)
    return None


class DatesOfNames:
    """The dates in some names: read in the form that most of them have, otherwise in the first that fits.

    Six or eight digits that can be read in two ways are read as the other names are, or not at all.
    """

    def __init__(self, stems: Sequence[str]) -> None:
        common = [form for form, _ in common_forms(stems)]
        self.forms = [*common, *(form for form in FORMS if form not in common and form not in TWO_WAYS)]

    def date(self, stem: str) -> FieldValue | None:
        """Return the date in *stem*, as far as it tells one."""
        spots = (spot(stem, form) for form in self.forms)
        return next((found.value for found in spots if found is not None), None)


DAY_OR_MONTH = (
    ("dd-mm-yyyy", "mm-dd-yyyy"),
    ("ddmmyyyy", "mmddyyyy"),
)  #: forms that digits alone do not tell apart


def either_way(stems: Sequence[str]) -> bool:
    """Whether dates in *stems* can be read with the day or the month first, and none of them shows which."""
    found = {form: sum(one is not None for one in spots) for form, spots in common_forms(stems)}
    return any(day in found and found[day] == found.get(month) for day, month in DAY_OR_MONTH)


TWO_WAYS = ("ddmmyyyy", "mm-dd-yyyy", "mmddyyyy", "dd-mm-yy", "dd.mm.yy", "yy-mm-dd", "yymmdd", "ddmmyy")


@lru_cache(maxsize=64)
def _compiled(form: str) -> tuple[Pattern, re.Pattern[str]]:
    format = DateFormat.read(form)
    assert format is not None
    # letters may adjoin a number, other digits may not
    edge = r"[0-9]" if form[0] in "ydm" and "mon" not in form else r"[0-9A-Za-z]"
    return Pattern.read(f"{{when {form}}}", Style(case="keep")), re.compile(
        f"(?<!{edge})(?:{date_regex(format)})(?![0-9])"
    )
