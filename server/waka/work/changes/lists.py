"""Change lists as their owner works with them: look, mend, try, run, pause, cancel, carry on, take away."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

import msgspec
from psycopg import Connection

from waka.core.changes.acts import TYPES
from waka.core.changes.check import Collision
from waka.core.ids import ListId, PersonId
from waka.core.words import given
from waka.errors import BadRequest, ListChanged, ListHasErrors, ListIsRunning, NotFound
from waka.records.changes import lists, steps
from waka.records.changes.lists import ChangeList, OnFailure
from waka.work.deps import Deps

from . import named
from .check import AT_ONCE, check_list

_MOVING = ("queued", "running")
Whose = Callable[[Connection, PersonId, ListId], ChangeList]  #: who may ask for it: see ``named``


@dataclass(frozen=True, slots=True, kw_only=True)
class Mend:
    """What is to be different for some steps, or for all with a finding."""

    positions: Sequence[int] = ()
    finding: str | None = None
    leave: bool | None = None
    collision: Collision | None = None
    name: str | None = None
    as_offered: bool = False  #: each gets the name that the check offers
    seen: datetime | None = None  #: when the list was checked that the person looked at


def mine(deps: Deps, person: PersonId, before: int | None) -> list[ChangeList]:
    with deps.db.transaction() as conn:
        return named.of_person(conn, person, before)


def one(deps: Deps, person: PersonId, list_id: ListId) -> ChangeList:
    """Return a list that this person may look at. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        return named.seen_by(conn, person, list_id)


def one_shared(deps: Deps, person: PersonId, list_id: ListId) -> tuple[ChangeList, named.Shared]:
    """Return a list that this person may look at, with whose it is and who is named in it. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = named.seen_by(conn, person, list_id)
        return found, named.shared(conn, person, [found])[0]


def shared(
    deps: Deps, person: PersonId, found: Sequence[ChangeList]
) -> list[tuple[ChangeList, named.Shared]]:
    """Return each list with whose it is and who is named in it."""
    with deps.db.transaction() as conn:
        return list(zip(found, named.shared(conn, person, found), strict=True))


def _resting(conn: Connection, person: PersonId, list_id: ListId, whose: Whose = named.made_by) -> ChangeList:
    """Return a list that nothing is doing anything with. Raises ``NotFound``, ``ListIsRunning``."""
    found = _held(conn, person, list_id, whose)
    if found.state in _MOVING:
        raise ListIsRunning(list_id)
    return found


def _held(conn: Connection, person: PersonId, list_id: ListId, whose: Whose = named.made_by) -> ChangeList:
    """Return a list of this person's as it is, and keep it so: who runs it waits. Raises ``NotFound``."""
    whose(conn, person, list_id)
    found = lists.lock(conn, list_id)  # read anew: it may have begun, or ended, since
    if found is None:
        raise NotFound(f"Change {list_id}")
    return found


def check(deps: Deps, person: PersonId, list_id: ListId) -> ChangeList:
    """Check a list anew, at once or, where it is long, in the background."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id, named.decided_by)
        _assert_not_begun(found)
        size = steps.length(conn, list_id)
        if size > AT_ONCE:
            lists.set_wish(conn, list_id, "check")
    if size <= AT_ONCE:
        check_list(deps, list_id)
    return one(deps, person, list_id)


def assert_seen(found: ChangeList, seen: datetime | None) -> None:
    """Raise ``ListChanged`` where a list is no longer the one that was looked at at *seen*."""
    if seen is not None and found.checked_at != seen:
        raise ListChanged(found.id)


def _assert_not_begun(found: ChangeList) -> None:
    if found.steps_done:
        raise BadRequest(
            "Some of this list is already done, so it is not checked anew.",
            mend="Go on with it, or undo what is done.",
        )


def choose(
    deps: Deps, person: PersonId, list_id: ListId, *, collision: Collision | None, on_failure: OnFailure | None,
    remove_empty: bool | None, title: str | None,
) -> ChangeList:  # fmt: skip
    """Set what holds for the whole list; what changes its steps is checked anew."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id, named.decided_by)
        lists.set_choices(
            conn, list_id, collision=collision or found.collision, on_failure=on_failure or found.on_failure,
            title=given(title.strip()) if title and title.strip() else found.title,
        )  # fmt: skip
        anew = (collision or found.collision) != found.collision
        if remove_empty is not None and remove_empty != found.ask.remove_empty:
            lists.set_ask(conn, list_id, msgspec.structs.replace(found.ask, remove_empty=remove_empty))
            anew = True
        if anew:
            _assert_not_begun(found)
    return check(deps, person, list_id) if anew else one(deps, person, list_id)


