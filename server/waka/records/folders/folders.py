"""Folders: the drive's structure as it is recorded. Every question is asked for a person."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from psycopg import Connection

from waka.core.ids import FolderId, PartyId, PersonId
from waka.core.names import name_key
from waka.records.database import row, rows, value
from waka.records.sql import load

SQL = load("folders/folders")


@dataclass(frozen=True, slots=True, kw_only=True)
class OutlineRow:
    id: FolderId
    parent_id: FolderId | None
    name: str
    name_key: str
    right: str  #: what the asking person may do here
    documents: int  #: in this folder itself
    misnamed: int  #: of them, those whose name does not read back
    fresh: int  #: of them, those that others put here since the person looked in last
    own_access: bool  #: has grants of its own
    private: bool  #: nobody but the asking person may see it


@dataclass(frozen=True, slots=True, kw_only=True)
class Folder:
    id: FolderId
    parent_id: FolderId | None
    name: str
    path: str  #: from the drive root, '' for the root
    right: str
    access_id: int
    own_access: bool
    replaces: bool
    inode: int | None


def root(conn: Connection) -> FolderId | None:
    found = value(conn, SQL["root"], {})
    return FolderId(found) if isinstance(found, int) else None


def add_root(conn: Connection) -> FolderId:
    """Make the record of the drive root, whose grants are its own, and return its id."""
    found = value(conn, SQL["add_root"], {})
    assert isinstance(found, int)
    conn.execute(SQL["rule_own_access"], {"folder": found})
    return FolderId(found)


def add(conn: Connection, parent: FolderId, name: str) -> FolderId:
    """Record a folder that stands on disk and return its id; the same one for the same place."""
    found = value(conn, SQL["add"], {"parent": parent, "name": name, "name_key": name_key(name)})
    assert isinstance(found, int)
    return FolderId(found)


def outline(conn: Connection, person: PersonId) -> list[OutlineRow]:
    return rows(conn, SQL["outline"], {"person": person}, OutlineRow)


def one(conn: Connection, folder: FolderId, person: PersonId) -> Folder | None:
    return row(conn, SQL["one"], {"folder": folder, "person": person}, Folder)


@dataclass(frozen=True, slots=True, kw_only=True)
class Way:
    """A folder on a way down from the root, and what a person may do in it; None: they may not know of it."""

    id: FolderId
    right: str | None


def way(conn: Connection, person: PersonId, names: Sequence[str]) -> list[Way]:
    """Return the folders from the root down along *names*, as far as they are there: the root is always the first.

    A name is met exactly, otherwise without regard to capitals.
    """
    args: dict[str, object] = {
        "person": person, "names": list(names), "keys": [name_key(name) for name in names],
    }  # fmt: skip
    return rows(conn, SQL["way"], args, Way)


BACK = 20_000  #: numbers that the documents of a kind are looked for among, of whatever party


@dataclass(frozen=True, slots=True, kw_only=True)
class SuchFiled:
    path: str
    when: date | None
    who: str | None


def such_filed(
    conn: Connection,
    person: PersonId,
    *,
    kind: str,
    party: PartyId | None,
    latest: int,
    what: str | None = None,
) -> list[SuchFiled]:
    """Return where the *latest* documents of a kind stand, of *party* or of any, where the person may file.

    *what*: that they are called, whatever the capitals.
    """
    args: dict[str, object] = {
        "person": person, "kind": kind, "party": party, "latest": latest, "back": BACK, "what": what,
    }  # fmt: skip
    return rows(conn, SQL["such_filed"], args, SuchFiled)


def recent_destinations(conn: Connection, person: PersonId) -> list[FolderId]:
    return [FolderId(found[0]) for found in conn.execute(SQL["recent_destinations"], {"person": person})]


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """A folder as the records know it, whoever may see it."""

    id: FolderId
    parent_id: FolderId | None
    name: str
    inode: int | None
    born_ns: int | None


def lock(conn: Connection, folder: FolderId, person: PersonId) -> Folder | None:
    """Hold a folder that this person may see until the transaction ends."""
    conn.execute(SQL["hold"], {"folder": folder})
    return one(conn, folder, person)


def all_rows(conn: Connection) -> list[Row]:
    return rows(conn, SQL["all_rows"], {}, Row)


def make(conn: Connection, parent: FolderId, name: str, inode: int | None) -> FolderId:
    """Record a new folder that rules nothing of its own, and return its id."""
    found = value(
        conn, SQL["make"], {"parent": parent, "name": name, "name_key": name_key(name), "inode": inode}
    )
    assert isinstance(found, int)
    return FolderId(found)


def place(conn: Connection, folder: FolderId, parent: FolderId, name: str) -> None:
    """Write down that a folder stands elsewhere or is called otherwise."""
    conn.execute(SQL["place"], {"folder": folder, "parent": parent, "name": name, "name_key": name_key(name)})


def remove(conn: Connection, folder: FolderId) -> None:
    conn.execute(SQL["remove"], {"folder": folder})


def bring_back(conn: Connection, folder: FolderId, inode: int) -> None:
    conn.execute(SQL["bring_back"], {"folder": folder, "inode": inode})


def holds_anything(conn: Connection, folder: FolderId) -> bool:
    return bool(value(conn, SQL["holds_anything"], {"folder": folder}))


def above(conn: Connection, folder: FolderId) -> list[FolderId]:
    """Return the folder and all above it, nearest first."""
    return [FolderId(found[0]) for found in conn.execute(SQL["above"], {"folder": folder})]


def path(conn: Connection, folder: FolderId) -> str:
    return str(value(conn, SQL["path"], {"folder": folder}))


def looked_in(conn: Connection, folder: FolderId, person: PersonId) -> None:
    conn.execute(SQL["looked_in"], {"folder": folder, "person": person})


def parent_of(conn: Connection, folder: FolderId) -> FolderId | None:
    found = value(conn, SQL["parent_of"], {"folder": folder})
    return FolderId(found) if isinstance(found, int) else None
