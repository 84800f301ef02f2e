"""The desk: what waits, for whom."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waka.core.fields.registry import Field
from waka.core.ids import PersonId
from waka.records.desk import arrivals, naming
from waka.records.desk.arrivals import Notice, Queued
from waka.records.desk.naming import Kind, PartyRow
from waka.records.folders import folders
from waka.records.people import people
from waka.records.rules import fields
from waka.work import office
from waka.work.deps import Deps


@dataclass(frozen=True, slots=True, kw_only=True)
class Desk:
    waiting: Sequence[Queued]
    filed_today: int
    notices: Sequence[Notice]  #: what lies in the arrivals and cannot be taken
    recent: Sequence[int]  #: folders where this person filed lately
    may_file: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class House:
    """What slips are filled in with."""

    kinds: Sequence[Kind]
    fields: Sequence[Field]
    parties: Sequence[PartyRow]


def desk(deps: Deps, person: PersonId) -> Desk:
    with deps.db.transaction() as conn:
        may_file = people.may_file_anywhere(conn, person)
        return Desk(
            waiting=arrivals.queue(conn, person),
            filed_today=arrivals.filed_since(conn, person, office.day_begun(conn)),
            notices=arrivals.notices(conn) if may_file else [],
            recent=folders.recent_destinations(conn, person),
            may_file=may_file,
        )


def house(deps: Deps, person: PersonId) -> House:
    with deps.db.transaction() as conn:
        return House(
            kinds=naming.kinds(conn),
            fields=fields.registry(conn).fields,
            parties=naming.parties_seen(conn, person),
        )
