"""Folders: the drive's structure as it is recorded. Every question is asked for a person."""

from __future__ import annotations

from dataclasses import dataclass

from psycopg import Connection

from waka.core.names import name_key

from .database import row, rows, value
from .sql import load

SQL = load("folders")


@dataclass(frozen=True, slots=True, kw_only=True)
class OutlineRow:
    id: int
    parent_id: int | None
    name: str
    name_key: str
    right: str  #: what the asking person may do here
    documents: int  #: in this folder itself
    misnamed: int  #: of them, those whose name does not read back


@dataclass(frozen=True, slots=True, kw_only=True)
class Folder:
    id: int
    parent_id: int | None
    name: str
    path: str  #: from the drive root, '' for the root
    right: str


def root(conn: Connection) -> int | None:
    found = value(conn, SQL["root"], {})
    return int(found) if isinstance(found, int) else None


def add_root(conn: Connection) -> int:
    """Make the record of the drive root, whose grants are its own, and return its id."""
    found = value(conn, SQL["add_root"], {})
    assert isinstance(found, int)
    conn.execute(SQL["rule_own_access"], {"folder": found})
    return found


def add(conn: Connection, parent: int, name: str) -> int:
    """Record a folder that stands on disk and return its id; the same one for the same place."""
    found = value(conn, SQL["add"], {"parent": parent, "name": name, "name_key": name_key(name)})
    assert isinstance(found, int)
    return found


def outline(conn: Connection, person: int) -> list[OutlineRow]:
    return rows(conn, SQL["outline"], {"person": person}, OutlineRow)


def one(conn: Connection, folder: int, person: int) -> Folder | None:
    return row(conn, SQL["one"], {"folder": folder, "person": person}, Folder)


def recent_destinations(conn: Connection, person: int) -> list[int]:
    return [int(found[0]) for found in conn.execute(SQL["recent_destinations"], {"person": person})]
