"""A pattern as movable parts: what it writes, piece by piece, and in which other forms each field could be written.

The pieces joined are the text of the pattern, so that the two are views of the same thing.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import date

from .pattern import Literal, Pattern, Slot, Style, read_parts
from .values import FIELD_TYPES, FieldType, FieldValue, Parties
from .writing import Unfit, show

#: the forms that are offered, by the type of a field; '' is the usual one
FORMS: Mapping[FieldType, tuple[str, ...]] = {
    FieldType.DATE: ("yyyy-mm-dd", "yyyymmdd", "yymmdd", "yyyy-mm", "yyyy-Qq", "yyyy", "mon yyyy", "school",
                     "dd.mm.yyyy"),
    FieldType.PARTY: ("short", "", "initials", "last-first"),
    FieldType.TEXT: ("", "first 3", "max 20", "title"),
    FieldType.NUMBER: ("", "00", "000"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Piece:
    """A stretch of a pattern's text: a field in its braces, or what stands between fields."""

    text: str
    slot: Slot | None


@dataclass(frozen=True, slots=True)
class Form:
    """Another way to write a field: the text of its piece, and what it makes of an example."""

    text: str
    shown: str


def pieces(text: str, types: Mapping[str, FieldType] = FIELD_TYPES) -> tuple[Piece, ...]:
    """Return *text* in pieces. Raises ``PatternError``."""
    found: list[Piece] = []
    at = 0
    while at < len(text):
        end = _end(text, at)
        parts, _ = read_parts(text[at:end], 0, types)
        part = parts[0]
        found.append(Piece(text[at:end], None if isinstance(part, Literal) else part))
        at = end
    return tuple(found)


def _end(text: str, start: int) -> int:
    """Return where the piece ends that begins at *start*."""
    if not _opens(text, start):
        at = start
        while at < len(text) and not _opens(text, at):
            at += 2 if text[at : at + 2] in ("{{", "}}") else 1
        return at
    quoted = False
    for at in range(start + 1, len(text)):
        if text[at] == '"':
            quoted = not quoted
        elif text[at] == "}" and not quoted:
            return at + 1
    return len(text)


def _opens(text: str, at: int) -> bool:
    return text[at] == "{" and text[at : at + 2] != "{{"


def written(slot: Slot, form: str, *, optional: bool) -> str:
    """Return the piece that writes the field of *slot* in another form, with the texts that belong to it."""
    before = f'"{slot.before}" ' if slot.before else ""
    after = f' "{slot.after}"' if slot.after else ""
    return "{" + before + slot.field + (f" {form}" if form else "") + after + ("?" if optional else "") + "}"


def otherwise(piece: Piece) -> str:
    """Return the text of a field's piece with the field needed where it was optional, and optional where needed."""
    quoted, kept = False, ""
    for sign in piece.text[:-1]:
        quoted ^= sign == '"'
        if sign != "?" or quoted:
            kept += sign
    return kept.rstrip() + ("}" if piece.slot is not None and piece.slot.optional else "?}")


def as_it_is(piece: Piece, style: Style, example: FieldValue | None, parties: Parties) -> str | None:
    """Return what a field's piece writes of *example*, or of one of our own; None where it cannot."""
    if piece.slot is None:
        return None
    value = example if example is not None else _EXAMPLES.get(piece.slot.type)
    pattern = Pattern(piece.text, (piece.slot,), style)
    try:
        return show(value, piece.slot, pattern, parties) if value is not None else None
    except Unfit:
        return None


def forms(piece: Piece, style: Style, example: FieldValue | None, parties: Parties) -> Iterator[Form]:
    """Yield the forms that the field of *piece* could have, as they write *example*, or one of our own.

    Of two that write it alike only the first, or the one that it has.
    """
    if piece.slot is None:
        return
    slot = piece.slot
    seen = {as_it_is(piece, style, example, parties)}
    for form in FORMS.get(slot.type, ()):
        text = written(slot, form, optional=slot.optional)
        other = pieces(text, {slot.field: slot.type})[0]
        shown = as_it_is(other, style, example, parties)
        if shown is not None and (text == piece.text or shown not in seen):
            seen.add(shown)
            yield Form(text, shown)


_EXAMPLES: Mapping[FieldType, FieldValue] = {
    FieldType.DATE: date(2025, 3, 12), FieldType.TEXT: "three words here", FieldType.NUMBER: "7",
}  # fmt: skip
