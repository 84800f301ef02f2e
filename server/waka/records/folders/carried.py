"""What a person carries from one place to another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("folders/carried")


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """A document that a person carries."""

    number: DocumentId
    name: str
    conforms: bool
    folder_path: str
    folder: FolderId
    size: int


def carried(conn: Connection, person: PersonId, limit: int) -> tuple[list[Load], int]:
    """Return what a person carries, at most *limit* of it, and how much that is in all."""
    found = rows(conn, SQL["carried"], {"person": person, "limit": limit}, Load)
    total = value(conn, SQL["count_carried"], {"person": person})
    assert isinstance(total, int)
    return found, total


def pick_up(conn: Connection, person: PersonId, numbers: Sequence[DocumentId]) -> None:
    conn.execute(SQL["pick_up"], {"person": person, "numbers": list(numbers)})


def put_down(conn: Connection, person: PersonId) -> None:
    conn.execute(SQL["put_down"], {"person": person})
