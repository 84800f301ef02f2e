"""Two parties made one, in the records."""

from __future__ import annotations

from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import PartyId, PersonId
from waka.records.database import row
from waka.records.desk.naming import PartyRow, add_spelling
from waka.records.sql import load

SQL = load("rules/merging")


@dataclass(frozen=True, slots=True, kw_only=True)
class Told:
    documents: int  #: that name the party
    named: int  #: of these, those whose file's name tells it


def told(conn: Connection, person: PersonId, party: PartyId) -> Told:
    found = row(conn, SQL["told"], {"person": person, "party": party}, Told)
    assert found is not None  # a count
    return found


def merge(conn: Connection, party: PartyRow, into: PartyId) -> None:
    """Let every document name *into* in place of *party*, whose names become spellings of it."""
    args: dict[str, object] = {
        "party": party.id, "into": into, "short": party.short, "destination": party.destination,
    }  # fmt: skip
    for step in ("search_again", "lead_to", "documents", "fields", "spellings", "short", "read_again"):
        conn.execute(SQL[step], args)
    add_spelling(conn, into, party.name)
