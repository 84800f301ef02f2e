"""New documents: uploads, and what other programs leave in the arrivals folder.

A file that appears in the folder is taken once its size and time have stood still, so that a scanner
or a copy that is still writing is left in peace. Taking means giving it a number; the file stays where
it is until somebody files it.
"""

from __future__ import annotations

import time
from dataclasses import dataclass, field
from typing import Any
from uuid import uuid4

import structlog
from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.fields.record import Record
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.drive import pieces
from waka.drive.incoming import walk
from waka.drive.tree import FileStat, shown
from waka.errors import UnsafePath
from waka.records.desk import arrivals
from waka.records.documents import contents, documents
from waka.records.documents.documents import Document, File
from waka.records.finding import logbook
from waka.records.folders import access
from waka.records.folders.access import Holder
from waka.records.people import people
from waka.work.deps import Deps
from waka.work.outside import belonging

log = structlog.get_logger()
UPLOADS = b"Uploads"
BOUND = b".bound"  #: where uploads wait that are on their way to a folder: no arrival of everybody's desk
_HALF = (
    b".part",
    b".partial",
    b".tmp",
    b".temp",
    b".crdownload",
    b".download",
    b".filepart",
    b".swp",
    b".lock",
)
LOOSE = "Drop folder"  #: the arrival point for what lies at the top of the arrivals folder


@dataclass
class Sweeper:
    """Remembers how each new file looked, from one sweep to the next."""

    deps: Deps
    settle_seconds: float
    _seen: dict[bytes, tuple[FileStat, float]] = field(default_factory=dict)

    def sweep(self) -> int:
        """Look through the arrivals folder once; return how many arrivals were taken."""
        with self.deps.db.transaction() as conn:
            belonging.assert_ours(self.deps, conn, "arrivals")
        found = list(walk(self.deps.arrivals))
        with self.deps.db.transaction() as conn:
            known = {arrival.path: arrival for arrival in arrivals.known(conn)}
            moving = arrivals.in_motion(conn)
            half = [f.path for f in found if f.stat is not None and is_half_written(f.path)]
            told = [(f.path, shown(f.path), f.reason) for f in found if f.reason]
            arrivals.set_notices(conn, told + [(path, shown(path), said("half_written")) for path in half])
        files = {
            f.path: f.stat for f in found
            if f.stat is not None and f.path not in moving and (f.path in known or f.path not in set(half))
        }  # fmt: skip
        self._seen = {path: seen for path, seen in self._seen.items() if path in files}
        taken = 0
        for path, stat in files.items():
            record = known.get(path)
            same = record is not None and _is_same(record, stat)
            if not same and self._has_settled(path, stat):
                taken += self._take(path, stat, record)
        for path, record in known.items():
            if path not in files and path not in moving:
                self._gone(record)
        return taken

    def _has_settled(self, path: bytes, stat: FileStat) -> bool:
        now = time.monotonic()
        before, since = self._seen.get(path, (None, now))
        if before != stat:
            self._seen[path] = (stat, now)
            since = now
        return now - since >= self.settle_seconds

    def _take(self, path: bytes, stat: FileStat, record: arrivals.Known | None) -> int:
        try:
            digest = self.deps.arrivals.sha256(path)
        except (FileNotFoundError, UnsafePath, PermissionError) as error:
            log.warning("arrival_unreadable", path=shown(path), error=str(error))
            return 0
        if self.deps.arrivals.stat(path) != stat:
            return 0  # it changed while it was read: it has not settled after all
        file = File(size=stat.size, sha256=digest, inode=stat.inode, modified_ns=stat.modified_ns)
        with self.deps.db.transaction() as conn:
            contents.add(conn, digest, stat.size)
            if record is not None:
                arrivals.replace_file(conn, record.id, file)
                logbook.add(
                    conn, "changed_outside", number=record.id, from_path=shown(path),
                    point=record.arrival_point_id,
                )  # fmt: skip
                return 0
            return int(register(conn, path, file, person=None) is not None)

    def _gone(self, record: arrivals.Known) -> None:
        with self.deps.db.transaction() as conn:
            # asked again under the document's lock: it may have been filed since the sweep began
            if record.id not in {known.id for known in arrivals.known(conn)}:
                return
            documents.gone(conn, record.id)
            arrivals.remove(conn, record.id)
            logbook.add(
                conn, "gone", number=record.id, from_path=shown(record.path),
                point=record.arrival_point_id, reason=said("taken_away"),
            )  # fmt: skip


def is_half_written(path: bytes) -> bool:
    """Whether a file has a name that programs give to what they are still writing, or to a lock."""
    name = path.rpartition(b"/")[2].lower()
    return name.startswith((b"~$", b".~")) or name.endswith(_HALF)


def _is_same(known: arrivals.Known, stat: FileStat) -> bool:
    return (known.size, known.inode, known.modified_ns) == (
        stat.size, stat.inode, stat.modified_ns,
    )  # fmt: skip


def register(
    conn: Connection, path: bytes, file: File, person: PersonId | None, bound_for: FolderId | None = None
) -> DocumentId | None:
    """Give the file at *path* its number; None where it already has one. *bound_for*: the folder it is meant for."""
    if arrivals.at_path(conn, path) is not None:
        return None
    head, slash, _ = path.partition(b"/")
    head = UPLOADS if head == BOUND else head
    point, is_new = arrivals.point(conn, head if slash else b"", shown(head) if slash else LOOSE)
    if is_new:
        access.hold_access(conn)
        for filer in people.filers(conn):
            access.put_point_grant(conn, point, Holder(person=filer))
        access.work_out_all(conn)
    name = shown(path.rpartition(b"/")[2])
    number = documents.add(
        conn, state="waiting", folder=None, name=name, conforms=False, file=file,
        record=Record(), person=person,
    )  # fmt: skip
    slip = {"folder": bound_for} if bound_for is not None else {}
    if not arrivals.add(conn, number=number, point=point, path=path, slip=slip, bound_for=bound_for,
                        bound_by=person if bound_for else None):  # fmt: skip
        conn.rollback()  # another process was quicker: its number holds
        return None
    # what is bound for a folder is only that folder's to know of
    seen_by: dict[str, Any] = {"point": point} if bound_for is None else {"to_folder": bound_for}
    logbook.add(conn, "arrived", number=number, person=person, to_path=shown(path), **seen_by)
    return number


def add_beside(
    deps: Deps, person: PersonId, holder: Document, name: str, data: bytes, place: int | None = None
) -> DocumentId:
    """Make *data* an arrival at the point of another one, its *holder*; return its number.

    *place*: where it was in the holder, where it is a file in it.

    Raises ``DriveTrouble``.
    """
    assert holder.arrival_path is not None  # it waits
    point = holder.arrival_path.rpartition(b"/")[0].partition(b"/")[0]
    work = f"beside-{uuid4().hex}".encode()
    _, digest = pieces.append(deps.arrivals, work, 0, [data], len(data))
    received = pieces.finish(deps.arrivals, work, point, name, digest)
    file = File(
        size=received.stat.size, sha256=received.sha256, inode=received.stat.inode,
        modified_ns=received.stat.modified_ns,
    )  # fmt: skip
    path = received.path.lstrip(b"/")
    with deps.db.transaction() as conn:
        contents.add(conn, file.sha256, file.size)
        # a sweep of the folder may have been quicker
        number = register(conn, path, file, person) or arrivals.at_path(conn, path)
        assert number is not None
        arrivals.took_out(conn, number, holder.id, holder.name, place)
    return number
