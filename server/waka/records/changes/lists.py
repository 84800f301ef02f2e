"""Change lists: who made them, how they stand, how far they are. Their steps are ``steps``'."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, Literal

from psycopg import Connection
from psycopg.rows import kwargs_row

from waka.core.changes.check import Collision
from waka.core.changes.findings import Said
from waka.core.changes.summary import Ask, Summary
from waka.core.ids import ListId, PersonId
from waka.records.changes.said import certainly_said, said_json, said_of
from waka.records.changes.steps import folders_of
from waka.records.changes.steps_json import json_of, of_json
from waka.records.database import value
from waka.records.sql import load

COLUMNS = """l.id, l.title, l.origin, l.person_id, l.state, l.wish, l.collision, l.on_failure, l.summary, l.ask,
l.created_at, l.checked_at, l.begun_at, l.finished_at, l.at_hand, l.trouble, l.seconds, l.steps, l.steps_done,
l.steps_failed, l.bytes, l.bytes_done, l.undo_of, l.undone_by, l.only_steps, l.at_once"""
SQL = load("changes/lists", COLUMNS)

ListState = Literal["draft", "checked", "queued", "running", "paused", "cancelled", "done", "failed"]
#: draft: proposed, not checked since; checked: could run; queued: waits for its turn; failed: stopped at a failure
Wish = Literal["check", "pause", "cancel"]
OnFailure = Literal["stop", "aside"]


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeList:
    id: ListId
    title: Said
    origin: str
    person_id: PersonId
    state: ListState
    wish: Wish | None
    collision: Collision
    on_failure: OnFailure
    created_at: datetime
    checked_at: datetime | None
    begun_at: datetime | None
    finished_at: datetime | None
    at_hand: str | None
    seconds: float
    steps: int
    steps_done: int
    steps_failed: int
    bytes: int
    bytes_done: int
    undo_of: ListId | None
    undone_by: ListId | None
    only_steps: list[int] | None
    at_once: bool  #: run by who asked, not in the background
    summary: Summary = field(default_factory=Summary)
    ask: Ask = field(default_factory=Ask)
    trouble: Said | None = None  #: why it stands still


def _list(
    title: Mapping[str, Any], summary: Mapping[str, Any], ask: Mapping[str, Any], trouble: Mapping[str, Any] | None,
    **more: Any,
) -> ChangeList:  # fmt: skip
    return ChangeList(
        title=certainly_said(title),
        summary=of_json(summary, Summary),
        ask=of_json(ask, Ask),
        trouble=said_of(trouble),
        **more,
    )


def _lists(conn: Connection, query: str, args: dict[str, object]) -> list[ChangeList]:
    with conn.cursor(row_factory=kwargs_row(_list)) as cur:
        return cur.execute(SQL[query], args).fetchall()


def add(
    conn: Connection, *, title: Said, origin: str, person: PersonId, ask: Ask, undo_of: ListId | None = None,
) -> ListId:  # fmt: skip
    args: dict[str, object] = {
        "title": said_json(title), "origin": origin, "person": person, "ask": json_of(ask), "undo_of": undo_of,
    }  # fmt: skip
    found = value(conn, SQL["add"], args)
    assert isinstance(found, int)
    return ListId(found)


def remove(conn: Connection, list_id: ListId) -> None:
    conn.execute(SQL["remove"], {"list": list_id})


def of_person(conn: Connection, person: PersonId, before: int | None) -> list[ChangeList]:
    return _lists(conn, "of_person", {"person": person, "before": before})


def one(conn: Connection, list_id: ListId, person: PersonId) -> ChangeList | None:
    return next(iter(_lists(conn, "one", {"list": list_id, "person": person})), None)


def whosever(conn: Connection, list_id: ListId) -> ChangeList | None:
    """Return a list whoever made it: for who was found to be named in it."""
    return next(iter(_lists(conn, "whosever", {"list": list_id})), None)


def lock(conn: Connection, list_id: ListId) -> ChangeList | None:
    """Hold a list's row until the transaction ends, whosever it is."""
    return next(iter(_lists(conn, "lock", {"list": list_id})), None)


