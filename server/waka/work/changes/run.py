"""Running a checked list of any number of steps: in batches, in the background, from wherever it stopped.

For each batch: its intent is put on record, its files move, its folders are written to disk once, what came
of it is put on record. A crash leaves one batch intended; whoever takes the list up again settles it by what is on
disk and goes on. Before each batch the records are looked at again: who may still do this, where documents and
folders stand now, what a person wants of the list.
"""

from __future__ import annotations

import threading
import time
from concurrent.futures import Future, ThreadPoolExecutor

import structlog
from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.ids import ListId
from waka.drive.faults import reach
from waka.errors import DriveTrouble
from waka.records.changes import lists, steps
from waka.records.changes.lists import ChangeList
from waka.work.deps import Deps

from . import settle
from .batch import BatchRunner, Outcome, Rest, said_of, tidy_after
from .batches import must_follow
from .holding import at_work

log = structlog.get_logger()


def run_list(deps: Deps, list_id: ListId, stop: threading.Event | None = None) -> None:
    """Run a queued list, or go on with one whose process died; returns when it rests, or when *stop* is set."""
    try:
        _run(deps, list_id, stop)
    except DriveTrouble as error:
        with deps.db.transaction() as conn:
            owner = lists.lock(conn, list_id)
            if owner is None or owner.state != "queued":
                raise  # one that was under way is settled first, once the drive is there again
            lists.set_state(conn, list_id, "failed", said_of(error))


def _run(deps: Deps, list_id: ListId, stop: threading.Event | None) -> None:
    with at_work(deps) as (conn, hold):
        if not hold(list_id):
            return
        settled = settle.settle_interrupted(deps, conn, list_id)
        with conn.transaction():
            owner = lists.lock(conn, list_id)
            if owner is None or owner.at_once or owner.state not in ("queued", "running"):
                return
            held = lists.claim_folders(conn, list_id)
            if held is not None:
                lists.set_state(conn, list_id, "queued", said("waits_for", list=held[0], person=held[1]))
                return
            lists.set_state(conn, list_id, "running")
            if owner.undo_of is not None:
                lists.set_undone(conn, owner.undo_of, list_id)
            if settled:
                lists.count_again(conn, list_id)
        _Run(deps, conn, owner, stop).go()


class _Run:
    def __init__(self, deps: Deps, conn: Connection, owner: ChangeList, stop: threading.Event | None) -> None:
        self.deps, self.conn, self.owner, self.stop = deps, conn, owner, stop
        self.runner = BatchRunner(deps, conn, owner)
        self.beside = conn  #: on which what came of a batch is written down

    def go(self) -> None:
        try:
            self._batches()
        except OSError as error:
            # folders could not be written to disk: what moved is settled by looking, nothing is promised
            log.error("list_stopped", list=self.owner.id, error=str(error))
            settle.settle_interrupted(self.deps, self.conn, self.owner.id)
            with self.conn.transaction():
                lists.count_again(self.conn, self.owner.id)
                lists.set_state(
                    self.conn,
                    self.owner.id,
                    "failed",
                    said("drive_trouble", why=f"The disk does not take it: {error.strerror}"),
                )
                lists.release_folders(self.conn, self.owner.id)
        finally:
            self.runner.close()

    def _batches(self) -> None:
        # what came of one batch is written down, on a connection of its own, while the next one moves
        with self.deps.db.working() as beside, ThreadPoolExecutor(1, "recording") as writer:
            self.beside = beside
            last = Outcome()
            writing: Future[Rest | None] | None = None
            while True:
                began = time.perf_counter()
                coming = self.runner.coming()
                if writing is not None and (
                    not coming or must_follow(coming, [one.step for one in last.done])
                ):
                    if self._came_to_rest(writing.result()):
                        return
                    writing = None
                with self.conn.transaction():
                    batch, refused = self.runner.intend(coming)
                    if not coming and self._came_to_rest(self._at_the_end()):
                        return
                if self.stop is not None and self.stop.is_set():
                    self._give_up(writing)
                    return
                reach("batch_recorded")
                last = self.runner.carry_out(batch)
                last.failed += refused
                reach("batch_moved")
                last.seconds = time.perf_counter() - began
                rests = writing.result() if writing is not None else None
                writing = writer.submit(self._write, last)
                stops = bool(last.failed) and self.owner.on_failure == "stop"
                if (rests is not None or stops) and self._came_to_rest(writing.result() or rests):
                    return

    def _write(self, outcome: Outcome) -> Rest | None:
        with self.beside.transaction():
            rest = self.runner.record(self.beside, outcome)
        tidy_after(self.deps, self.beside, [one.step for one in outcome.done])
        return rest

    def _give_up(self, writing: Future[Rest | None] | None) -> None:
        """Leave the list to whoever takes it up next: nothing of the batch at hand has moved."""
        if writing is not None:
            writing.result()
        settle.settle_interrupted(self.deps, self.conn, self.owner.id)

    def _came_to_rest(self, state: Rest | None) -> bool:
        """Write down the *state* that the list rests in, if it does."""
        if state is None:
            return False
        with self.conn.transaction():
            self._rest(*state)
        return True

    def _rest(self, state: lists.ListState, trouble: Said | None) -> None:
        lists.set_state(self.conn, self.owner.id, state, trouble)
        lists.set_only(self.conn, self.owner.id, None)
        lists.release_folders(self.conn, self.owner.id)

    def _at_the_end(self) -> Rest:
        tally = steps.tally(self.conn, self.owner.id)
        if tally.get("proposed"):
            return "paused", None  # a try: what was not ticked is still to come
        if tally.get("failed"):
            return "failed", said("steps_failed", count=tally["failed"])
        return "done", None
