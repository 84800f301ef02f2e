"""What documents take up, as far as a person may see them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.records.database import row, rows
from waka.records.sql import load

SQL = load("folders/storage")


def binned_before(conn: Connection, person: PersonId, days: int) -> list[tuple[DocumentId, int]]:
    """Return number and size of what has been in the bin for more than *days*, in folders that the person keeps."""
    found = conn.execute(SQL["binned_before"], {"person": person, "days": days})
    return [(DocumentId(number), int(size)) for number, size in found]


@dataclass(frozen=True, slots=True, kw_only=True)
class Share:
    id: FolderId | None  #: of the folder, where it is one
    label: str  #: '' for the documents in the folder itself
    bytes: int
    documents: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Notable:
    why: str  #: largest, oldest or untouched
    id: DocumentId
    name: str
    folder_path: str
    size: int
    when: date | None
    touched: datetime


@dataclass(frozen=True, slots=True, kw_only=True)
class Whole:
    bytes: int
    binned: int
    versions: int  #: that are not the newest


def by_folder(conn: Connection, folder: FolderId, person: PersonId) -> list[Share]:
    return rows(conn, SQL["by_folder"], {"folder": folder, "person": person}, Share)


def by_year(conn: Connection, folder: FolderId, person: PersonId) -> list[Share]:
    return rows(conn, SQL["by_year"], {"folder": folder, "person": person}, Share)


def by_kind(conn: Connection, folder: FolderId, person: PersonId) -> list[Share]:
    return rows(conn, SQL["by_kind"], {"folder": folder, "person": person}, Share)


def notable(conn: Connection, folder: FolderId, person: PersonId) -> list[Notable]:
    return rows(conn, SQL["notable"], {"folder": folder, "person": person}, Notable)


def whole(conn: Connection) -> Whole:
    found = row(conn, SQL["whole"], {}, Whole)
    assert found is not None  # an aggregate always answers
    return found
