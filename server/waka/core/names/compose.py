"""From fields to a name."""

from __future__ import annotations

from dataclasses import dataclass

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
    """A field that a pattern needs and does not get, and why."""

    field: str
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
    for part in pattern.parts:
        if isinstance(part, Literal):
            segments.append(Segment(part.text, None))
            continue
        value = fields.get(part.field)
        if value is None or value == "":
            if not part.optional:
                lacks.append(Lack(part.field, "is missing"))
            continue
        try:
            shown = show(value, part, pattern, parties)
        except Unfit as unfit:
            lacks.append(Lack(part.field, str(unfit)))
            continue
        segments.extend(Segment(t, None) for t in (part.before,) if t)
        if _may_be_cut(part):
            cuttable.append(len(segments))
        segments.append(Segment(shown, part.field))
        segments.extend(Segment(t, None) for t in (part.after,) if t)
    if lacks:
        return Missing(tuple(lacks))
    return _fitted(pattern, segments, cuttable)


def _may_be_cut(slot: Slot) -> bool:
    return (
        slot.type in (FieldType.TEXT, FieldType.PARTY)
        and isinstance(slot.format, TextFormat)
        and not (slot.format.short or slot.format.initials or slot.format.zeros)
    )


def _fitted(pattern: Pattern, segments: list[Segment], cuttable: list[int]) -> Composed:
    over = sum(len(s.text) for s in segments) - pattern.style.longest
    shortened = None
    if over > 0 and cuttable:
        at = max(cuttable, key=lambda i: len(segments[i].text))
        longest = segments[at]
        kept = cut(longest.text, max(1, len(longest.text) - over), pattern.style.joiner)
        if kept:
            segments[at] = Segment(kept, longest.field)
            shortened = longest.field
    return Composed("".join(s.text for s in segments), tuple(segments), shortened)
