"""What became of each document that a list was to move: evidence for its proof, read from the disk or by inode.

A file that was moved keeps inode, size and time of change, so its recorded checksum holds without reading
it; a copy was read when it was made. Reading everything again is offered, in slices where a person waits.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, field

import msgspec
from msgspec.structs import replace
from psycopg import Connection

from waka.core.changes.acts import Place
from waka.core.changes.findings import Said, said
from waka.core.changes.step import Spot, Step
from waka.core.ids import NO_DOCUMENT, DocumentId, ListId, PersonId
from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import digests, files_in
from waka.errors import DriveTrouble, UnsafePath
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.folders import survey
from waka.records.folders.survey import Source
from waka.work.deps import Deps

from . import named
from .acts import handler
from .structure import Structure

SLICE = 1_000_000_000  #: bytes after which a slice of reading ends: a few seconds of a common disk
MOST_IN_SLICE = 5_000  #: files of one
HIDDEN = "not for you to see any more"
THERE = ("arrived", "moved_on")  #: outcomes of what is whole


class Proved(msgspec.Struct, frozen=True, kw_only=True):
    """One step: where its document is, and whether it is whole."""

    position: int
    number: DocumentId | None
    path: str
    size: int
    sha256: str
    outcome: str  #: arrived, moved_on, missing, differs, not_done, destroyed, still_there
    why: Said | None = None


@dataclass(slots=True, kw_only=True)
class Slice:
    """What was read again at one go, and after which number to go on; None at the end."""

    files: int = 0
    bytes: int = 0
    amiss: list[Proved] = field(default_factory=list)
    after: int | None = None


def owner_of(deps: Deps, person: PersonId, list_id: ListId) -> ChangeList:
    """Return a list that this person may look at. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        return named.seen_by(conn, person, list_id)


def proved_steps(deps: Deps, person: PersonId, owner: ChangeList, *, read: bool) -> Iterator[Proved]:
    """Yield every step that was to move or destroy a document, with what became of it."""
    with deps.db.transaction() as conn:
        done = steps.done(conn, owner.id)
        others = steps.not_done(conn, owner.id, person)
        structure = Structure(survey.folders(conn, person))
        last, known = _last_of_each(conn, person, done)
    placed: list[tuple[Step, Source]] = []
    for number, step in last.items():
        source = known.get(number)
        if source is None:
            yield _not_known(structure, step, number)
        elif step.to_place == "bin":
            yield _binned(deps, step, source, read=read)
        else:
            placed.append((step, source))
    yield from _prove(deps, structure, placed, read=read)
    for step in done:
        if handler(step).destroys(step) is not None:
            is_left = deps.drive.stat(step.from_path) is not None
            yield _told(step, step.document or NO_DOCUMENT, "still_there" if is_left else "destroyed",
                        said("still_in_bin") if is_left else None)  # fmt: skip
    for other in others:
        yield Proved(position=other.position, number=other.document_id, path=readable(to_text(other.from_path)),
                     size=other.size, sha256="", outcome="not_done", why=other.said or said("not_begun"))  # fmt: skip


def read_again(deps: Deps, person: PersonId, list_id: ListId, after: int) -> Slice:
    """Read the documents of a list whose numbers come after *after*, as many as a person waits for.

    Raises ``NotFound``.
    """
    owner = owner_of(deps, person, list_id)
    with deps.db.transaction() as conn:
        last, known = _last_of_each(conn, person, steps.done(conn, owner.id))
        structure = Structure(survey.folders(conn, person))
    found = Slice()
    placed: list[tuple[Step, Source]] = []
    binned: list[tuple[Step, Source]] = []
    reached = after
    for number in sorted(number for number in last if number > after):
        source = known.get(number)
        if source is None:
            continue
        if found.bytes >= SLICE or found.files >= MOST_IN_SLICE:
            found.after = reached
            break
        reached = number
        found.files += 1
        found.bytes += source.size
        if last[number].to_place == "bin":
            binned.append((last[number], source))
        else:
            placed.append((last[number], source))
    outcomes = [_binned(deps, step, source, read=True) for step, source in binned]
    outcomes += _prove(deps, structure, placed, read=True)
    found.amiss = [one for one in outcomes if one.outcome not in THERE]
    return found


