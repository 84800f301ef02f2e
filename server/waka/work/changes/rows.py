"""A judged list as it is written: its steps in the order in which they can run, and what was left out."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import count

from msgspec.structs import replace

from waka.core.changes.acts import KnownFile, MakeFolder, NotPrepared, RemoveFolder
from waka.core.changes.check import Checked, Planned
from waka.core.changes.findings import Said, StepFinding
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot, Step
from waka.core.ids import NO_FOLDER, DocumentId, FolderId, ListId
from waka.core.names import name_key, to_bytes
from waka.core.words import blocks
from waka.drive.tree import shown
from waka.records.changes.steps import NewStep
from waka.records.folders.survey import Source

from .acts.version import version_of
from .emptied import emptied_folders
from .prepared import Prepared
from .preparing import Left
from .structure import Structure
from .telling import Tally


@dataclass(slots=True, kw_only=True)
class Judged:
    """What the check of a list came to."""

    list_id: ListId
    structure: Structure
    checked: Checked
    prepared: Mapping[int, Prepared]  #: by their places in the proposal
    left: Sequence[Left]
    findings: Mapping[int, Sequence[StepFinding]]
    ontos: Mapping[DocumentId, Source]  #: the documents that others become versions of
    held: Mapping[FolderId, int]  #: documents by folder, whoever may see them
    wanted: Mapping[FolderId, Proposal]  #: folders that are made for themselves
    removes_empty: bool
    tally: Tally = field(default_factory=Tally)  #: counted while the rows are written

    def rows(self) -> Iterator[NewStep]:
        """Yield the list anew: steps in order, each folder made just before it is needed, what is left out.

        Asks the database nothing: it is busy taking the rows.
        """
        note = self.tally.note
        order: list[FolderId | Planned] = []  # a number below zero: a folder to make
        made: set[FolderId] = set()
        for step in self.checked.steps:
            if step.target is not None:
                order += self._to_make(step.target.folder, made)
            order.append(step)
        for folder in self.wanted:
            order += self._to_make(folder, made)
        # where the steps of the proposal stand in the list now
        places = {
            one.position: at for at, one in enumerate(order, 1) if isinstance(one, Planned) and not one.parks
        }
        at = count(1)
        for what in order:
            yield note(
                self._making(next(at), what) if isinstance(what, int) else self._row(next(at), what, places)
            )
        if self.removes_empty:
            for folder in emptied_folders(self.structure, self.tally.moves, self.held):
                yield note(self._removing(next(at), folder))
        running = {step.position for step in self.checked.steps}
        for one in self.prepared.values():
            position = one.planned.position
            if position not in running:
                yield note(self._left_out(next(at), one, self.findings.get(position, [])))
        for want, told in self.left:
            yield note(self._not_prepared(next(at), (want, told)))

    def _row(self, at: int, step: Planned, places: dict[int, int]) -> NewStep:
        one = self.prepared[step.position]
        source, there = step.source or one.source, one.planned.source or one.source
        target, make = step.target or one.target, None
        if target is not None and target.folder < 0:
            make = self.structure.path(target.folder)
            target = Spot(folder=NO_FOLDER, name=target.name)
        act = version_of(one, self.ontos[step.onto]) if step.onto is not None else one.act
        conforms, was = one.conforms, None
        told = [
            replace(f, position=at, other=places.get(f.other or 0))
            for f in self.findings.get(step.position, ())
        ]
        if step.parks:  # what it is called and filled in with is for its next step to say
            act, conforms = one.act.on_the_way(), None
            told = [StepFinding(position=at, code="by_temporary_name", other=places.get(step.position))]
        elif one.planned.source not in (None, source):
            was = shown(self._path(one.planned.source))
        return NewStep(
            step=Step(
                list_id=self.list_id, position=at, act=act, document=one.document, folder=one.folder,
                onto=step.onto or one.onto, source=source, target=target, make=make, from_place=one.from_place,
                from_path=one.from_path if source is None or source is there else self._path(source),
                to_place=one.to_place, to_path=self._path(step.target) if step.target is not None else one.to_path,
                file=one.file, conformed=one.conformed, conforms=conforms, parks=step.parks, was=was,
            ),
            proposal=None if step.parks else one.want, findings=told,
            needs=places.get(step.needs) if step.needs is not None else None, claims=_claimed(step),
        )  # fmt: skip

    def _path(self, spot: Spot) -> bytes:
        above = self.structure.path(spot.folder)
        return to_bytes(f"{above}/{spot.name}" if above else spot.name)

    def _to_make(self, folder: FolderId, made: set[FolderId]) -> list[FolderId]:
        """Return the folders on the way to *folder* that are still to be made, those above first."""
        way: list[FolderId] = []
        at: FolderId | None = folder
        while at is not None and at < 0 and at not in made:
            way.append(at)
            made.add(at)
            at = self.structure.made[at].parent_id
        return way[::-1]

    def _making(self, at: int, number: FolderId) -> NewStep:
        row, path = self.structure.made[number], self.structure.path(number)
        parent = row.parent_id if row.parent_id is not None and row.parent_id > 0 else NO_FOLDER
        want = self.wanted.get(number)
        return NewStep(
            step=Step(
                list_id=self.list_id, position=at, act=MakeFolder(private=want is not None and want.private), make=path,
                to_path=to_bytes(path), target=Spot(folder=parent, name=row.name),
            ),
            proposal=want, claims=name_key(row.name),
        )  # fmt: skip

    def _removing(self, at: int, folder: FolderId) -> NewStep:
        row = self.structure.rows[folder]
        return NewStep(
            step=Step(
                list_id=self.list_id, position=at, act=RemoveFolder(), folder=folder,
                file=KnownFile(inode=row.inode or 0), from_path=to_bytes(self.structure.path(folder)),
                source=Spot(folder=row.parent_id or NO_FOLDER, name=row.name),
            )
        )  # fmt: skip

    def _left_out(self, at: int, one: Prepared, told: Sequence[StepFinding]) -> NewStep:
        step = Step(
            list_id=self.list_id, position=at, act=one.act, document=one.document, folder=one.folder,
            from_path=one.from_path, to_path=to_bytes(self._target_told(one.want)), file=one.file,
        )  # fmt: skip
        return self._not_running(step, one.want, told)

    def _not_prepared(self, at: int, left: Left) -> NewStep:
        want, told = left
        step = Step(
            list_id=self.list_id, position=at, act=NotPrepared(wanted=want.act),
            from_path=to_bytes(self._source_told(want)), to_path=to_bytes(self._target_told(want)),
        )  # fmt: skip
        return self._not_running(step, want, [told])

    def _not_running(self, step: Step, want: Proposal, told: Sequence[StepFinding]) -> NewStep:
        is_blocked = any(blocks(f.code) for f in told)
        failure = Said(code=told[0].code, facts=told[0].facts) if told else None
        return NewStep(
            step=replace(step, state="proposed" if is_blocked else "left", failure=failure), proposal=want,
            findings=[replace(f, position=step.position) for f in told],
        )  # fmt: skip

    def _source_told(self, want: Proposal) -> str:
        if want.source is not None:
            return want.source
        return f"No. {want.document}" if want.document else self.structure.seen(want.folder or NO_FOLDER)

    def _target_told(self, want: Proposal) -> str:
        above = self.structure.seen(want.into) if want.into is not None else ""
        return "/".join(part for part in (above, want.to, want.name) if part)


def _claimed(step: Planned) -> str | None:
    """Return the key of the name that *step* takes; None where none can be in its way."""
    is_free = step.target is None or step.parks or step.returns or step.onto is not None
    return None if is_free or step.target is None else name_key(step.target.name)
