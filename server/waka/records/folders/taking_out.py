"""What goes into a zip, as far as a person may see it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.records.database import rows
from waka.records.sql import load

SQL = load("folders/taking_out")


@dataclass(frozen=True, slots=True, kw_only=True)
class Member:
    id: DocumentId
    name: str
    folder_path: str
    size: int


def documents(conn: Connection, numbers: Sequence[DocumentId], person: PersonId) -> list[Member]:
    return rows(conn, SQL["documents"], {"numbers": list(numbers), "person": person}, Member)


def folder(conn: Connection, folder: FolderId, person: PersonId) -> list[Member]:
    return rows(conn, SQL["folder"], {"folder": folder, "person": person}, Member)
