"""Setting fields: of one document by hand, of many at once, renaming each to what its fields say."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import date

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.proposal import Proposal
from waka.core.fields.record import Record, filled, with_fields_of
from waka.core.fields.registry import Registry, Value, kept
from waka.core.ids import DocumentId, PartyId, PersonId
from waka.core.names import FieldType
from waka.errors import BadRequest, SlipIncomplete
from waka.records.desk import naming
from waka.records.folders import survey
from waka.records.folders.survey import Source
from waka.records.rules import fields
from waka.work.naming.house import Naming
from waka.work.naming.slips import Slip, Understood, Who, understand


def record_of(conn: Connection, slip: Slip, house: Naming, today: date) -> Record:
    """Return the fields that a slip fills in, all of them. Raises ``SlipIncomplete`` for what is not understood."""
    read = understand(slip, house, today)
    if read.problems:
        raise SlipIncomplete([(problem.field, problem.message) for problem in read.problems])
    return record_understood(conn, read)


def record_understood(conn: Connection, read: Understood) -> Record:
    """Return what was understood as it is kept; a party that is new gets its record."""
    registry = fields.registry(conn) if read.further else Registry()
    return Record(
        kind=read.kind, party=_party(conn, read.who), when=read.when, what=read.what, reference=read.reference,
        amount=read.amount.amount if read.amount else None, currency=read.amount.currency if read.amount else None,
        further={code: _kept(conn, registry, code, value) for code, value in read.further.items()},
    )  # fmt: skip


def _kept(conn: Connection, registry: Registry, code: str, value: Value) -> str:
    field = registry.one(code)
    if field is not None and field.type is FieldType.PARTY:
        return str(naming.add_party(conn, str(value), None))
    return kept(value)


def _party(conn: Connection, who: Who | None) -> PartyId | None:
    return naming.add_party(conn, who.name, who.short or who.proposed) if who is not None else None


def corrections(
    conn: Connection,
    person: PersonId,
    numbers: Sequence[DocumentId],
    slip: Slip,
    today: date,
    *,
    renames: bool,
) -> Iterator[Proposal]:
    """Yield what gives each document the fields that *slip* fills in; the others stay as they are.

    *renames*: each gets the name that its fields come to, where the pattern can make one. Raises ``BadRequest``.
    """
    house = Naming.load(conn).seen_by(conn, person)
    read = understand(slip, house, today)
    if read.problems:
        raise BadRequest(f"{read.problems[0].message}.", mend="Correct it.", field=read.problems[0].field)
    record = record_understood(conn, read)
    only = filled(record)
    if not only:
        raise BadRequest("No field is filled in.", mend="Fill in what all of them should have.")
    known = survey.by_number(conn, person, numbers) if renames else {}
    # a party may be new
    by_folder = Naming.load(conn).among(conn, {source.folder_id for source in known.values()})
    for number in dict.fromkeys(numbers):
        source = known.get(number)
        name = _name(source, record, only, by_folder(source.folder_id)) if source is not None else None
        yield Proposal(act=acts.Correct.code, document=number, record=record, only=only, name=name)


def _name(source: Source, given: Record, only: Sequence[str], house: Naming) -> str | None:
    name = house.name_of(with_fields_of(source.record, given, only), source.name)
    return name if name != source.name else None
