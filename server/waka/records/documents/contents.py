"""What was read from bytes, kept by checksum: the same bytes are read once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId
from waka.records.database import rows
from waka.records.sql import load

SQL = load("documents/contents")


@dataclass(frozen=True, slots=True, kw_only=True)
class Unread:
    sha256: bytes
    document_id: DocumentId
    state: str
    arrival_path: bytes | None
    name: str
    folder_id: FolderId | None
    folder_path: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Read:
    """What was read from some bytes."""

    sha256: bytes
    media_type: str
    extension: str
    pages: int
    text: str
    trouble: str | None


def add(conn: Connection, sha256: bytes, size: int) -> None:
    conn.execute(SQL["add"], {"sha256": sha256, "size": size})


def unread_arrivals(conn: Connection, limit: int) -> list[Unread]:
    """Return what waits on the desk, was not read and is not set aside."""
    return rows(conn, SQL["unread_arrivals"], {"limit": limit}, Unread)


def unread(conn: Connection, after: bytes, limit: int) -> list[Unread]:
    """Return bytes that wait to be read and are not set aside, by checksum, from *after* on."""
    return rows(conn, SQL["unread"], {"after": after, "limit": limit}, Unread)


def to_read(conn: Connection, digests: Sequence[bytes]) -> list[Unread]:
    """Return those of *digests* that nobody has read, in their order, each with a place where it lies."""
    return rows(conn, SQL["to_read"], {"digests": list(digests)}, Unread)


def read(conn: Connection, some: Sequence[Read]) -> None:
    """Keep what was read, which is stuck no more; the words of the filed documents that have it are due anew."""
    conn.execute(
        SQL["read"],
        {"digests": [one.sha256 for one in some], "types": [one.media_type for one in some],
         "extensions": [one.extension for one in some], "pages": [one.pages for one in some],
         "texts": [one.text for one in some], "troubles": [one.trouble for one in some]},
    )  # fmt: skip


def forget(conn: Connection, digests: Sequence[bytes]) -> list[bytes]:
    """Forget what was read from those of *digests* that no document and no version has any more; return them."""
    return [bytes(found[0]) for found in conn.execute(SQL["forget"], {"digests": list(digests)})]
