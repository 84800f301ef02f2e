"""Letting the records follow what a sweep found: each document held, both sides looked at once more.

Between the scan and the writing Waka's own changes and other programs go on, so nothing is written down
for a document whose record or file is no longer as it was compared; the next sweep sees it anew. What
fails is set aside by itself: one item in doubt never holds up the others.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

import psycopg
import structlog
from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.changes.recognise import (
    Doubt,
    FolderMatch,
    Found,
    Known,
    Place,
    Same,
    moved_together,
)
from waka.core.ids import FolderId
from waka.core.names import readable, to_text
from waka.errors import DatabaseAway, WakaError
from waka.records.documents import contents, documents
from waka.records.finding import logbook, search, to_index
from waka.records.outside import following, questions
from waka.work.deps import Deps
from waka.work.naming.reading import NameReader
from waka.work.outside.seen import Read, Seen, chunks, read_found, reason_of
from waka.work.outside.setting_aside import SetAside

log = structlog.get_logger()
GROUPS_AT_ONCE = 500  #: groups of documents that follow in one transaction
BATCH = 2000  #: files of one transaction when taking in
LOOSENS = 2000  #: files from which on a first taking in does without indexes until its end


@dataclass
class Following:
    """Writes down what one sweep found."""

    deps: Deps
    seen: Seen
    set_aside: SetAside

    def digests(self, files: Sequence[Found]) -> dict[Place, bytes]:
        """Return the checksums of *files*; one that cannot be read is set aside and left out."""
        return read_found(self.deps, self.seen, self.set_aside, files).sha256

    def write_same(self, same: Sequence[Same], missing: Sequence[Known]) -> None:
        """Let documents follow their files; one that another was moved over is gone. *missing*: whose are nowhere."""
        if not same:
            return
        read = read_found(self.deps, self.seen, self.set_aside, [s.found for s in same if s.edited])
        known = {k.place: k for k in missing}
        readable_ones = [s for s in same if not s.edited or s.found.place in read.sha256]
        for groups in chunks(moved_together(readable_ones), GROUPS_AT_ONCE):
            try:
                self._write_groups(groups, read, known)
            except DatabaseAway:
                raise
            except (WakaError, psycopg.Error):
                # one of them does not fit: each by itself, so that it holds up no other
                for group in groups:
                    self._write_group_alone(group, read, known)

    def _write_group_alone(self, group: list[Same], read: Read, missing: dict[Place, Known]) -> None:
        try:
            self._write_groups([group], read, missing)
        except DatabaseAway:
            raise
        except (WakaError, psycopg.Error) as error:
            log.warning("not_followed", numbers=[s.known.id for s in group], error=str(error))
            for pair in group:
                self.set_aside.add(pair.found, self.seen.told(pair.found.place), reason_of(error))

    def _write_groups(self, groups: Sequence[list[Same]], read: Read, missing: dict[Place, Known]) -> None:
        with self.deps.db.transaction() as conn:
            house = NameReader.load(conn).among(
                conn, {pair.found.place[0] for group in groups for pair in group}
            )
            for group in groups:
                held = [s for s in group if self._holds(conn, s.known, s.found)]
                if len(held) < len(group) and len(group) > 1:
                    continue  # a ring of which one is in other hands: the next sweep sees them all
                moved = [s for s in held if s.known.place != s.found.place]
                if not self._make_way(conn, moved, missing):
                    continue
                following.park(conn, [s.known.id for s in moved])
                for pair in held:
                    digest = read.sha256.get(pair.found.place, pair.known.sha256)
                    self._follow(conn, house, pair, digest)

    def _make_way(self, conn: Connection, moved: Sequence[Same], missing: dict[Place, Known]) -> bool:
        """Say of documents that another was moved over that they are gone; False where one is not known to be."""
        leaving = {s.known.id for s in moved}
        for pair in moved:
            number = following.at_place(conn, *pair.found.place)
            if number is None or number in leaving:
                continue
            known = missing.get(pair.found.place)
            if known is None or known.id != number or not self._holds(conn, known, None):
                return False
            self._write_gone(
                conn,
                known,
                "overwritten_outside",
                said("moved_over", number=pair.known.id),
            )
        return True

    def _holds(self, conn: Connection, known: Known, found: Found | None) -> bool:
        """Whether records and disk are still as they were compared."""
        now = following.lock(conn, known.id)
        if now is None or (now.folder_id, now.name) != known.place:
            return False
        if found is None:
            return True
        stat = self.deps.drive.stat(self.seen.path(found.place))
        return stat is not None and (stat.size, stat.inode, stat.modified_ns) == (
            found.size, found.inode, found.modified_ns,
        )  # fmt: skip

    def _follow(
        self, conn: Connection, house: Callable[[FolderId], NameReader], pair: Same, digest: bytes
    ) -> None:
        known, found = pair.known, pair.found
        number, changed = known.id, digest != known.sha256
        if changed:
            contents.add(conn, digest, found.size)
        folder, name = found.place
        conforms = house(folder).conforms(name)
        following.follow(conn, number, found, digest, conforms=conforms, back=False)
        if changed or known.place[1] != name:
            to_index.put(conn, [number])
        ends: dict[str, Any] = {"from_path": self.seen.told(known.place), "to_path": self.seen.told(found.place),
                "from_folder": known.place[0], "to_folder": folder}  # fmt: skip
        if known.place[0] != folder:
            logbook.add(conn, "moved_outside", number=number, **ends)
        elif known.place[1] != name:
            logbook.add(conn, "renamed_outside", number=number, **ends)
        if changed:
            logbook.add(conn, "changed_outside", number=number, to_path=ends["to_path"], to_folder=folder)

    def write_doubts(self, doubts: Sequence[Doubt]) -> None:
        with self.deps.db.transaction() as conn:
            for doubt in doubts:
                found = following.at_place(conn, *doubt.found.place)
                if found is not None and found != doubt.known.id:
                    questions.ask(
                        conn, missing=doubt.known.id, found=found, folder=doubt.known.place[0],
                        stood_at=self.seen.told(doubt.known.place), why=doubt.why,
                    )  # fmt: skip

    def write_gone(self, known: Known) -> None:
        """Say that a document is gone, if its file is still nowhere to be seen."""
        with self.deps.db.transaction() as conn:
            if self._holds(conn, known, None) and not self._stands(known):
                self._write_gone(conn, known, "gone", said("taken_away"))

    def _write_gone(self, conn: Connection, known: Known, action: str, reason: Said) -> None:
        documents.gone(conn, known.id)
        search.remove(conn, known.id)
        logbook.add(
            conn, action, number=known.id, from_path=self.seen.told(known.place),
            from_folder=known.place[0], reason=reason,
        )  # fmt: skip

    def ask_of_folders(self, same: Sequence[Same], match: FolderMatch) -> None:
        """Ask whether a new folder is one that is gone with grants of its own: grants follow no guess."""
        gone, new = set(match.gone), {match.at[path] for path in match.new}
        went: dict[FolderId, Counter[FolderId]] = {}
        for pair in same:
            if pair.known.place[0] in gone and pair.found.place[0] in new:
                went.setdefault(pair.known.place[0], Counter())[pair.found.place[0]] += 1
        with self.deps.db.transaction() as conn:
            for folder, where in went.items():
                [(found, count)] = where.most_common(1)
                questions.ask_of_folder(
                    conn, gone=folder, found=found, documents=count,
                    stood_at=readable(to_text(self.seen.old_paths.get(folder, b""))),
                )  # fmt: skip
            questions.ask_of_lately_gone(conn)

    def _stands(self, known: Known) -> bool:
        if known.place[0] not in self.seen.paths:
            return False
        stat = self.deps.drive.stat(self.seen.path(known.place))
        return stat is not None
