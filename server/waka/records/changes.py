"""Change lists and their steps."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from psycopg import Connection
from psycopg.types.json import Jsonb

from .database import row, rows, value
from .sql import load

SQL = load("changes")


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeList:
    id: int
    title: str
    origin: str
    person_id: int
    state: str
    undo_of: int | None
    undone_by: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    list_id: int
    position: int
    document_id: int
    from_place: str  #: 'arrivals' or 'drive'
    from_path: bytes  #: beneath that place
    to_place: str
    to_path: bytes
    state: str
    size: int
    sha256: bytes
    inode: int
    modified_ns: int
    before: dict[str, Any]  #: the record as it was
    after: dict[str, Any]  #: the record as it will be
    failure: str | None


def add_list(conn: Connection, *, title: str, origin: str, person: int, undo_of: int | None = None) -> int:
    found = value(
        conn, SQL["add_list"],
        {"title": title, "origin": origin, "person": person, "undo_of": undo_of},
    )  # fmt: skip
    assert isinstance(found, int)
    return found


def intend(conn: Connection, step: Step) -> None:
    """Put the intent of *step* on record. The caller commits before the file moves."""
    conn.execute(
        SQL["add_step"],
        {"list": step.list_id, "position": step.position, "number": step.document_id,
         "from_place": step.from_place, "from_path": step.from_path, "to_place": step.to_place,
         "to_path": step.to_path, "size": step.size, "sha256": step.sha256, "inode": step.inode,
         "modified_ns": step.modified_ns, "before": Jsonb(step.before), "after": Jsonb(step.after)},
    )  # fmt: skip


def steps(conn: Connection, list_id: int) -> list[Step]:
    return rows(conn, SQL["steps"], {"list": list_id}, Step)


def settle_step(conn: Connection, step: Step, state: str, failure: str | None = None) -> None:
    conn.execute(
        SQL["settle_step"],
        {"list": step.list_id, "position": step.position, "state": state, "failure": failure},
    )


def finish_list(conn: Connection, list_id: int, state: str) -> None:
    conn.execute(SQL["finish_list"], {"list": list_id, "state": state})


def set_undone(conn: Connection, list_id: int, by: int) -> None:
    conn.execute(SQL["set_undone"], {"list": list_id, "by": by})


def lock_list(conn: Connection, list_id: int) -> ChangeList | None:
    return row(conn, SQL["lock_list"], {"list": list_id}, ChangeList)


def unsettled(conn: Connection) -> list[int]:
    return [int(found[0]) for found in conn.execute(SQL["unsettled"])]


def is_in_motion(conn: Connection, number: int) -> bool:
    return bool(value(conn, SQL["is_in_motion"], {"number": number}))
