"""Changes of a few steps, run while the person waits: the same list, the same check, the same batches.

What is in the way is refused before anything moves; what is met on the way stops the change, with what was done before
it on record. A process that dies in the middle leaves a list that is settled by what is on disk (``settle``).
"""

from __future__ import annotations

import time
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

from psycopg import Connection

from waka.core.changes.acts import NotPrepared, Phase
from waka.core.changes.check import Collision
from waka.core.changes.findings import Said, StepFinding, said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.core.words import blocks
from waka.drive.faults import reach
from waka.drive.tree import shown
from waka.errors import DatabaseAway, WakaError
from waka.records.changes import lists, steps
from waka.records.changes.steps import Held, NewStep
from waka.records.database import plan_once
from waka.work.deps import Deps

from .batch import BatchRunner, tidy_after
from .check import Examined, Terms, examine
from .holding import at_work
from .refusals import refusal
from .settle import settle_list

MOST_DOCUMENTS = 10
_RETRIES = (0.1, 0.3, 1.0, 2.0)  #: seconds between looks for a database that went away


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """What is to happen at once."""

    title: Said
    origin: str
    wants: Sequence[Proposal]
    near: Sequence[FolderId] = ()  #: the folders that it is about, or goes to
    collision: Collision = "ask"
    undo_of: ListId | None = None
    held: Mapping[int, Held] | None = None  #: its documents, where they are held already

    @property
    def documents(self) -> list[DocumentId]:
        return documents_of(self.wants)


def documents_of(wants: Sequence[Proposal]) -> list[DocumentId]:
    """Return the documents that proposals are about, or put something onto."""
    numbers = [number for want in wants for number in (want.document, want.onto)]
    return sorted({number for number in numbers if number is not None})


@dataclass(frozen=True, slots=True, kw_only=True)
class Ran:
    """What came of it; ``list_id`` is 0 where there was nothing to do."""

    list_id: ListId
    title: Said
    steps: Sequence[Step] = ()
    findings: Sequence[StepFinding] = field(default_factory=list)


Make = Callable[[Connection], Change]
Accept = Callable[
    [Connection, Change, Examined], Examined
]  #: raises where it is not to run; may leave steps out


def look(deps: Deps, conn: Connection, person: PersonId, change: Change) -> Examined:
    """Return what *change* would come to. Nothing changes."""
    terms = Terms(person=person, collision=change.collision, returns=change.undo_of is not None)
    return examine(deps, conn, terms, change.wants, change.near)


def assert_clear(_: Connection, __: Change, examined: Examined) -> Examined:
    """Raise for the first finding that is in the way."""
    for row in examined.rows:
        _assert_row(row)
    return examined


def assert_known(examined: Examined) -> None:
    """Raise where a subject or target is not there, or not the person's: there is nothing to be looked at."""
    for row in examined.rows:
        if isinstance(row.step.act, NotPrepared):
            _assert_row(row)


def _assert_row(row: NewStep) -> None:
    for finding in row.findings:
        if blocks(finding.code):
            why = Said(code=finding.code, facts=finding.facts)
            raise refusal(why, shown(row.step.to_path), finding.offer)


