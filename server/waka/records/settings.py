"""Settings that a running Waka keeps in its records."""

from __future__ import annotations

from typing import Any

from psycopg import Connection
from psycopg.types.json import Jsonb

from .database import value
from .sql import load

SQL = load("settings")


def get(conn: Connection, name: str) -> Any:
    return value(conn, SQL["get"], {"name": name})


def put(conn: Connection, name: str, what: Any) -> None:
    conn.execute(SQL["put"], {"name": name, "value": Jsonb(what)})


def hold(conn: Connection) -> None:
    """Let only one process at a time change settings, until the transaction ends."""
    conn.execute(SQL["hold"])
