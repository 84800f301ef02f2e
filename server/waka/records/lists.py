"""Change lists of any number: what was proposed, what the check found, how far they are."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from psycopg import Connection
from psycopg.types.json import Jsonb
from pydantic_core import to_json

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
    parks: bool  #: it goes to a temporary name, to make way
    was: str | None  #: where it stood before it went to one


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
                s.to_path, s.state, s.size, s.sha256, s.inode, s.modified_ns, _json(s.before),
                _json(s.after), _json(s.asked), _json(s.findings) if s.findings else None,
                s.needs, s.failure, s.onto_id,
            ))  # fmt: skip


def _json(told: object) -> str:
    return to_json(told).decode()


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


def take_offered(conn: Connection, list_id: int, *, positions: Sequence[int], finding: str | None) -> None:
    """Ask for the names that the check offers, for some steps or for all with a finding."""
    args: dict[str, object] = {"list": list_id, "positions": list(positions), "finding": finding}
    conn.execute(SQL["take_offered"], args)


def page(conn: Connection, list_id: int, person: int, positions: Sequence[int]) -> list[ListedStep]:
    """Return the steps at *positions*, as far as a person may know of them."""
    args: dict[str, object] = {"list": list_id, "person": person, "positions": list(positions)}
    return rows(conn, SQL["page"], args, ListedStep)


def positions(conn: Connection, list_id: int, wanted: Filter, first: int, limit: int) -> list[int]:
    """Return where the steps stand that a filter leaves, from position *first* on."""
    args = _filtered(list_id, wanted) | {"first": first, "limit": limit}
    return [int(found[0]) for found in conn.execute(SQL["positions"], args)]


def page_starts(conn: Connection, list_id: int, wanted: Filter, every: int) -> tuple[list[int], int]:
    """Return the position of each *every*th step that a filter leaves, from the first on; and how many it leaves."""
    found = conn.execute(SQL["page_starts"], _filtered(list_id, wanted) | {"every": every}).fetchone()
    assert found is not None
    return list(found[0]), int(found[1])


def length(conn: Connection, list_id: int) -> int:
    found = value(conn, SQL["length"], {"list": list_id})
    assert isinstance(found, int)
    return found


def _filtered(list_id: int, wanted: Filter) -> dict[str, object]:
    return {"list": list_id, "finding": wanted.finding, "state": wanted.state, "act": wanted.act}


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


def leave_out(conn: Connection, list_id: int) -> None:
    """Say that one step fewer of a list is to run."""
    conn.execute(SQL["leave_out"], {"list": list_id})


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
