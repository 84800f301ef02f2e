"""Undo: another list, of the reverse of what a list did, latest first. What was changed since is left alone, and said.

What was done by hand goes back at once, where nothing is in the way; anything else goes back by a list that is kept
and looked at. Both are checked alike.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime

import msgspec
from psycopg import Connection

from waka.core.changes.acts import TYPES, Phase
from waka.core.changes.findings import Said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.changes.summary import Ask
from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.core.words import worded
from waka.drive.tree import shown
from waka.errors import ListChanged, NotAllowed, NotFound, NotUndoable, UndoIsAList, WakaError
from waka.records.changes import lists, steps
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import Held
from waka.records.documents import documents
from waka.records.finding import logbook
from waka.records.folders import folders
from waka.records.folders.access import MAY_FILE
from waka.work.changes import at_once
from waka.work.changes.acts import handler
from waka.work.changes.at_once import MOST_DOCUMENTS, Change, documents_of
from waka.work.changes.check import Examined
from waka.work.changes.refusals import OF_FILES, refusal
from waka.work.deps import Deps

from .kept_list import add, checked


@dataclass(frozen=True, slots=True, kw_only=True)
class Undone:
    list_id: ListId
    number: DocumentId | None  #: of the first document that went back
    path: str  #: where it stands now; '' where nothing stands any more
    title: Said
    count: int
    left: list[Said] = field(default_factory=list)  #: what was left alone, and why


class _RanInTheBackground(Exception):
    """The list that is to be undone was no change at once: it goes back by a list, too."""


def undo_last(deps: Deps, person: PersonId) -> Undone:
    """Undo what this person did last. Raises ``NotUndoable`` where there is nothing, and as ``undo``."""
    with deps.db.transaction() as conn:
        last = logbook.last_own_list(conn, person)
    if last is None:
        raise NotUndoable("There is nothing of yours to undo.", mend="See the logbook for what others did.")
    return undo(deps, person, last)


def undo(deps: Deps, person: PersonId, list_id: ListId) -> Undone:
    """Put back what a list changed. Raises ``NotUndoable`` with the reason, and as its steps do.

    What ran in the background, whose steps may lean on one another, goes back by a list: raises ``UndoIsAList`` with
    its number.
    """
    left: list[Said] = []

    def make(conn: Connection) -> Change:
        found, wants = _by_key(conn, person, list_id)
        held = steps.hold_documents(conn, documents_of(wants))
        return Change(
            title=found.title, origin="undo", wants=wants, near=_near(wants, held), undo_of=list_id, held=held
        )

    def accept(conn: Connection, change: Change, examined: Examined) -> Examined:
        nonlocal left
        examined, left = _without_what_is_in_the_way(deps, conn, person, change, examined)
        if not examined.running:
            raise _cannot(left)
        return examined

    try:
        ran = at_once.run(deps, person, make, accept)
    except _RanInTheBackground:
        raise UndoIsAList(propose_undo(deps, person, list_id)) from None
    first = next((step for step in ran.steps if step.state == "done"), ran.steps[0])
    number = first.document if first.document is not None else None
    stands = first.to_place != "bin" and first.act.phase is not Phase.CLEARS_UP
    return Undone(
        list_id=ran.list_id, number=number, title=ran.title, count=len(ran.steps), left=left,
        path=shown(first.to_path) if stands else "",
    )  # fmt: skip


def _cannot(left: Sequence[Said]) -> WakaError:
    """Return why nothing of a change can be put back."""
    if left and left[0].code in OF_FILES:
        return refusal(left[0])
    why = worded(left[0].code, left[0].facts) if left else "Nothing is left to put back"
    return NotUndoable(f"{why}.", mend="Undo the later change first.")


def _already_undone() -> NotUndoable:
    return NotUndoable(
        "This was already undone.", mend="Look for the documents on the desk or in the logbook."
    )


def _by_key(conn: Connection, person: PersonId, list_id: ListId) -> tuple[ChangeList, list[Proposal]]:
    """Return a list that was run at once, and what puts it back.

    Raises ``NotFound``, ``NotAllowed``, ``NotUndoable``, ``_RanInTheBackground``.
    """
    owner = lists.lock(conn, list_id)
    if owner is not None and not owner.at_once and owner.origin != "undo":
        if owner.undone_by is not None:
            raise _already_undone()
        raise _RanInTheBackground
    done = steps.done(conn, list_id) if owner is not None else []
    if owner is None or not (done or owner.person_id == person):
        raise NotFound(f"Change {list_id}")
    if done:
        _assert_may(conn, person, done[-1], list_id)
    if not done or owner.origin == "undo" or owner.state == "running":
        raise NotUndoable("This was not carried out, so there is nothing to undo.")
    if owner.undone_by is not None:
        raise _already_undone()
    wants = reversed_steps(done)
    if not wants or len({want.document for want in wants if want.document}) > MOST_DOCUMENTS:
        raise NotUndoable("This cannot be taken back.")
    return owner, wants


def _near(wants: Sequence[Proposal], held: Mapping[int, Held]) -> list[FolderId]:
    """Return the folders that an undo is about, or goes back to."""
    told = [folder for want in wants for folder in (want.into, want.folder) if folder is not None]
    told += [want.stands.folder for want in wants if want.stands is not None]
    return told + [one.folder_id for one in held.values() if one.folder_id]


def _without_what_is_in_the_way(
    deps: Deps, conn: Connection, person: PersonId, change: Change, examined: Examined
) -> tuple[Examined, list[Said]]:
    """Return an undo without the steps that something is in the way of, and what is left alone."""
    left: list[Said] = []
    while True:
        blocked = {row.proposal.at: row.findings for row in examined.rows if row.proposal and row.is_blocked}
        left += [Said(code=told[0].code, facts=told[0].facts) for told in blocked.values()]
        if not blocked:
            break
        wants = [want for at, want in enumerate(change.wants, 1) if at not in blocked]
        change = replace(change, wants=wants)
        examined = at_once.look(deps, conn, person, change)
    left += [
        row.step.failure for row in examined.rows if row.step.state == "left" and row.step.failure is not None
    ]
    return examined, left


def _assert_may(conn: Connection, person: PersonId, step: Step, list_id: ListId) -> None:
    """Raise where the person may not know of the list, or not change what it changed."""
    number = handler(step).proves(step) or step.document
    if number is not None:
        found = documents.one(conn, number, person)
        right = found.right if found else None  # of what waits on the desk: a filer's
    else:
        # of a folder: it itself, or, where it is gone, the one it stood in
        told = [getattr(step.act, "made", None), step.folder]
        told += [spot.folder for spot in (step.source, step.target) if spot is not None]
        right = next((f.right for f in (folders.one(conn, i, person) for i in told if i) if f), None)
    if right is None:
        raise NotFound(f"Change {list_id}")
    if right not in MAY_FILE:
        raise NotAllowed("You may look here, but not change anything.")


def propose_undo(
    deps: Deps,
    person: PersonId,
    list_id: ListId,
    positions: Sequence[int] | None = None,
    seen: datetime | None = None,
) -> ListId:
    """Make a list that puts back what another did, all or some of it.

    Raises ``NotFound``, ``NotUndoable``; ``ListChanged`` where it is not the one checked at *seen*.
    """
    with deps.db.transaction() as conn:
        owner = lists.one(conn, list_id, person)
        if owner is None:
            raise NotFound(f"Change {list_id}")
        if seen is not None and owner.checked_at != seen:
            raise ListChanged(list_id)
        done = steps.done(conn, list_id)
        if positions is not None:
            wanted = set(positions)
            done = [step for step in done if step.position in wanted or step.document is None]
        wants = reversed_steps(done)
        if not wants or owner.state in ("queued", "running"):
            raise NotUndoable("Nothing of this list was carried out, or it is still running.")
        # what puts back only some of it leaves the rest to be undone
        ask = Ask(part=positions is not None)
        undo_id = add(conn, person, wants, title=owner.title, origin="undo", ask=ask, undo_of=list_id)
    return checked(deps, undo_id, len(wants))


def reversed_steps(done: Iterable[Step]) -> list[Proposal]:
    """Return the reverse of *done*, which comes latest first; a document's moves in a row are one."""
    wants: list[Proposal] = []
    moved: dict[int, int] = {}  # document → where its proposal is
    for step in done:
        want = handler(step).reverse(step)
        if want is None:
            continue
        moves = step.document is not None and step.act.leaves_a_folder and step.act.comes_to_a_folder
        earlier = moved.get(step.document or 0) if moves else None
        if earlier is not None:
            record = want.record if want.record is not None else wants[earlier].record
            wants[earlier] = msgspec.structs.replace(
                wants[earlier], into=want.into, name=want.name, record=record
            )
            continue
        if moves and step.document is not None:
            moved[step.document] = len(wants)
        wants.append(want)
    # folders come back before anything goes into them, and go when everything has left
    return sorted(wants, key=lambda want: TYPES[want.act].phase)
