"""Reading a file's name back into fields, for one use-case with the drive's pattern and parties."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from decimal import Decimal

from psycopg import Connection

from waka.core.fields.record import Record
from waka.core.names import Fields, Parsed, parse, split_extension
from waka.records.desk import naming
from waka.work.naming.slips import Naming


@dataclass(frozen=True, slots=True)
class NameReader:
    """The drive's pattern, its parties, and their ids by name."""

    house: Naming
    ids: dict[str, int]

    @classmethod
    def load(cls, conn: Connection) -> NameReader:
        return cls(Naming.load(conn), {party.name: party.id for party in naming.party_rows(conn)})

    def read(self, name: str, kind: str | None) -> tuple[Record, bool]:
        """Return the fields that *name* reads back into, and whether it does at all."""
        parsed = parse(self.house.pattern, split_extension(name)[0], self.house.parties)
        if not isinstance(parsed, Parsed):
            return Record(kind=kind), False
        return _record(parsed.fields, self.ids, kind), True

    def conforms(self, name: str) -> bool:
        return self.read(name, None)[1]


def _record(fields: Fields, ids: dict[str, int], kind: str | None) -> Record:
    who, when, amount = fields.get("who"), fields.get("when"), fields.get("amount")
    what, reference = fields.get("what"), fields.get("reference")
    return Record(
        kind=kind,
        party=ids.get(who) if isinstance(who, str) else None,
        when=when if isinstance(when, date) else None,
        what=what if isinstance(what, str) else None,
        reference=reference if isinstance(reference, str) else None,
        amount=amount if isinstance(amount, Decimal) else None,
    )
