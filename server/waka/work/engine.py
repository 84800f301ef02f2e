"""The one way in which the drive changes: intent on record, change on disk, record what came of it.

A step is *intended* in a committed transaction before its file moves, and *done* in another after. A
crash between the two leaves an intended step; ``settle`` looks at both ends on disk and finishes it or
puts it back. Whoever runs or settles a list has it in hand (``holding``), so never two at once; a dead
process holds nothing.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import structlog
from psycopg import Connection

from waka.core.changes.settle import End, Ends, Verdict, settle
from waka.drive import folders as on_disk
from waka.drive.faults import reach
from waka.drive.hands import Hands
from waka.drive.moving import Move, carry_out, copy_out, drop_source, drop_work, is_copied, look
from waka.drive.tree import FileStat
from waka.drive.versions import Exchange, Known, destroy, exchange, settle_exchange, stored_path
from waka.errors import DatabaseAway, DriveAway, ForeignDrive, WakaError
from waka.records import changes, documents, stuck
from waka.records.changes import Step
from waka.records.stuck import Item

from . import recording, storing
from .deps import Deps
from .holding import at_work

log = structlog.get_logger()
_EXCHANGES = ("version", "unversion", "revert")
NOTHING = FileStat(size=0, inode=0, modified_ns=0)  #: of a step that touches no file


def run(deps: Deps, conn: Connection, list_id: int) -> None:
    """Carry out the intended steps of a list that *conn* holds. Stops at, records and raises a failure."""
    reach("recorded")
    for step in changes.open_steps(conn, list_id):
        try:
            found = carry_out_step(deps, step)
        except WakaError as error:
            with conn.transaction():
                changes.settle_step(conn, step, "failed", error.message)
                for later in changes.open_steps(conn, list_id):
                    changes.settle_step(conn, later, "put_back", "not begun: an earlier step failed")
                changes.finish_list(conn, list_id, "failed")
            raise
        reach("moved")
        with conn.transaction():
            recording.record_done(conn, step, found)
        storing.tidy_after(deps, conn, [step])
        reach("done")
    with conn.transaction():
        changes.finish_list(conn, list_id, "done")


def move_of(deps: Deps, step: Step) -> Move:
    trees = {place: deps.drive for place in ("drive", "bin", "versions")} | {"arrivals": deps.arrivals}
    return Move(
        number=step.document_id or 0,
        source=trees[step.from_place], source_path=step.from_path,
        target=trees[step.to_place], target_path=step.to_path,
        size=step.size, inode=step.inode, modified_ns=step.modified_ns, sha256=step.sha256,
        work_name=f"step-{step.list_id}-{step.position}".encode(),
    )  # fmt: skip


def exchange_of(deps: Deps, step: Step) -> Exchange:
    """What a step that gives a document other bytes does on disk."""
    move = move_of(deps, step)
    if step.act != "unversion":
        return Exchange(comes=move, stands=known_of(step.before["onto"]))
    earlier = known_of(step.after["onto"])
    comes = replace(
        move, source=deps.drive, source_path=stored_path(earlier.sha256), target=deps.drive,
        target_path=step.from_path, size=earlier.size, inode=0, modified_ns=earlier.modified_ns,
        sha256=earlier.sha256,
    )  # fmt: skip
    return Exchange(comes=comes, stands=own_file(step), goes_to=(move.target, step.to_path))


def own_file(step: Step) -> Known:
    return Known(size=step.size, inode=step.inode, modified_ns=step.modified_ns, sha256=step.sha256)


def known_of(kept: dict[str, Any]) -> Known:
    return Known(size=kept["size"], inode=kept["inode"], modified_ns=kept["modified_ns"],
                 sha256=bytes.fromhex(kept["sha256"]))  # fmt: skip


def carry_out_step(deps: Deps, step: Step, hands: Hands | None = None) -> FileStat:
    """Do on disk what *step* says; return what is known of the file or folder after."""
    if step.act == "correct":
        return NOTHING
    if step.act == "copy":
        return copy_out(move_of(deps, step))
    if step.act == "make_folder":
        return _folder_stat(on_disk.make(deps.drive, step.to_path, hands))
    if step.act == "place_folder":
        on_disk.move(deps.drive, step.from_path, step.to_path, step.inode)
        return _folder_stat(step.inode)
    if step.act == "remove_folder":
        on_disk.remove(deps.drive, step.from_path, hands)
        return NOTHING
    if step.act in _EXCHANGES:
        return exchange(exchange_of(deps, step))
    if step.act == "destroy":
        destroy(deps.drive, step.from_path, own_file(step))
        return NOTHING
    return carry_out(move_of(deps, step), hands)


def _folder_stat(inode: int) -> FileStat:
    return FileStat(size=0, inode=inode, modified_ns=0)


def settle_all(deps: Deps) -> int:
    """Settle every list of a few steps that was interrupted and nobody is running; return how many.

    One that cannot be settled is written down as stuck, and holds up no other.
    """
    with deps.db.transaction() as conn:
        resting = stuck.resting(conn, "settling")
        waiting = [found for found in changes.unsettled(conn) if f"list {found}" not in resting]
    settled = 0
    for list_id in waiting:
        try:
            settled += settle_list(deps, list_id) is not None
        except (DatabaseAway, DriveAway, ForeignDrive):
            raise
        except (WakaError, OSError) as error:
            log.error("not_settled", list=list_id, error=str(error))
            with deps.db.transaction() as conn:
                stuck.put(
                    conn,
                    "settling",
                    Item(subject=f"list {list_id}", shown=f"Change {list_id}", reason=str(error)),
                )
    return settled


def settle_list(deps: Deps, list_id: int) -> str | None:
    """Bring an interrupted list to an end by what is on disk; return its state.

    None where another process has the list in hand. The step that was under way is finished or put
    back; those that had not begun stay where they are, and the logbook says so.
    """
    with at_work(deps) as (conn, hold):
        if not hold(list_id):
            return None
        outcome = "done"
        for step in changes.steps(conn, list_id):
            if step.state == "intended":
                if _settle_step(deps, conn, step) != "done":
                    outcome = "failed"
            elif step.state != "done":
                outcome = "failed"
        with conn.transaction():
            changes.finish_list(conn, list_id, outcome)
            stuck.clear(conn, "settling", f"list {list_id}")
        return outcome


def settle_interrupted(deps: Deps, conn: Connection, list_id: int) -> int:
    """Settle the steps of a longer list that were under way; those that had not moved will run again."""
    under_way = changes.open_steps(conn, list_id)
    for step in under_way:
        _settle_step(deps, conn, step, runs_again=True)
    return len(under_way)


def _settle_step(deps: Deps, conn: Connection, step: Step, *, runs_again: bool = False) -> str:
    verdict, found = _look(deps, conn, step)
    log.info("settled", list=step.list_id, step=step.position, verdict=verdict.value)
    if verdict in (Verdict.DONE, Verdict.DROP_SOURCE):
        # whoever died may not have come to write its folders: what is found here is not on disk for certain
        for tree, path in ((step.from_place, step.from_path), (step.to_place, step.to_path)):
            if path and tree != "nowhere":
                (deps.arrivals if tree == "arrivals" else deps.drive).write_above(path)
        with conn.transaction():
            recording.record_done(conn, step, found)
        storing.tidy_after(deps, conn, [step])
        return "done"
    with conn.transaction():
        if verdict is Verdict.PUT_BACK and runs_again:
            changes.settle_step(conn, step, "proposed")
            return "proposed"
        if verdict is Verdict.PUT_BACK:
            changes.settle_step(conn, step, "put_back", "interrupted before the file moved")
            recording.log_settled(conn, step, "put_back", "interrupted; nothing had moved")
            return "failed"
        recording.record_lost(
            conn, step, "interrupted, and then found neither where it was nor where it was going"
        )
    return "failed"


def _look(deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
    """Return what an interrupted step comes to, and what is known of its file where it has arrived."""
    if step.document_id is None:
        return _look_at_folder(deps, step)
    if step.act == "correct":
        return Verdict.DONE, NOTHING
    if step.act in _EXCHANGES:
        verdict, stands = settle_exchange(exchange_of(deps, step))
        return verdict, stands or NOTHING
    if step.act == "destroy":
        is_there = deps.drive.stat(step.from_path) is not None
        return (Verdict.PUT_BACK if is_there else Verdict.DONE), NOTHING
    move = move_of(deps, step)
    known = step.to_place == "drive" and documents.stands_at(
        conn, folder=step.after["folder"], name=step.after["name"],
        # a copy is another document: whoever stands at its target is not it
        ignore=0 if step.act == "copy" else step.document_id,
    )  # fmt: skip
    if step.act == "copy":
        verdict = Verdict.DONE if is_copied(move, target_is_known=known) else Verdict.PUT_BACK
    else:
        verdict = settle(look(move, target_is_known=known))
    if verdict is Verdict.DROP_SOURCE:
        drop_source(move)
    drop_work(move)
    if verdict in (Verdict.DONE, Verdict.DROP_SOURCE):
        found = move.target.stat(step.to_path)
        assert found is not None  # the verdict rests on it
        return verdict, found
    return verdict, NOTHING


def _look_at_folder(deps: Deps, step: Step) -> tuple[Verdict, FileStat]:
    source = on_disk.folder_inode(deps.drive, step.from_path) if step.from_path else None
    target = on_disk.folder_inode(deps.drive, step.to_path) if step.to_path else None
    if step.act == "make_folder":
        return (Verdict.DONE, _folder_stat(target)) if target else (Verdict.PUT_BACK, NOTHING)
    if step.act == "remove_folder":
        return (Verdict.PUT_BACK, NOTHING) if source else (Verdict.DONE, NOTHING)
    ends = Ends(source=_end(source, step.inode), target=_end(target, step.inode))
    return settle(ends), _folder_stat(step.inode)


def _end(found: int | None, inode: int) -> End:
    if found is None:
        return End.NOTHING
    return End.THIS if found == inode else End.OTHER
