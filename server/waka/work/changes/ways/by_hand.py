"""Changes by hand: move, copy, rename, bin, restore, correct fields, make and move folders; up to ten documents.

They run at once, but for what moves a folder or changes who sees a document: that is shown first, and runs once the
person has seen that very list (``seen``, a digest of it).
"""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass, field

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import Said, StepFinding
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.core.names import Segment, readable, to_text
from waka.core.words import named
from waka.errors import BadRequest, ChangedMeanwhile, NeedsALook, NotFound
from waka.records.documents import documents
from waka.records.documents.documents import Filed
from waka.records.folders import folders
from waka.work import office
from waka.work.changes import at_once
from waka.work.changes.at_once import MOST_DOCUMENTS, Change
from waka.work.changes.check import Examined
from waka.work.changes.ways.asks import Ask
from waka.work.changes.ways.by_hand_folders import OF_FOLDERS
from waka.work.changes.ways.correcting import record_of
from waka.work.deps import Deps
from waka.work.naming.house import Naming


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """One step as a person reads it."""

    position: int
    number: DocumentId | None
    act: str
    from_path: str | None
    to_path: str | None
    from_segments: Sequence[Segment]
    to_segments: Sequence[Segment]


@dataclass(frozen=True, slots=True, kw_only=True)
class Checked:
    """A change, checked and not run."""

    title: Said
    lines: Sequence[Line]
    findings: Sequence[StepFinding]
    gain: Sequence[str] = ()  #: who will see what they did not
    lose: Sequence[str] = ()
    look: str | None = None  #: why it is shown before it runs
    digest: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Done:
    list_id: ListId
    title: Said
    numbers: Sequence[DocumentId]  #: of the documents that were changed or made
    folder: FolderId | None = None  #: that was made or moved
    findings: Sequence[StepFinding] = field(default_factory=list)  #: what was skipped


def look(deps: Deps, person: PersonId, ask: Ask) -> Checked:
    """Return what *ask* would come to; nothing changes. Raises as ``run`` does for what it cannot read."""
    with deps.db.transaction() as conn:
        change = _change(conn, person, ask)
        examined = at_once.look(deps, conn, person, change)
        at_once.assert_known(examined)
        checked = _checked(conn, ask, change, examined)
        conn.rollback()
    return checked


def run(deps: Deps, person: PersonId, ask: Ask) -> Done:
    """Change what *ask* says, at once.

    Raises ``NotFound``, ``NotAllowed``, ``NameTaken``, ``NameUnfit``, ``BadRequest``, ``NeedsALook``,
    ``ChangedMeanwhile``, ``StepInMotion`` before anything moved, and as ``at_once.run`` on the way.
    """

    def make(conn: Connection) -> Change:
        return _change(conn, person, ask)

    def accept(conn: Connection, change: Change, examined: Examined) -> Examined:
        at_once.assert_clear(conn, change, examined)
        look = _why_look(ask, examined)
        if look is not None and ask.seen != _checked(conn, ask, change, examined).digest:
            raise NeedsALook(look)
        return examined

    ran = at_once.run(deps, person, make, accept)
    numbers, folder = [], None
    for step in ran.steps:
        made = getattr(step.act, "made", None)
        if step.document is not None:
            numbers.append(made or step.document)
        else:
            folder = made or step.folder
    return Done(list_id=ran.list_id, title=ran.title, numbers=numbers, folder=folder, findings=ran.findings)


def _change(conn: Connection, person: PersonId, ask: Ask) -> Change:
    """Return what *ask* proposes. Raises ``BadRequest``, ``NotFound``, ``ChangedMeanwhile``."""
    if ask.act in OF_FOLDERS:
        title, want, near = OF_FOLDERS[ask.act](conn, person, ask)
        return Change(title=title, origin="hand", wants=[want], near=near)
    numbers = sorted(set(ask.documents))
    if not numbers:
        raise BadRequest("No document is chosen.", mend="Choose one or more.")
    if len(numbers) > MOST_DOCUMENTS:
        raise BadRequest(
            f"{len(numbers)} documents at once are more than {MOST_DOCUMENTS}, the most by hand.",
            mend=f"Choose up to {MOST_DOCUMENTS}.",
        )
    found = [_found(conn, number, person, ask) for number in numbers]
    _assert_editions(found, ask)
    title, wants = _WORDS[ask.act](conn, person, ask, found)
    near = [one.folder_id for one in found] + ([ask.folder] if ask.folder is not None else [])
    return Change(
        title=title, origin="hand", wants=wants, near=near, collision="beside" if ask.beside else "ask"
    )


def _found(conn: Connection, number: DocumentId, person: PersonId, ask: Ask) -> Filed:
    found = (documents.lock_binned if ask.act == "restore" else documents.lock_filed)(conn, number, person)
    if found is None:
        raise NotFound(f"No. {number}" + (" in the bin" if ask.act == "restore" else ""))
    return found


