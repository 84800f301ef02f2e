"""The drive as other programs leave it: noticed, recognised, written down; never corrected on disk.

A sweep looks over the whole tree, compares it with the records, and lets the records follow: a file that
moved or was renamed keeps its number, fields and history, a new one gets a number, one that is gone is
said to be. What is not certain is asked of the keepers (``answering``). Before anything is written
down, the document is held and both records and disk are looked at again, since Waka's own changes and
other programs go on meanwhile.

The first sweep of a drive is its taking in: every file is new. It is written down in batches, so that an
interrupted one goes on from where it stopped.
"""

from __future__ import annotations

import time
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from itertools import islice
from typing import TypeVar

import structlog
from psycopg import Connection

from waka.core.changes.recognise import (
    FolderMatch,
    Found,
    Known,
    KnownFolder,
    Recognised,
    by_bytes,
    by_inode,
    match_folders,
)
from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import ScannedFolder, scan
from waka.errors import DriveTrouble
from waka.records import access, changes, folders, logbook, outside, settings

from .deps import Deps
from .following import Following, KindOf, Progress, Seen, no_kind, no_progress

log = structlog.get_logger()
COMPARED_AT_ONCE = 400  #: folders of one question to the records
MANY = 1_000  #: new files after which the database counts its rows anew
GONE_AFTER = 60.0  #: seconds after which a missing file is gone although others are still being written


@dataclass
class DriveSweeper:
    """Sweeps the drive; remembers from one sweep to the next what was missing, since when."""

    deps: Deps
    settle_seconds: float
    kind_of: KindOf = no_kind
    person: int | None = None  #: who takes in; None: Waka itself
    on_progress: Progress = no_progress
    taken: int = 0  #: files that became documents so far
    _missing: dict[int, float] = field(default_factory=dict)

    def sweep(self) -> int:
        """Look over the drive once and write down what changed; return how many differences there were.

        What is still being written counts as one: it is to be looked at again. -1 where another process is
        at it, or a folder is in motion. Raises ``DriveTrouble`` where the drive is not there.
        """
        with self.deps.db.working() as hold:
            if not outside.try_sweeping(hold):
                return -1
            return self._sweep()

    def _sweep(self) -> int:
        deps = self.deps
        with deps.db.transaction() as conn:
            _assert_same_drive(deps, conn)
            if changes.folders_in_motion(conn):
                return -1
            known = _known_folders(conn)
        settled = time.time_ns() - int(self.settle_seconds * 1e9)
        scanned = list(scan(deps.drive, settled))
        disk = {f.path: f.inode for f in scanned if not f.trouble}
        match = match_folders(known, disk, [f.path for f in scanned if f.trouble])
        with deps.db.transaction() as conn:
            if changes.folders_in_motion(conn) or _known_folders(conn) != known:
                return -1  # Waka itself rearranged folders meanwhile: what was scanned is of no use
            self._follow_folders(conn, match, disk)
        seen = self._compare(scanned, match)
        seen.old_paths = {folder.id: path for path, folder in known.items()}
        left = by_inode(seen.known, seen.new)
        differences = len(left.same) + len(left.missing) + len(left.new) + seen.unsettled
        self._settle(left, seen)
        with deps.db.transaction() as conn:
            outside.set_notices(conn, seen.notices)
            outside.forget_folders(conn, match.gone)
            outside.end_sweep(conn, seen.files, None)
            if len(left.new) >= MANY:
                outside.measure(conn)
        return differences

    def _follow_folders(self, conn: Connection, match: FolderMatch, disk: dict[bytes, int]) -> None:
        """Let the records of folders follow the disk: moved ones keep their grants, new ones are made."""
        before = {folder: folders.path(conn, folder) for folder in match.moved}
        if match.moved:
            outside.park_folders(conn, list(match.moved))
        for path in match.new:
            above, _, name = path.rpartition(b"/")
            parent = match.at.get(above)
            match.at[path] = (
                folders.root(conn) or folders.add_root(conn)
                if parent is None
                else folders.make(conn, parent, to_text(name), disk[path])
            )
        for folder, path in match.moved.items():
            above, _, name = path.rpartition(b"/")
            parent = match.at[above]
            old = folders.parent_of(conn, folder)
            folders.place(conn, folder, parent, to_text(name))
            access.settle_beneath(conn, folder)
            logbook.add(
                conn, "folder_moved_outside", folder=folder, from_path=readable(before[folder]),
                to_path=readable(to_text(path)), from_folder=old, to_folder=folder,
                reason="by another program",
            )  # fmt: skip
        if match.inodes:
            outside.set_folder_inodes(conn, match.inodes)

    def _compare(self, scanned: Sequence[ScannedFolder], match: FolderMatch) -> Seen:
        """Return every file and every document that does not agree with the other side."""
        seen = Seen()
        with self.deps.db.transaction() as conn:
            moving = changes.drive_paths_in_motion(conn)
            for some in _chunks(scanned, COMPARED_AT_ONCE):
                here = {match.at[f.path]: f for f in some if not f.trouble}
                standing = outside.standing(conn, list(here))
                for folder, found in here.items():
                    seen.paths[folder] = found.path
                    self._compare_folder(seen, folder, found, standing[folder], moving)
                seen.notices += [
                    (readable(to_text(f.path)), f.trouble) for f in some if f.trouble is not None
                ]
            digested = outside.checksums(conn, [k.id for k in seen.known])
            for folder in match.gone:
                for name, (id, size, inode, modified) in outside.standing(conn, [folder])[folder].items():
                    seen.known.append(Known(id, (folder, name), size, inode, modified, b""))
            digested |= outside.checksums(conn, [k.id for k in seen.known if not k.sha256])
        seen.known = [
            Known(k.id, k.place, k.size, k.inode, k.modified_ns, digested.get(k.id, b"")) for k in seen.known
        ]
        return seen

    def _compare_folder(
        self, seen: Seen, folder: int, found: ScannedFolder, standing: dict[str, tuple[int, int, int, int]],
        moving: set[bytes],
    ) -> None:  # fmt: skip
        seen.files += len(found.files)
        prefix = found.path + b"/" if found.path else b""
        seen.notices += [(readable(to_text(prefix + name)), why) for name, why in found.odd]
        for raw, (size, inode, modified) in found.files.items():
            name = raw.decode() if raw.isascii() else to_text(raw)
            there = standing.pop(name, None)
            if there is not None and there[1:] == (size, inode, modified):
                continue
            if prefix + raw in moving:
                continue
            if raw in found.unsettled:
                seen.unsettled += 1
                continue
            seen.new.append(Found((folder, name), size, inode, modified))
            if there is not None:
                seen.known.append(Known(there[0], (folder, name), *_of(there), b""))
        for name, there in standing.items():
            if prefix + to_bytes(name) not in moving and to_bytes(name) not in found.unsettled:
                seen.known.append(Known(there[0], (folder, name), *_of(there), b""))

    def _settle(self, left: Recognised, seen: Seen) -> None:
        """Write down what is certain, ask what is not, take in what is new."""
        following = Following(self.deps, seen, self.kind_of, self.person, self.on_progress)
        if left.missing or left.doubts:
            # few files, whose bytes decide: read them before the many that are simply new
            sizes = {k.size for k in left.missing}
            doubted = {d.found.place for d in left.doubts}
            wanted = [f for f in left.new if f.size in sizes or f.place in doubted]
            left = by_bytes(left, following.digests(wanted))
        following.write_same(left.same)
        following.take_in(left.new)
        following.write_doubts(left.doubts)
        for known in self._gone(left.missing, seen):
            following.write_gone(known)
        self.taken += following.taken

    def _gone(self, missing: Sequence[Known], seen: Seen) -> list[Known]:
        """Return what is gone: missing in two sweeps, while nothing is still being written."""
        now = time.monotonic()
        before = self._missing
        self._missing = {k.id: before.get(k.id, now) for k in missing}
        waits = GONE_AFTER if seen.unsettled else 0.0
        return [k for k in missing if k.id in before and now - before[k.id] >= waits]


