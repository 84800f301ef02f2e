"""What the charters of folders say of a list's steps: other kinds, folders deeper or fuller than was advised."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Iterator, Mapping, Sequence

from waka.core.changes.check import Checked, Planned
from waka.core.changes.findings import Said, StepFinding
from waka.core.ids import FolderId
from waka.core.rules.charter import Charter, Coming, Holding, holding
from waka.core.rules.charter import objections as objections_of
from waka.records.folders import survey
from waka.records.rules import charters

from .drafting import Drafting
from .prepared import Prepared


def objections(drafting: Drafting, prepared: Mapping[int, Prepared], checked: Checked) -> list[StepFinding]:
    """Return what charters say of the steps that bring something where it is not yet."""
    declared = [one for one in charters.every(drafting.conn) if one.kinds or one.deepest or one.fullest]
    if not declared:
        return []
    coming = [s for s in checked.steps if _comes(s) and not prepared[s.position].want.undoes]
    judge = _Judge(drafting, declared, {step.target.folder for step in coming if step.target is not None})
    return [
        StepFinding(position=step.position, code=one.code, facts=one.facts)
        for step in coming
        for one in judge.say(step, prepared[step.position].kind)
    ]


def _comes(step: Planned) -> bool:
    if step.target is None or step.parks:
        return False
    return step.source is None or step.keeps_source or step.source.folder != step.target.folder


class _Judge:
    """The charters that hold where steps lead to."""

    def __init__(
        self, drafting: Drafting, declared: Sequence[Charter], targets: Collection[FolderId]
    ) -> None:
        self._structure, self._declared = drafting.structure, declared
        self._labels = drafting.names.house.kinds
        self._held: Counter[FolderId] = Counter(survey.counts(drafting.conn, [t for t in targets if t > 0]))
        self._holding: dict[FolderId, tuple[Holding, list[FolderId]]] = {}

    def say(self, step: Planned, kind: str | None) -> Iterator[Said]:
        assert step.target is not None
        folder = step.target.folder
        known = self._holding.get(folder)
        if known is None:
            way = self._structure.way(folder)
            known = self._holding[folder] = holding(way, self._declared), way
        holds, way = known
        depth = way.index(holds.by.deepest) if holds.by.deepest is not None else 0
        told = self._structure.seen(folder) or "Drive"
        if step.subject[0] == "document":
            self._held[folder] += 1
            coming = Coming(kind=kind, depth=depth, documents=self._held[folder])
            yield from objections_of(holds, coming, self._labels, told)
        else:
            yield from objections_of(holds, Coming(depth=depth + 1), self._labels, told)
