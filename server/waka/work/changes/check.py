"""Checking a list: every proposal becomes a step that can run, or says why it cannot.

The whole list is judged against one snapshot, read in a few questions; then its steps are written in the order
in which they can run. Nothing moves here. ``check_list`` does it for a list that is kept, ``examine`` for the few
steps of a change that runs at once.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from msgspec.structs import replace
from psycopg import Connection

from waka.core.changes.check import Checked, Collision, Planned, check
from waka.core.changes.findings import StepFinding
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot
from waka.core.changes.summary import Sight
from waka.core.ids import FolderId, ListId, PersonId
from waka.records.changes import lists, named, steps
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import NewStep
from waka.records.folders import access, survey
from waka.work.deps import Deps

from .chartered import objections
from .drafting import Drafting
from .emptied import held_in
from .prepared import Prepared
from .preparing import prepare
from .rows import Judged
from .snapshot import snapshot_of_few, snapshot_of_many
from .structure import Structure
from .telling import summary_of

AT_ONCE = 1_000  #: steps that are checked while the person waits; more are checked in the background


@dataclass(frozen=True, slots=True, kw_only=True)
class Terms:
    """For whom a list is checked, and what holds for the whole of it."""

    person: PersonId
    collision: Collision = "ask"
    returns: bool = False  #: it puts back what stood there: no twin of a name is in its way
    removes_empty: bool = False

    @classmethod
    def of(cls, owner: ChangeList) -> Terms:
        return cls(
            person=owner.person_id, collision=owner.collision, returns=owner.undo_of is not None,
            removes_empty=owner.ask.remove_empty,
        )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Examined:
    """The few steps of a change that could run at once."""

    rows: Sequence[NewStep]
    sights: Sequence[Sight]
    paths: Structure = field(repr=False)

    @property
    def running(self) -> list[NewStep]:
        return [row for row in self.rows if row.step.state == "proposed"]

    @property
    def findings(self) -> list[StepFinding]:
        return [finding for row in self.rows for finding in row.findings]


def check_list(deps: Deps, list_id: ListId) -> None:
    """Check a list that is not running and write down what was found."""
    with deps.db.transaction() as conn:
        owner = lists.lock(conn, list_id)
        if owner is None or owner.state in ("queued", "running"):
            return
        conn.execute("set local statement_timeout = 0")
        structure = Structure(survey.folders(conn, owner.person_id))
        judging = _Judging(deps, conn, Terms.of(owner), structure)
        judged = judging.judge(steps.proposals(conn, list_id), list_id)
        steps.remove(conn, list_id)
        # made while they are written: the database takes longer over a row than we do
        steps.put(conn, list_id, judged.rows())
        seen = {row.id for row in structure.rows.values() if row.right is not None}
        summary = summary_of(
            structure, judged.tally, judged.held, survey.counts(conn, seen), judging.sights,
            removes_empty=owner.ask.remove_empty,
        )  # fmt: skip
        lists.set_checked(conn, list_id, steps=judged.tally.steps, bytes=judged.tally.bytes, summary=summary)
        named.note_ends_where_shared(conn, list_id)


def examine(
    deps: Deps, conn: Connection, terms: Terms, wants: Sequence[Proposal], near: Sequence[FolderId]
) -> Examined:
    """Return what a few proposals come to. *near*: the folders that they are about, or go to.

    Only these folders are read, with what is above and directly in them, unless a path is to be followed.
    """
    if any(want.to is not None or want.source is not None for want in wants):
        rows = survey.folders(conn, terms.person)
    else:
        rows = survey.folders_around(conn, terms.person, near)
    structure = Structure(rows)
    judging = _Judging(deps, conn, terms, structure, is_few=True)
    numbered = [replace(want, at=at) for at, want in enumerate(wants, 1)]
    judged = judging.judge(numbered, ListId(0))
    return Examined(rows=list(judged.rows()), sights=judging.sights, paths=structure)


def _folders_of(planned: Sequence[Planned]) -> set[FolderId]:
    spots = [spot for step in planned for spot in (step.source, step.target) if spot is not None]
    return {spot.folder for spot in spots if spot.folder > 0}


class _Judging:
    """The proposals of one list, judged together."""

    def __init__(
        self, deps: Deps, conn: Connection, terms: Terms, structure: Structure, *, is_few: bool = False
    ) -> None:
        self.conn, self.terms, self.structure, self.is_few = conn, terms, structure, is_few
        self.drafting = Drafting(deps, conn, terms.person, structure)
        self.sights: list[Sight] = []

    def judge(self, wants: Sequence[Proposal], list_id: ListId) -> Judged:
        prepared, left = prepare(self.drafting, wants)
        self.prepared = {one.planned.position: one for one in prepared}
        planned = [self._planned(one) for one in prepared]
        snapshot = (snapshot_of_few if self.is_few else snapshot_of_many)(
            self.conn, self.terms.person, self.structure, planned
        )
        checked = check(planned, snapshot)
        ontos = [step.onto for step in checked.steps if step.onto is not None]
        findings: dict[int, list[StepFinding]] = {}
        for found in (
            checked.findings + self._sight(checked) + objections(self.drafting, self.prepared, checked)
        ):
            findings.setdefault(found.position, []).append(found)
        return Judged(
            list_id=list_id, structure=self.structure, checked=checked, prepared=self.prepared, left=left,
            findings=findings, wanted=self.drafting.wanted, removes_empty=self.terms.removes_empty,
            ontos=survey.by_number(self.conn, self.terms.person, ontos) if ontos else {},
            held={} if self.is_few else held_in(self.conn, self.structure, _folders_of(checked.steps)),
        )  # fmt: skip

    def _planned(self, one: Prepared) -> Planned:
        policy = one.want.collision or self.terms.collision
        if (one.planned.collision, one.planned.returns) == (policy, self.terms.returns):
            return one.planned
        return replace(one.planned, collision=policy, returns=self.terms.returns)

    def _sight(self, checked: Checked) -> list[StepFinding]:
        """Say who gains and who loses sight of what, by the pairs of rights that steps lead between."""
        pairs: dict[tuple[int, int], list[Planned]] = {}
        for step in checked.steps:
            if step.parks or step.target is None:
                continue
            one = self.prepared[step.position]
            old, new = one.from_access, self._access_at(step.target, one)
            if old is not None and new is not None and old != new:
                pairs.setdefault((old, new), []).append(step)
        found: list[StepFinding] = []
        for (old, new), planned in pairs.items():
            before, after = access.sight_names(self.conn, old), access.sight_names(self.conn, new)
            gain = sorted(name for person, name in after.items() if person not in before)
            lose = sorted(name for person, name in before.items() if person not in after)
            if not gain and not lose:
                continue
            self.sights.append(Sight(gain=gain, lose=lose, steps=len(planned)))
            facts = {"gain": gain, "lose": lose}
            found += [StepFinding(position=step.position, code="sight", facts=facts) for step in planned]
        return found

    def _access_at(self, target: Spot, one: Prepared) -> int | None:
        if one.keeps_access:
            return one.from_access
        row = self.structure.row(target.folder)
        return row.access_id if row else None