def waiting(conn: Connection) -> list[ListId]:
    """Return the lists that are to be checked or run and that nobody has in hand."""
    return [ListId(found[0]) for found in conn.execute(SQL["waiting"])]


def interrupted(conn: Connection) -> list[ListId]:
    """Return the lists run by who asked that were not brought to an end."""
    return [ListId(found[0]) for found in conn.execute(SQL["interrupted"])]


def set_state(conn: Connection, list_id: ListId, state: ListState, trouble: Said | None = None) -> None:
    conn.execute(SQL["set_state"], {"list": list_id, "state": state, "trouble": said_json(trouble)})


def set_wish(conn: Connection, list_id: ListId, wish: Wish | None) -> None:
    conn.execute(SQL["set_wish"], {"list": list_id, "wish": wish})


def set_only(conn: Connection, list_id: ListId, only: Sequence[int] | None) -> None:
    conn.execute(SQL["set_only"], {"list": list_id, "only": list(only) if only is not None else None})


def set_ask(conn: Connection, list_id: ListId, ask: Ask) -> None:
    conn.execute(SQL["set_ask"], {"list": list_id, "ask": json_of(ask)})


def set_choices(conn: Connection, list_id: ListId, *, collision: str, on_failure: str, title: Said) -> None:
    args: dict[str, object] = {
        "list": list_id, "collision": collision, "on_failure": on_failure, "title": said_json(title),
    }  # fmt: skip
    conn.execute(SQL["set_choices"], args)


def set_checked(conn: Connection, list_id: ListId, *, summary: Summary, steps: int, bytes: int) -> None:
    args: dict[str, object] = {
        "list": list_id, "summary": json_of(summary), "steps": steps, "bytes": bytes,
    }  # fmt: skip
    conn.execute(SQL["set_checked"], args)


def begin(
    conn: Connection, *, title: Said, origin: str, person: PersonId, undo_of: ListId | None, steps: int
) -> ChangeList:
    """Make a list that was not kept before and runs at once, with so many steps."""
    args: dict[str, object] = {
        "title": said_json(title), "origin": origin, "person": person, "undo_of": undo_of, "steps": steps,
    }  # fmt: skip
    return _lists(conn, "begin", args)[0]


def set_undone(conn: Connection, list_id: ListId, by: int) -> None:
    conn.execute(SQL["set_undone"], {"list": list_id, "by": by})


def progress(
    conn: Connection,
    list_id: ListId,
    *,
    at_hand: str | None,
    seconds: float,
    done: int,
    failed: int,
    bytes: int,
    is_done: bool = False,
) -> str | None:
    """Say how far a list is, to its end where it is done; return what a person wants of it."""
    args: dict[str, object] = {
        "list": list_id, "at_hand": at_hand, "seconds": seconds, "done": done, "failed": failed, "bytes": bytes,
        "is_done": is_done,
    }  # fmt: skip
    found = value(conn, SQL["progress"], args)
    return found if isinstance(found, str) else None


def count_again(conn: Connection, list_id: ListId) -> None:
    conn.execute(SQL["count_again"], {"list": list_id})


def recount(conn: Connection, list_id: ListId) -> None:
    """Count the failed steps anew."""
    conn.execute(SQL["recount"], {"list": list_id})


def leave_out(conn: Connection, list_id: ListId) -> None:
    """Say that one step fewer of a list is to run."""
    conn.execute(SQL["leave_out"], {"list": list_id})


def claim_folders(conn: Connection, list_id: ListId) -> tuple[int, str] | None:
    """Take the folders that a list touches; return the list and person that have one of them instead."""
    conn.execute(SQL["guard_folders"])
    folders = folders_of(conn, list_id)
    held = conn.execute(SQL["held_by_others"], {"list": list_id, "folders": folders}).fetchone()
    if held is not None:
        return int(held[0]), str(held[1])
    conn.execute(SQL["claim_folders"], {"list": list_id, "folders": folders})
    return None


def release_folders(conn: Connection, list_id: ListId) -> None:
    conn.execute(SQL["release_folders"], {"list": list_id})
