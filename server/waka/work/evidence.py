"""What became of each document that a list was to move: evidence for its proof, read from the disk or by inode.

A file that was moved keeps inode, size and time of change, so its recorded checksum holds without reading
it; a copy was read when it was made. Reading everything again is offered, in slices where a person waits.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace

from psycopg import Connection

from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import digests, files_in
from waka.errors import DriveTrouble, NotFound, UnsafePath
from waka.records import lists, survey
from waka.records.lists import BulkList, DoneStep
from waka.records.survey import Source

from .deps import Deps
from .structure import Structure

SLICE = 1_000_000_000  #: bytes after which a slice of reading ends: a few seconds of a common disk
MOST_IN_SLICE = 5_000  #: files of one
HIDDEN = "not for you to see any more"
THERE = ("arrived", "moved_on")  #: outcomes of what is whole


@dataclass(frozen=True, slots=True, kw_only=True)
class Proved:
    """One step: where its document is, and whether it is whole."""

    position: int
    number: int | None
    path: str
    size: int
    sha256: str
    outcome: str  #: arrived, moved_on, missing, differs, not_done, destroyed, still_there
    why: str = ""


@dataclass(slots=True, kw_only=True)
class Slice:
    """What was read again at one go, and after which number to go on; None at the end."""

    files: int = 0
    bytes: int = 0
    amiss: list[Proved] = field(default_factory=list)
    after: int | None = None


def owner_of(deps: Deps, person: int, list_id: int) -> BulkList:
    """Return a list of this person's. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        owner = lists.one(conn, list_id, person)
    if owner is None:
        raise NotFound(f"Change {list_id}")
    return owner


def proved_steps(deps: Deps, person: int, owner: BulkList, *, read: bool) -> Iterator[Proved]:
    """Yield every step that was to move or destroy a document, with what became of it."""
    with deps.db.transaction() as conn:
        done = lists.done_steps(conn, owner.id)
        others = lists.not_done(conn, owner.id, person)
        structure = Structure(survey.folders(conn, person))
        last, known = _last_of_each(conn, person, done)
    placed: list[tuple[DoneStep, Source]] = []
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
        if step.act == "destroy":
            is_left = deps.drive.stat(step.from_path) is not None
            yield _told(step, step.document_id or 0, "still_there" if is_left else "destroyed",
                        "its file is still in the bin" if is_left else "")  # fmt: skip
    for other in others:
        yield Proved(position=other.position, number=other.document_id, path=readable(to_text(other.from_path)),
                     size=other.size, sha256="", outcome="not_done", why=other.why or "not begun")  # fmt: skip


def read_again(deps: Deps, person: int, list_id: int, after: int) -> Slice:
    """Read the documents of a list whose numbers come after *after*, as many as a person waits for.

    Raises ``NotFound``.
    """
    owner = owner_of(deps, person, list_id)
    with deps.db.transaction() as conn:
        last, known = _last_of_each(conn, person, lists.done_steps(conn, owner.id))
        structure = Structure(survey.folders(conn, person))
    found = Slice()
    placed: list[tuple[DoneStep, Source]] = []
    binned: list[tuple[DoneStep, Source]] = []
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


def _binned(deps: Deps, step: DoneStep, source: Source, *, read: bool) -> Proved:
    if source.state == "filed":
        return _told(step, source.id, "moved_on", "restored since")
    found = deps.drive.stat(step.to_path)
    if found is None or found.size != step.size:
        return _told(step, source.id, "missing", "its file is not in the bin")
    folder, _, name = step.to_path.rpartition(b"/")
    if read and digests(deps.drive, folder, [name]).get(name) != step.sha256:
        return _told(step, source.id, "differs", "its bytes are not those that were recorded")
    return _told(step, source.id, "arrived", "")


def _last_of_each(
    conn: Connection, person: int, done: Sequence[DoneStep]
) -> tuple[dict[int, DoneStep], dict[int, Source]]:
    """Return the step that counts for each document, and the documents as far as the person may see them."""
    steps = [*done, *_carried_along(conn, person, done)]
    numbers = [n for s in steps if (n := _stands(s)) is not None]
    last: dict[int, DoneStep] = {}  # of a document that went by a temporary name, its last step counts
    for step in steps:
        number = _stands(step)
        if number is not None:
            last.setdefault(number, step)
    return last, survey.by_number(conn, person, numbers)


def _carried_along(conn: Connection, person: int, done: Sequence[DoneStep]) -> Iterator[DoneStep]:
    """Yield a step for each document in a folder that was moved: it went along, and is proved like the others."""
    for step in done:
        if step.act != "place_folder" or step.folder_id is None:
            continue
        numbers = [number for number, _ in survey.beneath(conn, step.folder_id, person)]
        for source in survey.by_number(conn, person, numbers).values():
            yield replace(
                step, act="place", document_id=source.id, size=source.size, sha256=source.sha256,
                to_path=step.to_path + b"/" + to_bytes(source.name),
                after={"folder": source.folder_id, "name": source.name},
            )  # fmt: skip


def _stands(step: DoneStep) -> int | None:
    """Return the document whose bytes a step's were to be, None where it left none."""
    if step.act == "destroy":
        return None
    if step.act == "version":
        return step.onto_id
    return int(step.after["made"]) if step.act == "copy" else step.document_id


def _prove(
    deps: Deps, structure: Structure, pairs: Iterable[tuple[DoneStep, Source]], *, read: bool
) -> Iterator[Proved]:
    by_folder: dict[str, list[tuple[DoneStep, Source]]] = {}
    for step, source in pairs:
        by_folder.setdefault(structure.path(source.folder_id), []).append((step, source))
    for path, ones in by_folder.items():
        yield from _prove_folder(deps, to_bytes(path), ones, read=read)


def _prove_folder(
    deps: Deps, folder: bytes, pairs: Sequence[tuple[DoneStep, Source]], *, read: bool
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
            yield tell("missing", "there is no file where the record says")
        elif read and bytes_read.get(name) != source.sha256:
            yield tell("differs", "its bytes are not those that were recorded")
        elif found[0] != source.size or found[1] != source.inode:
            yield tell("differs", "another file stands in its place; the next sweep will tell")
        elif source.sha256 != step.sha256:
            yield tell("moved_on", "edited since")
        elif (source.folder_id, source.name) != (step.after.get("folder"), step.after.get("name")):
            yield tell("moved_on", "moved or renamed since")
        else:
            yield tell("arrived", "")


def _not_known(structure: Structure, step: DoneStep, number: int) -> Proved:
    """Return what may be said of a document that is gone from the person's sight: its place, while they see that."""
    told = _told(step, number, "moved_on", "binned or moved on since, or not for you to see any more")
    places = (step.before.get("folder"), step.after.get("folder"))
    if all(structure.is_seen(int(place)) for place in places if place is not None):
        return told
    return replace(told, path=HIDDEN, sha256="", size=0)


def _teller(step: DoneStep, source: Source) -> Callable[[str, str], Proved]:
    return lambda outcome, why: _told(step, source.id, outcome, why)


def _told(step: DoneStep, number: int, outcome: str, why: str) -> Proved:
    path = step.from_path if step.to_place == "bin" else step.to_path
    return Proved(position=step.position, number=number, path=readable(to_text(path)), size=step.size,
                  sha256=step.sha256.hex(), outcome=outcome, why=why)  # fmt: skip
