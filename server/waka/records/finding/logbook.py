"""The logbook: everything that happened and by whom, as far as the asking person may know it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from psycopg import Connection

from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("finding/logbook")
OFFICE = ("password_changed", "person_invited", "person_ended", "administrator_made", "administrator_ended",
          "office_changed", "team_changed", "team_removed", "point_granted", "point_renamed",
          "field_changed", "kind_changed", "party_changed")  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Entry:
    id: int
    at: datetime
    action: str
    person: str | None  #: None: Waka itself, or another program
    initials: str | None
    document_id: int | None
    list_id: int | None
    from_path: str | None
    to_path: str | None
    reason: str | None
    now_name: str | None
    now_state: str | None
    undoable: bool
    folder_id: int | None
    undoes: bool  #: whether it put back what another did


def add(
    conn: Connection, action: str, *, number: int | None = None, folder: int | None = None,
    person: int | None = None,
    list_id: int | None = None, from_path: str | None = None, to_path: str | None = None,
    from_folder: int | None = None, to_folder: int | None = None, point: int | None = None,
    reason: str | None = None,
) -> None:  # fmt: skip
    conn.execute(
        SQL["add"],
        {"action": action, "number": number, "folder": folder, "person": person, "list": list_id,
         "from_path": from_path, "to_path": to_path, "from_folder": from_folder,
         "to_folder": to_folder, "point": point, "reason": reason},
    )  # fmt: skip


def add_about(conn: Connection, action: str, *, person: int | None, about: int | None, reason: str) -> None:
    """Write down what was done in Office, about whom if anybody."""
    conn.execute(SQL["add_about"], {"action": action, "person": person, "about": about, "reason": reason})


def entries(
    conn: Connection, *, person: int, before: int | None, number: int | None, mine: bool,
    quiet: bool, limit: int, folder: int | None = None, others: bool = False,
) -> list[Entry]:  # fmt: skip
    """Return entries latest first; *quiet* leaves out mere arrivals."""
    args: dict[str, object] = {
        "person": person, "before": before, "number": number, "mine": mine, "quiet": quiet,
        "limit": limit, "folder": folder, "others": others, "office": list(OFFICE),
    }  # fmt: skip
    return rows(conn, SQL["entries"], args, Entry)


def at_path(conn: Connection, path: str, person: int) -> list[int]:
    """Return the numbers of the documents that ever stood at *path*."""
    args: dict[str, object] = {"path": path, "person": person}
    return [int(found[0]) for found in conn.execute(SQL["at_path"], args)]


def last(conn: Connection) -> int:
    """Return the number of the latest entry, 0 where there is none."""
    found = value(conn, SQL["last"], {})
    return found if isinstance(found, int) else 0


def last_own_list(conn: Connection, person: int) -> int | None:
    """Return the latest change list that this person ran and that is not undone."""
    found = value(conn, SQL["last_own_list"], {"person": person})
    return found if isinstance(found, int) else None
