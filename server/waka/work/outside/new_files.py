"""New files get their numbers: in batches, each looked at once more; what was gone and is here again keeps its own."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

import psycopg
import structlog
from psycopg import Connection

from waka.core.changes.recognise import Found, Place
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import to_bytes, to_text
from waka.drive.scan import files_in
from waka.errors import DatabaseAway, WakaError
from waka.records.changes import steps
from waka.records.finding import logbook, to_index
from waka.records.outside import following, loosening, sweeps
from waka.records.outside.following import NewFile
from waka.work.deps import Deps
from waka.work.naming.reading import NameReader
from waka.work.outside.seen import Seen, chunks, read_found, reason_of
from waka.work.outside.setting_aside import SetAside

log = structlog.get_logger()
BATCH = 2000  #: files of one transaction
LOOSENS = 2000  #: files from which on a first taking in does without indexes until its end

Readers = Callable[[FolderId], NameReader]  #: of names, by the folders that they stand in
KindOf = Callable[[str, str], str | None]  #: from a folder's path and a name
Progress = Callable[[int, int], None]  #: told files taken, of how many


def no_kind(folder: str, name: str) -> str | None:
    return None


def no_progress(taken: int, of: int) -> None:
    return None


@dataclass
class TakingIn:
    """Takes in the new files that one sweep found."""

    deps: Deps
    seen: Seen
    set_aside: SetAside
    kind_of: KindOf
    person: PersonId | None
    on_progress: Progress
    taken: int = 0  #: files that became documents
    is_first: bool = False  #: nothing was taken in before: nothing of ours can have moved meanwhile

    def take_in(self, files: Sequence[Found]) -> None:
        """Give new files their numbers, in batches."""
        if not files:
            return
        with self.deps.db.transaction() as conn:
            sweeps.begin_sweep(conn, len(files), sum(f.size for f in files))
            self.seen.any_gone = following.any_gone(conn)
            house = NameReader.load(conn).among(conn, {file.place[0] for file in files})
            self.is_first = len(files) >= LOOSENS and loosening.loosen(conn)
        self._take_in(files, house)
        if self.is_first:  # else, after a crash, the next sweep does
            with self.deps.db.transaction() as conn:
                loosening.tighten(conn)

    def _take_in(self, files: Sequence[Found], house: Readers) -> None:
        taken = 0
        # the next batch is read while the database writes the last one down
        with ThreadPoolExecutor(1, "reading-ahead") as ahead:
            batches = chunks(files, BATCH)
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
        self, some: list[Found], house: Readers
    ) -> tuple[list[Found], dict[Place, bytes], dict[Place, NewFile]]:
        """Read a batch of files: their checksums, and what they will be as documents."""
        read = read_found(self.deps, self.seen, self.set_aside, some)
        ready = {
            f.place: self._new_file(house, f, read.sha256[f.place], read.born_ns[f.place])
            for f in some if f.place in read.sha256 and (f.place in read.stood or not self.is_first)
        }  # fmt: skip
        return some, {place: read.sha256[place] for place in ready}, ready

    def _write_new(
        self, some: list[Found], read: dict[Place, bytes], ready: dict[Place, NewFile], house: Readers,
    ) -> None:  # fmt: skip
        try:
            self._write_batch(some, read, ready, house)
        except DatabaseAway:
            raise
        except (WakaError, psycopg.Error) as error:
            if len(some) == 1:
                log.warning("not_taken_in", path=self.seen.told(some[0].place), error=str(error))
                self.set_aside.add(some[0], self.seen.told(some[0].place), reason_of(error))
                return
            # halves of halves: the one that does not fit is found soon, and the others are taken in
            for half in (some[: len(some) // 2], some[len(some) // 2 :]):
                self._write_new(half, read, ready, house)

    def _write_batch(
        self, some: list[Found], read: dict[Place, bytes], ready: dict[Place, NewFile], house: Readers,
    ) -> None:  # fmt: skip
        with self.deps.db.transaction() as conn:
            still = self._still_there(conn, [f for f in some if f.place in read])
            back = self._bring_back(conn, house, still, read)
            new = [ready[f.place] for f in still if f.place not in back]
            taken = following.take_in(conn, new, self.person)
            sweeps.advance_sweep(conn, len(some), sum(f.size for f in some))
        self.taken += taken

    def _still_there(self, conn: Connection, files: Sequence[Found]) -> list[Found]:
        """Return those that stand as they were seen, and that no list has begun to move since.

        A name that a list has freed meanwhile may be another document's by now: it is left to the next sweep.
        """
        moving = steps.drive_paths_in_motion(conn)
        if self.is_first:  # they were looked at when they were read, a moment ago
            return [f for f in files if self.seen.path(f.place) not in moving]
        names: dict[FolderId, list[bytes]] = {}
        for file in files:
            names.setdefault(file.place[0], []).append(to_bytes(file.place[1]))
        there = {
            folder: files_in(self.deps.drive, self.seen.paths[folder], some) for folder, some in names.items()
        }
        return [
            f for f in files
            if there[f.place[0]].get(to_bytes(f.place[1])) == (f.size, f.inode, f.modified_ns)
            and self.seen.path(f.place) not in moving
        ]  # fmt: skip

    def _new_file(self, house: Readers, file: Found, digest: bytes, born_ns: int) -> NewFile:
        folder, name = file.place
        path = to_text(self.seen.paths[folder])
        record, conforms = house(folder).read(name, self.kind_of(path, name))
        return NewFile(
            folder=folder, name=name, path=self.seen.told(file.place), size=file.size, inode=file.inode,
            modified_ns=file.modified_ns, born_ns=born_ns, sha256=digest, conforms=conforms, record=record,
        )  # fmt: skip

    def _bring_back(
        self, conn: Connection, house: Readers, files: Sequence[Found], read: dict[Place, bytes]
    ) -> set[Place]:
        """Give documents that were gone their files again, where it is certain; return the places."""
        back: set[Place] = set()
        numbers: set[DocumentId] = set()
        if not self.seen.any_gone:
            return back
        told = [(f, read[f.place], self.seen.told(f.place)) for f in files]
        for at, number in following.lost_before(conn, told).items():
            file, digest, path = told[at]
            if number in numbers:
                continue
            numbers.add(number)
            following.follow(
                conn, number, file, digest, conforms=house(file.place[0]).conforms(file.place[1]), back=True
            )
            to_index.put(conn, [number])
            logbook.add(conn, "returned", number=number, to_path=path, to_folder=file.place[0])
            back.add(file.place)
        return back