def mend(deps: Deps, person: PersonId, list_id: ListId, wish: Mend) -> ChangeList:
    """Change what was asked of some steps and check the list anew."""
    told = {"leave": wish.leave, "collision": wish.collision, "name": wish.name}
    changes = {key: value for key, value in told.items() if value is not None}
    if not (changes or wish.as_offered) or not (wish.positions or wish.finding):
        raise BadRequest("Nothing was asked for.", mend="Choose steps and what is to be done with them.")
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id, named.decided_by)
        assert_seen(found, wish.seen)
        _assert_not_begun(found)
        if wish.as_offered:
            steps.take_offered(conn, list_id, positions=wish.positions, finding=wish.finding)
        if changes:
            steps.change_proposals(
                conn, list_id, positions=wish.positions, finding=wish.finding,
                changes=msgspec.json.encode(changes).decode(),
            )  # fmt: skip
    return check(deps, person, list_id)


def run(
    deps: Deps,
    person: PersonId,
    list_id: ListId,
    only: Sequence[int] | None = None,
    first: int | None = None,
    seen: datetime | None = None,
) -> ChangeList:
    """Let a list run, or the steps *only*, or the *first* few, with what they need. Raises ``ListHasErrors``."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id)
        assert_seen(found, seen)
        if found.wish == "check" or found.state == "draft":
            raise ListHasErrors("The list is still being checked.", mend="Wait a moment.")
        named.assert_approved(conn, list_id)
        blocked = found.summary.blocked
        if blocked and not found.steps_done:
            raise ListHasErrors(
                f"{blocked:,} steps cannot run as they are.", mend="Mend them or take them out."
            )
        if found.state in ("failed", "cancelled", "paused"):
            steps.retry(conn, list_id)
            lists.recount(conn, list_id)
        if steps.tally(conn, list_id).get("proposed", 0) == 0:
            raise BadRequest("There is nothing left to run in this list.")
        if first is not None and not only:
            only = steps.first_steps(conn, list_id, first)
        lists.set_only(conn, list_id, steps.with_needed(conn, list_id, only) if only else None)
        lists.set_state(conn, list_id, "queued")
    return one(deps, person, list_id)


def ask_to_stop(
    deps: Deps, person: PersonId, list_id: ListId, wish: Literal["pause", "cancel"]
) -> ChangeList:
    """Pause or cancel a list that runs; it comes to rest after the batch at hand."""
    with deps.db.transaction() as conn:
        found = _held(conn, person, list_id)
        if found.state == "queued":
            lists.set_state(conn, list_id, "paused" if wish == "pause" else "cancelled")
        elif found.state == "running":
            lists.set_wish(conn, list_id, wish)
        elif wish == "cancel" and found.state in ("paused", "failed", "checked"):
            lists.set_state(conn, list_id, "cancelled")
    return one(deps, person, list_id)


def leave_failed(deps: Deps, person: PersonId, list_id: ListId) -> ChangeList:
    """Leave the steps that failed where they are, so that the rest can go on."""
    with deps.db.transaction() as conn:
        _resting(conn, person, list_id)
        steps.leave_failed(conn, list_id)
        lists.recount(conn, list_id)
        if not steps.tally(conn, list_id).get("proposed"):
            lists.set_state(conn, list_id, "done")
    return one(deps, person, list_id)


def discard(deps: Deps, person: PersonId, list_id: ListId) -> None:
    """Throw a list away of which nothing was done. Raises ``BadRequest`` for any other."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id)
        if found.begun_at is not None:
            raise BadRequest("A list that was begun is kept: it is part of the drive's history.")
        steps.remove(conn, list_id)
        lists.remove(conn, list_id)


def can_run(found: ChangeList) -> bool:
    return found.state == "checked" and not found.summary.blocked and found.steps > 0


def can_undo(found: ChangeList) -> bool:
    """Whether something was done that can go back, and nothing of it has gone back as a whole."""
    takes_back = any(not TYPES[act].for_good for act in found.summary.acts)
    return found.steps_done > 0 and found.state not in _MOVING and found.undone_by is None and takes_back
