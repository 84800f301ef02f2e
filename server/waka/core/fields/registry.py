"""The registry of fields: which there are, what each holds, for which kinds of documents.

Nothing else says which fields there are. The first six have columns of their own, for they are in every name, list and
search; all others are kept by their codes, as text in one form (``kept``), whoever added them.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal, InvalidOperation

import msgspec

from waka.core.names import FieldType, FieldValue, fold

from .money import Money, read_money
from .office import DateOrder
from .record import FIRST
from .typed import read_date

CODE = re.compile(r"[a-z][a-z0-9_]{0,39}")
RESERVED = frozenset(
    {"name", "size", "version", "changed", "by", "added", "short", "folder", "extension", "number", "path", "from",
     "to", "tag", "tags", "note", "party", "month", "year"}
)  # fmt: skip
"""Words that lists and sheets use for something else."""
MOST_FIELDS = 60
MOST_CHOICES = 200
LONGEST_LABEL = 60
LONGEST_TEXT = 400
_LARGEST = Decimal("1e15")

Value = str | date | Decimal | Money  #: a party by its name, a choice by its code


class Choice(msgspec.Struct, frozen=True, kw_only=True):
    code: str
    label: str


class Field(msgspec.Struct, frozen=True, kw_only=True):
    code: str
    label: str
    type: FieldType
    kinds: Sequence[str] = ()  #: of documents that have it; (): all
    choices: Sequence[Choice] = ()
    shown: bool = False  #: as a column, where a person has not chosen
    own: bool = True  #: the team's own
    retired: bool = False  #: asked for no more; what is kept in it stays


@dataclass(frozen=True, slots=True)
class Registry:
    """The fields of a drive, in the order in which they are asked for."""

    fields: tuple[Field, ...] = ()

    def one(self, code: str) -> Field | None:
        return next((field for field in self.fields if field.code == code), None)

    @property
    def further(self) -> tuple[Field, ...]:
        """All but the first, which have columns of their own."""
        return tuple(field for field in self.fields if field.code not in FIRST)

    def asked(self, kind: str | None) -> tuple[Field, ...]:
        """The further fields that a document of this kind is asked for."""
        return tuple(
            field for field in self.further if not field.retired and (not field.kinds or kind in field.kinds)
        )

    @property
    def types(self) -> Mapping[str, FieldType]:
        return {field.code: field.type for field in self.fields}


def read(field: Field, text: str, *, today: date, order: DateOrder, currency: str) -> Value | None:
    """Return what *text* says for a further field, or None where that is nothing it can hold.

    A party comes back as it was typed: who is meant is for whoever knows the parties.
    """
    typed = " ".join(text.split())
    if not typed or len(typed) > LONGEST_TEXT:
        return None
    match field.type:
        case FieldType.DATE:
            return read_date(typed, today, order)
        case FieldType.MONEY:
            return read_money(typed, currency)
        case FieldType.NUMBER:
            return _number(typed)
        case FieldType.CHOICE:
            return next((c.code for c in field.choices if fold(typed) in (fold(c.label), fold(c.code))), None)
        case _:
            return typed


def _number(typed: str) -> Decimal | None:
    plain = typed.replace(" ", "")
    if "," in plain and "." not in plain and not re.fullmatch(r"-?\d{1,3}(,\d{3})+", plain):
        plain = plain.replace(",", ".")  # a decimal comma
    try:
        number = Decimal(plain.replace(",", ""))
    except InvalidOperation:
        return None
    if not number.is_finite() or abs(number) >= _LARGEST:
        return None
    return number.quantize(Decimal(1)) if number == number.to_integral_value() else number.normalize()


def kept(value: Value) -> str:
    """Return *value* as it is kept: dates as ISO 8601, numbers with a point, money with its currency behind it."""
    return value.isoformat() if isinstance(value, date) else str(value)


def in_name(field: Field, told: str, party: str | None = None) -> FieldValue | None:
    """Return what is *kept*, as a name pattern writes it. *party*: the name of the one that is kept by its number."""
    match field.type:
        case FieldType.DATE:
            return date.fromisoformat(told)
        case FieldType.MONEY:
            return Money.of(told).amount
        case FieldType.PARTY:
            return party
        case FieldType.CHOICE:
            return label_of(field, told)
        case _:
            return told


def of_name(field: Field, value: FieldValue) -> Value | None:
    """Return what a name tells of a field; None where it tells too little of it. A party comes back by its name."""
    match field.type:
        case FieldType.DATE:
            return value if isinstance(value, date) else None
        case FieldType.MONEY:
            return None  # a name says no currency
        case FieldType.CHOICE:
            written = _plain(value) if isinstance(value, str) else ""
            return next((choice.code for choice in field.choices if _plain(choice.label) == written), None)
        case FieldType.NUMBER:
            return _number(value) if isinstance(value, str) else None
        case _:
            return value if isinstance(value, str) else None


def _plain(text: str) -> str:
    return " ".join(re.findall(r"\w+", fold(text)))


def label_of(field: Field, code: str) -> str:
    return next((choice.label for choice in field.choices if choice.code == code), code)


def faults(field: Field, others: Sequence[Field], kinds: Sequence[str]) -> Iterator[tuple[str, str]]:
    """Yield each part of *field* that cannot be so, and why. *others*: the fields beside it."""
    if not CODE.fullmatch(field.code) or field.code in RESERVED:
        yield (
            "code",
            f"“{field.code}” cannot be a field's code: small letters, digits, _, no word of lists",
        )
    label = field.label.strip()
    if not label or len(label) > LONGEST_LABEL:
        yield "label", f"A label has 1 to {LONGEST_LABEL} characters"
    if any(fold(other.label) == fold(label) for other in others if other.code != field.code):
        yield "label", f"“{label}” is another field's label already"
    unknown = [kind for kind in field.kinds if kind not in kinds]
    if unknown:
        yield "kinds", f"There is no kind “{unknown[0]}”"
    if (field.type is FieldType.CHOICE) != bool(field.choices):
        yield "choices", "A choice needs something to choose from, and nothing else has choices"
    labels = [fold(choice.label) for choice in field.choices]
    if len(set(labels)) < len(labels) or "" in labels or len(labels) > MOST_CHOICES:
        yield "choices", f"Choices are different from one another, and {MOST_CHOICES} at most"
    if len({*(other.code for other in others), field.code}) > MOST_FIELDS:
        yield "code", f"There are {MOST_FIELDS} fields already"
