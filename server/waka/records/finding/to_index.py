"""Documents whose search words wait to be made."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.ids import DocumentId
from waka.records.database import value
from waka.records.sql import load

SQL = load("finding/to_index")


def put(conn: Connection, numbers: Sequence[DocumentId]) -> None:
    conn.execute(SQL["put"], {"numbers": list(numbers)})


def is_any(conn: Connection) -> bool:
    return bool(value(conn, SQL["is_any"], {}))


def take(conn: Connection, limit: int) -> list[DocumentId]:
    """Take some documents whose search words wait to be made."""
    return [DocumentId(found[0]) for found in conn.execute(SQL["take"], {"limit": limit})]
