"""Uploads that can be paused and gone on with, to the desk or straight into a folder.

The door speaks tus 1.0.0 (https://tus.io/protocols/resumable-upload): core, creation and termination.
An upload to a folder becomes an arrival and is filed by a change list at once, like any other change:
under its own name, in the folders it came with, which are made where they are missing.
"""

from __future__ import annotations

import shutil
import time
from collections.abc import Iterable
from dataclasses import dataclass
from uuid import UUID, uuid4

from psycopg import Connection

from waka.core.names import check_name, mend_name, name_key, numbered, to_bytes
from waka.drive import pieces
from waka.errors import BadRequest, NameTaken, NotAllowed, NotFound, TooLarge, UploadConflict, WakaError
from waka.records import arrivals, changes, contents, documents, folders, listing, people, uploads
from waka.records.changes import Step
from waka.records.documents import File
from waka.records.folders import Folder
from waka.records.uploads import Upload

from . import changing, engine
from .arriving import BOUND, UPLOADS, register
from .deps import Deps
from .holding import at_work
from .reading_names import Reading
from .records_json import record_json

MAY_FILE = ("filer", "keeper")
DEEPEST = 40  #: folders of one upload
MOST_UNFINISHED = 1_000  #: uploads of one person
KEPT_FREE = 1 << 29  #: bytes of the disk that uploads leave


@dataclass(frozen=True, slots=True, kw_only=True)
class Progress:
    id: UUID
    received: int
    size: int
    number: int | None


def begin(deps: Deps, person: int, *, path: str, size: int, folder: int | None) -> Progress:
    """Announce an upload. Raises ``NotAllowed``, ``NotFound``, ``TooLarge``, ``BadRequest``."""
    if size > deps.settings.max_upload_bytes:
        raise TooLarge(
            f"“{path}” is larger than the {deps.settings.max_upload_bytes >> 20} MB that an upload may have.",
            mend="Put it into the arrivals folder instead.",
        )
    parts = [part for part in path.split("/") if part not in ("", ".")]
    if not parts or ".." in parts or len(parts) > DEEPEST:
        raise BadRequest(f"“{path}” is no name for a file.", mend="Give it another.")
    id = uuid4()
    with deps.db.transaction() as conn:
        if folder is None:
            if not people.may_file_anywhere(conn, person):
                raise NotAllowed("You may look things up here, but not hand in documents.")
        else:
            _folder(conn, person, folder)
        _assert_room(deps, conn, person, path, size)
        uploads.add(conn, id=id, person=person, folder=folder, path="/".join(parts), size=size)
    if size == 0:
        return receive(deps, person, id, 0, [])
    return Progress(id=id, received=0, size=size, number=None)


def _assert_room(deps: Deps, conn: Connection, person: int, path: str, size: int) -> None:
    """Let nobody announce more than there is room for: what is announced is reserved. Raises ``TooLarge``."""
    uploads.hold(conn)
    announced = uploads.announced(conn, person)
    if announced.count >= MOST_UNFINISHED or announced.own + size > deps.settings.upload_quota_bytes:
        raise TooLarge(
            f"“{path}” is more than you may send at once: {announced.own >> 20} MB of yours are under way already.",
            mend="Wait until they are here, or give some of them up.",
        )
    free = shutil.disk_usage(deps.arrivals.root).free
    if announced.all + size > free - KEPT_FREE:
        raise TooLarge(
            f"There is no room for “{path}” on the disk, with what others are sending already.",
            mend="Ask the administrator to make room.",
        )


def _folder(conn: Connection, person: int, folder: int) -> Folder:
    found = folders.one(conn, folder, person)
    if found is None:
        raise NotFound("The folder")
    if found.right not in MAY_FILE:
        raise NotAllowed(
            f"You may look into “{found.path}”, but not file there.", mend="Choose another folder."
        )
    return found


