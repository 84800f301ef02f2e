"""Letting the records follow what a sweep found: each document held, both sides looked at once more.

Between the scan and the writing Waka's own changes and other programs go on, so nothing is written down
for a document whose record or file is no longer as it was compared; the next sweep sees it anew. What
fails is set aside by itself: one item in doubt never holds up the others.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from itertools import islice
from typing import Any, TypeVar

import psycopg
import structlog
from psycopg import Connection

from waka.core.changes.recognise import (
    Doubt,
    FolderMatch,
    Found,
    Known,
    Place,
    Same,
    moved_together,
)
from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import files_in, read_files
from waka.errors import DatabaseAway, DriveTrouble, UnsafePath, WakaError
from waka.records.changes import steps
from waka.records.documents import contents, documents
from waka.records.finding import logbook, search
from waka.records.outside import loosening, outside
from waka.records.outside.outside import NewFile
from waka.work.deps import Deps
from waka.work.naming.reading import NameReader
from waka.work.outside.setting_aside import SetAside

log = structlog.get_logger()
GROUPS_AT_ONCE = 500  #: groups of documents that follow in one transaction
BATCH = 2000  #: files of one transaction when taking in
LOOSENS = 2000  #: files from which on a first taking in does without indexes until its end


@dataclass
class Seen:
    """What one sweep found."""

    files: int = 0
    new: list[Found] = field(default_factory=list)
    known: list[Known] = field(default_factory=list)
    unsettled: int = 0
    any_gone: bool = True  #: whether there is any document that could come back
    notices: list[tuple[str, str, int | None]] = field(default_factory=list)
    paths: dict[int, bytes] = field(default_factory=dict)  #: of the folders on disk, by id
    old_paths: dict[int, bytes] = field(default_factory=dict)  #: of those that were recorded


KindOf = Callable[[str, str], str | None]  #: from a folder's path and a name
Progress = Callable[[int, int], None]  #: told files taken, of how many


def no_kind(folder: str, name: str) -> str | None:
    return None


def no_progress(taken: int, of: int) -> None:
    return None


@dataclass
class Following:
    """Writes down what one sweep found."""

    deps: Deps
    seen: Seen
    set_aside: SetAside
    kind_of: KindOf
    person: int | None
    on_progress: Progress
    taken: int = 0  #: files that became documents
    is_first: bool = False  #: nothing was taken in before: nothing of ours can have moved meanwhile

    def digests(self, files: Sequence[Found]) -> dict[Place, bytes]:
        """Return the checksums of *files*; one that cannot be read is set aside and left out."""
        return self._read_all(files).sha256

    def _read_all(self, files: Sequence[Found]) -> _Read:
        by_folder: dict[int, list[Found]] = {}
        for file in files:
            by_folder.setdefault(file.place[0], []).append(file)
        all_read = _Read()
        for folder, some in by_folder.items():
            try:
                read = read_files(
                    self.deps.drive, self.seen.paths[folder], [to_bytes(f.place[1]) for f in some]
                )
            except (OSError, DriveTrouble, UnsafePath):
                continue  # the folder went away: the next sweep will see
            for file in some:
                raw = to_bytes(file.place[1])
                if raw in read.trouble:
                    self.set_aside.add(file, self._told(file.place), read.trouble[raw])
                elif raw in read.sha256:
                    if read.stood[raw] == (file.size, file.inode, file.modified_ns):
                        all_read.stood.add(file.place)
                    all_read.sha256[file.place] = read.sha256[raw]
                    all_read.born_ns[file.place] = read.born_ns[raw]
        return all_read

    def write_same(self, same: Sequence[Same], missing: Sequence[Known]) -> None:
        """Let documents follow their files; one that another was moved over is gone. *missing*: whose are nowhere."""
        if not same:
            return
        read = self._read_all([s.found for s in same if s.edited])
        known = {k.place: k for k in missing}
        readable_ones = [s for s in same if not s.edited or s.found.place in read.sha256]
        for groups in _chunks(moved_together(readable_ones), GROUPS_AT_ONCE):
            try:
                self._write_groups(groups, read, known)
            except DatabaseAway:
                raise
            except (WakaError, psycopg.Error):
                # one of them does not fit: each by itself, so that it holds up no other
                for group in groups:
                    self._write_group_alone(group, read, known)

    def _write_group_alone(self, group: list[Same], read: _Read, missing: dict[Place, Known]) -> None:
        try:
            self._write_groups([group], read, missing)
        except DatabaseAway:
            raise
        except (WakaError, psycopg.Error) as error:
            log.warning("not_followed", numbers=[s.known.id for s in group], error=str(error))
            for pair in group:
                self.set_aside.add(pair.found, self._told(pair.found.place), _reason(error))

    def _write_groups(self, groups: Sequence[list[Same]], read: _Read, missing: dict[Place, Known]) -> None:
        with self.deps.db.transaction() as conn:
            house = NameReader.load(conn)
            for group in groups:
                held = [s for s in group if self._holds(conn, s.known, s.found)]
                if len(held) < len(group) and len(group) > 1:
                    continue  # a ring of which one is in other hands: the next sweep sees them all
                moved = [s for s in held if s.known.place != s.found.place]
                if not self._make_way(conn, moved, missing):
                    continue
                outside.park(conn, [s.known.id for s in moved])
                for pair in held:
                    digest = read.sha256.get(pair.found.place, pair.known.sha256)
                    self._follow(conn, house, pair, digest)

    def _make_way(self, conn: Connection, moved: Sequence[Same], missing: dict[Place, Known]) -> bool:
        """Say of documents that another was moved over that they are gone; False where one is not known to be."""
        leaving = {s.known.id for s in moved}
        for pair in moved:
            number = outside.at_place(conn, *pair.found.place)
            if number is None or number in leaving:
                continue
            known = missing.get(pair.found.place)
            if known is None or known.id != number or not self._holds(conn, known, None):
                return False
            self._write_gone(
                conn,
                known,
                "overwritten_outside",
                f"No. {pair.known.id} was moved over it by another program",
            )
        return True

    def _holds(self, conn: Connection, known: Known, found: Found | None) -> bool:
        """Whether records and disk are still as they were compared."""
        now = outside.lock(conn, known.id)
        if now is None or (now.folder_id, now.name) != known.place:
            return False
        if found is None:
            return True
        stat = self.deps.drive.stat(self._path(found.place))
        return stat is not None and (stat.size, stat.inode, stat.modified_ns) == (
            found.size, found.inode, found.modified_ns,
        )  # fmt: skip

    def _follow(self, conn: Connection, house: NameReader, pair: Same, digest: bytes) -> None:
        known, found = pair.known, pair.found
        number, changed = known.id, digest != known.sha256
        if changed:
            contents.add(conn, digest, found.size)
        folder, name = found.place
        conforms = house.conforms(name)
        outside.follow(conn, number, found, digest, conforms=conforms, back=False)
        if changed or known.place[1] != name:
            outside.search_due(conn, [number])
        ends: dict[str, Any] = {"from_path": self._told(known.place), "to_path": self._told(found.place),
                "from_folder": known.place[0], "to_folder": folder}  # fmt: skip
        if known.place[0] != folder:
            logbook.add(conn, "moved_outside", number=number, **ends)
        elif known.place[1] != name:
            logbook.add(conn, "renamed_outside", number=number, **ends)
        if changed:
            logbook.add(conn, "changed_outside", number=number, to_path=ends["to_path"], to_folder=folder)

    def take_in(self, files: Sequence[Found]) -> None:
        """Give new files their numbers, in batches."""
        if not files:
            return
        with self.deps.db.transaction() as conn:
            outside.begin_sweep(conn, len(files), sum(f.size for f in files))
            self.seen.any_gone = outside.any_gone(conn)
            house = NameReader.load(conn)
            self.is_first = len(files) >= LOOSENS and loosening.loosen(conn)
        self._take_in(files, house)
        if self.is_first:  # else, after a crash, the next sweep does
            with self.deps.db.transaction() as conn:
                loosening.tighten(conn)

    def _take_in(self, files: Sequence[Found], house: NameReader) -> None:
        taken = 0
        # the next batch is read while the database writes the last one down
        with ThreadPoolExecutor(1, "reading-ahead") as ahead:
            batches = _chunks(files, BATCH)
            coming = ahead.submit(self._read, next(batches, []), house)
            while True:
                some, read, made_ready = coming.result()
                if not some:
                    return
                coming = ahead.submit(self._read, next(batches, []), house)
                self._write_new(some, read, made_ready, house)
                taken += len(some)
                self.on_progress(taken, len(files))

    def _read(
        self, some: list[Found], house: NameReader
    ) -> tuple[list[Found], dict[Place, bytes], dict[Place, NewFile]]:
        """Read a batch of files: their checksums, and what they will be as documents."""
        read = self._read_all(some)
        ready = {
            f.place: self._new_file(house, f, read.sha256[f.place], read.born_ns[f.place])
            for f in some if f.place in read.sha256 and (f.place in read.stood or not self.is_first)
        }  # fmt: skip
        return some, {place: read.sha256[place] for place in ready}, ready

    def _write_new(
        self, some: list[Found], read: dict[Place, bytes], ready: dict[Place, NewFile], house: NameReader,
    ) -> None:  # fmt: skip
        try:
            self._write_batch(some, read, ready, house)
        except DatabaseAway:
            raise
        except (WakaError, psycopg.Error) as error:
            if len(some) == 1:
                log.warning("not_taken_in", path=self._told(some[0].place), error=str(error))
                self.set_aside.add(some[0], self._told(some[0].place), _reason(error))
                return
            # halves of halves: the one that does not fit is found soon, and the others are taken in
            for half in (some[: len(some) // 2], some[len(some) // 2 :]):
                self._write_new(half, read, ready, house)

    def _write_batch(
        self, some: list[Found], read: dict[Place, bytes], ready: dict[Place, NewFile], house: NameReader,
    ) -> None:  # fmt: skip
        with self.deps.db.transaction() as conn:
            still = self._still_there(conn, [f for f in some if f.place in read])
            back = self._bring_back(conn, house, still, read)
            new = [ready[f.place] for f in still if f.place not in back]
            taken = outside.take_in(conn, new, self.person)
            outside.advance_sweep(conn, len(some), sum(f.size for f in some))
        self.taken += taken

    def _still_there(self, conn: Connection, files: Sequence[Found]) -> list[Found]:
        """Return those that stand as they were seen, and that no list has begun to move since.

        A name that a list has freed meanwhile may be another document's by now: it is left to the next sweep.
        """
        moving = steps.drive_paths_in_motion(conn)
        if self.is_first:  # they were looked at when they were read, a moment ago
            return [f for f in files if self._path(f.place) not in moving]
        names: dict[int, list[bytes]] = {}
        for file in files:
            names.setdefault(file.place[0], []).append(to_bytes(file.place[1]))
        there = {
            folder: files_in(self.deps.drive, self.seen.paths[folder], some) for folder, some in names.items()
        }
        return [
            f for f in files
            if there[f.place[0]].get(to_bytes(f.place[1])) == (f.size, f.inode, f.modified_ns)
            and self._path(f.place) not in moving
        ]  # fmt: skip

    def _new_file(self, house: NameReader, file: Found, digest: bytes, born_ns: int) -> NewFile:
        folder, name = file.place
        path = to_text(self.seen.paths[folder])
        record, conforms = house.read(name, self.kind_of(path, name))
        return NewFile(
            folder=folder, name=name, path=self._told(file.place), size=file.size, inode=file.inode,
            modified_ns=file.modified_ns, born_ns=born_ns, sha256=digest, conforms=conforms, record=record,
        )  # fmt: skip

    def _bring_back(
        self, conn: Connection, house: NameReader, files: Sequence[Found], read: dict[Place, bytes]
    ) -> set[Place]:
        """Give documents that were gone their files again, where it is certain; return the places."""
        back: set[Place] = set()
        numbers: set[int] = set()
        if not self.seen.any_gone:
            return back
        told = [(f, read[f.place], self._told(f.place)) for f in files]
        for at, number in outside.lost_before(conn, told).items():
            file, digest, path = told[at]
            if number in numbers:
                continue
            numbers.add(number)
            outside.follow(conn, number, file, digest, conforms=house.conforms(file.place[1]), back=True)
            outside.search_due(conn, [number])
            logbook.add(conn, "returned", number=number, to_path=path, to_folder=file.place[0])
            back.add(file.place)
        return back

    def write_doubts(self, doubts: Sequence[Doubt]) -> None:
        with self.deps.db.transaction() as conn:
            for doubt in doubts:
                found = outside.at_place(conn, *doubt.found.place)
                if found is not None and found != doubt.known.id:
                    outside.ask(
                        conn, missing=doubt.known.id, found=found, folder=doubt.known.place[0],
                        stood_at=self._told(doubt.known.place), why=doubt.why,
                    )  # fmt: skip

    def write_gone(self, known: Known) -> None:
        """Say that a document is gone, if its file is still nowhere to be seen."""
        with self.deps.db.transaction() as conn:
            if self._holds(conn, known, None) and not self._stands(known):
                self._write_gone(conn, known, "gone", "another program removed or moved the file")

    def _write_gone(self, conn: Connection, known: Known, action: str, reason: str) -> None:
        documents.gone(conn, known.id)
        search.remove(conn, known.id)
        logbook.add(
            conn, action, number=known.id, from_path=self._told(known.place),
            from_folder=known.place[0], reason=reason,
        )  # fmt: skip

    def ask_of_folders(self, same: Sequence[Same], match: FolderMatch) -> None:
        """Ask whether a new folder is one that is gone with grants of its own: grants follow no guess."""
        gone, new = set(match.gone), {match.at[path] for path in match.new}
        went: dict[int, Counter[int]] = {}
        for pair in same:
            if pair.known.place[0] in gone and pair.found.place[0] in new:
                went.setdefault(pair.known.place[0], Counter())[pair.found.place[0]] += 1
        with self.deps.db.transaction() as conn:
            for folder, where in went.items():
                [(found, count)] = where.most_common(1)
                outside.ask_of_folder(
                    conn, gone=folder, found=found, documents=count,
                    stood_at=readable(to_text(self.seen.old_paths.get(folder, b""))),
                )  # fmt: skip
            outside.ask_of_lately_gone(conn)

    def _stands(self, known: Known) -> bool:
        if known.place[0] not in self.seen.paths:
            return False
        stat = self.deps.drive.stat(self._path(known.place))
        return stat is not None

    def _path(self, place: Place) -> bytes:
        above = self.seen.paths[place[0]]
        return above + b"/" + to_bytes(place[1]) if above else to_bytes(place[1])

    def _told(self, place: Place) -> str:
        """Return the path of *place* for the logbook."""
        above = readable(to_text(self.seen.paths.get(place[0], self.seen.old_paths.get(place[0], b""))))
        return f"{above}/{readable(place[1])}" if above else readable(place[1])


@dataclass
class _Read:
    """What reading some files gave, by place."""

    sha256: dict[Place, bytes] = field(default_factory=dict)
    born_ns: dict[Place, int] = field(default_factory=dict)
    stood: set[Place] = field(default_factory=set)  #: as they were seen, once they were read


def _reason(error: WakaError | psycopg.Error) -> str:
    """Return why something could not be written down, as a person can read it."""
    return (
        error.message
        if isinstance(error, WakaError)
        else f"the database refuses it: {str(error).splitlines()[0]}"
    )


Thing = TypeVar("Thing")


def _chunks(things: Sequence[Thing], size: int) -> Iterator[list[Thing]]:
    iterator = iter(things)
    while chunk := list(islice(iterator, size)):
        yield chunk
