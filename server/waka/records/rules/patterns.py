"""The drive's name pattern in its revisions, and how far the names of the drive were read by the present one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import NamedTuple

from psycopg import Connection

from waka.core.ids import DocumentId, PersonId
from waka.core.names import Pattern
from waka.records.database import row
from waka.records.sql import load

SQL = load("rules/patterns")


@dataclass(frozen=True, slots=True, kw_only=True)
class Revision:
    revision: int
    text: str
    joiner: str
    letter_case: str
    transliterate: bool
    longest: int
    changed_at: datetime
    changed_by: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Counts:
    documents: int
    conforming: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Reading:
    """Whether all names were read by the present pattern; if not, up to which document."""

    finished: bool
    done_to: int


class Named(NamedTuple):
    id: DocumentId
    name: str
    kind: str | None
    conforms: bool


def now(conn: Connection) -> Revision:
    found = row(conn, SQL["now"], {}, Revision)
    assert found is not None  # the first migration puts one there
    return found


def put(conn: Connection, pattern: Pattern, person: PersonId) -> None:
    style = pattern.style
    args: dict[str, object] = {
        "text": pattern.text, "joiner": style.joiner, "case": style.case, "transliterate": style.transliterate,
        "longest": style.longest, "person": person,
    }  # fmt: skip
    conn.execute(SQL["put"], args)


def counts(conn: Connection, person: PersonId) -> Counts:
    found = row(conn, SQL["counts"], {"person": person}, Counts)
    assert found is not None
    return found


def samples(conn: Connection, person: PersonId, limit: int) -> list[DocumentId]:
    found = conn.execute(SQL["samples"], {"person": person, "limit": limit})
    return [DocumentId(one[0]) for one in found]


def reading(conn: Connection) -> Reading:
    found = row(conn, SQL["reading"], {}, Reading)
    assert found is not None
    return found


def begin(conn: Connection) -> None:
    conn.execute(SQL["begin"])


def next_names(conn: Connection, limit: int) -> list[Named]:
    """Return the next documents whose names are to be read, by their numbers."""
    return [Named(*found) for found in conn.execute(SQL["next"], {"limit": limit})]


def note(conn: Connection, conforms: Mapping[DocumentId, bool], done_to: DocumentId) -> None:
    """Write down what differs from before, and how far names were read."""
    args: dict[str, object] = {"numbers": list(conforms), "conforms": list(conforms.values())}
    conn.execute(SQL["correct"], args)
    conn.execute(SQL["note"], {"done_to": done_to})


def finish(conn: Connection) -> None:
    conn.execute(SQL["finish"])
