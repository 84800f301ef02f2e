"""Running a checked list of any number of steps: in batches, in the background, from wherever it stopped.

For each batch: its intent is put on record, its files move, its folders are written to disk once, what came
of it is put on record. A crash leaves one batch intended; whoever takes the list
up again settles it by what is on disk and goes on. Before each batch the records are looked at again:
who may still do this, where documents and folders stand now, what a person wants of the list.
"""

from __future__ import annotations

import threading
import time
from collections.abc import Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass, field

import structlog
from psycopg import Connection

from waka.drive.faults import reach
from waka.drive.hands import Hands
from waka.drive.tree import FileStat, shown
from waka.errors import DriveTrouble, FolderNotEmpty, WakaError
from waka.records import changes, lists
from waka.records.changes import ChangeList, Step
from waka.records.lists import BulkList

from . import engine, recording, storing
from .batches import BATCH, independent, must_follow, numbers_of, one_batch, without_their_own_parents
from .deps import Deps
from .holding import at_work
from .places import AlreadyThere, Places, Refused

log = structlog.get_logger()
_PLACING = ("place", "restore")
Rest = tuple[str, str | None]  #: the state that a list comes to rest in, and why


def run_list(deps: Deps, list_id: int, stop: threading.Event | None = None) -> None:
    """Run a queued list, or go on with one whose runner died; returns when it rests, or when *stop* is set."""
    try:
        _run(deps, list_id, stop)
    except DriveTrouble as error:
        with deps.db.transaction() as conn:
            owner = lists.lock(conn, list_id)
            if owner is None or owner.state != "queued":
                raise  # one that was under way is settled first, once the drive is there again
            told = " ".join(filter(None, (error.message, error.mend)))
            lists.set_state(conn, list_id, "failed", told)


def _run(deps: Deps, list_id: int, stop: threading.Event | None) -> None:
    with at_work(deps) as (conn, hold):
        if not hold(list_id):
            return
        settled = engine.settle_interrupted(deps, conn, list_id)
        with conn.transaction():
            owner = lists.lock(conn, list_id)
            if owner is None or owner.state not in ("queued", "running"):
                return
            held = lists.claim_folders(conn, list_id)
            if held is not None:
                lists.set_state(
                    conn,
                    list_id,
                    "queued",
                    f"Waits for change {held[0]} of {held[1]}, which is in the same folders",
                )
                return
            lists.set_state(conn, list_id, "running")
            if owner.undo_of is not None:
                changes.set_undone(conn, owner.undo_of, list_id)
            if settled:
                lists.count_again(conn, list_id)
        _Run(deps, conn, owner, stop).go()


@dataclass
class _Outcome:
    """What came of a batch on disk."""

    done: list[tuple[Step, FileStat]] = field(default_factory=list)
    failed: list[tuple[Step, str]] = field(default_factory=list)
    left: list[tuple[Step, str]] = field(default_factory=list)
    not_begun: list[Step] = field(default_factory=list)
    seconds: float = 0.0


