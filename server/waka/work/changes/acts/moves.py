"""What the acts share that move or copy a document's file, or exchange it for another."""

from __future__ import annotations

from dataclasses import replace

from psycopg import Connection

from waka.core.changes.acts import KnownFile
from waka.core.changes.settle import Verdict, settle
from waka.core.changes.step import Step
from waka.core.ids import NO_DOCUMENT
from waka.drive.moving import Move, drop_source, drop_work, look
from waka.drive.tree import FileStat
from waka.drive.versions import Exchange, settle_exchange, stored_path
from waka.records.documents import documents
from waka.work.deps import Deps

from .base import NOTHING, number_of, target_folder, target_name


def move_of(deps: Deps, step: Step) -> Move:
    trees = {place: deps.drive for place in ("drive", "bin", "versions")} | {"arrivals": deps.arrivals}
    return Move(
        number=step.document or NO_DOCUMENT,
        source=trees[step.from_place], source_path=step.from_path,
        target=trees[step.to_place], target_path=step.to_path,
        size=step.file.size, inode=step.file.inode, modified_ns=step.file.modified_ns, sha256=step.file.sha256,
        work_name=f"step-{step.list_id}-{step.position}".encode(),
    )  # fmt: skip


def exchange_of(deps: Deps, step: Step, stands: KnownFile) -> Exchange:
    """Return what a step does on disk that gives a document other bytes; *stands*: those that it has."""
    return Exchange(comes=move_of(deps, step), stands=stands)


def return_of(deps: Deps, step: Step, returns: KnownFile) -> Exchange:
    """Return what puts a kept version back in place of what came, which goes to the step's target."""
    move = move_of(deps, step)
    comes = replace(
        move, source=deps.drive, source_path=stored_path(returns.sha256), target=deps.drive,
        target_path=step.from_path, size=returns.size, inode=0, modified_ns=returns.modified_ns,
        sha256=returns.sha256,
    )  # fmt: skip
    return Exchange(comes=comes, stands=step.file, goes_to=(move.target, step.to_path))


def is_taken(conn: Connection, step: Step, ignore: int) -> bool:
    """Whether the records know another document at a step's target: then what stands there is not its own."""
    return step.to_place == "drive" and documents.stands_at(
        conn, folder=target_folder(step), name=target_name(step), ignore=ignore
    )


def settled(deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
    """Return what an interrupted move comes to, and what is known of its file where it has arrived."""
    move = move_of(deps, step)
    verdict = settle(look(move, target_is_known=is_taken(conn, step, number_of(step))))
    if verdict is Verdict.DROP_SOURCE:
        drop_source(move)
    drop_work(move)
    return verdict, arrived(move, verdict)


def arrived(move: Move, verdict: Verdict) -> FileStat:
    if verdict not in (Verdict.DONE, Verdict.DROP_SOURCE):
        return NOTHING
    found = move.target.stat(move.target_path)
    assert found is not None  # the verdict rests on it
    return found


def settled_exchange(exchange: Exchange) -> tuple[Verdict, FileStat]:
    verdict, stands = settle_exchange(exchange)
    return verdict, stands or NOTHING
