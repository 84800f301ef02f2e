"""Proof: files, bytes and checksums before and after a list, by type and by folder, and which did not arrive.

A file that was moved keeps inode, size and time of change, so its recorded checksum holds without reading
it; a copy was read when it was made. Reading everything again is offered.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field, replace

from psycopg import Connection

from waka.core.names import readable, split_extension, to_bytes, to_text
from waka.drive.scan import digests, files_in
from waka.errors import BadRequest, DriveTrouble, NotFound, UnsafePath
from waka.records import lists, survey
from waka.records.lists import BulkList, DoneStep
from waka.records.survey import Source

from .deps import Deps
from .sheets import to_csv
from .structure import Structure

MOST_READ = 4_000_000_000  #: bytes that are read again while a person waits
MOST_TOLD = 1_000  #: steps that are named


@dataclass(slots=True)
class Tally:
    """Files and bytes of one sort, before and after."""

    what: str
    files_before: int = 0
    bytes_before: int = 0
    files_after: int = 0
    bytes_after: int = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Proved:
    """One step: where its document is, and whether it is whole."""

    position: int
    number: int | None
    path: str
    size: int
    sha256: str
    outcome: str  #: arrived, moved_on, missing, differs, not_done
    why: str = ""


@dataclass(slots=True, kw_only=True)
class Proof:
    title: str
    state: str
    files: int = 0  #: documents that the list was to move
    arrived: int = 0
    moved_on: int = 0  #: arrived, and changed by somebody since
    amiss: list[Proved] = field(default_factory=list)
    count_amiss: int = 0
    not_done: int = 0
    bytes_before: int = 0
    bytes_after: int = 0
    was_read: bool = False  #: everything was read again
    by_type: list[Tally] = field(default_factory=list)
    by_folder: list[Tally] = field(default_factory=list)


def prove(deps: Deps, person: int, list_id: int, *, read: bool = False) -> Proof:
    """Return what came of a list. Raises ``NotFound``, ``BadRequest`` where there is too much to read."""
    owner = _owner(deps, person, list_id)
    proof = Proof(title=owner.title, state=owner.state, was_read=read)
    if read and owner.bytes_done > MOST_READ:
        raise BadRequest(
            "There is too much to read while you wait.", mend="Use bin/waka changes prove --read."
        )
    types: dict[str, Tally] = {}
    folders: dict[str, Tally] = {}
    for one in proved_steps(deps, person, owner, read=read):
        proof.files += 1
        proof.bytes_before += one.size
        kind = split_extension(one.path)[1].lower() or "none"
        above = one.path.rpartition("/")[0] or "Drive"
        tallies = (types.setdefault(kind, Tally(kind)), folders.setdefault(above, Tally(above)))
        there = one.outcome in ("arrived", "moved_on")
        for tally in tallies:
            tally.files_before += 1
            tally.bytes_before += one.size
            tally.files_after += there
            tally.bytes_after += one.size * there
        if there:
            proof.bytes_after += one.size
            proof.arrived += 1
            proof.moved_on += one.outcome == "moved_on"
            continue
        proof.not_done += one.outcome == "not_done"
        proof.count_amiss += 1
        if len(proof.amiss) < MOST_TOLD:
            proof.amiss.append(one)
    proof.by_type = sorted(types.values(), key=lambda t: t.what)
    proof.by_folder = sorted(folders.values(), key=lambda t: t.what.casefold())
    return proof


PROOF_HEAD = ("step", "number", "path", "bytes", "sha256", "outcome", "why")


def proof_csv(deps: Deps, person: int, list_id: int, *, read: bool) -> tuple[str, Iterator[bytes]]:
    """Return a list's title and its proof, a line a step, as CSV. Raises as ``prove``."""
    owner = _owner(deps, person, list_id)
    _assert_readable(owner, read)
    steps = proved_steps(deps, person, owner, read=read)
    rows = ((s.position, s.number, s.path, s.size, s.sha256, s.outcome, s.why) for s in steps)
    return owner.title, to_csv(PROOF_HEAD, rows)


def _assert_readable(owner: BulkList, read: bool) -> None:
    if read and owner.bytes_done > MOST_READ:
        raise BadRequest(
            "There is too much to read while you wait.", mend="Use bin/waka changes prove --read."
        )


def _owner(deps: Deps, person: int, list_id: int) -> BulkList:
    with deps.db.transaction() as conn:
        owner = lists.one(conn, list_id, person)
    if owner is None:
        raise NotFound(f"Change {list_id}")
    return owner


def proved_steps(deps: Deps, person: int, owner: BulkList, *, read: bool) -> Iterator[Proved]:
    """Yield every step that was to move a document, with what became of it."""
    with deps.db.transaction() as conn:
        done = lists.done_steps(conn, owner.id)
        others = lists.not_done(conn, owner.id, person)
        structure = Structure(survey.folders(conn, person))
        done = [*done, *_carried_along(conn, person, done)]
        numbers = [n for s in done if (n := _stands(s)) is not None]
        known = survey.by_number(conn, person, numbers)
    last: dict[int, DoneStep] = {}  # of a document that went by a temporary name, its last step counts
    for step in done:
        number = _stands(step)
        if number is not None:
            last.setdefault(number, step)
    by_folder: dict[str, list[tuple[DoneStep, Source]]] = {}
    for number, step in last.items():
        source = known.get(number)
        if source is None:
            yield _told(step, number, "moved_on", "binned or moved on since, or not for you to see any more")
        elif step.to_place == "bin":
            found = deps.drive.stat(step.to_path)
            is_there = found is not None and found.size == step.size
            yield _told(step, number, "arrived" if is_there or source.state == "filed" else "missing", "")
        else:
            by_folder.setdefault(structure.path(source.folder_id), []).append((step, source))
    for path, pairs in by_folder.items():
        yield from _prove_folder(deps, to_bytes(path), pairs, read=read)
    for other in others:
        yield Proved(position=other.position, number=other.document_id, path=readable(to_text(other.from_path)),
                     size=other.size, sha256="", outcome="not_done", why=other.why or "not begun")  # fmt: skip


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


def _teller(step: DoneStep, source: Source) -> Callable[[str, str], Proved]:
    return lambda outcome, why: _told(step, source.id, outcome, why)


def _told(step: DoneStep, number: int, outcome: str, why: str) -> Proved:
    path = step.from_path if step.to_place == "bin" else step.to_path
    return Proved(position=step.position, number=number, path=readable(to_text(path)), size=step.size,
                  sha256=step.sha256.hex(), outcome=outcome, why=why)  # fmt: skip
