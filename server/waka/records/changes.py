"""Change lists and their steps."""

from __future__ import annotations

from collections.abc import Sequence
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
    at_once: bool  #: run by who asked, not by a runner


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    list_id: int
    position: int
    act: str  #: one of the words of change_step.act
    document_id: int | None
    folder_id: int | None  #: where a folder is what the step is about
    from_place: str  #: 'arrivals', 'drive' or 'bin'
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
    onto_id: int | None = None  #: the document that it becomes a version of, or stops being one of


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
        {"list": step.list_id, "position": step.position, "act": step.act, "number": step.document_id,
         "folder": step.folder_id, "onto": step.onto_id,
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


def set_result(conn: Connection, step: Step, made: int) -> None:
    """Keep the number of the document, or the id of the folder, that *step* made."""
    args: dict[str, object] = {"list": step.list_id, "position": step.position, "made": made}
    conn.execute(SQL["set_result"], args)


def finish_list(conn: Connection, list_id: int, state: str) -> None:
    conn.execute(SQL["finish_list"], {"list": list_id, "state": state})


def set_undone(conn: Connection, list_id: int, by: int) -> None:
    conn.execute(SQL["set_undone"], {"list": list_id, "by": by})


def lock_list(conn: Connection, list_id: int) -> ChangeList | None:
    return row(conn, SQL["lock_list"], {"list": list_id}, ChangeList)


def unsettled(conn: Connection) -> list[int]:
    return [int(found[0]) for found in conn.execute(SQL["unsettled"])]


def open_steps(conn: Connection, list_id: int) -> list[Step]:
    return rows(conn, SQL["open_steps"], {"list": list_id}, Step)


WINDOW = 1_000  #: positions that are looked through at a time


def next_steps(
    conn: Connection, list_id: int, *, after: int, only: Sequence[int] | None, limit: int, last: int
) -> list[Step]:  # fmt: skip
    """Return the steps of a longer list that come next, of *only* where that is given, up to *last*.

    Those that make folders are asked for by ``next_makes``: they come first, wherever they stand.
    """
    args: dict[str, object] = {
        "list": list_id, "only": list(only) if only is not None else None, "limit": limit,
    }  # fmt: skip
    # a window at a time: a planner that knows nothing of a new list would read all of it for every batch
    while after < last:
        upto = last if only is not None else min(last, after + WINDOW)
        found = rows(conn, SQL["next_steps"], args | {"after": after, "upto": upto}, Step)
        if found:
            return found
        after = upto
    return []


def next_makes(conn: Connection, list_id: int, *, only: Sequence[int] | None, limit: int) -> list[Step]:
    """Return the folders that a longer list makes next."""
    args: dict[str, object] = {
        "list": list_id, "only": list(only) if only is not None else None, "limit": limit,
    }  # fmt: skip
    return rows(conn, SQL["next_makes"], args, Step)


def last_position(conn: Connection, list_id: int) -> int:
    found = value(conn, SQL["last_position"], {"list": list_id})
    assert isinstance(found, int)
    return found


@dataclass(frozen=True, slots=True, kw_only=True)
class Held:
    """A document of a batch, as it is recorded now."""

    id: int
    state: str
    folder_id: int | None
    name: str
    is_moving: bool


def hold_documents(conn: Connection, numbers: Sequence[int]) -> dict[int, Held]:
    """Hold the documents of a batch until the transaction ends."""
    found = rows(conn, SQL["hold_documents"], {"numbers": list(numbers)}, Held)
    return {held.id: held for held in found}


def intend_many(conn: Connection, steps: Sequence[Step]) -> None:
    """Put the intent of a batch on record, with its paths as they are now."""
    if not steps:
        return
    args: dict[str, object] = {
        **_these(steps),
        "from_paths": [s.from_path for s in steps], "to_paths": [s.to_path for s in steps],
        "after": [Jsonb(s.after) for s in steps],
    }  # fmt: skip
    conn.execute(SQL["intend_many"], args)


def intend_plain(conn: Connection, steps: Sequence[Step]) -> None:
    """Put the intent of a batch on record whose paths are still those of the check."""
    if steps:
        conn.execute(SQL["intend_plain"], _these(steps))


def intend_resolved(conn: Connection, steps: Sequence[Step]) -> None:
    """Put the intent of a batch on record whose folders the list itself has made."""
    if steps:
        args: dict[str, object] = {
            **_these(steps),
            "folders": [s.after["folder"] for s in steps],
        }  # fmt: skip
        conn.execute(SQL["intend_resolved"], args)


def settle_many(conn: Connection, steps: Sequence[Step], state: str, failure: str | None = None) -> None:
    if steps:
        conn.execute(SQL["settle_many"], _these(steps) | {"state": state, "failure": failure})


def _these(steps: Sequence[Step]) -> dict[str, object]:
    """Return what a statement asks for some steps of one list by."""
    positions = [step.position for step in steps]
    return {"list": steps[0].list_id, "positions": positions, "first": min(positions), "last": max(positions)}


@dataclass(frozen=True, slots=True, kw_only=True)
class Placed:
    """A step whose document stands at its target, and what is known of the file there."""

    step: Step
    inode: int
    modified_ns: int
    key: str | None  #: of its new name, None where it keeps its name
    from_told: str
    to_told: str


def place_many(conn: Connection, placed: Sequence[Placed], person: int) -> None:
    """Write down that documents stand elsewhere: records, logbook and steps."""
    conn.execute(
        SQL["place_many"],
        {**_these([p.step for p in placed]), "person": person,
         "inodes": [p.inode for p in placed], "modified": [p.modified_ns for p in placed],
         "keys": [p.key for p in placed], "from_told": [p.from_told for p in placed],
         "to_told": [p.to_told for p in placed]},
    )  # fmt: skip


def folders_in_motion(conn: Connection) -> bool:
    """Whether any folder is being made, moved or removed right now."""
    return bool(value(conn, SQL["folders_in_motion"], {}))


def lists_in_motion(conn: Connection) -> set[int]:
    """Return the lists with a step whose outcome is not on record."""
    return {int(found[0]) for found in conn.execute(SQL["lists_in_motion"])}


def drive_paths_in_motion(conn: Connection) -> set[bytes]:
    return {bytes(found[0]) for found in conn.execute(SQL["drive_paths_in_motion"])}


def is_in_motion(conn: Connection, number: int) -> bool:
    return bool(value(conn, SQL["is_in_motion"], {"number": number}))
