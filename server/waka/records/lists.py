"""Change lists of any number: what was proposed, what the check found, how far they are."""

from __future__ import annotations

import json
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from psycopg import Connection
from psycopg.types.json import Jsonb

from .database import row, rows, value
from .sql import load

SQL = load("lists")


@dataclass(frozen=True, slots=True, kw_only=True)
class BulkList:
    id: int
    title: str
    origin: str
    person_id: int
    state: str
    wish: str | None
    collision: str
    on_failure: str
    summary: dict[str, Any]
    ask: dict[str, Any]
    created_at: datetime
    checked_at: datetime | None
    begun_at: datetime | None
    finished_at: datetime | None
    at_hand: str | None
    trouble: str | None
    seconds: float
    steps: int
    steps_done: int
    steps_failed: int
    bytes: int
    bytes_done: int
    undo_of: int | None
    undone_by: int | None
    only_steps: list[int] | None


@dataclass(frozen=True, slots=True, kw_only=True)
class NewStep:
    """A row of a list, as the proposal or the check writes it."""

    position: int
    act: str
    asked: dict[str, Any]
    document_id: int | None = None
    folder_id: int | None = None
    from_place: str = "drive"
    from_path: bytes = b""
    to_place: str = "drive"
    to_path: bytes = b""
    state: str = "proposed"
    size: int = 0
    sha256: bytes = b""
    inode: int = 0
    modified_ns: int = 0
    before: dict[str, Any] = field(default_factory=dict)
    after: dict[str, Any] = field(default_factory=dict)
    findings: list[dict[str, Any]] | None = None
    needs: int | None = None
    failure: str | None = None
    onto_id: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ListedStep:
    """A row of a list, as a person reads it."""

    position: int
    act: str
    number: int | None
    folder: int | None
    from_path: bytes
    to_path: bytes
    to_place: str
    state: str
    size: int
    findings: list[dict[str, Any]] | None
    needs: int | None
    failure: str | None
    conforms: bool
    conformed: bool
    asked: dict[str, Any]
    is_seen: bool  #: the person may still know of it


@dataclass(frozen=True, slots=True, kw_only=True)
class DoneStep:
    position: int
    act: str
    document_id: int | None
    folder_id: int | None
    from_place: str
    from_path: bytes
    to_place: str
    to_path: bytes
    size: int
    sha256: bytes
    inode: int
    modified_ns: int
    before: dict[str, Any]
    after: dict[str, Any]
    onto_id: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """A document that a person carries."""

    number: int
    name: str
    conforms: bool
    folder_path: str
    folder: int
    size: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Filter:
    """Which steps of a list are wanted; None: all."""

    finding: str | None = None
    state: str | None = None
    act: str | None = None

    @property
    def is_any(self) -> bool:
        return self.finding is None and self.state is None and self.act is None


def add(
    conn: Connection, *, title: str, origin: str, person: int, ask: dict[str, Any], undo_of: int | None = None
) -> int:
    args: dict[str, object] = {
        "title": title, "origin": origin, "person": person, "ask": Jsonb(ask), "undo_of": undo_of,
    }  # fmt: skip
    found = value(conn, SQL["add"], args)
    assert isinstance(found, int)
    return found


def put_steps(conn: Connection, list_id: int, steps: Iterable[NewStep]) -> None:
    with conn.cursor() as cur, cur.copy(SQL["copy_steps"]) as copy:
        for s in steps:
            copy.write_row((
                list_id, s.position, s.act, s.document_id, s.folder_id, s.from_place, s.from_path, s.to_place,
                s.to_path, s.state, s.size, s.sha256, s.inode, s.modified_ns, json.dumps(s.before),
                json.dumps(s.after), json.dumps(s.asked), json.dumps(s.findings) if s.findings else None,
                s.needs, s.failure, s.onto_id,
            ))  # fmt: skip


def remove_steps(conn: Connection, list_id: int) -> None:
    conn.execute(SQL["remove_steps"], {"list": list_id})


def remove(conn: Connection, list_id: int) -> None:
    remove_steps(conn, list_id)
    conn.execute(SQL["remove"], {"list": list_id})


def of_person(conn: Connection, person: int, before: int | None) -> list[BulkList]:
    return rows(conn, SQL["of_person"], {"person": person, "before": before}, BulkList)


def one(conn: Connection, list_id: int, person: int) -> BulkList | None:
    return row(conn, SQL["one"], {"list": list_id, "person": person}, BulkList)


def lock(conn: Connection, list_id: int) -> BulkList | None:
    """Hold a list's row until the transaction ends."""
    return row(conn, SQL["lock"], {"list": list_id}, BulkList)


def waiting(conn: Connection) -> list[int]:
    return [int(found[0]) for found in conn.execute(SQL["waiting"])]


def set_state(conn: Connection, list_id: int, state: str, trouble: str | None = None) -> None:
    conn.execute(SQL["set_state"], {"list": list_id, "state": state, "trouble": trouble})


def set_wish(conn: Connection, list_id: int, wish: str | None) -> None:
    conn.execute(SQL["set_wish"], {"list": list_id, "wish": wish})


def set_only(conn: Connection, list_id: int, only: Sequence[int] | None) -> None:
    conn.execute(SQL["set_only"], {"list": list_id, "only": list(only) if only is not None else None})


def set_ask(conn: Connection, list_id: int, ask: dict[str, Any]) -> None:
    conn.execute(SQL["set_ask"], {"list": list_id, "ask": Jsonb(ask)})


def with_needed(conn: Connection, list_id: int, only: Sequence[int]) -> list[int]:
    """Return the positions *only* with those of the steps that have to be done first."""
    found = conn.execute(SQL["with_needed"], {"list": list_id, "only": list(only)})
    return [int(row[0]) for row in found]


