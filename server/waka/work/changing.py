"""Changes by hand: move, copy, rename, bin, restore, correct fields, make and move folders.

Every one is a change list of up to ten steps: proposed, checked, run by the engine, undone from the
logbook. What moves a folder or changes who sees a document is shown first and runs only once the person
has seen that very list (``seen``, a digest of it).
"""

from __future__ import annotations

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from psycopg import Connection

from waka.core.changes.check import TELLS_ONLY, Planned, Snapshot, Spot, StepFinding, Subject, check
from waka.core.names import Segment, name_key
from waka.drive.folders import folder_inode
from waka.errors import BadRequest, NameTaken, NameUnfit, NeedsALook, StepInMotion
from waka.records import access, changes, folders, listing
from waka.records.changes import Step

from . import engine
from .deps import Deps
from .holding import at_work
from .planning import Draft, plan
from .reading_names import Reading
from .slips import Naming, Slip

Act = Literal["move", "copy", "rename", "bin", "restore", "correct", "make_folder", "rename_folder",
              "move_folder", "remove_folder"]  # fmt: skip
MOST_STEPS = 10


@dataclass(frozen=True, slots=True, kw_only=True)
class Ask:
    """What a person wants changed."""

    act: Act
    documents: Sequence[int] = ()
    folder: int | None = None  #: the destination; for a folder's own change, that folder
    into: int | None = None  #: where a folder moves to
    name: str = ""  #: of a rename or a new folder
    fields: Slip | None = None  #: of a correction
    beside: bool = False  #: a taken name is numbered
    reason: str = ""
    private: bool = False  #: a new folder for its maker alone
    seen: str | None = None  #: the digest of the list that the person has seen
    editions: Mapping[int, int] = field(default_factory=dict)  #: of the documents, as the person saw them


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """One step as a person reads it."""

    position: int
    number: int | None
    act: str
    from_path: str | None
    to_path: str | None
    from_segments: Sequence[Segment]
    to_segments: Sequence[Segment]


@dataclass(frozen=True, slots=True, kw_only=True)
class Checked:
    """A proposed list, checked."""

    title: str
    lines: Sequence[Line]
    findings: Sequence[StepFinding]
    gain: Sequence[str] = ()  #: who will see what they did not
    lose: Sequence[str] = ()
    look: str | None = None  #: why it is shown before it runs
    digest: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Done:
    list_id: int
    title: str
    numbers: Sequence[int]  #: of the documents that were changed or made
    folder: int | None = None  #: that was made or moved
    findings: Sequence[StepFinding] = field(default_factory=list)  #: what was skipped


def look(deps: Deps, person: int, ask: Ask) -> Checked:
    """Return what *ask* would come to; nothing changes. Raises as ``run`` does for what it cannot read."""
    with deps.db.transaction() as conn:
        checked, _ = _prepare(deps, conn, person, ask)
        conn.rollback()
    return checked


def run(deps: Deps, person: int, ask: Ask) -> Done:
    """Change what *ask* says, at once.

    Raises ``NotFound``, ``NotAllowed``, ``NameTaken``, ``NameUnfit``, ``BadRequest``, ``NeedsALook``,
    ``StepInMotion`` before anything moved; ``SourceChanged``, ``SourceGone``, ``DriveTrouble`` from the
    step that met them: those before it are done, those after it not begun.
    """
    with at_work(deps) as (conn, hold):
        with conn.transaction():
            checked, drafts = _prepare(deps, conn, person, ask)
            _assert_clear(checked, ask)
            if not drafts:
                return Done(list_id=0, title=checked.title, numbers=[], findings=checked.findings)
            list_id = changes.add_list(conn, title=checked.title, origin="hand", person=person)
            for position, draft in enumerate(drafts, 1):
                changes.intend(conn, _step(list_id, position, draft))
            hold(list_id)
        engine.run(deps, conn, list_id)
        done = changes.steps(conn, list_id)
    made = done[0]
    folder = made.folder_id or (made.after.get("made") if made.act == "make_folder" else None)
    if ask.private and folder:
        _make_private(deps, person, folder)
    numbers = [
        step.after["made"] if step.act == "copy" else step.document_id for step in done if step.document_id
    ]
    return Done(
        list_id=list_id, title=checked.title, numbers=numbers, folder=folder, findings=checked.findings
    )


def _make_private(deps: Deps, person: int, folder: int) -> None:
    """Leave a new folder, which is still empty, to its maker alone."""
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        access.set_own_access(conn, folder, own=True, replaces=True)
        access.put_grant(conn, folder, access.Holder(person=person), "keeper", person)
        access.settle_beneath(conn, folder)


def _prepare(deps: Deps, conn: Connection, person: int, ask: Ask) -> tuple[Checked, list[Draft]]:
    if len(set(ask.documents)) > MOST_STEPS:
        raise BadRequest(
            f"{len(set(ask.documents))} documents at once are more than {MOST_STEPS}, the most by hand.",
            mend=f"Choose up to {MOST_STEPS}.",
        )
    title, drafts = plan(conn, person, ask)
    drafts = [_with_inode(deps, draft) for draft in drafts]
    for draft in drafts:
        if draft.subject[0] == "document" and changes.is_in_motion(conn, draft.subject[1]):
            raise StepInMotion(draft.subject[1])
    planned = [_planned(position, draft, ask) for position, draft in enumerate(drafts, 1)]
    checked = check(planned, _snapshot(conn, person, planned))
    findings = checked.findings
    by_position = {step.position: step for step in checked.steps}
    house = Reading.load(conn)
    kept = [
        draft.at(by_position[position].target, house)
        for position, draft in enumerate(drafts, 1)
        if position in by_position
    ]
    gain, lose = _sight(conn, kept)
    lines = [_line(conn, house.house, position, draft) for position, draft in enumerate(kept, 1)]
    told = Checked(
        title=title, lines=lines, findings=findings, gain=gain, lose=lose,
        look=_why_look(ask, gain, lose), digest=_digest(lines, gain, lose),
    )  # fmt: skip
    return told, kept


