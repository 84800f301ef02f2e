"""Settings that a running Waka keeps in its records."""

from __future__ import annotations

from typing import Any, TypeVar

import msgspec
from psycopg import Connection
from psycopg.types.json import Jsonb

from .database import value
from .sql import load

SQL = load("settings")
Kept = TypeVar("Kept", bound=msgspec.Struct)


def get(conn: Connection, name: str) -> Any:
    return value(conn, SQL["get"], {"name": name})


def typed(conn: Connection, name: str, kind: type[Kept]) -> Kept:
    """Return a setting that has a shape; what was never said is as a new one has it."""
    return msgspec.convert(get(conn, name) or {}, kind)


def put_typed(conn: Connection, name: str, what: msgspec.Struct) -> None:
    put(conn, name, msgspec.to_builtins(what))


def put(conn: Connection, name: str, what: Any) -> None:
    conn.execute(SQL["put"], {"name": name, "value": Jsonb(what)})


def hold(conn: Connection) -> None:
    """Let only one process at a time change settings, until the transaction ends."""
    conn.execute(SQL["hold"])
