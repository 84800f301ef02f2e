"""Reading what nobody has read yet: arrivals first, each content once, and no bad one in the way of the others."""

from __future__ import annotations

import threading
import time
from collections import deque
from dataclasses import dataclass, field

import structlog

from waka.core.names import to_bytes
from waka.drive.tree import Tree
from waka.errors import DatabaseAway, WakaError
from waka.records.documents import contents
from waka.records.documents.contents import Unread
from waka.records.outside import outside, stuck
from waka.records.outside.stuck import Item
from waka.work.deps import Deps
from waka.work.documents.looking import joined

log = structlog.get_logger()
AT_ONCE = 200  #: contents fetched in one question
LOOK_SECONDS = 1.0  #: between looks for arrivals, which come before all else


@dataclass
class ReadingQueue:
    """What is to be read, shared by the threads of one worker. Its time is linear in what waits.

    Contents are asked for in the order of their checksums, from the last on and then from the beginning, so
    that no question passes over what was read before.
    """

    deps: Deps
    _queue: deque[Unread] = field(default_factory=deque)
    _at_work: set[bytes] = field(default_factory=set)
    _last: bytes = b""
    _looked: float = 0.0
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def read_next(self) -> bool:
        """Read the next bytes that nobody has read; False where there are none to read now.

        What cannot be read or written down is set aside, and tried again ever later.
        """
        with self._lock:
            unread = self._take()
        if unread is None:
            return False
        try:
            self._read_or_set_aside(unread)
        finally:
            with self._lock:
                self._at_work.discard(unread.sha256)
        return True

    def _take(self) -> Unread | None:
        now = time.monotonic()
        if now - self._looked > LOOK_SECONDS or not self._queue:
            with self.deps.db.transaction() as conn:
                arrived = contents.unread_arrivals(conn, AT_ONCE)
                if not self._queue:
                    self._queue.extend(contents.unread(conn, self._last, AT_ONCE))
                    self._last = self._queue[-1].sha256 if len(self._queue) == AT_ONCE else b""
            self._looked = now
            first = {one.sha256 for one in arrived}
            self._queue = deque([*arrived, *(one for one in self._queue if one.sha256 not in first)])
        while self._queue:
            one = self._queue.popleft()
            if one.sha256 not in self._at_work:
                self._at_work.add(one.sha256)
                return one
        return None

    def _read_or_set_aside(self, unread: Unread) -> None:
        try:
            self._read(unread)
        except DatabaseAway:
            raise
        except (WakaError, OSError) as error:
            reason = (error.strerror if isinstance(error, OSError) else None) or str(error)
            log.warning("not_read", number=unread.document_id, error=reason)
            told = (
                joined(unread.folder_path, unread.name)
                if unread.folder_id
                else f"Arrival No. {unread.document_id}"
            )
            item = Item(subject=unread.sha256.hex(), shown=told, reason=reason, folder=unread.folder_id)
            with self.deps.db.transaction() as conn:
                stuck.put(conn, "reading", item)

    def _read(self, unread: Unread) -> None:
        tree, path = self._place(unread)
        with tree.reading(path) as file:
            found = self.deps.reader.read(file)
        with self.deps.db.transaction() as conn:
            changed = contents.read(
                conn, unread.sha256, media_type=found.media_type, extension=found.extension,
                pages=found.pages, text=found.text, trouble=found.trouble,
            )  # fmt: skip
            stuck.clear(conn, "reading", unread.sha256.hex())
            outside.search_due(conn, changed)
        if found.trouble:
            log.info("read_with_trouble", number=unread.document_id, trouble=found.trouble)

    def _place(self, unread: Unread) -> tuple[Tree, bytes]:
        if unread.arrival_path is not None:
            return self.deps.arrivals, unread.arrival_path
        return self.deps.drive, to_bytes(joined(unread.folder_path, unread.name))