def _assert_same_drive(deps: Deps, conn: Connection) -> None:
    """Raise ``DriveTrouble`` where the disk that holds the drive is not there, or another one is."""
    told = settings.get(conn, "drive_mark")
    mark = deps.drive.mark()
    if told is None:
        settings.put(conn, "drive_mark", mark or deps.drive.set_mark())
    elif told != mark:
        held = (
            f"{deps.drive.root} is not the drive of these records: its mark in .waka is another or missing."
        )
        outside.end_sweep(conn, 0, held)
        conn.commit()
        raise DriveTrouble(held, mend="Is the right disk mounted there? Nothing was written down.")


def _known_folders(conn: Connection) -> dict[bytes, KnownFolder]:
    """Return every folder by its path on disk."""
    found = {f.id: f for f in folders.all_rows(conn)}
    paths: dict[int, bytes] = {}

    def path(id: int) -> bytes:
        way = []
        at = id
        while at not in paths and found[at].parent_id is not None:
            way.append(at)
            at = found[at].parent_id or 0
            if at not in found:
                return b"\0"  # beneath a folder that is gone
        here = paths.setdefault(at, b"")
        for step in reversed(way):
            name = to_bytes(found[step].name)
            here = here + b"/" + name if here else name
            paths[step] = here
        return here

    told = ((path(f.id), f) for f in found.values())
    return {p: KnownFolder(f.id, f.parent_id, f.name, f.inode) for p, f in told if not p.startswith(b"\0")}


def _of(there: tuple[int, int, int, int]) -> tuple[int, int, int]:
    return there[1], there[2], there[3]


Thing = TypeVar("Thing")


def _chunks(things: Sequence[Thing], size: int) -> Iterator[list[Thing]]:
    iterator = iter(things)
    while chunk := list(islice(iterator, size)):
        yield chunk
