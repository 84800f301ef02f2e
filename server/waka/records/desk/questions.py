"""Questions about arrivals, from one colleague to another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId, PointId
from waka.records.database import row, rows, value
from waka.records.sql import load

SQL = load("desk/questions")


@dataclass(frozen=True, slots=True, kw_only=True)
class Colleague:
    id: PersonId
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Place:
    point: PointId
    bound_for: FolderId | None


def able(conn: Connection, number: DocumentId, person: PersonId) -> Sequence[Colleague]:
    """Return who may be asked by *person*; nobody where they do not see the arrival themselves."""
    return rows(conn, SQL["able"], {"number": number, "person": person}, Colleague)


def ask(conn: Connection, number: DocumentId, person: PersonId, of: PersonId, text: str) -> None:
    """Record a question; it stands in the place of one that was asked before."""
    conn.execute(SQL["ask"], {"number": number, "person": person, "of": of, "text": text})


def answer(conn: Connection, number: DocumentId, person: PersonId, text: str) -> bool:
    """Record what *person* was asked and says; False where they were not asked, or do not see it any more."""
    return value(conn, SQL["answer"], {"number": number, "person": person, "text": text}) is not None


def take_back(conn: Connection, number: DocumentId, person: PersonId) -> bool:
    """Forget what *person* asked; False where that is nothing."""
    return value(conn, SQL["take_back"], {"number": number, "person": person}) is not None


def place(conn: Connection, number: DocumentId, person: PersonId) -> Place | None:
    return row(conn, SQL["place"], {"number": number, "person": person}, Place)
