"""The fields of a document, as values."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from datetime import date
from decimal import Decimal

from waka.core.ids import PartyId

SlipValue = str | int | bool | None | Mapping[str, str]  #: of one part of a slip, as it is kept


@dataclass(frozen=True, slots=True, kw_only=True)
class Record:
    """The fields of a document as they are kept: the first ones by themselves, all others by their codes."""

    kind: str | None = None
    party: PartyId | None = None
    when: date | None = None
    what: str | None = None
    reference: str | None = None
    amount: Decimal | None = None
    currency: str | None = None  #: of the amount, ISO 4217; None: the office's
    further: Mapping[str, str] = field(default_factory=dict)  #: code → what is kept (``registry.kept``)


_ATTRIBUTES: Mapping[str, tuple[str, ...]] = {
    "kind": ("kind",), "who": ("party",), "when": ("when",), "what": ("what",), "reference": ("reference",),
    "amount": ("amount", "currency"),
    "party": ("party",),  # as lists of before have it
}  # fmt: skip
FIRST = ("kind", "who", "when", "what", "reference", "amount")  #: fields with a column of their own


def filled(record: Record) -> tuple[str, ...]:
    """Return the codes of the fields that say something."""
    first = tuple(code for code in FIRST if getattr(record, _ATTRIBUTES[code][0]) is not None)
    return first + tuple(record.further)


def with_fields_of(was: Record, other: Record, codes: Iterable[str]) -> Record:
    """Return *was* with the fields *codes* as *other* has them."""
    codes = tuple(codes)
    attributes = [name for code in codes for name in _ATTRIBUTES.get(code, ())]
    further = {code: kept for code, kept in was.further.items() if code not in codes}
    further |= {code: other.further[code] for code in codes if code in other.further}
    return replace(was, **{name: getattr(other, name) for name in attributes}, further=further)