def run(deps: Deps, person: PersonId, make: Make, accept: Accept = assert_clear) -> Ran:
    """Make a change and run it.

    Raises what *make* and *accept* raise, and what is in the way, before anything moved; ``SourceChanged``,
    ``SourceGone``, ``DriveTrouble`` and the like from the step that met them: those before it are done, those after it
    not begun; ``DatabaseAway``, whose message says what holds.
    """
    begun: list[tuple[ListId, Change]] = []
    try:
        with at_work(deps) as (conn, hold):
            plan_once(conn)
            with conn.transaction():
                change = make(conn)
                held = change.held
                if held is None:
                    held = steps.hold_documents(conn, change.documents)
                examined = accept(conn, change, look(deps, conn, person, change))
                running = examined.running
                if not running:
                    return Ran(list_id=ListId(0), title=change.title, findings=examined.findings)
                owner = lists.begin(conn, title=change.title, origin=change.origin, person=person,
                                    undo_of=change.undo_of, steps=len(running))  # fmt: skip
                list_id = owner.id
                hold(list_id)
                steps.put(conn, list_id, running)
                makes = any(row.step.act.phase is Phase.MAKES_ROOM for row in running)
                runner = BatchRunner(deps, conn, owner, last=len(running), makes=makes)
                batch = _intend(runner, held)
                begun.append((list_id, change))
            try:
                _carry_out(runner, batch)
            finally:
                runner.close()
            return Ran(
                list_id=list_id,
                title=change.title,
                steps=steps.every(conn, list_id),
                findings=examined.findings,
            )
    except DatabaseAway as error:
        if not begun:
            raise
        list_id, change = begun[0]
        settle_after_loss(deps, list_id, change, error)
        with deps.db.transaction() as conn:
            return Ran(list_id=list_id, title=change.title, steps=steps.every(conn, list_id))


def _intend(runner: BatchRunner, held: Mapping[int, Held] | None = None) -> list[Step]:
    """Put the next batch that has something to do on record. Raises where one of its steps cannot run any more."""
    while True:
        coming = runner.coming()
        batch, refused = runner.intend(coming, held)
        if refused:
            step, why = refused[0]
            raise refusal(why, shown(step.to_path))
        if batch or not coming:
            return batch


def _carry_out(runner: BatchRunner, batch: list[Step]) -> None:
    conn, owner = runner.conn, runner.owner
    ended = False
    while batch:
        reach("recorded")
        outcome = runner.carry_out(batch)
        reach("moved")
        is_last = outcome.error is None and len(outcome.done) == runner.last
        with conn.transaction():
            runner.record(conn, outcome, is_last=is_last)
            if owner.undo_of is not None and outcome.done:
                lists.set_undone(conn, owner.undo_of, owner.id)
            if outcome.error is not None:
                _stop(runner)
            elif is_last:
                ended = True
            elif not steps.tally(conn, owner.id).get("proposed"):
                lists.set_state(conn, owner.id, "done")
                ended = True
        tidy_after(runner.deps, conn, [one.step for one in outcome.done])
        reach("done")
        if outcome.error is not None:
            raise outcome.error
        batch = [] if ended else _next(runner)
    if not ended:  # what was left came about by itself meanwhile
        with conn.transaction():
            lists.set_state(conn, owner.id, "done")


def _next(runner: BatchRunner) -> list[Step]:
    """Put the batch on record that comes next. Raises where it cannot run any more; what was done is done."""
    try:
        with runner.conn.transaction():
            return _intend(runner)
    except WakaError:
        with runner.conn.transaction():
            _stop(runner)
        raise


def _stop(runner: BatchRunner) -> None:
    """Write down that the change stops here: what had not begun stays where it is."""
    left = [step for step in steps.every(runner.conn, runner.owner.id) if step.state == "proposed"]
    steps.settle(runner.conn, left, "put_back", said("not_begun"))
    lists.set_state(runner.conn, runner.owner.id, "failed")


def settle_after_loss(deps: Deps, list_id: ListId, change: Change, error: DatabaseAway) -> None:
    """Bring a change to its end after the connection was lost in the middle of it."""
    told = f"No. {change.documents[0]}" if change.documents else "It"
    for wait in _RETRIES:
        time.sleep(wait)
        try:
            outcome = settle_list(deps, list_id)
        except DatabaseAway:
            continue
        if outcome == "done":
            return
        if outcome is not None:
            raise DatabaseAway(
                f"The database was away for a moment; {told} was not moved and is still where it was. Try again."
            ) from error
    raise DatabaseAway(
        f"The database went away while {told} was being changed. The file is whole, at its old "
        "or its new place, and the record follows as soon as the database answers."
    ) from error
