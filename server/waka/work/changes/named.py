"""Whom the maker of a list named to look at it, to decide, or to say yes; and who may do what with a list."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

import msgspec
from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.changes.parts import Part
from waka.core.ids import ListId, PersonId
from waka.errors import BadRequest, ListChanged, ListHasErrors, NotApproved, NotFound
from waka.records.changes import lists
from waka.records.changes import named as kept
from waka.records.changes.lists import ChangeList
from waka.records.changes.named import Named, Someone
from waka.records.finding import logbook
from waka.records.people import people
from waka.work.deps import Deps

MOST = 20  #: people who are named in one list


@dataclass(frozen=True, slots=True, kw_only=True)
class Shared:
    """Whose a list is, who else is named in it, and the part of who asks; None: it is theirs."""

    maker: str
    part: Part | None
    named: Sequence[Named]
    approves: bool  #: who asks has said yes to it as it is

    @property
    def lacks(self) -> list[str]:
        """The names of those who have still to say yes to it as it is."""
        return [one.name for one in self.named if one.part == "approve" and not one.approves]


def made_by(conn: Connection, person: PersonId, list_id: ListId) -> ChangeList:
    """Return a list that *person* made. Raises ``NotFound``."""
    found = lists.one(conn, list_id, person)
    if found is None:
        raise NotFound(f"Change {list_id}")
    return found


def seen_by(conn: Connection, person: PersonId, list_id: ListId) -> ChangeList:
    """Return a list that *person* made, or is named in and may see all of. Raises ``NotFound``."""
    own = lists.one(conn, list_id, person)
    return own if own is not None else _of_another(conn, person, list_id, ("look", "decide", "approve"))


def decided_by(conn: Connection, person: PersonId, list_id: ListId) -> ChangeList:
    """Return a list whose findings *person* may meet: its maker, or who is named to decide. Raises ``NotFound``."""
    own = lists.one(conn, list_id, person)
    return own if own is not None else _of_another(conn, person, list_id, ("decide",))


def _of_another(conn: Connection, person: PersonId, list_id: ListId, parts: Sequence[Part]) -> ChangeList:
    is_named = any(one.person_id == person and one.part in parts for one in _named_in(conn, list_id))
    if is_named and kept.who_sees_all(conn, list_id, [person]):
        found = lists.whosever(conn, list_id)
        if found is not None:
            return _for_others(found)
    raise NotFound(f"Change {list_id}")


def _named_in(conn: Connection, list_id: ListId) -> Sequence[Named]:
    return kept.of_lists(conn, [list_id]).get(list_id, ())


def _for_others(found: ChangeList) -> ChangeList:
    """Leave out what is counted for the maker, who may see more in the folders than stands in the list."""
    return replace(found, summary=msgspec.structs.replace(found.summary, folders=()))


def shared(conn: Connection, person: PersonId, found: Sequence[ChangeList]) -> list[Shared]:
    """Return of each list whose it is and who is named in it."""
    named = kept.of_lists(conn, [one.id for one in found])
    makers = {id: people.name_of(conn, id) for id in {one.person_id for one in found}}
    told = []
    for one in found:
        others = named.get(one.id, ())
        own = next((other for other in others if other.person_id == person), None)
        told.append(
            Shared(
                maker=makers[one.person_id], named=others, part=own.part if own else None,
                approves=own is not None and own.approves,
            )
        )  # fmt: skip
    return told


def of_person(conn: Connection, person: PersonId, before: int | None) -> list[ChangeList]:
    """Return the lists that *person* made or is named in, latest first."""
    found = lists.of_person(conn, person, before)
    return [
        one if one.person_id == person else _for_others(one)
        for one in found
        if one.person_id == person or kept.who_sees_all(conn, one.id, [person])
    ]


def could_be_named(deps: Deps, person: PersonId, list_id: ListId) -> list[Someone]:
    """Return those who may see all that a list is about, but for its maker. Raises ``NotFound``, ``ListHasErrors``."""
    with deps.db.transaction() as conn:
        _assert_checked(made_by(conn, person, list_id))
        kept.note_ends(conn, list_id)
        others = [one for one in kept.active(conn) if one != person]
        return kept.who_sees_all(conn, list_id, others)


def _assert_checked(found: ChangeList) -> None:
    """Raise for a list of which it is not known yet what it is about."""
    if found.checked_at is None or found.wish == "check":
        raise ListHasErrors("The list is still being checked.", mend="Wait a moment.")


def name(deps: Deps, person: PersonId, list_id: ListId, parts: Mapping[PersonId, Part]) -> None:
    """Name these people in a list, and nobody else. Raises ``NotFound``, ``BadRequest``."""
    if len(parts) > MOST:
        raise BadRequest(f"At most {MOST} people are named in a list.", mend="Name fewer.")
    with deps.db.transaction() as conn:
        _assert_checked(made_by(conn, person, list_id))
        kept.note_ends(conn, list_id)
        able = {one.id for one in kept.who_sees_all(conn, list_id, list(parts))} - {person}
        if parts.keys() - able:
            raise BadRequest(
                "Only others who may see all that the list is about can be named in it.",
                mend="Choose among those who are offered.",
            )
        kept.put(conn, list_id, parts)


def approve(deps: Deps, person: PersonId, list_id: ListId, *, approves: bool, seen: datetime | None) -> None:
    """Say yes to a list as it was looked at, or take that back. Raises ``NotFound``, ``ListChanged``."""
    with deps.db.transaction() as conn:
        found = _of_another(conn, person, list_id, ("approve",))
        now = lists.lock(conn, found.id)  # nobody checks it anew meanwhile
        if now is None or now.checked_at is None or now.checked_at != seen:
            raise ListChanged(list_id)
        if not kept.approve(conn, list_id, person, approves=approves):
            return  # it is so by now
        # which list, and not what it is called: a title may say what only some may see
        logbook.add_about(
            conn, "approved" if approves else "approval_ended", person=person, about=found.person_id,
            reason=said("list_of", list=list_id, name=people.name_of(conn, found.person_id)),
        )  # fmt: skip


def assert_approved(conn: Connection, list_id: ListId) -> None:
    """Raise ``NotApproved`` where somebody has still to say yes to a list as it was last checked."""
    lacks = [one.name for one in _named_in(conn, list_id) if one.part == "approve" and not one.approves]
    if lacks:
        raise NotApproved(lacks)
