"""One batch of a list's steps: looked at again, put on record, carried out, written down."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import groupby

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.changes.step import Step
from waka.core.words import CODES
from waka.drive.faults import reach
from waka.drive.hands import Hands
from waka.drive.tree import shown
from waka.errors import FolderNotEmpty, WakaError
from waka.records.changes import lists, steps
from waka.records.changes.lists import ChangeList, ListState
from waka.records.changes.steps import Held
from waka.records.documents import contents
from waka.work.deps import Deps
from waka.work.documents import page_cache, storing

from .acts import Done, handler
from .batches import BATCH, independent, one_batch, without_their_own_parents
from .places import Places
from .prepared import LeftOut, NothingToDo

Rest = tuple[ListState, Said | None]  #: the state that a list comes to rest in, and why


@dataclass
class Outcome:
    """What came of a batch on disk."""

    done: list[Done] = field(default_factory=list)
    failed: list[tuple[Step, Said]] = field(default_factory=list)
    left: list[tuple[Step, Said]] = field(default_factory=list)
    not_begun: list[Step] = field(default_factory=list)
    error: WakaError | None = None  #: the first that a step met
    seconds: float = 0.0


class BatchRunner:
    """The batches of one list, one after the other."""

    def __init__(
        self, deps: Deps, conn: Connection, owner: ChangeList, last: int | None = None, *, makes: bool = True
    ) -> None:
        self.deps, self.conn, self.owner = deps, conn, owner
        self.places = Places(owner.person_id)
        self.hands = Hands()
        self.after = 0  #: the last position of what was begun
        self.last = steps.last_position(conn, owner.id) if last is None else last
        self.makes = makes  #: folders may be to make, before anything goes into them

    def close(self) -> None:
        self.hands.let_go()

    def coming(self) -> list[Step]:
        """Return the steps of the next batch: those that make room come before all others."""
        only = self.owner.only_steps
        if self.makes:
            first = steps.coming_first(self.conn, self.owner.id, only=only, limit=BATCH)
            if first:
                return without_their_own_parents(first)
            self.makes = False
        found = steps.coming(
            self.conn, self.owner.id, after=self.after, only=only, limit=BATCH, last=self.last
        )
        coming = one_batch(found)
        if coming:
            self.after = coming[-1].position
        return coming

    def intend(
        self, coming: Sequence[Step], held: Mapping[int, Held] | None = None
    ) -> tuple[list[Step], list[tuple[Step, Said]]]:
        """Put the batch that comes on record; return it, and what has to be refused.

        *held*: its documents, where they are held already.
        """
        if not coming:
            return [], []
        numbers = [number for step in coming for number in step.documents]
        if held is None or any(number not in held for number in numbers):
            held = steps.hold_documents(self.conn, numbers)
        self.places.look(self.conn, coming, held)
        ready: list[Step] = []
        differs: list[Step] = []
        refused: list[tuple[Step, Said]] = []
        for step in coming:
            try:
                now = handler(step).recheck(step, self.places)
            except NothingToDo as why:
                steps.settle(self.conn, [step], "left", why.said)
                lists.leave_out(self.conn, self.owner.id)
                continue
            except LeftOut as why:
                refused.append((step, why.said))
                if self.owner.on_failure == "stop":
                    break
                continue
            ready.append(now)
            if now is not step:
                differs.append(now)
        differing = {step.position for step in differs}
        steps.intend_plain(self.conn, [step for step in ready if step.position not in differing])
        steps.intend(self.conn, differs)
        return self._claimed(ready, refused), refused

    def _claimed(self, ready: list[Step], refused: list[tuple[Step, Said]]) -> list[Step]:
        """Return the steps whose names nobody else took since the check; note the others with why."""
        taken = steps.claim(self.conn, ready)
        if not taken:
            return ready
        late = [step for step in ready if step.position in taken]
        steps.settle(self.conn, late, "proposed")
        refused += [(step, _taken(step, taken[step.position])) for step in late]
        first = late[0].position if self.owner.on_failure == "stop" else None
        if first is None:
            return [step for step in ready if step.position not in taken]
        steps.settle(self.conn, [step for step in ready if step.position > first], "proposed")
        return [step for step in ready if step.position < first]

    def carry_out(self, batch: Sequence[Step]) -> Outcome:
        outcome = Outcome()
        for at, step in enumerate(batch):
            try:
                found = handler(step).carry_out(self.deps, step, self.hands)
                outcome.done.append(Done(step, found))
            except FolderNotEmpty as error:
                # something stays in it, or came to it since the check; in a try, what is still to go
                if self.owner.only_steps:
                    outcome.not_begun.append(step)
                else:
                    outcome.left.append((step, said_of(error)))
                    outcome.error = outcome.error or error
            except WakaError as error:
                outcome.failed.append((step, said_of(error)))
                outcome.error = outcome.error or error
                if self.owner.on_failure == "stop":
                    outcome.not_begun += batch[at + 1 :]
                    break
            reach("step_moved")
        self.hands.sync()
        return outcome

    def record(self, conn: Connection, outcome: Outcome, *, is_last: bool = False) -> Rest | None:
        """Write down what came of a batch; return the state that the list comes to rest in, None to go on.

        *is_last*: nothing of the list is left after it; the list is done.
        """
        for group in independent(outcome.done):
            self._record_group(conn, group)
        for step, why in outcome.failed:
            steps.settle(conn, [step], "failed", why)
        for step, why in outcome.left:
            steps.settle(conn, [step], "left", why)
            lists.leave_out(conn, self.owner.id)
        steps.settle(conn, outcome.not_begun, "proposed")
        last = outcome.done[-1].step if outcome.done else None
        wish = lists.progress(
            conn, self.owner.id, at_hand=shown(last.to_path or last.from_path) if last else None,
            seconds=outcome.seconds, done=len(outcome.done), failed=len(outcome.failed),
            bytes=sum(one.step.file.size for one in outcome.done if not one.step.parks), is_done=is_last,
        )  # fmt: skip
        if outcome.failed and self.owner.on_failure == "stop":
            step, why = outcome.failed[0]
            return "failed", Said(
                code=why.code, facts={**why.facts, "step": step.position, "way": _way(step)}
            )
        if wish == "pause":
            return "paused", None
        if wish == "cancel":
            return "cancelled", None
        return None

    def _record_group(self, conn: Connection, group: Sequence[Done]) -> None:
        # one statement for all of an act, in whatever order they stand: none takes another's place
        ordered = sorted(group, key=lambda one: one.step.act.code)
        for _, same in groupby(ordered, key=lambda one: one.step.act.code):
            done = list(same)
            one = handler(done[0].step)
            one.record(conn, done, self.owner)
            if one.changes_structure:
                self.hands.let_go()  # paths lead elsewhere now
                self.places.forget()


def tidy_after(deps: Deps, conn: Connection, done: Sequence[Step]) -> None:
    """Drop what *done* left unneeded: outside their transaction, for only what is on record counts."""
    left = [digest for step in done for digest in handler(step).unneeded(step)]
    if left:
        storing.tidy(deps, conn, left)
    destroyed = [digest for step in done if (digest := handler(step).destroys(step)) is not None]
    if destroyed:
        page_cache.forget(deps, contents.forget(conn, [*destroyed, *left]))


def _taken(step: Step, name: str) -> Said:
    assert step.target is not None
    return said("taken" if name == step.target.name else "twin", name=name)


_OF_DISKS = {
    "ENOSPC": "disk_full", "EDQUOT": "disk_full", "EROFS": "disk_read_only", "EACCES": "disk_forbids",
    "EPERM": "disk_forbids",
}  # fmt: skip


def said_of(error: WakaError) -> Said:
    """Return what a step met, as it is kept."""
    facts = {key: value for key, value in error.facts.items() if isinstance(value, str | int) and value}
    disk = _OF_DISKS.get(str(facts.get("error")))
    if disk is not None:
        return Said(code=disk)
    if error.code not in CODES or "{why}" in CODES[error.code].text:
        facts["why"] = error.message.rstrip(".")  # as the disk or the database put it
    return Said(code=error.code, facts=facts)


def _way(step: Step) -> str:
    """Return where a step begins and where it was going, as a person reads it."""
    source, target = shown(step.from_path), shown(step.to_path)
    if step.to_place != "drive" or source == target:
        return source or target
    return f"{source} → {target}" if source else target
