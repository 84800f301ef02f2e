"""Whom the makers of change lists named in them, and who of these may see all that a list is about."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes.parts import Part
from waka.core.ids import ListId, PersonId
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("changes/named")


@dataclass(frozen=True, slots=True, kw_only=True)
class Named:
    person_id: PersonId
    name: str
    part: Part
    approves: bool  #: said yes to the list as it was last checked


@dataclass(frozen=True, slots=True, kw_only=True)
class Someone:
    id: PersonId
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class _OfOne(Named):
    list_id: ListId


def of_lists(conn: Connection, wanted: Sequence[ListId]) -> Mapping[ListId, list[Named]]:
    found: dict[ListId, list[Named]] = {}
    for one in rows(conn, SQL["of_lists"], {"lists": list(wanted)}, _OfOne):
        found.setdefault(one.list_id, []).append(one)
    return found


def note_ends(conn: Connection, list_id: ListId) -> None:
    """Note what a list is about as it was last checked, for ``who_sees_all``."""
    for query in ("forget_ends", "note_ends", "note_arrivals"):
        conn.execute(SQL[query], {"list": list_id})


def note_ends_where_shared(conn: Connection, list_id: ListId) -> None:
    if value(conn, SQL["is_shared"], {"list": list_id}):
        note_ends(conn, list_id)


def put(conn: Connection, list_id: ListId, parts: Mapping[PersonId, Part]) -> None:
    """Name these people in a list, and nobody else."""
    args: dict[str, object] = {"list": list_id, "people": list(parts), "parts": list(parts.values())}
    conn.execute(SQL["clear"], args)
    conn.execute(SQL["put"], args)


def approve(conn: Connection, list_id: ListId, person: PersonId, *, approves: bool) -> bool:
    """Say yes to the list as it was last checked, or take that back; return whether it was not so already."""
    done = conn.execute(SQL["approve"], {"list": list_id, "person": person, "approves": approves})
    return done.rowcount > 0


def who_sees_all(conn: Connection, list_id: ListId, people: Sequence[PersonId]) -> list[Someone]:
    """Return those of *people* who may see all that the list is about, as ``note_ends`` noted it."""
    return rows(conn, SQL["who_sees_all"], {"list": list_id, "people": list(people)}, Someone)


def active(conn: Connection) -> list[PersonId]:
    """Return everybody who can sign in."""
    return [PersonId(found[0]) for found in conn.execute(SQL["active"])]
