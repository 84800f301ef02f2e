"""Reading a file's name back into fields, for one use-case with the drive's pattern and parties."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace
from datetime import date
from decimal import Decimal

from psycopg import Connection

from waka.core.fields.record import Record, filled
from waka.core.fields.registry import kept, of_name
from waka.core.ids import FolderId, PartyId
from waka.core.names import Fields, FieldType, Parsed, parse, split_extension
from waka.work.naming.house import Naming


@dataclass(frozen=True, slots=True)
class NameReader:
    """A pattern, the drive's parties, and their ids by name."""

    house: Naming
    ids: dict[str, PartyId]

    @classmethod
    def load(cls, conn: Connection) -> NameReader:
        house = Naming.load(conn)
        return cls(house, house.ids)

    def among(self, conn: Connection, folders: Iterable[FolderId]) -> Callable[[FolderId], NameReader]:
        """Return what gives, of some *folders*, each the reader with the pattern that holds there."""
        house = self.house.among(conn, folders)
        return lambda folder: self.by(house(folder))

    def by(self, house: Naming) -> NameReader:
        return self if house is self.house else NameReader(house, self.ids)

    def read(self, name: str, kind: str | None) -> tuple[Record, bool]:
        """Return the fields that *name* reads back into, and whether it does at all."""
        parsed = parse(self.house.pattern, split_extension(name)[0], self.house.parties, says_why=False)
        if not isinstance(parsed, Parsed):
            return Record(kind=kind), False
        found = self.record_of(parsed.fields, kind)
        return replace(found, from_name=tuple(sorted(set(filled(found)) - {"kind"}))), True

    def record_of(self, fields: Fields, kind: str | None = None) -> Record:
        """Return the fields that a name tells as they are kept."""
        return _record(fields, self.house, self.ids, kind)

    def told_by_names(self, read: Record) -> list[str]:
        """Return the codes of the fields that a name tells; one without an amount tells nothing of it."""
        codes = {slot.field for slot in self.house.pattern.slots} - {"kind"}
        return sorted(codes - ({"amount"} if read.amount is None else set()))

    def conforms(self, name: str) -> bool:
        """Whether *name* reads back; quicker than ``read``."""
        found = parse(self.house.pattern, split_extension(name)[0], self.house.parties, says_why=False)
        return isinstance(found, Parsed)


def _record(fields: Fields, house: Naming, ids: dict[str, PartyId], kind: str | None) -> Record:
    who, when, amount = fields.get("who"), fields.get("when"), fields.get("amount")
    what, reference = fields.get("what"), fields.get("reference")
    return Record(
        kind=kind,
        party=ids.get(who) if isinstance(who, str) else None,
        when=when if isinstance(when, date) else None,
        what=what if isinstance(what, str) else None,
        reference=reference if isinstance(reference, str) else None,
        amount=amount if isinstance(amount, Decimal) else None,
        currency=house.office.currency if isinstance(amount, Decimal) else None,
        further=dict(_further(fields, house, ids)),
    )


def _further(fields: Fields, house: Naming, ids: dict[str, PartyId]) -> Iterator[tuple[str, str]]:
    for field in house.registry.further:
        told = of_name(field, fields[field.code]) if field.code in fields else None
        if told is None:
            continue
        if field.type is not FieldType.PARTY:
            yield field.code, kept(told)
        elif str(told) in ids:
            yield field.code, str(ids[str(told)])
