"""The one way in which a file of the drive moves: intent on record, move, record what came of it.

A step is *intended* in a committed transaction before its file moves, and *done* in another after. A
crash between the two leaves an intended step; ``settle`` looks at both ends on disk and finishes it or
puts it back. Whoever runs or settles a list holds its lock, so never two at once; the lock goes with
the connection, so a dead process holds nothing.
"""

from __future__ import annotations

from typing import Any

import structlog
from psycopg import Connection

from waka.core.changes.settle import Verdict, settle
from waka.drive.faults import reach
from waka.drive.moving import Move, carry_out, drop_source, drop_work, look
from waka.drive.tree import FileStat, shown
from waka.errors import WakaError
from waka.records import arrivals, changes, documents, logbook, search
from waka.records.changes import Step
from waka.records.database import hold_list

from . import records_json
from .deps import Deps

log = structlog.get_logger()


def run(deps: Deps, conn: Connection, list_id: int) -> None:
    """Carry out the intended steps of a list that *conn* holds. Stops at, records and raises a failure."""
    reach("recorded")
    for step in changes.steps(conn, list_id):
        if step.state != "intended":
            continue
        try:
            found = carry_out(move_of(deps, step))
        except WakaError as error:
            with conn.transaction():
                changes.settle_step(conn, step, "failed", error.message)
                changes.finish_list(conn, list_id, "failed")
            raise
        reach("moved")
        with conn.transaction():
            record_done(conn, step, found)
            changes.finish_list(conn, list_id, "done")
        reach("done")


def move_of(deps: Deps, step: Step) -> Move:
    trees = {"drive": deps.drive, "arrivals": deps.arrivals}
    return Move(
        number=step.document_id,
        source=trees[step.from_place], source_path=step.from_path,
        target=trees[step.to_place], target_path=step.to_path,
        size=step.size, inode=step.inode, modified_ns=step.modified_ns, sha256=step.sha256,
        work_name=f"step-{step.list_id}-{step.position}".encode(),
    )  # fmt: skip


def record_done(conn: Connection, step: Step, found: FileStat) -> None:
    """Write down that *step*'s file has arrived: the record, its search words, the logbook."""
    owner = changes.lock_list(conn, step.list_id)
    assert owner is not None
    if step.to_place == "drive":
        _record_filed(conn, step, found, owner.person_id)
    else:
        _record_unfiled(conn, step, found, owner.person_id)
        if owner.undo_of is not None:
            changes.set_undone(conn, owner.undo_of, step.list_id)
    changes.settle_step(conn, step, "done")


def _record_filed(conn: Connection, step: Step, found: FileStat, person: int) -> None:
    after = step.after
    documents.file(
        conn, number=step.document_id, folder=after["folder"], name=after["name"],
        conforms=after["conforms"], inode=found.inode, modified_ns=found.modified_ns,
        record=records_json.record_of(after["record"]), person=person,
    )  # fmt: skip
    arrivals.remove(conn, step.document_id)
    search.refresh(conn, [step.document_id])
    logbook.add(
        conn, "filed", number=step.document_id, person=person, list_id=step.list_id,
        from_path=shown(step.from_path), to_path=shown(step.to_path),
        to_folder=after["folder"], point=step.before["arrival_point"],
    )  # fmt: skip


def _record_unfiled(conn: Connection, step: Step, found: FileStat, person: int) -> None:
    after: dict[str, Any] = step.after
    documents.unfile(
        conn, number=step.document_id, name=after["name"], inode=found.inode,
        modified_ns=found.modified_ns, person=person,
    )  # fmt: skip
    arrivals.add(
        conn, number=step.document_id, point=after["arrival_point"], path=step.to_path,
        slip=after["slip"],
    )  # fmt: skip
    search.remove(conn, step.document_id)
    logbook.add(
        conn, "unfiled", number=step.document_id, person=person, list_id=step.list_id,
        from_path=shown(step.from_path), to_path=shown(step.to_path),
        from_folder=step.before["folder"], point=after["arrival_point"],
    )  # fmt: skip


def settle_all(deps: Deps) -> int:
    """Settle every list that was interrupted and that nobody is running; return how many."""
    with deps.db.transaction() as conn:
        waiting = changes.unsettled(conn)
    return sum(settle_list(deps, list_id) is not None for list_id in waiting)


def settle_list(deps: Deps, list_id: int) -> str | None:
    """Bring an interrupted list to an end by what is on disk; return its state.

    None where another process has the list in hand.
    """
    with deps.db.working() as conn:
        if not hold_list(conn, list_id):
            return None
        outcome = "done"
        for step in changes.steps(conn, list_id):
            if step.state == "intended":
                outcome = _settle_step(deps, conn, step)
            elif step.state != "done":
                outcome = "failed"
        with conn.transaction():
            changes.finish_list(conn, list_id, outcome)
        return outcome


def _settle_step(deps: Deps, conn: Connection, step: Step) -> str:
    move = move_of(deps, step)
    known = step.to_place == "drive" and documents.stands_at(
        conn, folder=step.after["folder"], name=step.after["name"], ignore=step.document_id
    )
    verdict = settle(look(move, target_is_known=known))
    log.info("settled", list=step.list_id, number=step.document_id, verdict=verdict.value)
    if verdict is Verdict.DROP_SOURCE:
        drop_source(move)
    drop_work(move)
    with conn.transaction():
        if verdict in (Verdict.DONE, Verdict.DROP_SOURCE):
            found = deps.drive if step.to_place == "drive" else deps.arrivals
            stat = found.stat(step.to_path)
            assert stat is not None  # the verdict rests on it
            record_done(conn, step, stat)
            return "done"
        if verdict is Verdict.PUT_BACK:
            changes.settle_step(conn, step, "put_back", "interrupted before the file moved")
            _log_settled(conn, step, "put_back", "interrupted; the file had not moved")
            return "failed"
        reason = "interrupted, and then found neither where it was nor where it was going"
        changes.settle_step(conn, step, "failed", reason)
        documents.gone(conn, step.document_id)
        arrivals.remove(conn, step.document_id)
        search.remove(conn, step.document_id)
        _log_settled(conn, step, "gone", reason)
    return "failed"


def _log_settled(conn: Connection, step: Step, action: str, reason: str) -> None:
    at_drive = step.from_place == "drive"
    logbook.add(
        conn, action, number=step.document_id, list_id=step.list_id,
        from_path=shown(step.from_path), to_path=shown(step.to_path), reason=reason,
        from_folder=step.before["folder"] if at_drive else None,
        to_folder=step.after.get("folder"),
        point=step.after["arrival_point"] if at_drive else step.before["arrival_point"],
    )  # fmt: skip