def first_steps(conn: Connection, list_id: int, limit: int) -> list[int]:
    found = conn.execute(SQL["first_steps"], {"list": list_id, "limit": limit})
    return [int(row[0]) for row in found]


def set_choices(conn: Connection, list_id: int, *, collision: str, on_failure: str, title: str) -> None:
    args: dict[str, object] = {
        "list": list_id, "collision": collision, "on_failure": on_failure, "title": title,
    }  # fmt: skip
    conn.execute(SQL["set_choices"], args)


def set_checked(conn: Connection, list_id: int, *, summary: dict[str, Any], steps: int, bytes: int) -> None:
    args: dict[str, object] = {"list": list_id, "summary": Jsonb(summary), "steps": steps, "bytes": bytes}
    conn.execute(SQL["set_checked"], args)


def progress(
    conn: Connection, list_id: int, *, at_hand: str | None, seconds: float, done: int, failed: int, bytes: int
) -> str | None:
    """Say how far a list is; return what a person wants of it."""
    args: dict[str, object] = {
        "list": list_id, "at_hand": at_hand, "seconds": seconds, "done": done, "failed": failed, "bytes": bytes,
    }  # fmt: skip
    found = value(conn, SQL["progress"], args)
    return found if isinstance(found, str) else None


def asked(conn: Connection, list_id: int) -> list[tuple[int, dict[str, Any]]]:
    return [(int(at), dict(what)) for at, what in conn.execute(SQL["asked"], {"list": list_id})]


def change_asked(
    conn: Connection, list_id: int, *, positions: Sequence[int], finding: str | None, asked: dict[str, Any]
) -> int:
    args: dict[str, object] = {
        "list": list_id, "positions": list(positions), "finding": finding, "asked": Jsonb(asked),
    }  # fmt: skip
    return conn.execute(SQL["change_asked"], args).rowcount


def page(
    conn: Connection, list_id: int, person: int, wanted: Filter, start: int, limit: int
) -> tuple[list[ListedStep], int | None]:
    """Return steps from the one at *start* of those that the filter leaves; and how many that are, where it filters."""
    total: int | None = None
    positions = list(range(start + 1, start + limit + 1))  # unfiltered, the place is the position
    if not wanted.is_any:
        args: dict[str, object] = {
            "list": list_id, "from": start, "limit": limit, "finding": wanted.finding, "state": wanted.state,
            "act": wanted.act,
        }  # fmt: skip
        found = conn.execute(SQL["positions"], args).fetchall()
        positions = [int(position) for position, _ in found]
        total = int(found[0][1]) if found else None
    steps = rows(conn, SQL["page"], {"list": list_id, "person": person, "positions": positions}, ListedStep)
    return steps, total


def count(conn: Connection, list_id: int, wanted: Filter) -> int:
    args: dict[str, object] = {
        "list": list_id, "finding": wanted.finding, "state": wanted.state, "act": wanted.act,
    }  # fmt: skip
    found = value(conn, SQL["count"], args)
    assert isinstance(found, int)
    return found


def tally(conn: Connection, list_id: int) -> dict[str, int]:
    return {str(state): int(n) for state, n in conn.execute(SQL["tally"], {"list": list_id})}


def done_steps(conn: Connection, list_id: int) -> list[DoneStep]:
    return rows(conn, SQL["done_steps"], {"list": list_id}, DoneStep)


@dataclass(frozen=True, slots=True, kw_only=True)
class NotDone:
    position: int
    document_id: int
    from_path: bytes
    size: int
    why: str | None


def not_done(conn: Connection, list_id: int, person: int) -> list[NotDone]:
    return rows(conn, SQL["not_done"], {"list": list_id, "person": person}, NotDone)


def count_again(conn: Connection, list_id: int) -> None:
    conn.execute(SQL["count_again"], {"list": list_id})


def retry(conn: Connection, list_id: int) -> None:
    conn.execute(SQL["retry"], {"list": list_id})
    conn.execute(SQL["recount"], {"list": list_id})


def leave_failed(conn: Connection, list_id: int) -> None:
    conn.execute(SQL["leave_failed"], {"list": list_id})
    conn.execute(SQL["recount"], {"list": list_id})


def claim_folders(conn: Connection, list_id: int) -> tuple[int, str] | None:
    """Take the folders that a list touches; return the list and person that have one of them instead."""
    conn.execute(SQL["guard_folders"])
    folders = [int(found[0]) for found in conn.execute(SQL["folders_of_list"], {"list": list_id})]
    held = conn.execute(SQL["held_by_others"], {"list": list_id, "folders": folders}).fetchone()
    if held is not None:
        return int(held[0]), str(held[1])
    conn.execute(SQL["claim_folders"], {"list": list_id, "folders": folders})
    return None


def release_folders(conn: Connection, list_id: int) -> None:
    conn.execute(SQL["release_folders"], {"list": list_id})


def carried(conn: Connection, person: int, limit: int) -> tuple[list[Load], int]:
    """Return what a person carries, at most *limit* of it, and how much that is in all."""
    found = rows(conn, SQL["carried"], {"person": person, "limit": limit}, Load)
    total = value(conn, SQL["count_carried"], {"person": person})
    assert isinstance(total, int)
    return found, total


def pick_up(conn: Connection, person: int, numbers: Sequence[int]) -> None:
    conn.execute(SQL["pick_up"], {"person": person, "numbers": list(numbers)})


def put_down(conn: Connection, person: int) -> None:
    conn.execute(SQL["put_down"], {"person": person})
