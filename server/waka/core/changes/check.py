"""Checking proposed steps against a snapshot, before anything moves, and putting them in order.

Steps are judged by how the folders will stand when all of them are done: a name that another step frees
is free, whichever comes first in the list; ``order`` then brings them into a sequence in which every
name is free when it is needed. Which codes block the list stands in ``words.CODES``.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

import msgspec
from msgspec.structs import replace

from waka.core.ids import DocumentId, FolderId
from waka.core.names import check_name, name_key, split_extension
from waka.core.names.portable import numbered_where

from .findings import Fact, StepFinding
from .step import Spot

NO_FACTS: Mapping[str, Fact] = {}
Subject = tuple[Literal["document", "folder"], int]
Collision = Literal["ask", "wait", "beside", "version", "same"]
_LEAVE_SAME = ("same", "version")  #: identical bytes are no new version either
MOST_GUESSES = (
    20  #: names that meet what is hidden: from there on, no name beside it is told from a hidden one
)
_OF_PLACE = frozenset({"path_too_long"})  #: what a name that stays as it is can run into


class Planned(msgspec.Struct, frozen=True, kw_only=True, gc=False):
    """One proposed step: something stands at *source* and should stand at *target*."""

    position: int
    subject: Subject
    source: Spot | None  #: None for what is new
    target: Spot | None  #: None for what goes away
    keeps_source: bool = False  #: a copy
    collision: Collision = "ask"  #: what to do where the name is taken
    digest: bytes = b""  #: of its bytes, to tell what is identical
    onto: DocumentId | None = None  #: the document that it becomes the newest version of
    parks: bool = False  #: goes to a temporary name, to make way in a circle of steps
    needs: int | None = None  #: the position of the step that frees its target
    returns: bool = False  #: puts back what stood there: only the very same name is in its way, no twin of it


@dataclass(frozen=True, slots=True, kw_only=True)
class Snapshot:
    """What the check looks at: the names in every target folder, and the lengths of their paths."""

    names: Mapping[FolderId, Collection[tuple[str, Subject]]]
    lengths: Mapping[FolderId, int]  #: signs of the folder's path, with its slash
    hidden: Mapping[FolderId, Collection[str]] = field(default_factory=dict)
    #: keys of names that the person may not know of; refused without saying what stands there
    digests: Mapping[DocumentId, bytes] = field(default_factory=dict)  #: of the documents that stand there
    above: Mapping[FolderId, FolderId | None] = field(default_factory=dict)  #: the folder above each


@dataclass(frozen=True, slots=True)
class Checked:
    """The steps that are left to run, in the order in which they can, and what was found."""

    steps: list[Planned]
    findings: list[StepFinding]


_Spot = tuple[FolderId, str]  #: folder and key of a name


def check(steps: Sequence[Planned], snapshot: Snapshot) -> Checked:
    """Return what *steps* come to. Takes time and memory in proportion to steps and names."""
    going: list[Planned] = []
    idle: list[StepFinding] = []
    for step in steps:
        if _is_idle(step):
            idle.append(_idle(step))
        else:
            going.append(step)
    present = _Present(snapshot)
    stays: dict[Subject, int] = {}
    # a step that is left out stays where it is, and is then in the way of others: judge those anew
    while True:
        judge = _Judge(snapshot, present, going, stays)
        judged = [found for step in going if (found := judge.judge(step)) is not None]
        if len(judge.stays) == len(stays):
            break
        stays = judge.stays
    ordered, parked = order(judged, judge.occupants)
    return Checked(ordered, idle + judge.findings + parked)


def _is_idle(step: Planned) -> bool:
    return step.target is not None and step.target == step.source and not step.keeps_source


def _idle(step: Planned) -> StepFinding:
    assert step.target is not None
    return StepFinding(position=step.position, code="already_there", facts={"name": step.target.name})


def _key(spot: Spot) -> _Spot:
    return spot.folder, name_key(spot.name)


class _Present:
    """What stands in a folder, by the key of its name; made when it is first asked for."""

    def __init__(self, snapshot: Snapshot) -> None:
        self._names = snapshot.names
        self._folders: dict[FolderId, dict[str, list[tuple[str, Subject]]]] = {}

    def at(self, folder: FolderId, key: str) -> list[tuple[str, Subject]]:
        names = self._folders.get(folder)
        if names is None:
            names = self._folders[folder] = {}
            for name, subject in self._names.get(folder, ()):
                names.setdefault(name_key(name), []).append((name, subject))
        return names.get(key, [])


class _Judge:
    """One pass over the steps."""

    def __init__(
        self, snapshot: Snapshot, present: _Present, steps: Iterable[Planned], stays: Mapping[Subject, int]
    ) -> None:
        self.snapshot = snapshot
        self.stayed_before = stays
        self.stays: dict[Subject, int] = dict(stays)
        self.findings: list[StepFinding] = []
        self.occupants: dict[int, list[Subject]] = {}  #: position → what has to leave its target first
        self._present = present
        self._leaves = {s.subject for s in steps if not s.keeps_source and s.subject not in stays}
        self._claims: dict[_Spot, int] = {}
        self._guesses = 0  #: names that met what is hidden
        self._subjects: dict[Subject, int] = {}

    def judge(self, step: Planned) -> Planned | None:
        """Return *step* as it can run, None where it is left out; note what there is to say of it."""
        if step.subject in self.stayed_before and not step.keeps_source:
            self._again(step)
            return None
        if not step.keeps_source:
            other = self._subjects.setdefault(step.subject, step.position)
            if other != step.position:
                self._say(step, "same_source", other=other)
                return step
        if step.target is None:
            return step
        if self._is_beneath_itself(step):
            self._say(step, "into_itself", {"name": step.target.name})
            return step
        placed = self._placed(step, step.target)
        if placed is not None and placed.target is not None:
            self._check_name(placed, placed.target)
        return placed

    def _again(self, step: Planned) -> None:
        """Say again of a step that an earlier pass left out why it is."""
        assert step.target is not None
        there = [s for _, s in self._present.at(*_key(step.target))]
        if step.collision == "beside":
            self._say(step, "already_there", {"name": step.target.name})
        elif step.collision in _LEAVE_SAME and any(self._is_same(step, subject) for subject in there):
            self._say(step, "identical")
        else:
            self._say(step, "left_waiting", {"name": step.target.name})

    def _is_beneath_itself(self, step: Planned) -> bool:
        assert step.target is not None
        if step.subject[0] != "folder":
            return False
        at: FolderId | None = step.target.folder
        while at is not None:
            if at == step.subject[1]:
                return True
            at = self.snapshot.above.get(at)
        return False

    def _placed(self, step: Planned, target: Spot) -> Planned | None:
        """Return *step* with a target that it can have; None where it is left out."""
        key = name_key(target.name)
        spot = (target.folder, f"\0{target.name}" if step.returns else key)
        hidden = self.snapshot.hidden.get(target.folder, ())
        if hidden and (key in hidden or self._guesses >= MOST_GUESSES):
            self._guesses += 1
            self._say(step, "unusable", offer=self._free(target))
            return step
        there = self._present.at(target.folder, key)
        there = [(n, s) for n, s in there if s != step.subject or step.keeps_source]
        if step.returns:
            there = [(n, s) for n, s in there if n == target.name]
        static = [(n, s) for n, s in there if s not in self._leaves]
        claimed = self._claims.get(spot)
        if not static and claimed is None:
            self._claims[spot] = step.position
            self._waits_for(step, there)
            return step
        return self._collides(step, target, static, claimed)

    def _waits_for(self, step: Planned, there: list[tuple[str, Subject]]) -> None:
        if there:
            self.occupants[step.position] = [s for _, s in there]

    def _collides(
        self, step: Planned, target: Spot, static: list[tuple[str, Subject]], claimed: int | None
    ) -> Planned | None:
        if step.collision == "beside":
            return self._beside(step, target)
        same = any(self._is_same(step, subject) for _, subject in static)
        stays = step.collision == "wait" or (step.collision in _LEAVE_SAME and same)
        if stays and not step.keeps_source:
            self.stays[step.subject] = step.position
            return None
        if stays:
            self._say(step, "left_waiting", {"name": target.name})
            return None
        if (
            step.collision == "version"
            and not step.keeps_source
            and static
            and static[0][1][0] == "document"
            and step.subject[0] == "document"
        ):
            return self._as_version(step, target, static[0], claimed)
        if static:
            name = static[0][0]
            self._say(
                step, "taken" if name == target.name else "twin", {"name": name}, offer=self._free(target)
            )
        else:
            self._say(step, "same_target", {"name": target.name}, other=claimed, offer=self._free(target))
        return step

    def _beside(self, step: Planned, target: Spot) -> Planned | None:
        free = replace(target, name=self._free(target))
        spot = (free.folder, name_key(free.name))
        if not step.keeps_source and step.source is not None and spot == _key(step.source):
            self.stays[step.subject] = step.position  # the name that it would get is the one it has
            return None
        self._claims[spot] = step.position
        self._waits_for(step, self._present.at(*spot))
        return replace(step, target=free)

    def _as_version(
        self, step: Planned, target: Spot, there: tuple[str, Subject], claimed: int | None
    ) -> Planned:
        if claimed is not None:
            self._say(step, "same_target", {"name": target.name}, other=claimed)
            return step
        self._claims[_key(target)] = step.position
        self._say(step, "new_version", {"number": there[1][1]})
        return replace(step, target=replace(target, name=there[0]), onto=DocumentId(there[1][1]))

    def _is_same(self, step: Planned, subject: Subject) -> bool:
        return (
            subject[0] == "document" and step.digest != b""
            and self.snapshot.digests.get(DocumentId(subject[1])) == step.digest
        )  # fmt: skip

    def _check_name(self, step: Planned, target: Spot) -> None:
        keeps_name = step.source is not None and step.source.name == target.name
        length = self.snapshot.lengths.get(target.folder, 0)
        if keeps_name and length + len(target.name) <= 200:
            return  # nothing of its own to find: the quick way for a hundred thousand plain moves
        for found in check_name(target.name, parent_length=length):
            if not keeps_name or found.code in _OF_PLACE:
                self._say(step, found.code, found.facts, offer=found.mend)
        if not keeps_name and step.source is not None and step.subject[0] == "document":
            self._check_extension(step, step.source.name, target.name)

    def _check_extension(self, step: Planned, source: str, target: str) -> None:
        (_, old), (stem, new) = split_extension(source), split_extension(target)
        if old.lower() != new.lower():
            self._say(step, "other_extension", {"old": old or "none", "new": new or "none"}, offer=stem + old)

    def _free(self, target: Spot) -> str:
        hidden = self.snapshot.hidden.get(target.folder, ())

        def is_taken(name: str) -> bool:
            key = name_key(name)
            return (
                key in hidden or (target.folder, key) in self._claims
                or any(s not in self._leaves for _, s in self._present.at(target.folder, key))
            )  # fmt: skip

        return numbered_where(target.name, is_taken)

    def _say(
        self, step: Planned, code: str, facts: Mapping[str, Fact] = NO_FACTS, *, other: int | None = None,
        offer: str | None = None,
    ) -> None:  # fmt: skip
        self.findings.append(
            StepFinding(position=step.position, code=code, facts=facts, other=other, offer=offer)
        )


def order(
    steps: Sequence[Planned], occupants: Mapping[int, Collection[Subject]]
) -> tuple[list[Planned], list[StepFinding]]:
    """Bring *steps* into an order in which each finds its target free, their own order where it does not matter.

    A circle of steps is opened by a step more, which takes one of them out of the way by a temporary name.
    """
    if not occupants:  # nothing has to leave first
        return list(steps), []
    by_subject = {s.subject: at for at, s in enumerate(steps) if not s.keeps_source}
    waits_for = [
        [by_subject[s] for s in occupants.get(step.position, ()) if s in by_subject] for step in steps
    ]
    state = [0] * len(steps)  # 0: not looked at, 1: waits for what it needs, 2: in order
    parked: dict[int, Planned] = {}
    out: list[Planned] = []
    findings: list[StepFinding] = []
    for first in range(len(steps)):
        stack = [first] if state[first] == 0 else []
        while stack:
            at = stack[-1]
            state[at] = 1
            waiting = next((w for w in waits_for[at] if state[w] == 0), None)
            if waiting is not None:
                stack.append(waiting)
                continue
            stack.pop()
            if state[at] == 2:
                continue
            state[at] = 2
            for blocker in waits_for[at]:
                if state[blocker] == 1 and blocker != at and blocker not in parked:
                    parked[blocker] = park = _parked(steps[blocker])
                    out.append(park)
                    findings.append(
                        StepFinding(
                            position=steps[blocker].position,
                            code="by_temporary_name",
                            other=steps[at].position,
                        )
                    )
            step = steps[at]
            needs = steps[waits_for[at][0]].position if waits_for[at] else None
            if at in parked or needs is not None:
                step = replace(step, source=parked[at].target if at in parked else step.source, needs=needs)
            out.append(step)
    return out, findings


def _parked(step: Planned) -> Planned:
    assert step.source is not None
    name = f"~{step.position}~{step.source.name}"[:200]
    return replace(step, target=Spot(folder=step.source.folder, name=name), parks=True, onto=None)
