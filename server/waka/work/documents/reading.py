"""Reading what nobody has read yet: each content once, and no bad one in the way of the others."""

from __future__ import annotations

import threading
from collections.abc import Iterator, Sequence
from contextlib import contextmanager

import structlog

from waka.core.names import to_bytes
from waka.core.words import because
from waka.drive.tree import Tree
from waka.errors import DatabaseAway, WakaError
from waka.reading.reader import Content
from waka.records.database import relax
from waka.records.documents import contents
from waka.records.documents.contents import Unread
from waka.records.outside import stuck
from waka.records.outside.stuck import Item
from waka.work.deps import Deps
from waka.work.documents.looking import joined

log = structlog.get_logger()
AT_ONCE = 200  #: contents fetched in one question
WRITTEN_TOGETHER = 8


def read_all(deps: Deps, digests: Sequence[bytes], stop: threading.Event) -> None:
    """Read those of some bytes that nobody has read yet, one after another until *stop* is set.

    What cannot be read or written down is set aside, and tried again ever later.
    """
    with deps.db.transaction() as conn:
        unread = contents.to_read(conn, digests)
    for at in range(0, len(unread), WRITTEN_TOGETHER):
        read = []
        for one in unread[at : at + WRITTEN_TOGETHER]:
            if stop.is_set():
                return
            with set_aside(deps, one, stop, "reading"):
                read.append((one, _read(deps, one)))
        _keep(deps, read, stop)


def read_what_waits(deps: Deps) -> None:
    """Read all that nobody has read yet and that is not set aside."""
    never = threading.Event()
    while True:
        with deps.db.transaction() as conn:
            waiting = [*contents.unread_arrivals(conn, AT_ONCE), *contents.unread(conn, b"", AT_ONCE)]
        if not waiting:
            return
        read_all(deps, [one.sha256 for one in waiting], never)


@contextmanager
def set_aside(deps: Deps, unread: Unread, stop: threading.Event, part: str) -> Iterator[None]:
    """Set *unread* aside where it cannot be read or written down. *part*: what is at work, as people are told."""
    try:
        yield
    except DatabaseAway:
        raise
    except (WakaError, OSError) as error:
        if stop.is_set():
            return  # it was not given the time; the next who works reads it
        reason = because(error)
        log.warning("not_read", part=part, number=unread.document_id, error=str(error))
        told = (
            joined(unread.folder_path, unread.name)
            if unread.folder_id
            else f"Arrival No. {unread.document_id}"
        )
        item = Item(subject=unread.sha256.hex(), shown=told, reason=reason, folder=unread.folder_id)
        with deps.db.transaction() as conn:
            stuck.put(conn, part, item)


def _read(deps: Deps, unread: Unread) -> Content:
    tree, path = place_of(deps, unread)
    with tree.reading(path) as file:
        found = deps.reader.read(file)
    if found.trouble:
        log.info("read_with_trouble", number=unread.document_id, trouble=found.trouble)
    return found


def _keep(deps: Deps, read: Sequence[tuple[Unread, Content]], stop: threading.Event) -> None:
    """Write down what was read, together; where the database refuses one of them, each by itself."""
    try:
        _write(deps, read)
    except DatabaseAway:
        raise
    except WakaError:
        for one in read:
            with set_aside(deps, one[0], stop, "reading"):
                _write(deps, [one])


def _write(deps: Deps, read: Sequence[tuple[Unread, Content]]) -> None:
    with deps.db.transaction() as conn:
        relax(conn)
        contents.read(conn, [
            contents.Read(sha256=one.sha256, media_type=found.media_type, extension=found.extension,
                          pages=found.pages, text=found.text, trouble=found.trouble)
            for one, found in read
        ])  # fmt: skip


def place_of(deps: Deps, unread: Unread) -> tuple[Tree, bytes]:
    if unread.arrival_path is not None:
        return deps.arrivals, unread.arrival_path
    return deps.drive, to_bytes(joined(unread.folder_path, unread.name))
