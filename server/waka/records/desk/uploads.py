"""Uploads that come in pieces."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.records.database import row
from waka.records.sql import load

SQL = load("desk/uploads")


@dataclass(frozen=True, slots=True, kw_only=True)
class Upload:
    id: UUID
    person_id: PersonId
    folder_id: FolderId | None  #: None: to the desk
    path: str  #: the name, with the folders it came in
    size: int
    received: int
    number: DocumentId | None  #: of the document that came of it
    statement: str | None = None  #: that was confirmed with it


def add(
    conn: Connection, *, id: UUID, person: PersonId, folder: FolderId | None, path: str, size: int,
    statement: str | None = None,
) -> None:  # fmt: skip
    conn.execute(
        SQL["add"],
        {"id": id, "person": person, "folder": folder, "path": path, "size": size, "statement": statement},
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Announced:
    """What is still to come of unfinished uploads, in bytes."""

    count: int  #: of the person's own
    own: int
    all: int


def hold(conn: Connection) -> None:
    """Let uploads be announced one after another, until the transaction ends."""
    conn.execute(SQL["hold"])


def announced(conn: Connection, person: PersonId) -> Announced:
    found = row(conn, SQL["announced"], {"person": person}, Announced)
    assert found is not None  # an aggregate always answers
    return found


def one(conn: Connection, id: UUID, person: PersonId) -> Upload | None:
    return row(conn, SQL["one"], {"id": id, "person": person}, Upload)


def received(conn: Connection, id: UUID, size: int) -> None:
    conn.execute(SQL["received"], {"id": id, "received": size})


def finish(conn: Connection, id: UUID, number: DocumentId) -> None:
    conn.execute(SQL["finish"], {"id": id, "number": number})


def remove(conn: Connection, id: UUID) -> None:
    conn.execute(SQL["remove"], {"id": id})


def stale(conn: Connection) -> list[UUID]:
    """Forget uploads that nobody goes on with; return them, for their pieces to be removed."""
    return [found[0] for found in conn.execute(SQL["stale"])]
