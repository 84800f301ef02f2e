"""Checking a list of any number of steps: every proposal becomes a step that can run, or says why it cannot.

The whole list is judged against one snapshot, read in a few questions; then its steps are written anew in
the order in which they can run. Nothing moves here.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import count
from typing import Any, cast

from psycopg import Connection

from waka.core.changes.check import (
    TELLS_ONLY,
    Checked,
    Collision,
    Planned,
    Snapshot,
    Spot,
    StepFinding,
    Subject,
    check,
)
from waka.core.names import to_bytes
from waka.drive.tree import shown
from waka.records import access, lists, survey
from waka.records.lists import BulkList, NewStep

from .asked import Asked, Prepared
from .deps import Deps
from .drafting import Drafter
from .emptied import emptied_folders, held_in
from .records_json import known_json
from .structure import Structure
from .telling import Tally, summary_of

_TEMPORARY: dict[str, Any] = {
    "code": "by_temporary_name",
    "message": "A temporary name, to make way",
    "mend": None,
}
AT_ONCE = 1_000  #: steps that are checked while the person waits; more are checked by the runner


def check_list(deps: Deps, list_id: int) -> None:
    """Check a list that is not running and write down what was found."""
    with deps.db.transaction() as conn:
        owner = lists.lock(conn, list_id)
        if owner is None or owner.state in ("queued", "running"):
            return
        conn.execute("set local statement_timeout = 0")
        asks = [Asked.of(kept) for _, kept in lists.asked(conn, list_id)]
        _Check(deps, conn, owner, asks).settle()


def _kept(found: StepFinding, places: dict[int, int]) -> dict[str, Any]:
    """Return a finding as it is kept with its step; *places*: where the steps of the proposal stand now."""
    other = places.get(found.other) if found.other is not None else None
    return {
        "code": found.code,
        "message": found.message,
        "mend": found.mend,
        "offer": found.offer,
        "other": other,
    }


def _folders_of(steps: Sequence[Planned]) -> set[int]:
    spots = [spot for step in steps for spot in (step.source, step.target) if spot is not None]
    return {spot.folder for spot in spots if spot.folder > 0}


class _Check:
    def __init__(self, deps: Deps, conn: Connection, owner: BulkList, asks: Sequence[Asked]) -> None:
        self.deps, self.conn, self.owner = deps, conn, owner
        self.structure = Structure(survey.folders(conn, owner.person_id))
        self.drafter = Drafter(deps, conn, owner.person_id, self.structure)
        prepared, self.left = self.drafter.prepare(asks)
        self.prepared = {one.planned.position: one for one in prepared}

    def settle(self) -> None:
        planned = [self._planned(one) for one in self.prepared.values()]
        checked = check(planned, self._snapshot(planned))
        ontos = [step.onto for step in checked.steps if step.onto is not None]
        self.ontos = survey.by_number(self.conn, self.owner.person_id, ontos) if ontos else {}
        findings: dict[int, list[StepFinding]] = {}
        for found in checked.findings + self._sight(checked):
            findings.setdefault(found.position, []).append(found)
        self.tally = Tally()
        self.held = held_in(self.conn, self.structure, _folders_of(checked.steps))
        lists.remove_steps(self.conn, self.owner.id)
        # made while they are written: the database takes longer over a row than we do
        lists.put_steps(self.conn, self.owner.id, self._rows(checked, findings))
        lists.set_checked(
            self.conn, self.owner.id, steps=self.tally.steps, bytes=self.tally.bytes,
            summary=summary_of(self.structure, self.tally, self.held, self._own(), self._sights, self.owner.ask),
        )  # fmt: skip

    def _own(self) -> dict[int, int]:
        """Return how many documents stand in each folder that the person may see."""
        seen = {row.id for row in self.structure.rows.values() if row.right is not None}
        return survey.counts(self.conn, seen)

    def _planned(self, one: Prepared) -> Planned:
        policy = one.asked.collision or cast(Collision, self.owner.collision)
        returns = self.owner.undo_of is not None
        if (one.planned.collision, one.planned.returns) == (policy, returns):
            return one.planned
        return replace(one.planned, collision=policy, returns=returns)

    def _snapshot(self, steps: Sequence[Planned]) -> Snapshot:
        structure = self.structure
        targets = {s.target.folder for s in steps if s.target is not None}
        names: dict[int, list[tuple[str, Subject]]] = {}
        hidden: dict[int, list[str]] = {}
        digests: dict[int, bytes] = {}
        for folder, name, number, digest in survey.names(self.conn, [t for t in targets if t > 0]):
            names.setdefault(folder, []).append((name, ("document", number)))
            digests[number] = digest
        for folder in targets:
            for key, child in structure.children.get(folder, {}).items():
                row = structure.row(child)
                if row is None or child < 0:
                    continue
                if row.right is None:
                    hidden.setdefault(folder, []).append(key)
                else:
                    names.setdefault(folder, []).append((row.name, ("folder", child)))
        lengths = {t: len(structure.path(t)) + 1 if structure.path(t) else 0 for t in targets}
        return Snapshot(names=names, lengths=lengths, hidden=hidden, digests=digests, above=structure.above())

    def _sight(self, checked: Checked) -> list[StepFinding]:
        """Say who gains and who loses sight of what, by the pairs of rights that steps lead between."""
        self._sights: list[dict[str, Any]] = []
        pairs: dict[tuple[int, int], list[Planned]] = {}
        for step in checked.steps:
            if step.parks or step.target is None:
                continue
            one = self.prepared[step.position]
            old, new = one.from_access, self._access_at(step.target, one)
            if old is not None and new is not None and old != new:
                pairs.setdefault((old, new), []).append(step)
        found: list[StepFinding] = []
        for (old, new), steps in pairs.items():
            before, after = access.sight_names(self.conn, old), access.sight_names(self.conn, new)
            gain = sorted(name for person, name in after.items() if person not in before)
            lose = sorted(name for person, name in before.items() if person not in after)
            if not gain and not lose:
                continue
            self._sights.append({"gain": gain, "lose": lose, "steps": len(steps)})
            will = [f"{', '.join(gain)} will see it"] * bool(gain)
            will_not = [f"{', '.join(lose)} will not see it any more"] * bool(lose)
            told = "; ".join(will + will_not)
            found += [StepFinding(position=s.position, code="sight", message=told, mend=None) for s in steps]
        return found

    def _access_at(self, target: Spot, one: Prepared) -> int | None:
        if one.act == "place_folder" and one.keeps_access:
            return one.from_access
        row = self.structure.row(target.folder)
        return row.access_id if row else None

    def _rows(self, checked: Checked, findings: dict[int, list[StepFinding]]) -> Iterator[NewStep]:
        """Yield the list anew: steps in order, each folder made just before it is needed, what is left out.

        Asks the database nothing: it is busy taking the rows.
        """
        note = self.tally.note
        order: list[int | Planned] = []  # a number below zero: a folder to make
        made: set[int] = set()
        for step in checked.steps:
            if step.target is not None:
                order += self._to_make(step.target.folder, made)
            order.append(step)
        for folder in self.drafter.folders.wanted:
            order += self._to_make(folder, made)
        # where the steps of the proposal stand in the list now
        places = {
            one.position: at for at, one in enumerate(order, 1) if isinstance(one, Planned) and not one.parks
        }
        at = count(1)
        for what in order:
            if isinstance(what, int):
                yield note(self._making(next(at), what))
            else:
                yield note(self._row(next(at), what, findings, places))
        if self.owner.ask.get("remove_empty"):
            for folder in emptied_folders(self.structure, self.tally.moves, self.held):
                yield note(self._removing(next(at), folder))
        running = {step.position for step in checked.steps}
        for one in self.prepared.values():
            if one.planned.position not in running:
                yield note(self._left(next(at), one.asked, findings.get(one.planned.position, []), one))
        for asked, told_one in self.left:
            yield note(self._left(next(at), asked, [told_one], None))

    def _row(
        self, at: int, step: Planned, findings: dict[int, list[StepFinding]], places: dict[int, int]
    ) -> NewStep:
        one = self.prepared[step.position]
        told = [] if step.parks else findings.get(step.position, [])
        kept = [_kept(found, places) for found in told]
        after = one.after_at(step, self.structure)
        if step.parks:
            after = {**after, "parks": True}
            kept = [_TEMPORARY | {"other": places.get(step.position)}]
        source = step.source
        if one.planned.source is not None and source != one.planned.source:
            after = {**after, "was": shown(self._path(one.planned.source))}
        before = {**one.before, "name": source.name} if source is not None and one.before else one.before
        if step.onto is not None and not step.parks:
            before = {**before, "onto": known_json(self.ontos[step.onto])}
        return NewStep(
            position=at, act=one.act_of(step), onto_id=step.onto or one.onto, document_id=one.document,
            asked={} if step.parks else one.asked.kept,
            folder_id=one.folder, from_place=one.from_place, to_place=one.to_place,
            from_path=one.from_path if source is None else self._path(source),
            to_path=self._path(step.target) if step.target is not None else one.to_path,
            size=one.size, sha256=one.sha256, inode=one.inode, modified_ns=one.modified_ns,
            before=before, after=after, findings=kept or None,
            needs=places.get(step.needs) if step.needs is not None else None,
        )  # fmt: skip

    def _path(self, spot: Spot) -> bytes:
        above = self.structure.path(spot.folder)
        return to_bytes(f"{above}/{spot.name}" if above else spot.name)

    def _to_make(self, folder: int, made: set[int]) -> list[int]:
        """Return the folders on the way to *folder* that are still to be made, those above first."""
        way: list[int] = []
        at: int | None = folder
        while at is not None and at < 0 and at not in made:
            way.append(at)
            made.add(at)
            at = self.structure.made[at].parent_id
        return way[::-1]

    def _making(self, at: int, number: int) -> NewStep:
        row, path = self.structure.made[number], self.structure.path(number)
        wanted = self.drafter.folders.wanted.get(number)
        parent = row.parent_id if row.parent_id is not None and row.parent_id > 0 else None
        return NewStep(
            position=at, act="make_folder", asked=wanted.kept if wanted is not None else {}, to_path=to_bytes(path),
            after={"parent": parent, "name": row.name, "path": path},
        )  # fmt: skip

    def _removing(self, at: int, folder: int) -> NewStep:
        row = self.structure.rows[folder]
        return NewStep(
            position=at, act="remove_folder", asked={}, folder_id=folder, inode=row.inode or 0,
            from_path=to_bytes(self.structure.path(folder)),
            before={"parent": row.parent_id, "name": row.name},
        )  # fmt: skip

    def _left(self, at: int, asked: Asked, told: Sequence[StepFinding], one: Prepared | None) -> NewStep:
        blocking = any(f.code not in TELLS_ONLY for f in told)
        return NewStep(
            position=at, act=one.act if one else asked.act, asked=asked.kept,
            document_id=one.document if one else None, folder_id=one.folder if one else None,
            from_path=one.from_path if one else to_bytes(asked.source_told(self.structure)),
            to_path=to_bytes(asked.target_told(self.structure)), size=one.size if one else 0,
            state="proposed" if blocking else "left",
            findings=[_kept(found, {}) for found in told] or None,
            failure=told[0].message if told else None,
        )  # fmt: skip
