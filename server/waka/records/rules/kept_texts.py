"""What people write for lists of many and keep under names, in its revisions."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from psycopg import Connection

from waka.core.ids import PersonId
from waka.core.names import fold
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("rules/kept_texts")
What = Literal["renaming", "folders"]  #: sentences that rename; sets of folders


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept:
    id: int
    name: str
    texts: list[str]  #: the revisions, latest first


def own(conn: Connection, person: PersonId, what: What) -> list[Kept]:
    return rows(conn, SQL["own"], {"person": person, "what": what}, Kept)


def put(conn: Connection, person: PersonId, what: What, name: str, text: str) -> None:
    """Keep a text under a name: as another revision where there is one of that name."""
    args: dict[str, object] = {
        "person": person, "what": what, "name": name, "key": fold(name), "text": text,
    }  # fmt: skip
    conn.execute(SQL["put"], args)


def end(conn: Connection, person: PersonId, id: int) -> bool:
    return value(conn, SQL["end"], {"person": person, "id": id}) is not None
