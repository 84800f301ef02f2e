"""What a name is made of: field values, parties and dates of which only a part is known.

A name pattern may show less than the field holds (a year, a quarter, initials). Reading such a name
back must not invent the rest, so two value types stand for "this much is known": ``PartialDate`` and
``AsWritten``.
"""

from __future__ import annotations

import unicodedata
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from decimal import Decimal
from enum import StrEnum


class FieldType(StrEnum):
    """How a field's value is written in a name and read back."""

    DATE = "date"
    PARTY = "party"
    TEXT = "text"  #: words; spaces become the joiner
    CODE = "code"  #: a number given by somebody else: its case and hyphens are part of it
    MONEY = "money"
    NUMBER = "number"
    CHOICE = "choice"  #: one of a few words


FIELD_TYPES: Mapping[str, FieldType] = {
    "when": FieldType.DATE,
    "who": FieldType.PARTY,
    "what": FieldType.TEXT,
    "kind": FieldType.TEXT,
    "reference": FieldType.CODE,
    "amount": FieldType.MONEY,
    "due": FieldType.DATE,
    "expires": FieldType.DATE,
    "learner": FieldType.PARTY,
    "assignment": FieldType.TEXT,
}
"""The fields that every drive has; a team adds its own, which are TEXT where nothing else is said."""


@dataclass(frozen=True, slots=True, kw_only=True)
class PartialDate:
    """A date of which a name tells only a part, such as a year and a quarter."""

    year: int | None = None  #: with ``week`` it is the ISO 8601 week-numbering year
    month: int | None = None
    day: int | None = None
    quarter: int | None = None
    week: int | None = None  #: ISO 8601 week, 1 to 53
    school: int | None = None  #: the year in which a school year begins


@dataclass(frozen=True, slots=True)
class AsWritten:
    """A value known only in the short way that a name writes it, such as initials."""

    text: str


FieldValue = str | date | PartialDate | Decimal | AsWritten
Fields = Mapping[str, FieldValue]


def as_text(value: FieldValue) -> str:
    """Return a value as text: a date as far as it is known, by ISO 8601 where that has a form for it."""
    if isinstance(value, AsWritten):
        return value.text
    if not isinstance(value, PartialDate):
        return value.isoformat() if isinstance(value, date) else str(value)
    if value.school is not None:
        return f"{value.school}-{(value.school + 1) % 100:02d}"
    if value.quarter is not None:
        return f"{value.year}-Q{value.quarter}"
    if value.week is not None:
        return f"{value.year}-W{value.week:02d}"
    return "-".join(f"{part:02d}" for part in (value.year, value.month, value.day) if part is not None)


@dataclass(frozen=True, slots=True)
class Party:
    """A person or organisation that documents come from or go to."""

    name: str
    short: str | None = None  #: the short form: lower-case letters and digits
    spellings: tuple[str, ...] = ()  #: other ways in which the name is written


def fold(text: str) -> str:
    """Return *text* as compared by people: without regard to case, form or outer spaces."""
    if text.isascii():
        return text.casefold().strip()
    return unicodedata.normalize("NFC", unicodedata.normalize("NFC", text).casefold()).strip()


@dataclass(frozen=True)
class Parties:
    """The parties that a drive knows, found by any spelling or by short form."""

    known: tuple[Party, ...] = ()
    _by_name: dict[str, Party] = field(init=False, repr=False, compare=False)
    _by_short: dict[str, Party] = field(init=False, repr=False, compare=False)
    #: by pattern and field: how names write the parties, as ``writing`` found it
    written: dict[object, Mapping[str, Sequence[str]]] = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        names: dict[str, Party] = {}
        for party in self.known:
            for spelling in (*party.spellings, party.name):
                names[fold(spelling)] = party
        object.__setattr__(self, "_by_name", names)
        object.__setattr__(self, "written", {})
        object.__setattr__(self, "_by_short", {party.short: party for party in self.known if party.short})

    @classmethod
    def of(cls, parties: Iterable[Party]) -> Parties:
        return cls(tuple(parties))

    def named(self, name: str) -> Party | None:
        return self._by_name.get(fold(name))

    def with_short(self, short: str) -> Party | None:
        return self._by_short.get(short)
