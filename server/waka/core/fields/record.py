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
    from_name: tuple[str, ...] = ()  #: codes of the fields that the document's name alone tells


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
    marked = (set(was.from_name) - set(codes)) | (set(other.from_name) & set(codes))
    return replace(
        was, **{name: getattr(other, name) for name in attributes}, further=further,
        from_name=tuple(sorted(marked)),
    )  # fmt: skip


def told_by_name(was: Record, read: Record, codes: Iterable[str]) -> Record:
    """Return *was* with the fields *codes* as a name tells them: marked so where it tells something new."""
    given = with_fields_of(was, read, codes)
    said = set(filled(given))
    known = {code for code in filled(was) if code not in was.from_name and _same(was, given, code)}
    return replace(given, from_name=tuple(sorted(code for code in given.from_name if code in said - known)))


def _same(one: Record, other: Record, code: str) -> bool:
    attributes = _ATTRIBUTES.get(code)
    if attributes is None:
        return one.further.get(code) == other.further.get(code)
    return all(getattr(one, name) == getattr(other, name) for name in attributes)
