"""Setting fields of many documents at once, and renaming each to what its fields say."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import date
from typing import Any

from psycopg import Connection

from waka.core.names import Composed, compose, split_extension
from waka.errors import BadRequest
from waka.records import naming, survey
from waka.records.survey import Source

from .asked import Asked
from .records_json import record_json, record_of
from .slips import Naming, Slip, Who, understand


def corrections(
    conn: Connection, person: int, numbers: Sequence[int], slip: Slip, today: date, *, renames: bool
) -> Iterator[Asked]:
    """Yield what gives each document the fields that *slip* fills in; the others stay as they are.

    *renames*: each gets the name that its fields come to, where the pattern can make one. Raises ``BadRequest``.
    """
    house = Naming.load(conn).seen_by(conn, person)
    changed = _record(conn, slip, house, today)
    if not changed:
        raise BadRequest("No field is filled in.", mend="Fill in what all of them should have.")
    parties = {row.id: row.name for row in naming.party_rows(conn)}
    known = survey.by_number(conn, person, numbers) if renames else {}
    house = Naming.load(conn)  # a party may be new
    for number in dict.fromkeys(numbers):
        source = known.get(number)
        name = _name(source, changed, house, parties) if source is not None else None
        yield Asked(do="correct", at=0, number=number, record=changed, name=name)


def _record(conn: Connection, slip: Slip, house: Naming, today: date) -> dict[str, Any]:
    read = understand(slip, house, today)
    if read.problems:
        raise BadRequest(f"{read.problems[0].message}.", mend="Correct it.", field=read.problems[0].field)
    told: dict[str, Any] = {
        "kind": read.kind, "party": _party(conn, read.who), "when": read.when.isoformat() if read.when else None,
        "what": read.what, "reference": read.reference,
        "amount": str(read.amount) if read.amount is not None else None,
    }  # fmt: skip
    return {word: value for word, value in told.items() if value is not None}


def _party(conn: Connection, who: Who | None) -> int | None:
    return naming.add_party(conn, who.name, who.short or who.proposed) if who is not None else None


def _name(source: Source, changed: dict[str, Any], house: Naming, parties: dict[int, str]) -> str | None:
    record = record_of({**record_json(source.record), **changed})
    values = {
        "kind": house.kinds.get(record.kind or ""), "who": parties.get(record.party or 0), "when": record.when,
        "what": record.what, "reference": record.reference, "amount": record.amount,
    }  # fmt: skip
    told = {word: value for word, value in values.items() if value is not None}
    composed = compose(house.pattern, told, house.parties)
    if not isinstance(composed, Composed):
        return None
    name = composed.stem + split_extension(source.name)[1]
    return name if name != source.name else None