def _assert_editions(found: Sequence[Filed], ask: Ask) -> None:
    changed = [one for one in found if ask.editions.get(one.id, one.edition) != one.edition]
    if changed:
        raise ChangedMeanwhile([(one.id, f"{one.folder_path}/{one.name}".lstrip("/")) for one in changed])


def _title(code: str, found: Sequence[Filed], **facts: str) -> Said:
    return named(code, [one.name for one in found], **facts)


_Proposed = tuple[Said, list[Proposal]]


def _move(conn: Connection, person: PersonId, ask: Ask, found: Sequence[Filed]) -> _Proposed:
    target = folders.one(conn, ask.folder, person) if ask.folder is not None else None
    if target is None:
        raise NotFound("The folder")
    act = acts.Place.code if ask.act == "move" else acts.Copy.code
    wants = [Proposal(act=act, document=one.id, into=target.id) for one in found]
    return _title(ask.act, found, to=target.path or "Drive"), wants


def _rename(conn: Connection, person: PersonId, ask: Ask, found: Sequence[Filed]) -> _Proposed:
    if len(found) != 1:
        raise BadRequest("One document at a time has a new name typed.", mend="Choose one.")
    want = Proposal(act=acts.Place.code, document=found[0].id, name=ask.name)
    return _title("rename", found), [want]


def _bin(conn: Connection, person: PersonId, ask: Ask, found: Sequence[Filed]) -> _Proposed:
    reason = ask.reason.strip() or None
    return _title("bin", found), [
        Proposal(act=acts.Bin.code, document=one.id, reason=reason) for one in found
    ]


def _restore(conn: Connection, person: PersonId, ask: Ask, found: Sequence[Filed]) -> _Proposed:
    for one in found:
        if ask.folder is None and isinstance(one, documents.Binned) and not one.folder_is_there:
            raise BadRequest(
                f"The folder of “{one.name}” is no longer there: {one.folder_path}.",
                mend="Choose where to restore it.",
            )
    wants = [Proposal(act=acts.Restore.code, document=one.id, into=ask.folder) for one in found]
    return _title("restore", found), wants


def _correct(conn: Connection, person: PersonId, ask: Ask, found: Sequence[Filed]) -> _Proposed:
    """Other fields; and where a name is sent along, the name that comes of them."""
    if len(found) != 1 or ask.fields is None:
        raise BadRequest("One document at a time is corrected.", mend="Choose one.")
    one = found[0]
    house = Naming.load(conn).seen_by(conn, person)
    today = office.today(conn)
    want = Proposal(
        act=acts.Correct.code,
        document=one.id,
        record=record_of(conn, ask.fields, house, today),
        name=ask.name or None,
    )
    renames = ask.name and ask.name != one.name
    return _title("correct_and_rename" if renames else "correct", found), [want]


_WORDS = {
    "move": _move, "copy": _move, "rename": _rename, "bin": _bin, "restore": _restore, "correct": _correct,
}  # fmt: skip


def _checked(conn: Connection, ask: Ask, change: Change, examined: Examined) -> Checked:
    gain, lose = _sights(examined)
    house = Naming.load(conn)
    lines = [_line(house, position, row.step) for position, row in enumerate(examined.running, 1)]
    return Checked(
        title=change.title, lines=lines, findings=examined.findings, gain=gain, lose=lose,
        look=_why_look(ask, examined), digest=_digest(lines, gain, lose),
    )  # fmt: skip


def _sights(examined: Examined) -> tuple[list[str], list[str]]:
    """Return who will see what they did not, and who will not see what they did."""
    gain = sorted({name for sight in examined.sights for name in sight.gain})
    return gain, sorted({name for sight in examined.sights for name in sight.lose})


def _why_look(ask: Ask, examined: Examined) -> str | None:
    if ask.act in ("rename_folder", "move_folder"):
        return "A folder changes its path, with all that is in it."
    if any(_sights(examined)):
        return "Who can see this changes."
    if (
        ask.act in ("move", "copy")
        and not ask.beside
        and any(_gets_another_name(row.step) for row in examined.running)
    ):
        return "The name follows the pattern that holds there."
    return None


def _gets_another_name(step: Step) -> bool:
    return step.source is not None and step.target is not None and step.source.name != step.target.name


def _line(house: Naming, position: int, step: Step) -> Line:
    is_document = step.document is not None
    source = readable(to_text(step.from_path)) if step.from_place == "drive" and step.from_path else None
    target = readable(to_text(step.to_path)) if step.to_place == "drive" and step.to_path else None
    return Line(
        position=position, number=step.document, act=step.act.code, from_path=source, to_path=target,
        from_segments=house.segments_anywhere(step.source.name) if is_document and source and step.source else (),
        to_segments=house.segments_anywhere(step.target.name) if is_document and target and step.target else (),
    )  # fmt: skip


def _digest(lines: Sequence[Line], gain: Sequence[str], lose: Sequence[str]) -> str:
    told = repr([(line.number, line.act, line.from_path, line.to_path) for line in lines]) + repr(
        (gain, lose)
    )
    return hashlib.sha256(told.encode("utf-8", "surrogatepass")).hexdigest()[:24]
