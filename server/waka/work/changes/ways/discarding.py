"""Discarding arrivals from the desk, and taking them back."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import Said, said
from waka.core.changes.proposal import Proposal
from waka.core.ids import DocumentId, ListId, PersonId
from waka.errors import NotAllowed, NotFound
from waka.records.documents import documents
from waka.records.documents.documents import Discarded
from waka.records.people import people
from waka.work.changes import at_once
from waka.work.changes.at_once import Change
from waka.work.deps import Deps


@dataclass(frozen=True, slots=True, kw_only=True)
class Moved:
    list_id: ListId
    title: Said


def discard(deps: Deps, person: PersonId, number: DocumentId, reason: str) -> Moved:
    """Put an arrival into the bin, with why. Raises ``NotFound``, ``NotAllowed``, and as ``at_once.run``."""

    def make(conn: Connection) -> Change:
        _assert_may_file(conn, person)
        waiting = documents.lock_waiting(conn, number, person)
        if waiting is None:
            raise NotFound(f"No. {number} on the desk")
        want = Proposal(act=acts.Discard.code, document=number, reason=reason.strip() or None)
        return Change(title=said("discard", name=waiting.name), origin="desk", wants=[want])

    ran = at_once.run(deps, person, make)
    return Moved(list_id=ran.list_id, title=ran.title)


def take_back(deps: Deps, person: PersonId, number: DocumentId) -> Moved:
    """Let a discarded arrival wait on the desk again. Raises as ``discard``."""

    def make(conn: Connection) -> Change:
        _assert_may_file(conn, person)
        found = documents.lock_discarded(conn, number, person)
        if found is None:
            raise NotFound(f"No. {number} in the bin")
        want = Proposal(act=acts.TakeBack.code, document=number)
        return Change(title=said("take_back", name=found.name), origin="desk", wants=[want])

    ran = at_once.run(deps, person, make)
    return Moved(list_id=ran.list_id, title=ran.title)


def discarded(deps: Deps, person: PersonId) -> Sequence[Discarded]:
    """Return the discarded arrivals that this person may see, the latest first."""
    with deps.db.transaction() as conn:
        return documents.discarded(conn, person)


def _assert_may_file(conn: Connection, person: PersonId) -> None:
    if not people.may_file_anywhere(conn, person):
        raise NotAllowed("You may look things up here, but not change what arrives.")
