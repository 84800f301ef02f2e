"""The logbook: everything that happened and by whom, as far as the asking person may know it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from psycopg import Connection

from waka.core.changes.findings import Said
from waka.core.ids import DocumentId, FolderId, ListId, PersonId, PointId
from waka.records.changes.said import said_json, said_of
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("finding/logbook")
OF_NO_FOLDER = ("password_changed", "person_invited", "person_ended", "administrator_made", "administrator_ended",
          "office_changed", "team_changed", "team_removed", "point_granted", "point_renamed",
          "field_changed", "kind_changed", "party_changed", "parties_merged",
          "pattern_changed", "approved", "approval_ended")  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Entry:
    id: int
    at: datetime
    action: str
    person: str | None  #: None: Waka itself, or another program
    initials: str | None
    document_id: DocumentId | None
    list_id: ListId | None
    from_path: str | None
    to_path: str | None
    reason: Said | None
    now_name: str | None
    now_state: str | None
    undoable: bool
    folder_id: FolderId | None
    undoes: bool  #: whether it put back what another did


def _entry(reason: Mapping[str, Any] | None, **more: Any) -> Entry:
    return Entry(reason=said_of(reason), **more)


def add(
    conn: Connection, action: str, *, number: DocumentId | None = None, folder: FolderId | None = None,
    person: PersonId | None = None,
    list_id: ListId | None = None, from_path: str | None = None, to_path: str | None = None,
    from_folder: FolderId | None = None, to_folder: FolderId | None = None, point: PointId | None = None,
    reason: Said | None = None,
) -> None:  # fmt: skip
    conn.execute(
        SQL["add"],
        {"action": action, "number": number, "folder": folder, "person": person, "list": list_id,
         "from_path": from_path, "to_path": to_path, "from_folder": from_folder,
         "to_folder": to_folder, "point": point, "reason": said_json(reason)},
    )  # fmt: skip


def add_about(
    conn: Connection, action: str, *, person: PersonId | None, about: PersonId | None, reason: Said | None
) -> None:
    """Write down what is of no folder, such as what was done in Office; about whom, if anybody."""
    conn.execute(
        SQL["add_about"], {"action": action, "person": person, "about": about, "reason": said_json(reason)}
    )


def entries(
    conn: Connection, *, person: PersonId, before: int | None, number: DocumentId | None, mine: bool,
    quiet: bool, limit: int, folder: FolderId | None = None, others: bool = False,
) -> list[Entry]:  # fmt: skip
    """Return entries latest first; *quiet* leaves out mere arrivals."""
    args: dict[str, object] = {
        "person": person, "before": before, "number": number, "mine": mine, "quiet": quiet,
        "limit": limit, "folder": folder, "others": others, "of_no_folder": list(OF_NO_FOLDER),
    }  # fmt: skip
    return rows(conn, SQL["entries"], args, _entry)


def at_path(conn: Connection, path: str, person: PersonId) -> list[DocumentId]:
    """Return the numbers of the documents that ever stood at *path*."""
    args: dict[str, object] = {"path": path, "person": person}
    return [DocumentId(found[0]) for found in conn.execute(SQL["at_path"], args)]


def last(conn: Connection) -> int:
    """Return the number of the latest entry, 0 where there is none."""
    found = value(conn, SQL["last"], {})
    return found if isinstance(found, int) else 0


def last_own_list(conn: Connection, person: PersonId) -> ListId | None:
    """Return the latest change list that this person ran and that is not undone."""
    found = value(conn, SQL["last_own_list"], {"person": person})
    return ListId(found) if isinstance(found, int) else None