def how_far(deps: Deps, person: int, id: UUID) -> Progress:
    """Return how much of an upload is here. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = _own(conn, person, id)
    return Progress(id=id, received=_here(deps, found), size=found.size, number=found.number)


def _here(deps: Deps, upload: Upload) -> int:
    """Return how many bytes are here: the file says it, also after a piece that a crash cut off."""
    return upload.size if upload.number is not None else pieces.size_of(deps.arrivals, _work(upload.id))


def _own(conn: Connection, person: int, id: UUID) -> Upload:
    found = uploads.one(conn, id, person)
    if found is None:
        raise NotFound("This upload")
    return found


def receive(deps: Deps, person: int, id: UUID, offset: int, chunks: Iterable[bytes]) -> Progress:
    """Take the piece that begins at *offset*; a whole upload becomes a document.

    Raises ``UploadConflict`` where the piece does not follow what is here, and as filing does. A
    connection that breaks leaves what came.
    """
    with deps.db.transaction() as conn:
        found = _own(conn, person, id)
        if found.number is not None or offset != _here(deps, found):
            raise UploadConflict(_here(deps, found))
    size, digest = pieces.append(deps.arrivals, _work(id), offset, _until_cut(chunks), found.size)
    with deps.db.transaction() as conn:
        uploads.received(conn, id, size)
    number = None
    if size == found.size:
        number = _finish(deps, person, found, digest)
    return Progress(id=id, received=size, size=found.size, number=number)


def _until_cut(chunks: Iterable[bytes]) -> Iterable[bytes]:
    """Yield what comes until the connection ends, well or badly: what came is kept either way."""
    try:
        yield from chunks
    except OSError:
        return


def _work(id: UUID) -> bytes:
    return f"upload-{id.hex}".encode()


def _finish(deps: Deps, person: int, upload: Upload, digest: bytes | None) -> int:
    with deps.db.transaction() as conn:
        known = _own(conn, person, upload.id).number
    if known is not None:  # the same last piece came twice: the first made the document
        pieces.drop(deps.arrivals, _work(upload.id))
        return known
    name = upload.path.rpartition("/")[2]
    received = pieces.finish(
        deps.arrivals, _work(upload.id), UPLOADS if upload.folder_id is None else BOUND, name, digest
    )
    file = File(
        size=received.stat.size, sha256=received.sha256, inode=received.stat.inode,
        modified_ns=received.stat.modified_ns,
    )  # fmt: skip
    with deps.db.transaction() as conn:
        contents.add(conn, file.sha256, file.size)
        number = register(conn, received.path, file, person, upload.folder_id) or arrivals.at_path(
            conn, received.path
        )
        assert number is not None
        uploads.finish(conn, upload.id, number)
    if upload.folder_id is not None:
        _file(deps, person, upload, number)
    return number


def _file(deps: Deps, person: int, upload: Upload, number: int) -> None:
    """File a whole upload where it was meant to go; where that fails it waits on the desk, and says so."""
    assert upload.folder_id is not None
    try:
        folder = _way(deps, person, upload.folder_id, upload.path.split("/")[:-1])
        with at_work(deps) as (conn, hold):
            with conn.transaction():
                step = _intend(conn, person, number, folder, upload.path.rpartition("/")[2])
                hold(step.list_id)
            engine.run(deps, conn, step.list_id)
    except WakaError as error:
        error.mend = f"It waits on the desk as No. {number}. {error.mend or ''}".strip()
        raise


def _way(deps: Deps, person: int, start: int, names: list[str]) -> int:
    """Return the folder at the end of *names*, made as far as it is missing."""
    at = start
    for name in names:
        safe = mend_name(name)
        at = _folder_named(deps, person, at, safe) or _make_folder(deps, person, at, safe)
    return at


def _folder_named(deps: Deps, person: int, parent: int, name: str) -> int | None:
    with deps.db.transaction() as conn:
        there = listing.standing(conn, folder=parent, person=person, names=[name])
    fits = [e.id for e in there if e.is_folder and e.is_seen and name_key(e.name) == name_key(name)]
    return fits[0] if fits else None


def _make_folder(deps: Deps, person: int, parent: int, name: str) -> int:
    for wait in (0.05, 0.2, 0.5, 0.0):
        try:
            made = changing.run(
                deps, person, changing.Ask(act="make_folder", folder=parent, name=name)
            ).folder
        except NameTaken:
            # perhaps another upload of the same folder was quicker, whose record is on its way
            found = _folder_named(deps, person, parent, name)
            if found is not None:
                return found
            if not wait:
                raise
            time.sleep(wait)
            continue
        assert made is not None
        return made
    raise AssertionError  # the last try returns or raises


def _intend(conn: Connection, person: int, number: int, folder: int, wished: str) -> Step:
    target = _folder(conn, person, folder)
    waiting = documents.lock_waiting(conn, number, person)
    if waiting is None:
        raise NotFound(f"No. {number} on the desk")
    name = mend_name(wished)
    beside = [e.name for e in listing.standing(conn, folder=folder, person=person, names=[name])]
    if name_key(name) in {name_key(other) for other in beside}:
        name = numbered(name, beside)
    room = len(target.path) + 1 if target.path else 0
    wrong = next((f for f in check_name(name, parent_length=room) if f.code == "path_too_long"), None)
    if wrong is not None:
        raise BadRequest(f"{wrong.message}.", mend="Give it a shorter name when filing it.")
    record, conforms = Reading.load(conn).read(name, None)
    list_id = changes.add_list(conn, title=f"Upload {name}", origin="upload", person=person)
    step = Step(
        list_id=list_id, position=1, act="file", document_id=number, folder_id=None,
        from_place="arrivals", from_path=waiting.path, to_place="drive",
        to_path=to_bytes(f"{target.path}/{name}" if target.path else name), state="intended",
        size=waiting.size, sha256=waiting.sha256, inode=waiting.inode,
        modified_ns=waiting.modified_ns, failure=None,
        before={"name": waiting.name, "slip": {}, "arrival_point": waiting.arrival_point_id,
                "bound_for": waiting.bound_for},
        after={"folder": folder, "name": name, "conforms": conforms, "record": record_json(record)},
    )  # fmt: skip
    changes.intend(conn, step)
    return step


def give_up(deps: Deps, person: int, id: UUID) -> None:
    """Forget an upload and what came of it. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = _own(conn, person, id)
        uploads.remove(conn, id)
    if found.number is None:
        pieces.drop(deps.arrivals, _work(id))


def clear_stale(deps: Deps) -> None:
    """Remove the pieces of uploads that nobody goes on with."""
    with deps.db.transaction() as conn:
        for id in uploads.stale(conn):
            pieces.drop(deps.arrivals, _work(id))
