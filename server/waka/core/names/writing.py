"""How one value becomes the text of its part of a name, and that text a value again."""

from __future__ import annotations

import unicodedata
from datetime import date
from decimal import Decimal

from anyascii import anyascii

from .formats import DateFormat, TextFormat, in_case, show_date
from .pattern import FORBIDDEN, Pattern, Slot, Style
from .values import AsWritten, FieldType, FieldValue, PartialDate, Parties

EDGES = ".,;!'’\"-_~ "  #: signs that are dropped at the ends of a word, where they only disturb
_DROPPED = str.maketrans("", "", "'’‘`´")


class Unfit(Exception):
    """A value that its format cannot write; the text says why, for a person."""


def show(value: FieldValue, slot: Slot, pattern: Pattern, parties: Parties) -> str:
    """Return *value* as *slot* writes it. Raises ``Unfit`` where it cannot be written."""
    if isinstance(slot.format, DateFormat):
        if not isinstance(value, date | PartialDate):
            raise Unfit("is not a date")
        shown = show_date(value, slot.format, pattern.style.case)
        if shown is None:
            raise Unfit("does not tell enough of the date")
        return shown
    if isinstance(value, AsWritten):
        return value.text
    if slot.type is FieldType.MONEY:
        if not isinstance(value, Decimal) or not value.is_finite():
            raise Unfit("is not an amount")
        return f"{value:.2f}"
    if not isinstance(value, str):
        raise Unfit("is not text")
    shown = _show_text(value, slot, slot.format, pattern, parties)
    if not shown:
        raise Unfit("has nothing that can stand in a name")
    return shown


def _show_text(value: str, slot: Slot, format: TextFormat, pattern: Pattern, parties: Parties) -> str:
    if format.short:
        party = parties.named(value)
        if party is None or not party.short:
            raise Unfit("has no short form yet")
        return party.short
    if format.zeros:
        digits = value.strip()
        if not (digits.isascii() and digits.isdigit()):
            raise Unfit("is not a whole number")
        return f"{int(digits):0{format.zeros}d}"
    style = pattern.style
    words = words_of(value, style, pattern.reserved)
    if format.initials:
        words = ["".join(word[0].upper() for word in words)] if words else []
    elif format.last_first:
        words = words[-1:] + words[:-1]
    if format.first:
        words = words[: format.first]
    text = style.joiner.join(_cased(words, slot, format, style))
    if format.longest:
        text = cut(text, format.longest, style.joiner)
    return text


def _cased(words: list[str], slot: Slot, format: TextFormat, style: Style) -> list[str]:
    case = format.case or ("keep" if slot.type is FieldType.CODE else style.case)
    # some letters lower to more than one sign; NFC keeps the result in the form that names have
    return [unicodedata.normalize("NFC", in_case(word, case)) for word in words]


def words_of(value: str, style: Style, reserved: frozenset[str]) -> list[str]:
    """Return the words of *value* with everything gone that cannot or should not stand in a name."""
    text = unicodedata.normalize("NFC", value)
    if style.transliterate:
        text = anyascii(text.replace("&", " and "))
    text = text.translate(_DROPPED)
    gaps = reserved | FORBIDDEN | {style.joiner}
    spaced = "".join(" " if c in gaps or _is_gap(c) else c for c in text)
    stripped = (word.strip(EDGES) for word in unicodedata.normalize("NFC", spaced).split())
    return [word for word in stripped if word]


def _is_gap(sign: str) -> bool:
    # control, format (direction marks), private, unassigned and lone surrogates; all separators
    return unicodedata.category(sign)[0] in "CZ"


def cut(text: str, longest: int, joiner: str) -> str:
    """Return *text* of at most *longest* characters, cut between words where there are words."""
    if len(text) <= longest:
        return text
    head = text[:longest]
    if joiner and text[longest : longest + 1] != joiner and joiner in head:
        head = head[: head.rindex(joiner)]
    return head.rstrip(EDGES + joiner)


def value_of(text: str, slot: Slot, pattern: Pattern, parties: Parties) -> FieldValue:
    """Return the value that *text* tells, for every type but dates. Raises ``Unfit``."""
    assert isinstance(slot.format, TextFormat)
    format, style = slot.format, pattern.style
    if slot.type is FieldType.MONEY:
        return Decimal(text)
    if format.short:
        party = parties.with_short(text)
        if party is None:
            raise Unfit(f"no party has the short form “{text}”")
        return party.name
    if format.zeros:
        return str(int(text))
    if format.initials or slot.type is FieldType.PARTY:
        alike = [p for p in parties.known if _written_alike(p.name, text, slot, pattern, parties)]
        if len(alike) == 1:
            return alike[0].name
        if format.initials:
            return AsWritten(text)
    words = text.split(style.joiner) if style.joiner else [text]
    if format.last_first:
        words = words[1:] + words[:1]
    return (style.joiner if slot.type is FieldType.CODE else " ").join(words)


def _written_alike(name: str, text: str, slot: Slot, pattern: Pattern, parties: Parties) -> bool:
    try:
        return show(name, slot, pattern, parties) == text
    except Unfit:
        return False