def _with_inode(deps: Deps, draft: Draft) -> Draft:
    """Return the step with the folder's inode, which a sweep may not have written down yet."""
    if draft.act != "place_folder" or draft.inode:
        return draft
    return replace(draft, inode=folder_inode(deps.drive, draft.from_path) or 0)


def _planned(position: int, draft: Draft, ask: Ask) -> Planned:
    return Planned(
        position=position, subject=draft.subject, source=draft.source, target=draft.target,
        keeps_source=draft.act == "copy", collision="beside" if ask.beside else "ask",
    )  # fmt: skip


def _snapshot(conn: Connection, person: int, steps: Sequence[Planned]) -> Snapshot:
    targets = {step.target.folder for step in steps if step.target is not None}
    wanted = [step.target.name for step in steps if step.target is not None]
    names: dict[int, list[tuple[str, Subject]]] = {}
    hidden: dict[int, list[str]] = {}
    lengths = {}
    for folder in targets:
        path = folders.path(conn, folder)
        lengths[folder] = len(path) + 1 if path else 0
        for entry in listing.standing(conn, folder=folder, person=person, names=wanted):
            if entry.is_seen:
                subject: Subject = ("folder", entry.id) if entry.is_folder else ("document", entry.id)
                names.setdefault(folder, []).append((entry.name, subject))
            else:
                hidden.setdefault(folder, []).append(name_key(entry.name))
    return Snapshot(names=names, lengths=lengths, hidden=hidden)


def _sight(conn: Connection, drafts: Sequence[Draft]) -> tuple[list[str], list[str]]:
    """Return who gains and who loses sight of something by the list."""
    pairs = {(d.from_access, d.to_access) for d in drafts if d.from_access != d.to_access}
    gain: set[str] = set()
    lose: set[str] = set()
    for old, new in pairs:
        if old is None or new is None:
            continue
        before, after = access.sight_names(conn, old), access.sight_names(conn, new)
        gain |= {name for person, name in after.items() if person not in before}
        lose |= {name for person, name in before.items() if person not in after}
    return sorted(gain), sorted(lose)


def _why_look(ask: Ask, gain: Sequence[str], lose: Sequence[str]) -> str | None:
    if ask.act in ("rename_folder", "move_folder"):
        return "A folder changes its path, with all that is in it."
    if gain or lose:
        return "Who can see this changes."
    return None


def _line(conn: Connection, house: Naming, position: int, draft: Draft) -> Line:
    source = _path(conn, draft.source)
    target = _path(conn, draft.target)
    is_document = draft.subject[0] == "document"
    return Line(
        position=position, number=draft.subject[1] if is_document else None, act=draft.act,
        from_path=source, to_path=target,
        from_segments=house.segments(draft.source.name) if is_document and draft.source else (),
        to_segments=house.segments(draft.target.name) if is_document and draft.target else (),
    )  # fmt: skip


def _path(conn: Connection, spot: Spot | None) -> str | None:
    if spot is None:
        return None
    above = folders.path(conn, spot.folder)
    return f"{above}/{spot.name}" if above else spot.name


def _digest(lines: Sequence[Line], gain: Sequence[str], lose: Sequence[str]) -> str:
    told = repr([(line.number, line.act, line.from_path, line.to_path) for line in lines]) + repr(
        (gain, lose)
    )
    return hashlib.sha256(told.encode("utf-8", "surrogatepass")).hexdigest()[:24]


def _assert_clear(checked: Checked, ask: Ask) -> None:
    """Raise for what blocks the list, and where it has to be looked at first."""
    for finding in checked.findings:
        if finding.code in TELLS_ONLY:
            continue
        line = next((line for line in checked.lines if line.position == finding.position), None)
        where, _, name = (line.to_path if line and line.to_path else "").rpartition("/")
        if finding.code in ("taken", "twin"):
            raise NameTaken(name, where, finding.offer)
        raise NameUnfit(
            f"{finding.message}; nothing was changed.",
            mend=f"Try “{finding.offer}”." if finding.offer else "Choose another name.",
        )
    if checked.look is not None and ask.seen != checked.digest:
        raise NeedsALook(checked.look)


def _step(list_id: int, position: int, draft: Draft) -> Step:
    is_document = draft.subject[0] == "document"
    subject = draft.subject[1] or None
    return Step(
        list_id=list_id, position=position, act=draft.act,
        document_id=subject if is_document else None, folder_id=None if is_document else subject,
        from_place=draft.from_place, from_path=draft.from_path,
        to_place=draft.to_place,
        to_path=draft.to_path or f".waka/bin/{list_id}-{position}".encode(),
        state="intended", size=draft.size, sha256=draft.sha256, inode=draft.inode,
        modified_ns=draft.modified_ns, before=draft.before, after=draft.after, failure=None,
    )  # fmt: skip
