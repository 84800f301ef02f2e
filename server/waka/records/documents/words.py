"""The words of documents, kept by checksum."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.records.database import rows, value
from waka.records.documents.contents import Unread
from waka.records.sql import load

SQL = load("documents/words")


def unread_arrivals(conn: Connection, version: int, limit: int) -> list[Unread]:
    """Return what waits on the desk and whose words were not read by *version*."""
    return rows(conn, SQL["unread_arrivals"], {"version": version, "limit": limit}, Unread)


def without_text(conn: Connection, version: int, limit: int) -> list[Unread]:
    """Return filed documents whose pages have no text, and on which nothing was recognised yet."""
    return rows(conn, SQL["without_text"], {"version": version, "limit": limit}, Unread)


def to_read(conn: Connection, version: int, digests: Sequence[bytes]) -> list[Unread]:
    """Return those of *digests* whose words were not read by *version*, each with a place where it lies."""
    return rows(conn, SQL["to_read"], {"version": version, "digests": list(digests)}, Unread)


def keep(conn: Connection, sha256: bytes, version: int, words: bytes, text: str) -> None:
    """Keep the words of some bytes. *text*: what was recognised, which Find finds where the file has no text."""
    conn.execute(SQL["keep"], {"sha256": sha256, "version": version, "words": words, "text": text})


def recognising(conn: Connection, sha256: bytes, nth: int, of: int) -> None:
    """Say which page of some bytes is being recognised, from 1, of how many."""
    conn.execute(SQL["recognising"], {"sha256": sha256, "nth": nth, "of": of})


def get(conn: Connection, sha256: bytes, version: int) -> bytes | None:
    found = value(conn, SQL["get"], {"sha256": sha256, "version": version})
    assert found is None or isinstance(found, bytes)
    return found
