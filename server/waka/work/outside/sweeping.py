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
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

import structlog

from waka.core.changes.recognise import (
    FolderMatch,
    Found,
    FoundFolder,
    Known,
    KnownFolder,
    Recognised,
    by_bytes,
    by_inode,
    match_folders,
)
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import ScannedFolder, births_in, files_in, scan
from waka.errors import DriveAway, ForeignDrive
from waka.records.changes import steps
from waka.records.folders import folders
from waka.records.outside import following, loosening, stuck, sweeps
from waka.records.outside.following import Unborn
from waka.work.deps import Deps
from waka.work.outside import belonging
from waka.work.outside.folders import follow_folders, hard_links, holds_same, known_folders
from waka.work.outside.following import Following
from waka.work.outside.new_files import KindOf, Progress, TakingIn, no_kind, no_progress
from waka.work.outside.seen import Seen, chunks
from waka.work.outside.setting_aside import SetAside

log = structlog.get_logger()
COMPARED_AT_ONCE = 400  #: folders of one question to the records
MANY = 1_000  #: new files after which the database counts its rows anew
UNBORN_AT_ONCE = 2_000  #: documents whose files' births are written down after one sweep
GONE_AFTER = 60.0  #: seconds after which a missing file is gone although others are still being written


@dataclass
class DriveSweeper:
    """Sweeps the drive; remembers from one sweep to the next what was missing, since when, and what failed."""

    deps: Deps
    settle_seconds: float
    kind_of: KindOf = no_kind
    person: PersonId | None = None  #: who takes in; None: Waka itself
    on_progress: Progress = no_progress
    taken: int = 0  #: files that became documents so far
    _missing: dict[int, float] = field(default_factory=dict)
    _set_aside: SetAside = field(default_factory=SetAside)

    def sweep(self) -> int:
        """Look over the drive once and write down what changed; return how many differences there were.

        What is still being written counts as one: it is to be looked at again; what could not be read or
        written down is set aside, counts as none, and is tried ever later. -1 where another process is
        at it, or a folder is in motion. Raises ``DriveAway``, ``ForeignDrive``.
        """
        with self.deps.db.working() as hold:
            if not sweeps.try_sweeping(hold):
                return -1
            with self.deps.db.transaction() as conn:
                loosening.tighten(conn)  # what a first taking in that was interrupted did without
            return self._sweep()

    def _sweep(self) -> int:
        deps = self.deps
        self._assert_ours()
        with deps.db.transaction() as conn:
            if steps.folders_in_motion(conn):
                return -1
            known, orphans = known_folders(conn)
        settled = time.time_ns() - int(self.settle_seconds * 1e9)
        scanned = list(scan(deps.drive, settled))
        disk = {f.path: FoundFolder(f.inode, f.born_ns) for f in scanned if not f.trouble}
        contents = {f.path: f for f in scanned}
        match = match_folders(
            known, disk, [f.path for f in scanned if f.trouble],
            lambda folder, path: holds_same(deps, folder, contents[path]),
        )  # fmt: skip
        with deps.db.transaction() as conn:
            if steps.folders_in_motion(conn) or known_folders(conn) != (known, orphans):
                return -1  # Waka itself rearranged folders meanwhile: what was scanned is of no use
            follow_folders(conn, match, disk, known)
            lost = {folder: to_bytes(folders.path(conn, folder)) for folder in orphans}
        match.gone += orphans
        self._set_aside.begin()
        seen = self._compare(scanned, match, known)
        seen.old_paths = {folder.id: path for path, folder in known.items()} | lost
        left = by_inode(self._with_births(seen), seen.new)
        differences = len(left.same) + len(left.missing) + len(left.new) + seen.unsettled
        self._settle(left, seen, match)
        with deps.db.transaction() as conn:
            sweeps.set_notices(conn, seen.notices)
            following.forget_folders(conn, match.gone)
            sweeps.end_sweep(conn, seen.files)
            stuck.replace(conn, "following", self._set_aside.told())
            if len(left.new) >= MANY:
                sweeps.measure(conn)
        self._note_births()
        return differences - self._set_aside.found_again

    def _assert_ours(self) -> None:
        """Raise ``DriveAway`` where the drive's disk is not there, ``ForeignDrive`` where another one is."""
        with self.deps.db.transaction() as conn:
            try:
                belonging.assert_ours(self.deps, conn, "drive")
                return
            except (DriveAway, ForeignDrive) as error:
                sweeps.hold_sweep(conn, error.why)
                conn.commit()
                raise

    def _with_births(self, seen: Seen) -> list[Known]:
        """Tell *seen* the births of those files whose inode a missing document had; return the documents."""
        inodes = {known.inode for known in seen.known}
        asked: dict[FolderId, list[bytes]] = {}
        for file in seen.new:
            if file.inode in inodes:
                asked.setdefault(file.place[0], []).append(to_bytes(file.place[1]))
        told = {
            (folder, to_text(name)): born
            for folder, names in asked.items()
            for name, born in births_in(self.deps.drive, seen.paths[folder], names).items()
        }
        seen.new = [replace(f, born_ns=told[f.place]) if f.place in told else f for f in seen.new]
        return seen.known

    def _note_births(self) -> None:
        """Write down when files were born that Waka itself put where they are."""
        with self.deps.db.transaction() as conn:
            some = following.unborn(conn, UNBORN_AT_ONCE)
            by_folder: dict[bytes, list[Unborn]] = {}
            for one in some:
                by_folder.setdefault(to_bytes(one.folder_path), []).append(one)
            for path, documents in by_folder.items():
                told = births_in(self.deps.drive, path, [to_bytes(one.name) for one in documents])
                there = files_in(self.deps.drive, path, [to_bytes(one.name) for one in documents])
                following.set_births(conn, {
                    one.id: told.get(to_bytes(one.name), 0) for one in documents
                    if there.get(to_bytes(one.name), (0, 0, 0))[1] == one.inode
                })  # fmt: skip

    def _compare(
        self, scanned: Sequence[ScannedFolder], match: FolderMatch, known: Mapping[bytes, KnownFolder]
    ) -> Seen:
        """Return every file and every document that does not agree with the other side."""
        seen = Seen()
        with self.deps.db.transaction() as conn:
            moving = steps.drive_paths_in_motion(conn)
            for some in chunks(scanned, COMPARED_AT_ONCE):
                here = {match.at[f.path]: f for f in some if not f.trouble}
                standing = following.standing(conn, list(here))
                for folder, found in here.items():
                    seen.paths[folder] = found.path
                    self._compare_folder(seen, folder, found, standing[folder], moving)
                seen.notices += [
                    (readable(to_text(f.path)), f.trouble, known[f.path].id if f.path in known else None)
                    for f in some
                    if f.trouble is not None
                ]
            for folder, documents in following.standing(conn, match.gone).items():
                for name, (id, size, inode, modified) in documents.items():
                    seen.known.append(Known(id, (folder, name), size, inode, modified, b""))
            told = following.recognisable(conn, [k.id for k in seen.known])
        seen.known = [
            replace(k, sha256=told[k.id][0], born_ns=told[k.id][1]) for k in seen.known if k.id in told
        ]
        seen.notices += hard_links(scanned, match.at)
        return seen

    def _compare_folder(
        self, seen: Seen, folder: FolderId, found: ScannedFolder, standing: dict[str, tuple[DocumentId, int, int, int]],
        moving: set[bytes],
    ) -> None:  # fmt: skip
        seen.files += len(found.files)
        prefix = found.path + b"/" if found.path else b""
        seen.notices += [(readable(to_text(prefix + name)), why, folder) for name, why in found.odd]
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
            file = Found((folder, name), size, inode, modified)
            if self._set_aside.rests(file):
                continue  # tried before, and to be tried again later
            seen.new.append(file)
            if there is not None:
                seen.known.append(Known(there[0], (folder, name), *_of(there), b""))
        for name, there in standing.items():
            if prefix + to_bytes(name) not in moving and to_bytes(name) not in found.unsettled:
                seen.known.append(Known(there[0], (folder, name), *_of(there), b""))

    def _settle(self, left: Recognised, seen: Seen, match: FolderMatch) -> None:
        """Write down what is certain, ask what is not, take in what is new."""
        following = Following(self.deps, seen, self._set_aside)
        taking_in = TakingIn(
            self.deps, seen, self._set_aside, self.kind_of, self.person, self.on_progress
        )  # fmt: skip
        if left.missing or left.doubts:
            # few files, whose bytes decide: read them before the many that are simply new
            sizes = {k.size for k in left.missing}
            doubted = {d.found.place for d in left.doubts}
            wanted = [f for f in left.new if f.size in sizes or f.place in doubted]
            left = by_bytes(left, following.digests(wanted))
        following.write_same(left.same, left.missing)
        taking_in.take_in(left.new)
        following.write_doubts(left.doubts)
        for known in self._gone(left.missing, seen):
            following.write_gone(known)
        following.ask_of_folders(left.same, match)
        self.taken += taking_in.taken

    def _gone(self, missing: Sequence[Known], seen: Seen) -> list[Known]:
        """Return what is gone: missing in two sweeps, while nothing is still being written."""
        now = time.monotonic()
        before = self._missing
        self._missing = {k.id: before.get(k.id, now) for k in missing}
        waits = GONE_AFTER if seen.unsettled else 0.0
        return [k for k in missing if k.id in before and now - before[k.id] >= waits]


def _of(there: tuple[DocumentId, int, int, int]) -> tuple[int, int, int]:
    return there[1], there[2], there[3]
