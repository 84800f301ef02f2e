"""Arrivals: documents that wait on the desk, and what in the arrivals folder cannot be taken."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from psycopg import Connection
from psycopg.types.json import Jsonb

from waka.core.changes.findings import Said
from waka.core.ids import DocumentId, FolderId, PersonId, PointId
from waka.records.changes.said import certainly_said, said_json
from waka.records.database import row, rows, value
from waka.records.documents.documents import File
from waka.records.sql import load

SQL = load("desk/arrivals")


@dataclass(frozen=True, slots=True, kw_only=True)
class Queued:
    id: DocumentId
    name: str
    size: int
    sha256: bytes
    added_at: datetime
    slip: dict[str, Any]
    edition: int  #: of the slip
    later: bool
    arrival_point_id: PointId
    arrival_point: str
    media_type: str | None
    fitting_extension: str | None
    pages: int | None
    trouble: str | None
    was_read: bool
    recognising: int | None  #: the page that is being recognised, of ``recognising_of``
    recognising_of: int | None
    same_as: DocumentId | None  #: a filed document with the same bytes that the person may see
    holder: DocumentId | None  #: the arrival that it was taken out of
    holder_name: str | None
    question: str | None  #: that it was passed on to a colleague with
    answer: str | None
    asked_by: str | None
    asked_of: str | None
    asks_me: bool
    asked_by_me: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    id: DocumentId
    path: bytes
    name: str
    size: int
    inode: int
    modified_ns: int
    arrival_point_id: PointId


@dataclass(frozen=True, slots=True, kw_only=True)
class Notice:
    shown: str
    reason: Said


def _notice(shown: str, reason: Mapping[str, Any]) -> Notice:
    return Notice(shown=shown, reason=certainly_said(reason))


def point(conn: Connection, path: bytes, name: str) -> tuple[PointId, bool]:
    """Return the id of the arrival point at *path*, and whether it is new."""
    found = conn.execute(SQL["point"], {"path": path, "name": name}).fetchone()
    assert found is not None
    return PointId(found[0]), bool(found[1])


def add(
    conn: Connection, *, number: DocumentId, point: PointId, path: bytes, slip: dict[str, Any],
    bound_for: FolderId | None = None, bound_by: int | None = None,
) -> bool:  # fmt: skip
    """Record that a document waits at *path*; False where another one is known there.

    *bound_for*: the folder that it is on its way to, whose filers alone may see it, and *bound_by* who sent it.
    """
    args: dict[str, object] = {
        "number": number, "point": point, "path": path, "slip": Jsonb(slip), "bound_for": bound_for,
        "bound_by": bound_by,
    }  # fmt: skip
    return value(conn, SQL["add"], args) is not None


def took_out(
    conn: Connection, number: DocumentId, holder: DocumentId, holder_name: str, place: int | None
) -> None:
    """Write down that an arrival was taken out of another one, from its *place* there; None: made of its pages."""
    args: dict[str, object] = {
        "number": number, "holder": holder, "holder_name": holder_name, "place": place,
    }  # fmt: skip
    conn.execute(SQL["took_out"], args)


def taken_out(conn: Connection, holder: DocumentId) -> set[int]:
    """Return the places of what was taken out of an arrival already."""
    return {int(found[0]) for found in conn.execute(SQL["taken_out"], {"holder": holder})}


def at_path(conn: Connection, path: bytes) -> DocumentId | None:
    found = value(conn, SQL["at_path"], {"path": path})
    return DocumentId(found) if isinstance(found, int) else None


def queue(conn: Connection, person: PersonId) -> list[Queued]:
    return rows(conn, SQL["queue"], {"person": person}, Queued)


def lies_at(conn: Connection, number: DocumentId, path: bytes) -> PointId | None:
    """Write down where an arrival's file lies; return its point."""
    found = value(conn, SQL["lies_at"], {"number": number, "path": path})
    return PointId(found) if isinstance(found, int) else None


def filed_since(conn: Connection, person: PersonId, since: datetime) -> int:
    """Return how much a person has filed since a moment."""
    found = value(conn, SQL["filed_since"], {"person": person, "since": since})
    assert isinstance(found, int)
    return found


def save_slip(
    conn: Connection, *, number: DocumentId, person: PersonId, slip: dict[str, Any], seen: int | None
) -> int | None:
    """Keep a slip whose edition was *seen* (None: whichever); return the new edition, None where it is another."""
    args: dict[str, object] = {"number": number, "person": person, "slip": Jsonb(slip), "seen": seen}
    found = value(conn, SQL["save_slip"], args)
    return found if isinstance(found, int) else None


@dataclass(frozen=True, slots=True, kw_only=True)
class SlipNow:
    edition: int
    slip: dict[str, Any]
    by: str  #: who filled it in last, '' for nobody


def slip_now(conn: Connection, number: DocumentId, person: PersonId) -> SlipNow | None:
    return row(conn, SQL["slip_now"], {"number": number, "person": person}, SlipNow)


def set_later(conn: Connection, *, number: DocumentId, person: PersonId, later: bool) -> bool:
    args: dict[str, object] = {"number": number, "person": person, "later": later}
    return value(conn, SQL["set_later"], args) is not None


def remove(conn: Connection, number: DocumentId) -> None:
    conn.execute(SQL["remove"], {"number": number})


def known(conn: Connection) -> list[Known]:
    return rows(conn, SQL["known"], {}, Known)


def in_motion(conn: Connection) -> set[bytes]:
    return {bytes(found[0]) for found in conn.execute(SQL["in_motion"])}


def replace_file(conn: Connection, number: DocumentId, file: File) -> None:
    conn.execute(
        SQL["replace_file"],
        {"number": number, "size": file.size, "sha256": file.sha256, "inode": file.inode,
         "modified_ns": file.modified_ns},
    )  # fmt: skip


def set_notices(conn: Connection, notices: Sequence[tuple[bytes, str, Said]]) -> None:
    """Replace what cannot be taken by *notices*: path, path as shown, reason."""
    conn.execute(SQL["clear_notices"], {"paths": [path for path, _, _ in notices]})
    for path, shown, reason in notices:
        conn.execute(SQL["notice"], {"path": path, "shown": shown, "reason": said_json(reason)})


def notices(conn: Connection) -> list[Notice]:
    return rows(conn, SQL["notices"], {}, _notice)
