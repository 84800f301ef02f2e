"""Letting the records follow what a sweep found: each document held, both sides looked at once more.

Between the scan and the writing Waka's own changes and other programs go on, so nothing is written down
for a document whose record or file is no longer as it was compared; the next sweep sees it anew.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from itertools import islice
from typing import Any

from psycopg import Connection

from waka.core.changes.recognise import Doubt, Found, Known, Place, Same
from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import digests, files_in
from waka.errors import DriveTrouble
from waka.records import changes, contents, documents, logbook, outside, search
from waka.records.outside import NewFile

from .deps import Deps
from .reading_names import Reading

BATCH = 2000  #: files of one transaction when taking in


@dataclass
class Seen:
    """What one sweep found."""

    files: int = 0
    new: list[Found] = field(default_factory=list)
    known: list[Known] = field(default_factory=list)
    unsettled: int = 0
    any_gone: bool = True  #: whether there is any document that could come back
    notices: list[tuple[str, str]] = field(default_factory=list)
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
    kind_of: KindOf
    person: int | None
    on_progress: Progress
    taken: int = 0  #: files that became documents

    def digests(self, files: Sequence[Found]) -> dict[Place, bytes]:
        by_folder: dict[int, list[str]] = {}
        for file in files:
            by_folder.setdefault(file.place[0], []).append(file.place[1])
        found: dict[Place, bytes] = {}
        for folder, names in by_folder.items():
            try:
                read = digests(self.deps.drive, self.seen.paths[folder], [to_bytes(name) for name in names])
            except (OSError, DriveTrouble):
                continue  # the folder went away: the next sweep will see
            found |= {(folder, to_text(raw)): digest for raw, digest in read.items()}
        return found

    def write_same(self, same: Sequence[Same]) -> None:
        if not same:
            return
        read = self.digests([s.found for s in same if s.edited])
        with self.deps.db.transaction() as conn:
            house = Reading.load(conn)
            held = [s for s in same if self._holds(conn, s.known, s.found)]
            outside.park(conn, [s.known.id for s in held if s.known.place != s.found.place])
            for pair in held:
                digest = read.get(pair.found.place, pair.known.sha256)
                self._follow(conn, house, pair, digest)

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

    def _follow(self, conn: Connection, house: Reading, pair: Same, digest: bytes) -> None:
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
            house = Reading.load(conn)
        taken = 0
        # the next batch is read while the database writes the last one down
        with ThreadPoolExecutor(1, "reading-ahead") as ahead:
            batches = _batches(files, BATCH)
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
        self, some: list[Found], house: Reading
    ) -> tuple[list[Found], dict[Place, bytes], dict[Place, NewFile]]:
        """Read a batch of files: their checksums, and what they will be as documents."""
        read = self.digests(some)
        ready = {f.place: self._new_file(house, f, read[f.place]) for f in some if f.place in read}
        return some, read, ready

    def _write_new(
        self, some: list[Found], read: dict[Place, bytes], ready: dict[Place, NewFile], house: Reading,
    ) -> None:  # fmt: skip
        with self.deps.db.transaction() as conn:
            still = self._still_there(conn, [f for f in some if f.place in read])
            back = self._bring_back(conn, house, still, read)
            new = [ready[f.place] for f in still if f.place not in back]
            self.taken += outside.take_in(conn, new, self.person)
            outside.advance_sweep(conn, len(some), sum(f.size for f in some))

    def _still_there(self, conn: Connection, files: Sequence[Found]) -> list[Found]:
        """Return those that stand as they were seen, and that no list has begun to move since.

        A name that a list has freed meanwhile may be another document's by now: it is left to the next sweep.
        """
        moving = changes.drive_paths_in_motion(conn)
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

    def _new_file(self, house: Reading, file: Found, digest: bytes) -> NewFile:
        folder, name = file.place
        path = to_text(self.seen.paths[folder])
        record, conforms = house.read(name, self.kind_of(path, name))
        return NewFile(
            folder=folder, name=name, path=self._told(file.place), size=file.size, inode=file.inode,
            modified_ns=file.modified_ns, sha256=digest, conforms=conforms, record=record,
        )  # fmt: skip

    def _bring_back(
        self, conn: Connection, house: Reading, files: Sequence[Found], read: dict[Place, bytes]
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
        """Say that a document is gone, if its file is still nowhere to be self.seen."""
        with self.deps.db.transaction() as conn:
            if not self._holds(conn, known, None) or self._stands(known):
                return
            documents.gone(conn, known.id)
            search.remove(conn, known.id)
            logbook.add(
                conn, "gone", number=known.id, from_path=self._told(known.place),
                from_folder=known.place[0], reason="another program removed or moved the file",
            )  # fmt: skip

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


def _batches(things: Sequence[Found], size: int) -> Iterator[list[Found]]:
    iterator = iter(things)
    while chunk := list(islice(iterator, size)):
        yield chunk
