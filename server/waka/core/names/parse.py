"""From a name back to its fields.

A name is accepted only where composing the fields again gives the very same name, so that what is
read can be trusted: ``compose(parse(n)) == n`` holds by construction, and the reasons for a refusal
say where the two part.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from datetime import date
from functools import lru_cache

from .compose import Missing, Segment, compose
from .formats import MONTHS, DateFormat, TextFormat, read_token
from .pattern import FORBIDDEN, Literal, Pattern, Slot
from .shape import Shape
from .values import Fields, FieldType, FieldValue, PartialDate, Parties
from .writing import Unfit, value_of

_TOKENS = {
    "yyyy": "[0-9]{4}", "q": "[1-4]", "m": "[1-9][0-9]?", "d": "[1-9][0-9]?", "school": "[0-9]{4}-[0-9]{2}",
}  # fmt: skip
_MOST = {"month": 12, "quarter": 4, "week": 53, "day": 31}


@dataclass(frozen=True, slots=True)
class Parsed:
    fields: Fields
    segments: tuple[Segment, ...]


@dataclass(frozen=True, slots=True)
class Stop:
    """Where a name leaves its pattern, and why."""

    at: int  #: characters that were understood
    expected: tuple[str, ...]  #: fields that could have come next
    why: str


@dataclass(frozen=True, slots=True)
class _Compiled:
    regex: re.Pattern[str]
    slots: dict[str, Slot]
    dates: dict[str, list[tuple[str, str]]]  #: slot's group → the groups of its tokens
    shape: Shape


_OTHERWISE = Stop(0, (), "another form")


def parse(pattern: Pattern, stem: str, parties: Parties, *, says_why: bool = True) -> Parsed | Stop:
    """Return the fields that *stem*, a name without its extension, tells; or where it stops.

    *says_why*: not to be asked of many names, where that is more work than the reading.
    """
    compiled = _compile(pattern)
    found = compiled.regex.fullmatch(stem)
    if found is None and not says_why:
        return _OTHERWISE
    if found is None:
        at, expected = compiled.shape.stop(stem)
        return Stop(at, expected, _reason(stem, at, expected))
    fields: dict[str, FieldValue] = {}
    for group, slot in compiled.slots.items():
        text = found[group]
        if text is None:
            continue
        try:
            value = (
                _date(compiled, group, found)
                if isinstance(slot.format, DateFormat)
                else value_of(text, slot, pattern, parties)
            )
            fields[slot.field] = _merged(fields.get(slot.field), value)
        except Unfit as unfit:
            return Stop(found.start(group), (slot.field,), str(unfit))
    try:
        whole = {name: _whole(value) for name, value in fields.items()}
    except ValueError:
        return Stop(0, (), "the calendar has no such day")
    return _proved(pattern, stem, whole, parties)


def split_known(pattern: Pattern, stem: str) -> tuple[Segment, ...] | None:
    """Cut *stem*, which is on record as one that ``parse`` accepts, into the segments that it found there.

    Much quicker than ``parse``, for lists: nothing is read or proved again. None where *stem* does not
    even have the pattern's form.
    """
    compiled = _compile(pattern)
    found = compiled.regex.fullmatch(stem)
    if found is None:
        return None
    out: list[Segment] = []
    at = 0
    for group, slot in compiled.slots.items():
        start, end = found.span(group)
        if start < 0:
            continue
        if start > at:
            out.append(Segment(stem[at:start], None))
        out.append(Segment(stem[start:end], slot.field))
        at = end
    if at < len(stem):
        out.append(Segment(stem[at:], None))
    return tuple(out)


def _proved(pattern: Pattern, stem: str, fields: dict[str, FieldValue], parties: Parties) -> Parsed | Stop:
    again = compose(pattern, fields, parties)
    if isinstance(again, Missing):
        lack = again.lacks[0]
        return Stop(0, (lack.field,), f"{lack.field} {lack.why}")
    if again.stem != stem:
        at = next(
            (i for i, (a, b) in enumerate(zip(again.stem, stem, strict=False)) if a != b),
            min(len(again.stem), len(stem)),
        )
        return Stop(at, (), f"the pattern writes this as “{again.stem}”")
    if again.shortened is not None:
        # what stands there fits as it is: only what was read wrongly has to be cut to come out the same
        return Stop(0, (again.shortened,), f"{again.shortened} can be read in more than one way")
    return Parsed(fields, again.segments)


def _reason(stem: str, at: int, expected: tuple[str, ...]) -> str:
    wanted = " or ".join(expected) or "the end of the name"
    if at == len(stem):
        return f"the name ends where {wanted} is expected"
    return f"“{stem[at : at + 12]}” stands where {wanted} is expected"


def _date(compiled: _Compiled, group: str, found: re.Match[str]) -> PartialDate:
    known: dict[str, int] = {}
    for part, token in compiled.dates[group]:
        name, number = read_token(token, found[part])
        if known.setdefault(name, number) != number:
            raise Unfit("two_values", f"two different values for the {name}")
    for name, number in known.items():
        if name in _MOST and not 1 <= number <= _MOST[name]:
            raise Unfit("no_such_date", f"there is no {name} {number}")
    if known.get("year") == 0 or known.get("school") == 0:
        raise Unfit(
            "no_such_date",
            "there is no year 0" if known.get("year") == 0 else "a school year ends in the next year",
        )
    return PartialDate(**known)


def _merged(one: FieldValue | None, two: FieldValue) -> FieldValue:
    """Return what two readings of one field tell together. Raises ``Unfit`` where they disagree."""
    if one is None or one == two:
        return two
    if isinstance(one, PartialDate) and isinstance(two, PartialDate):
        parts = ("year", "month", "day", "quarter", "week", "school")
        known = {n: v for n in parts if (v := getattr(one, n)) is not None}
        for n in parts:
            value = getattr(two, n)
            if value is not None and known.setdefault(n, value) != value:
                raise Unfit("two_values", f"two different values for the {n}")
        return replace(PartialDate(), **known)
    raise Unfit("two_values", "the same field is read in two different ways")


def _whole(value: FieldValue) -> FieldValue:
    """Return a calendar date where year, month and day are known. Raises ``ValueError``."""
    if isinstance(value, PartialDate) and value.week is None:
        if value.year and value.month and value.day:
            return date(value.year, value.month, value.day)
    return value


@lru_cache(maxsize=256)
def _compile(pattern: Pattern) -> _Compiled:
    slots: dict[str, Slot] = {}
    dates: dict[str, list[tuple[str, str]]] = {}
    gaps = pattern.reserved | FORBIDDEN | {pattern.style.joiner}
    word = f"[^\\s{re.escape(''.join(sorted(gaps)))}]+"
    out: list[str] = []
    for number, part in enumerate(pattern.parts):
        if isinstance(part, Literal):
            out.append(re.escape(part.text))
            continue
        group = f"s{number}"
        slots[group] = part
        body = _body(part, group, word, pattern.style.joiner, dates)
        piece = f"{re.escape(part.before)}(?P<{group}>{body}){re.escape(part.after)}"
        out.append(f"(?:{piece})?" if part.optional else piece)
    return _Compiled(re.compile("".join(out)), slots, dates, Shape.of(pattern))


def _body(slot: Slot, group: str, word: str, joiner: str, dates: dict[str, list[tuple[str, str]]]) -> str:
    if isinstance(slot.format, DateFormat):
        out = []
        for number, (text, is_token) in enumerate(slot.format.parts):
            if is_token:
                dates.setdefault(group, []).append((f"{group}t{number}", text))
                out.append(f"(?P<{group}t{number}>{_token(text)})")
            else:
                out.append(re.escape(text))
        return "".join(out)
    if slot.type is FieldType.MONEY:
        return r"-?[0-9]+\.[0-9]{2}"
    format: TextFormat = slot.format
    if format.short:
        return "[a-z0-9]+"
    if format.zeros:
        return f"[0-9]{{{format.zeros},}}"
    if not joiner or format.initials:
        return word
    more = "*" if format.words is None else f"{{{format.words - 1}}}"
    return f"{word}(?:{re.escape(joiner)}{word}){more}"


def date_regex(format: DateFormat) -> str:
    """Return a regular expression for the dates that *format* writes, and some that the calendar does not have."""
    return "".join(_token(text) if is_token else re.escape(text) for text, is_token in format.parts)


def _token(token: str) -> str:
    if token in ("mon", "month"):
        names = [m[:3] if token == "mon" else m for m in MONTHS]
        return f"(?i:{'|'.join(names)})"
    return _TOKENS.get(token, "[0-9]{2}")
