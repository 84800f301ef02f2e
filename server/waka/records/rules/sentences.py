"""Sentences that people keep under names, in their revisions."""

from __future__ import annotations

from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import PersonId
from waka.core.names import fold
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("rules/sentences")


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept:
    id: int
    name: str
    texts: list[str]  #: the revisions, latest first


def own(conn: Connection, person: PersonId) -> list[Kept]:
    return rows(conn, SQL["own"], {"person": person}, Kept)


def put(conn: Connection, person: PersonId, name: str, text: str) -> None:
    """Keep a sentence under a name: as another revision where there is one of that name."""
    conn.execute(SQL["put"], {"person": person, "name": name, "key": fold(name), "text": text})


def end(conn: Connection, person: PersonId, id: int) -> bool:
    return value(conn, SQL["end"], {"person": person, "id": id}) is not None
