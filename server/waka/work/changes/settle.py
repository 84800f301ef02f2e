"""Bringing what was interrupted to an end, by what is on disk.

A step is *intended* in a committed transaction before its file moves, and *done* in another after. A crash between
the two leaves an intended step: both its ends are looked at on disk, and it is finished or put back. Whoever runs or
settles a list has it in hand (``holding``), so never two at once; a dead process holds nothing.
"""

from __future__ import annotations

import structlog
from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Step, StepState
from waka.core.ids import ListId
from waka.core.words import because
from waka.drive.tree import shown
from waka.errors import DatabaseAway, DriveAway, ForeignDrive, WakaError
from waka.records.changes import lists, steps
from waka.records.changes.lists import ListState
from waka.records.desk import arrivals
from waka.records.documents import documents
from waka.records.finding import logbook, search
from waka.records.outside import stuck
from waka.records.outside.stuck import Item
from waka.work.deps import Deps

from .acts import Done, handler
from .batch import tidy_after
from .holding import at_work

log = structlog.get_logger()


def settle_all(deps: Deps) -> int:
    """Settle every list of a few steps that was interrupted and nobody is running; return how many.

    One that cannot be settled is written down as stuck, and holds up no other.
    """
    with deps.db.transaction() as conn:
        resting = stuck.resting(conn, "settling")
        waiting = [found for found in lists.interrupted(conn) if f"settling {found}" not in resting]
    settled = 0
    for list_id in waiting:
        try:
            settled += settle_list(deps, list_id) is not None
        except (DatabaseAway, DriveAway, ForeignDrive):
            raise
        except (WakaError, OSError) as error:
            log.error("not_settled", list=list_id, error=str(error))
            item = Item(subject=f"settling {list_id}", shown=f"Change {list_id}", reason=because(error))
            with deps.db.transaction() as conn:
                stuck.put(conn, "settling", item)
    return settled


def settle_list(deps: Deps, list_id: ListId) -> ListState | None:
    """Bring an interrupted list that was run at once to an end by what is on disk; return its state.

    None where another process has the list in hand. The step that was under way is finished or put
    back; those that had not begun stay where they are, and the logbook says so.
    """
    with at_work(deps) as (conn, hold):
        if not hold(list_id):
            return None
        outcome: ListState = "done"
        for step in steps.every(conn, list_id):
            if step.state == "intended":
                if _settle_step(deps, conn, step) != "done":
                    outcome = "failed"
            elif step.state not in ("done", "left"):
                outcome = "failed"
                if step.state == "proposed":
                    with conn.transaction():
                        steps.settle(conn, [step], "put_back", said("not_begun"))
        with conn.transaction():
            lists.set_state(conn, list_id, outcome)
            stuck.clear(conn, "settling", f"settling {list_id}")
        return outcome


def settle_interrupted(deps: Deps, conn: Connection, list_id: ListId) -> int:
    """Settle the steps of a longer list that were under way; those that had not moved will run again."""
    under_way = steps.under_way(conn, list_id)
    for step in under_way:
        _settle_step(deps, conn, step, runs_again=True)
    return len(under_way)


def _settle_step(deps: Deps, conn: Connection, step: Step, *, runs_again: bool = False) -> StepState:
    verdict, found = handler(step).settle(deps, conn, step)
    log.info("settled", list=step.list_id, step=step.position, verdict=verdict.value)
    if verdict in (Verdict.DONE, Verdict.DROP_SOURCE):
        # whoever died may not have come to write its folders: what is found here is not on disk for certain
        for tree, path in ((step.from_place, step.from_path), (step.to_place, step.to_path)):
            if path and tree != "nowhere":
                (deps.arrivals if tree == "arrivals" else deps.drive).write_above(path)
        with conn.transaction():
            record_done(conn, Done(step, found))
        tidy_after(deps, conn, [step])
        return "done"
    with conn.transaction():
        if verdict is Verdict.PUT_BACK and runs_again:
            steps.settle(conn, [step], "proposed")
            return "proposed"
        if verdict is Verdict.PUT_BACK:
            steps.settle(conn, [step], "put_back", said("interrupted"))
            _log(conn, step, "put_back", said("interrupted"))
        else:
            _record_lost(conn, step)
    return "failed"


def record_done(conn: Connection, done: Done) -> None:
    """Write down that a step has happened."""
    owner = lists.lock(conn, done.step.list_id)
    assert owner is not None
    handler(done.step).record(conn, [done], owner)
    if owner.undo_of is not None:
        lists.set_undone(conn, owner.undo_of, owner.id)


def _record_lost(conn: Connection, step: Step) -> None:
    """Write down that what *step* was about is at neither of its ends."""
    steps.settle(conn, [step], "failed", said("lost"))
    reason = said("lost")
    if step.document is None:
        _log(conn, step, "put_back", reason)
        return
    if step.from_place == "bin":
        documents.take_from_bin(conn, step.document)
    documents.gone(conn, step.document)
    arrivals.remove(conn, step.document)
    search.remove(conn, step.document)
    _log(conn, step, "gone", reason)


def _log(conn: Connection, step: Step, action: str, reason: Said) -> None:
    """Note an interrupted step in the logbook, for those who may see its ends."""
    arrival = getattr(step.act, "arrival", None)
    logbook.add(
        conn, action, number=step.document, folder=step.folder, list_id=step.list_id,
        from_path=shown(step.from_path) if step.from_place != "bin" else None,
        to_path=shown(step.to_path) if step.to_place != "bin" else None, reason=reason,
        from_folder=step.source.folder or None if step.source else None,
        to_folder=step.target.folder or None if step.target else None,
        point=arrival.point if arrival is not None else None,
    )  # fmt: skip
