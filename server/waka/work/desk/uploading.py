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

from waka.core.changes import acts
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import mend_name, name_key
from waka.drive import pieces
from waka.errors import (
    BadRequest,
    NameTaken,
    NotAllowed,
    NotFound,
    StatementToConfirm,
    TooLarge,
    UploadConflict,
    WakaError,
)
from waka.records.desk import arrivals, uploads
from waka.records.desk.uploads import Upload
from waka.records.documents import contents
from waka.records.documents.documents import File
from waka.records.folders import folders, listing
from waka.records.folders.folders import Folder
from waka.records.people import people
from waka.work.changes import at_once
from waka.work.changes.at_once import Change
from waka.work.deps import Deps
from waka.work.desk.arriving import BOUND, UPLOADS, register
from waka.work.rules.charters import statement_of

MAY_FILE = ("filer", "keeper")
DEEPEST = 40  #: folders of one upload
MOST_UNFINISHED = 1_000  #: uploads of one person
KEPT_FREE = 1 << 29  #: bytes of the disk that uploads leave


@dataclass(frozen=True, slots=True, kw_only=True)
class Progress:
    id: UUID
    received: int
    size: int
    number: DocumentId | None


def begin(
    deps: Deps, person: PersonId, *, path: str, size: int, folder: FolderId | None, confirmed: str = ""
) -> Progress:
    """Announce an upload. *confirmed*: the statement of the folder's charter, where it has one.

    Raises ``NotAllowed``, ``NotFound``, ``TooLarge``, ``StatementToConfirm``, ``BadRequest``.
    """
    if size > deps.settings.max_upload_bytes:
        raise TooLarge(
            f"“{path}” is larger than the {deps.settings.max_upload_bytes >> 20} MB that an upload may have.",
            mend="Put it into the arrivals folder instead.",
        )
    parts = [part for part in path.split("/") if part not in ("", ".")]
    if not parts or ".." in parts or len(parts) > DEEPEST:
        raise BadRequest(f"“{path}” is no name for a file.", mend="Give it another.")
    id = uuid4()
    statement: str | None = None
    with deps.db.transaction() as conn:
        if folder is None:
            if not people.may_file_anywhere(conn, person):
                raise NotAllowed("You may look things up here, but not hand in documents.")
        else:
            found = _folder(conn, person, folder)
            statement = statement_of(conn, folder)
            if statement is not None and confirmed != statement:
                raise StatementToConfirm(found.path, statement)
        _assert_room(deps, conn, person, path, size)
        uploads.add(
            conn, id=id, person=person, folder=folder, path="/".join(parts), size=size, statement=statement
        )
    if size == 0:
        return receive(deps, person, id, 0, [])
    return Progress(id=id, received=0, size=size, number=None)


def _assert_room(deps: Deps, conn: Connection, person: PersonId, path: str, size: int) -> None:
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


def _folder(conn: Connection, person: PersonId, folder: FolderId) -> Folder:
    found = folders.one(conn, folder, person)
    if found is None:
        raise NotFound("The folder")
    if found.right not in MAY_FILE:
        raise NotAllowed(
            f"You may look into “{found.path}”, but not file there.", mend="Choose another folder."
        )
    return found


def how_far(deps: Deps, person: PersonId, id: UUID) -> Progress:
    """Return how much of an upload is here. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = _own(conn, person, id)
    return Progress(id=id, received=_here(deps, found), size=found.size, number=found.number)


def _here(deps: Deps, upload: Upload) -> int:
    """Return how many bytes are here: the file says it, also after a piece that a crash cut off."""
    return upload.size if upload.number is not None else pieces.size_of(deps.arrivals, _work(upload.id))


def _own(conn: Connection, person: PersonId, id: UUID) -> Upload:
    found = uploads.one(conn, id, person)
    if found is None:
        raise NotFound("This upload")
    return found


def receive(deps: Deps, person: PersonId, id: UUID, offset: int, chunks: Iterable[bytes]) -> Progress:
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


def _finish(deps: Deps, person: PersonId, upload: Upload, digest: bytes | None) -> DocumentId:
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


def _file(deps: Deps, person: PersonId, upload: Upload, number: DocumentId) -> None:
    """File a whole upload where it was meant to go; where that fails it waits on the desk, and says so."""
    assert upload.folder_id is not None
    try:
        for wait in _QUICKER:
            try:
                _file_once(deps, person, number, upload, upload.folder_id)
                return
            except NameTaken:
                # perhaps another upload was quicker to make the same folder, or took the same name
                if not wait:
                    raise
                time.sleep(wait)
    except WakaError as error:
        error.mend = f"It waits on the desk as No. {number}. {error.mend or ''}".strip()
        raise


_QUICKER = (0.05, 0.2, 0.5, 0.0)  #: seconds until it is tried again


def _file_once(deps: Deps, person: PersonId, number: DocumentId, upload: Upload, folder: FolderId) -> None:
    *parts, wished = upload.path.split("/")
    name, above = mend_name(wished), [mend_name(part) for part in parts]

    def make(conn: Connection) -> Change:
        into, missing = _down(conn, person, folder, above)
        want = Proposal(
            act=acts.File.code, document=number, into=into, to="/".join(missing) or None, name=name,
            collision="beside", slip={}, reason=upload.statement,
        )  # fmt: skip
        return Change(title=said("upload", name=name), origin="upload", wants=[want], near=[into])

    at_once.run(deps, person, make)


def _down(
    conn: Connection, person: PersonId, start: FolderId, names: list[str]
) -> tuple[FolderId, list[str]]:
    """Return the folder at the end of *names* as far as it is there, and the names that are still to be made."""
    at = start
    for depth, name in enumerate(names):
        there = listing.standing(conn, folder=at, person=person, names=[name])
        fits = [
            FolderId(e.id) for e in there if e.is_folder and e.is_seen and name_key(e.name) == name_key(name)
        ]
        if not fits:
            return at, names[depth:]
        at = fits[0]
    return at, []


def give_up(deps: Deps, person: PersonId, id: UUID) -> None:
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
