"""Two parties that are one, written in two ways: found, looked at, merged."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.fields.alike import alike
from waka.core.ids import PartyId, PersonId
from waka.errors import BadRequest, NotFound
from waka.records.desk import naming
from waka.records.desk.naming import PartyRow
from waka.records.finding import logbook
from waka.records.rules import fields, merging
from waka.records.rules.merging import Told
from waka.work.deps import Deps

from .keeping import assert_keeper

SHOWN = 50


@dataclass(frozen=True, slots=True, kw_only=True)
class Pair:
    """Two parties that may be one; the first has more documents."""

    keep: PartyRow
    merge: PartyRow
    keep_documents: int
    merge_documents: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Merging:
    """What becomes of two parties."""

    name: str
    short: str | None  #: that names tell it by from now on
    told: Told
    short_gone: str | None  #: names that tell it by this one conform no more
    spellings: Sequence[str]  #: that it is found by, all of them
    destination: str | None


def pairs(deps: Deps, person: PersonId) -> list[Pair]:
    """Return the parties that may be one, the likest first. Raises ``NotAllowed``."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        known = naming.parties_seen(conn, person)
        used = fields.parties_used(conn, person)
    found = []
    for one in alike([party.name for party in known])[:SHOWN]:
        keep, merge = sorted((known[one.one], known[one.other]), key=lambda p: (-used.get(p.id, 0), p.id))
        counts = used.get(keep.id, 0), used.get(merge.id, 0)
        found.append(Pair(keep=keep, merge=merge, keep_documents=counts[0], merge_documents=counts[1]))
    return found


def look(deps: Deps, person: PersonId, party: PartyId, into: PartyId) -> Merging:
    """Return what merging *party* into another comes to. Raises ``NotAllowed``, ``NotFound``, ``BadRequest``."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        return _look(conn, person, *_both(conn, person, party, into))


def merge(deps: Deps, person: PersonId, party: PartyId, into: PartyId, seen: int) -> None:
    """Let *party* be another one from now on: its documents name that one, its names are spellings of it.

    *seen*: how many documents the person was told of. Raises as ``look``.
    """
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        fields.hold(conn)
        one, other = _both(conn, person, party, into)
        if _look(conn, person, one, other).told.documents != seen:
            raise BadRequest(
                "Its documents are others meanwhile; nothing was merged.", mend="Look at it again."
            )
        merging.merge(conn, one, other.id)
        logbook.add_about(
            conn, "parties_merged", person=person, about=None, reason=said("merged", name=one.name, into=other.name)
        )  # fmt: skip


def _both(conn: Connection, person: PersonId, party: PartyId, into: PartyId) -> tuple[PartyRow, PartyRow]:
    known = {found.id: found for found in naming.parties_seen(conn, person)}
    if party not in known or into not in known:
        raise NotFound("The party")
    if party == into:
        raise BadRequest("A party is not merged into itself.", mend="Choose another one.")
    return known[party], known[into]


def _look(conn: Connection, person: PersonId, party: PartyRow, into: PartyRow) -> Merging:
    spellings = dict.fromkeys([*into.spellings, party.name, *party.spellings])
    return Merging(
        name=into.name, short=into.short or party.short, told=merging.told(conn, person, party.id),
        short_gone=party.short if into.short and party.short else None, spellings=list(spellings),
        destination=into.destination or party.destination,
    )  # fmt: skip
