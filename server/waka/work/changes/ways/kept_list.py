"""Making a list that is kept and looked at before it runs, of any proposals."""

from __future__ import annotations

from collections.abc import Sequence

import msgspec
from psycopg import Connection

from waka.core.changes.acts import NotPrepared
from waka.core.changes.findings import Said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.changes.summary import Ask
from waka.core.ids import ListId, PersonId
from waka.errors import BadRequest
from waka.records.changes import lists, steps
from waka.records.changes.steps import NewStep
from waka.work.changes.check import AT_ONCE, check_list
from waka.work.deps import Deps

MOST_STEPS = 200_000
NO_ASK = Ask()


def propose(
    deps: Deps, person: PersonId, wants: Sequence[Proposal], *, title: Said, origin: str, ask: Ask = NO_ASK
) -> ListId:
    """Make a list of any proposals and check it, at once where it is short. Raises ``BadRequest``."""
    with deps.db.transaction() as conn:
        list_id = add(conn, person, wants, title=title, origin=origin, ask=ask)
    return checked(deps, list_id, len(wants))


def add(
    conn: Connection, person: PersonId, wants: Sequence[Proposal], *, title: Said, origin: str, ask: Ask = NO_ASK,
    undo_of: ListId | None = None,
) -> ListId:  # fmt: skip
    """Keep proposals as a list that is still to be checked. Raises ``BadRequest`` for none, or too many."""
    if not wants:
        raise BadRequest("Nothing is chosen.", mend="Choose documents or folders.")
    if len(wants) > MOST_STEPS:
        raise BadRequest(
            f"{len(wants):,} steps are more than {MOST_STEPS:,}.", mend="Make several lists of them."
        )
    list_id = lists.add(conn, title=title, origin=origin, person=person, ask=ask, undo_of=undo_of)
    steps.put(conn, list_id, (_unchecked(list_id, at, want) for at, want in enumerate(wants, 1)))
    if len(wants) > AT_ONCE:
        lists.set_wish(conn, list_id, "check")
    return list_id


def _unchecked(list_id: ListId, at: int, want: Proposal) -> NewStep:
    return NewStep(
        step=Step(list_id=list_id, position=at, act=NotPrepared(wanted=want.act)),
        proposal=msgspec.structs.replace(want, at=at),
    )


def checked(deps: Deps, list_id: ListId, size: int) -> ListId:
    """Check a new list at once where it is short; a longer one is checked by a runner."""
    if size <= AT_ONCE:
        check_list(deps, list_id)
    return list_id
