"""What a person carries from one place to another: picked up here, put down there, kept over a reload."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import DocumentId, PersonId
from waka.core.names import Segment
from waka.errors import BadRequest
from waka.records.folders import carried as kept
from waka.records.folders.carried import Load
from waka.work.deps import Deps
from waka.work.naming.house import Naming

MOST = 100_000
SHOWN = 50


@dataclass(frozen=True, slots=True, kw_only=True)
class Carried:
    """The first of what is carried, each name in parts, and how much that is in all."""

    total: int
    documents: Sequence[tuple[Load, Sequence[Segment]]]


def carried(deps: Deps, person: PersonId) -> Carried:
    with deps.db.transaction() as conn:
        return _carried(conn, person)


def _carried(conn: Connection, person: PersonId) -> Carried:
    found, total = kept.carried(conn, person, SHOWN)
    house = Naming.load(conn).among(conn, {one.folder for one in found})
    return Carried(
        total=total,
        documents=[(one, house(one.folder).segments_known(one.name, conforms=one.conforms)) for one in found],
    )


def numbers(deps: Deps, person: PersonId) -> list[DocumentId]:
    with deps.db.transaction() as conn:
        return [one.number for one in kept.carried(conn, person, MOST)[0]]


def pick_up(deps: Deps, person: PersonId, wanted: Sequence[DocumentId]) -> Carried:
    """Take documents along, with those that are carried already. Raises ``BadRequest`` for too many."""
    with deps.db.transaction() as conn:
        kept.pick_up(conn, person, wanted)
        found = _carried(conn, person)
        if found.total > MOST:
            raise BadRequest(f"More than {MOST:,} documents are too much to carry.")
        return found


def put_down(deps: Deps, person: PersonId) -> None:
    with deps.db.transaction() as conn:
        kept.put_down(conn, person)
