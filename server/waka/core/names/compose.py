"""From fields to a name."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from .formats import TextFormat
from .pattern import Literal, Pattern, Slot
from .values import Fields, FieldType, Parties
from .writing import Unfit, cut, show


@dataclass(frozen=True, slots=True)
class Segment:
    """A stretch of a name and the field it tells, None for what stands between fields."""

    text: str
    field: str | None


@dataclass(frozen=True, slots=True)
class Composed:
    stem: str  #: the name without its extension
    segments: tuple[Segment, ...]  #: their texts joined are the stem
    shortened: str | None = None  #: the field that was cut to keep the name short


@dataclass(frozen=True, slots=True)
class Lack:
    """A field that a pattern needs and does not get: a code of why, and why as a person reads it."""

    field: str
    code: str
    why: str


@dataclass(frozen=True, slots=True)
class Missing:
    lacks: tuple[Lack, ...]


def compose(pattern: Pattern, fields: Fields, parties: Parties) -> Composed | Missing:
    """Return the name for *fields*, without its extension.

    Judges only the text; whether the name is free is the caller's question. A name longer than the
    style allows loses words at the end of its longest text field, never of a date, a short form or a
    reference. Returns ``Missing`` with every field that *pattern* needs and cannot have.
    """
    segments: list[Segment] = []
    lacks: list[Lack] = []
    cuttable: list[int] = []
    for part, literal, before, after, may_be_cut in _planned(pattern):
        if literal is not None:
            segments.append(literal)
            continue
        value = fields.get(part.field)
        if value is None or value == "":
            if part.fallback:
                segments.append(Segment(part.fallback, None))
            elif not part.optional:
                lacks.append(Lack(part.field, "lacks", "is missing"))
            continue
        try:
            shown = show(value, part, pattern, parties)
        except Unfit as unfit:
            lacks.append(Lack(part.field, unfit.code, str(unfit)))
            continue
        if before is not None:
            segments.append(before)
        if may_be_cut:
            cuttable.append(len(segments))
        segments.append(Segment(shown, part.field))
        if after is not None:
            segments.append(after)
    if lacks:
        return Missing(tuple(lacks))
    return _fitted(pattern, segments, cuttable)


_Planned = tuple[Slot, Segment | None, Segment | None, Segment | None, bool]
#: a field, or literal text beside any field; what stands before and after it; whether it may be cut


@lru_cache(maxsize=256)
def _planned(pattern: Pattern) -> tuple[_Planned, ...]:
    """Return the parts of *pattern* with all of them that is the same for every name."""
    no_field = Slot(field="", type=FieldType.TEXT, format=TextFormat())
    return tuple(
        (no_field, Segment(part.text, None), None, None, False)
        if isinstance(part, Literal)
        else (part, None, _between(part.before), _between(part.after), _may_be_cut(part))
        for part in pattern.parts
    )


def _between(text: str) -> Segment | None:
    return Segment(text, None) if text else None


def _may_be_cut(slot: Slot) -> bool:
    return (
        slot.type in (FieldType.TEXT, FieldType.PARTY)
        and isinstance(slot.format, TextFormat)
        and not (slot.format.short or slot.format.initials or slot.format.letter or slot.format.zeros)
    )


def _fitted(pattern: Pattern, segments: list[Segment], cuttable: list[int]) -> Composed:
    stem = "".join([s.text for s in segments])
    over = len(stem) - pattern.style.longest
    if over <= 0:
        return Composed(stem, tuple(segments))
    shortened = None
    if cuttable:
        at = max(cuttable, key=lambda i: len(segments[i].text))
        longest = segments[at]
        kept = cut(longest.text, max(1, len(longest.text) - over), pattern.style.joiner)
        if kept:
            segments[at] = Segment(kept, longest.field)
            shortened = longest.field
    return Composed("".join(s.text for s in segments), tuple(segments), shortened)