def _binned(deps: Deps, step: Step, source: Source, *, read: bool) -> Proved:
    if source.state == "filed":
        return _told(step, source.id, "moved_on", said("restored_since"))
    found = deps.drive.stat(step.to_path)
    if found is None or found.size != step.file.size:
        return _told(step, source.id, "missing", said("not_in_bin"))
    folder, _, name = step.to_path.rpartition(b"/")
    if read and digests(deps.drive, folder, [name]).get(name) != step.file.sha256:
        return _told(step, source.id, "differs", said("other_bytes"))
    return _told(step, source.id, "arrived", None)


def _last_of_each(
    conn: Connection, person: PersonId, done: Sequence[Step]
) -> tuple[dict[DocumentId, Step], dict[DocumentId, Source]]:
    """Return the step that counts for each document, and the documents as far as the person may see them."""
    steps = [*done, *_carried_along(conn, person, done)]
    numbers = [n for s in steps if (n := handler(s).proves(s)) is not None]
    last: dict[DocumentId, Step] = {}  # of a document that went by a temporary name, its last step counts
    for step in steps:
        number = handler(step).proves(step)
        if number is not None:
            last.setdefault(number, step)
    return last, survey.by_number(conn, person, numbers)


def _carried_along(conn: Connection, person: PersonId, done: Sequence[Step]) -> Iterator[Step]:
    """Yield a step for each document in a folder that was moved: it went along, and is proved like the others."""
    for step in done:
        if step.folder is None or step.source is None or step.target is None:
            continue
        numbers = [number for number, _ in survey.beneath(conn, step.folder, person)]
        for source in survey.by_number(conn, person, numbers).values():
            yield replace(
                step, act=Place(), document=source.id, folder=None, file=source.file,
                to_path=step.to_path + b"/" + to_bytes(source.name),
                target=Spot(folder=source.folder_id, name=source.name),
            )  # fmt: skip


def _prove(
    deps: Deps, structure: Structure, pairs: Iterable[tuple[Step, Source]], *, read: bool
) -> Iterator[Proved]:
    by_folder: dict[str, list[tuple[Step, Source]]] = {}
    for step, source in pairs:
        by_folder.setdefault(structure.path(source.folder_id), []).append((step, source))
    for path, ones in by_folder.items():
        yield from _prove_folder(deps, to_bytes(path), ones, read=read)


def _prove_folder(
    deps: Deps, folder: bytes, pairs: Sequence[tuple[Step, Source]], *, read: bool
) -> Iterator[Proved]:
    names = [to_bytes(source.name) for _, source in pairs]
    there = files_in(deps.drive, folder, names)
    bytes_read: dict[bytes, bytes] = {}
    if read:
        try:
            bytes_read = digests(deps.drive, folder, names)
        except (OSError, UnsafePath, DriveTrouble):
            bytes_read = {}
    for step, source in pairs:
        name = to_bytes(source.name)
        found = there.get(name)
        tell = _teller(step, source)
        if found is None:
            yield tell("missing", said("no_file"))
        elif read and bytes_read.get(name) != source.sha256:
            yield tell("differs", said("other_bytes"))
        elif found[0] != source.size or found[1] != source.inode:
            yield tell("differs", said("other_file"))
        elif source.sha256 != step.file.sha256:
            yield tell("moved_on", said("edited_since"))
        elif step.target != Spot(folder=source.folder_id, name=source.name):
            yield tell("moved_on", said("gone_on"))
        else:
            yield tell("arrived", None)


def _not_known(structure: Structure, step: Step, number: DocumentId) -> Proved:
    """Return what may be said of a document that is gone from the person's sight: its place, while they see that."""
    told = _told(step, number, "moved_on", said("not_seen"))
    places = [spot.folder for spot in (step.source, step.target) if spot is not None and spot.folder]
    if all(structure.is_seen(place) for place in places):
        return told
    return replace(told, path=HIDDEN, sha256="", size=0)


def _teller(step: Step, source: Source) -> Callable[[str, Said | None], Proved]:
    return lambda outcome, why: _told(step, source.id, outcome, why)


def _told(step: Step, number: DocumentId, outcome: str, why: Said | None) -> Proved:
    path = step.from_path if step.to_place == "bin" else step.to_path
    return Proved(position=step.position, number=number, path=readable(to_text(path)), size=step.file.size,
                  sha256=step.file.sha256.hex(), outcome=outcome, why=why)  # fmt: skip
