"""How one value becomes the text of its part of a name, and that text a value again."""

from __future__ import annotations

import unicodedata
from collections.abc import Mapping, Sequence
from contextlib import suppress
from datetime import date
from decimal import Decimal
from functools import lru_cache

from anyascii import anyascii

from .formats import DateFormat, TextFormat, in_case, show_date
from .pattern import FORBIDDEN, Pattern, Slot, Style
from .values import AsWritten, FieldType, FieldValue, PartialDate, Parties

EDGES = ".,;!'’\"-_~ "  #: signs that are dropped at the ends of a word, where they only disturb
_DROPPED = str.maketrans("", "", "'’‘`´")


class Unfit(Exception):
    """A value that its format cannot write: a code of why, and why as a person reads it."""

    def __init__(self, code: str, why: str) -> None:
        super().__init__(why)
        self.code = code


def show(value: FieldValue, slot: Slot, pattern: Pattern, parties: Parties) -> str:
    """Return *value* as *slot* writes it. Raises ``Unfit`` where it cannot be written."""
    if isinstance(slot.format, DateFormat):
        if not isinstance(value, date | PartialDate):
            raise Unfit("not_a_date", "is not a date")
        shown = show_date(value, slot.format, pattern.style.case, pattern.style.year_begins)
        if shown is None:
            raise Unfit("too_little_date", "does not tell enough of the date")
        return shown
    if isinstance(value, AsWritten):
        return value.text
    if slot.type is FieldType.MONEY:
        if not isinstance(value, Decimal) or not value.is_finite():
            raise Unfit("not_an_amount", "is not an amount")
        return f"{value:.2f}"
    if not isinstance(value, str):
        raise Unfit("not_text_value", "is not text")
    shown = _show_text(value, slot, slot.format, pattern, parties)
    if not shown:
        raise Unfit("nothing_for_a_name", "has nothing that can stand in a name")
    return shown


def _show_text(value: str, slot: Slot, format: TextFormat, pattern: Pattern, parties: Parties) -> str:
    if format.short:
        party = parties.named(value)
        if party is None or not party.short:
            raise Unfit("no_short", "has no short form yet")
        return party.short
    if format.zeros:
        digits = value.strip()
        if not (digits.isascii() and digits.isdigit()):
            raise Unfit("not_whole", "is not a whole number")
        return f"{int(digits):0{format.zeros}d}"
    style = pattern.style
    words = words_of(value, style, pattern.reserved)
    if format.letter:
        return _letter(words)
    if format.words is not None and len(words) != format.words:
        raise Unfit("other_words", f"has not just {format.words} words")
    if format.initials:
        words = ["".join(word[0].upper() for word in words)] if words else []
    elif format.last_first:
        words = words[-1:] + words[:-1]
    if format.first:
        words = words[: format.first]
    text = _joined(words, slot, format, style)
    if format.longest:
        text = cut(text, format.longest, style.joiner)
    return text


def _letter(words: list[str]) -> str:
    if not words:
        return ""
    first = anyascii(words[0][0])[:1].upper()
    if first.isdigit():
        return "0-9"
    return first if first.isascii() and first.isalpha() else "Other"


def _joined(words: list[str], slot: Slot, format: TextFormat, style: Style) -> str:
    case = format.case or ("keep" if slot.type is FieldType.CODE else style.case)
    if case != "title":  # for which each word counts
        plain = style.joiner.join(words)
        if plain.isascii():
            return in_case(plain, case)
    # some letters lower to more than one sign; NFC keeps the result in the form that names have
    cased = [in_case(word, case) for word in words]
    return style.joiner.join(
        [word if word.isascii() else unicodedata.normalize("NFC", word) for word in cased]
    )


def words_of(value: str, style: Style, reserved: frozenset[str]) -> list[str]:
    """Return the words of *value* with everything gone that cannot or should not stand in a name."""
    if not style.separates:  # nothing is read back: only what cannot stand in a name goes
        told = unicodedata.normalize("NFC", value)
        return "".join(" " if c in FORBIDDEN or _is_gap(c) else c for c in told).split()
    if value.isascii():
        plain = value.replace("&", " and ") if style.transliterate else value
        spaced = plain.translate(_spaces(reserved, style.joiner))
        return [stripped for word in spaced.split() if (stripped := word.strip(EDGES))]
    text = unicodedata.normalize("NFC", value)
    if style.transliterate:
        text = anyascii(text.replace("&", " and "))
    text = text.translate(_DROPPED)
    gaps = reserved | FORBIDDEN | {style.joiner}
    spaced = "".join(" " if c in gaps or _is_gap(c) else c for c in text)
    words = unicodedata.normalize("NFC", spaced).split()
    return [stripped for word in words if (stripped := word.strip(EDGES))]


@lru_cache(maxsize=256)
def _spaces(reserved: frozenset[str], joiner: str) -> dict[int, str | None]:
    """Return what becomes of each ASCII sign that cannot stand in a word: a space, or nothing."""
    gaps = reserved | FORBIDDEN | {joiner}
    spaces: dict[int, str | None] = {c: " " for c in range(128) if chr(c) in gaps or _is_gap(chr(c))}
    return spaces | {sign: None for sign in _DROPPED if sign < 128}


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
            raise Unfit("no_such_short", f"no party has the short form “{text}”")
        return party.name
    if format.zeros:
        return str(int(text))
    if format.initials or slot.type is FieldType.PARTY:
        alike = _written(slot, pattern, parties).get(text, ())
        if len(alike) == 1:
            return alike[0]
        if format.initials:
            return AsWritten(text)
    words = text.split(style.joiner) if style.joiner else _run_together(text, slot, style)
    if format.last_first:
        words = words[1:] + words[:1]
    return (style.joiner if slot.type is FieldType.CODE else " ").join(words)


def _run_together(text: str, slot: Slot, style: Style) -> list[str]:
    """Return the words of a text without anything between them: where each begins with a capital, that tells them."""
    assert isinstance(slot.format, TextFormat)
    if (slot.format.case or style.case) != "title":
        return [text]
    begins = [at for at, sign in enumerate(text) if sign.isupper() or at == 0]
    return [text[a:b] for a, b in zip(begins, [*begins[1:], len(text)], strict=True)]


def _written(slot: Slot, pattern: Pattern, parties: Parties) -> Mapping[str, Sequence[str]]:
    """Return the names of the parties by how *slot* writes them; worked out once for a pattern and its parties."""
    found = parties.written.get((pattern, slot))
    if found is None:
        names: dict[str, list[str]] = {}
        for party in parties.known:
            with suppress(Unfit):
                names.setdefault(show(party.name, slot, pattern, parties), []).append(party.name)
        found = parties.written[pattern, slot] = names
    return found