class _Run:
    def __init__(self, deps: Deps, conn: Connection, owner: BulkList, stop: threading.Event | None) -> None:
        self.deps, self.conn, self.owner, self.stop = deps, conn, owner, stop
        self.places = Places(owner.person_id)
        self.hands = Hands()
        self.beside = conn  #: on which what came of a batch is written down
        self.after = 0  #: the last position of what was begun
        self.last = changes.last_position(conn, owner.id)
        self.makes = True  #: folders are made before anything goes into them

    def go(self) -> None:
        try:
            self._batches()
        except OSError as error:
            # folders could not be written to disk: what moved is settled by looking, nothing is promised
            log.error("list_stopped", list=self.owner.id, error=str(error))
            engine.settle_interrupted(self.deps, self.conn, self.owner.id)
            with self.conn.transaction():
                lists.count_again(self.conn, self.owner.id)
                lists.set_state(
                    self.conn, self.owner.id, "failed", f"The disk does not take it: {error.strerror}"
                )
                lists.release_folders(self.conn, self.owner.id)
        finally:
            self.hands.let_go()

    def _batches(self) -> None:
        # what came of one batch is written down, on a connection of its own, while the next one moves
        with self.deps.db.working() as beside, ThreadPoolExecutor(1, "recording") as hand:
            self.beside = beside
            last = _Outcome()
            writing: Future[Rest | None] | None = None
            while True:
                began = time.perf_counter()
                coming = self._next_of_any()
                if writing is not None and (
                    not coming or must_follow(coming, [step for step, _ in last.done])
                ):
                    if self._came_to_rest(writing.result()):
                        return
                    writing = None
                with self.conn.transaction():
                    batch, refused = self._intend(coming)
                    if not coming and self._came_to_rest(self._at_the_end()):
                        return
                if self.stop is not None and self.stop.is_set():
                    self._give_up(writing)
                    return
                reach("batch_recorded")
                last = self._carry_out(batch)
                last.failed += refused
                reach("batch_moved")
                last.seconds = time.perf_counter() - began
                rests = writing.result() if writing is not None else None
                writing = hand.submit(self._write, last)
                stops = bool(last.failed) and self.owner.on_failure == "stop"
                if (rests is not None or stops) and self._came_to_rest(writing.result() or rests):
                    return

    def _write(self, outcome: _Outcome) -> Rest | None:
        with self.beside.transaction():
            rest = self._record(self.beside, outcome)
        storing.tidy_after(self.deps, self.beside, [step for step, _ in outcome.done])
        return rest

    def _give_up(self, writing: Future[Rest | None] | None) -> None:
        """Leave the list to whoever takes it up next: nothing of the batch at hand has moved."""
        if writing is not None:
            writing.result()
        engine.settle_interrupted(self.deps, self.conn, self.owner.id)

    def _came_to_rest(self, state: Rest | None) -> bool:
        """Write down the *state* that the list rests in, if it does."""
        if state is None:
            return False
        with self.conn.transaction():
            self._rest(*state)
        return True

    def _rest(self, state: str, trouble: str | None) -> None:
        lists.set_state(self.conn, self.owner.id, state, trouble)
        lists.set_only(self.conn, self.owner.id, None)
        lists.release_folders(self.conn, self.owner.id)

    def _at_the_end(self) -> Rest:
        tally = lists.tally(self.conn, self.owner.id)
        if tally.get("proposed"):
            return "paused", None  # a try: what was not ticked is still to come
        if tally.get("failed"):
            return "failed", f"{tally['failed']} steps failed; the rest is done"
        return "done", None

    def _next_of_any(self) -> list[Step]:
        """Return the steps of the next batch: folders are made before anything goes into them."""
        if self.makes:
            made = changes.next_makes(self.conn, self.owner.id, only=self.owner.only_steps, limit=BATCH)
            if made:
                return without_their_own_parents(made)
            self.makes = False
        coming = changes.next_steps(
            self.conn,
            self.owner.id,
            after=self.after,
            only=self.owner.only_steps,
            limit=BATCH,
            last=self.last,
        )
        coming = one_batch(coming)
        if coming:
            self.after = coming[-1].position
        return coming

    def _intend(self, coming: Sequence[Step]) -> tuple[list[Step], list[tuple[Step, str]]]:
        """Put the batch that comes on record; return it, and what has to be refused."""
        if not coming:
            return [], []
        held = changes.hold_documents(self.conn, [number for s in coming for number in numbers_of(s)])
        self.places.look(self.conn, coming)
        ready_steps: list[Step] = []
        plain: list[Step] = []
        resolved: list[Step] = []
        moved: list[Step] = []
        refused: list[tuple[Step, str]] = []
        for step in coming:
            try:
                ready = self.places.ready(step, held)
            except AlreadyThere as why:
                changes.settle_many(self.conn, [step], "left", str(why))
                lists.leave_out(self.conn, self.owner.id)
                continue
            except Refused as why:
                refused.append((step, str(why)))
                if self.owner.on_failure == "stop":
                    break
                continue
            ready_steps.append(ready)
            if ready is step:
                plain.append(ready)
            elif (ready.from_path, ready.to_path) == (step.from_path, step.to_path) and step.document_id:
                resolved.append(ready)
            else:
                moved.append(ready)
        changes.intend_plain(self.conn, plain)
        changes.intend_resolved(self.conn, resolved)
        changes.intend_many(self.conn, moved)
        return ready_steps, refused

    def _carry_out(self, batch: Sequence[Step]) -> _Outcome:
        outcome = _Outcome()
        for at, step in enumerate(batch):
            try:
                outcome.done.append((step, engine.carry_out_step(self.deps, step, self.hands)))
            except FolderNotEmpty as error:
                # something stays in it, or came to it since the check; in a try, what is still to go
                if self.owner.only_steps:
                    outcome.not_begun.append(step)
                else:
                    outcome.left.append((step, error.message))
            except WakaError as error:
                outcome.failed.append((step, " ".join(filter(None, (error.message, error.mend)))))
                if self.owner.on_failure == "stop":
                    outcome.not_begun += batch[at + 1 :]
                    break
            reach("step_moved")
        self.hands.sync()
        return outcome

    def _record(self, conn: Connection, outcome: _Outcome) -> Rest | None:
        """Write down what came of a batch; return the state that the list comes to rest in, None to go on."""
        owner = changes.lock_list(conn, self.owner.id)
        assert owner is not None
        for group in independent(outcome.done):
            self._record_group(conn, group, owner)
        for step, why in outcome.failed:
            changes.settle_many(conn, [step], "failed", why)
        for step, why in outcome.left:
            changes.settle_many(conn, [step], "left", why)
            lists.leave_out(conn, self.owner.id)
        changes.settle_many(conn, outcome.not_begun, "proposed")
        last = outcome.done[-1][0] if outcome.done else None
        wish = lists.progress(
            conn, self.owner.id, at_hand=shown(last.to_path or last.from_path) if last else None,
            seconds=outcome.seconds, done=len(outcome.done), failed=len(outcome.failed),
            bytes=sum(step.size for step, _ in outcome.done if not step.after.get("parks")),
        )  # fmt: skip
        if outcome.failed and self.owner.on_failure == "stop":
            step, why = outcome.failed[0]
            return "failed", f"Step {step.position}, {_way(step)}: {why}"
        if wish == "pause":
            return "paused", None
        if wish == "cancel":
            return "cancelled", None
        return None

    def _record_group(
        self, conn: Connection, group: Sequence[tuple[Step, FileStat]], owner: ChangeList
    ) -> None:
        placing = [(step, found) for step, found in group if step.act in _PLACING]
        if placing:
            recording.record_placed(conn, [s for s, _ in placing], [f for _, f in placing], owner)
        for step, found in group:
            if step.act not in _PLACING:
                recording.record_done(conn, step, found)
                if step.act in ("place_folder", "remove_folder"):
                    self.hands.let_go()  # paths lead elsewhere now
                    self.places.forget()


def _way(step: Step) -> str:
    """Return where a step begins and where it was going, as a person reads it."""
    source, target = shown(step.from_path), shown(step.to_path)
    if step.to_place != "drive" or source == target:
        return source or target
    return f"{source} → {target}" if source else target
