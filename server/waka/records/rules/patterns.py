"""Name patterns, of the drive and of charters, in their revisions; and which names are still to be read by them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import NamedTuple

from psycopg import Connection

from waka.core.fields.record import Record
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import Pattern
from waka.records.database import row, rows, value
from waka.records.documents.documents import record_args
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
class FolderRevision(Revision):
    folder_id: FolderId | None  #: that declared it; None: of the whole drive


@dataclass(frozen=True, slots=True, kw_only=True)
class Counts:
    documents: int
    conforming: int
    folders: int  #: that they stand in


class Named(NamedTuple):
    folder: FolderId
    id: DocumentId
    name: str
    kind: str | None
    conforms: bool


def now(conn: Connection, folder: FolderId | None = None) -> Revision | None:
    """Return the present pattern of a folder's charter, None where it has none; or that of the whole drive."""
    return row(conn, SQL["now"], {"folder": folder}, Revision)


def every(conn: Connection) -> list[FolderRevision]:
    """Return all revisions of all patterns, in force or not, latest first."""
    return rows(conn, SQL["every"], {}, FolderRevision)


def put(conn: Connection, pattern: Pattern, person: PersonId, folder: FolderId | None = None) -> int:
    """Keep a revision and return its number. *folder*: of a charter; None: of the whole drive, and in force at once."""
    style = pattern.style
    args: dict[str, object] = {
        "folder": folder, "text": pattern.text, "joiner": style.joiner, "case": style.case,
        "transliterate": style.transliterate, "longest": style.longest, "person": person,
    }  # fmt: skip
    found = value(conn, SQL["put"], args)
    assert isinstance(found, int)
    return found


def counts(conn: Connection, person: PersonId, folder: FolderId) -> Counts:
    """Return how many names conform in a folder and beneath it."""
    found = row(conn, SQL["counts"], {"person": person, "folder": folder}, Counts)
    assert found is not None
    return found


def samples(conn: Connection, person: PersonId, folder: FolderId, limit: int) -> list[DocumentId]:
    found = conn.execute(SQL["samples"], {"person": person, "folder": folder, "limit": limit})
    return [DocumentId(one[0]) for one in found]


def odd(
    conn: Connection, person: PersonId, folder: FolderId, kinds: Mapping[FolderId, Sequence[str]], limit: int
) -> list[DocumentId]:
    """Return the documents in a folder and beneath it that keep to no pattern, or whose kind does not belong there.

    *kinds*: the codes of those that belong, by folder, where a charter says so.
    """
    args: dict[str, object] = {
        "person": person, "folder": folder, "limit": limit, "folders": list(kinds),
        "kinds": [" ".join(codes) for codes in kinds.values()],
    }  # fmt: skip
    return [DocumentId(one[0]) for one in conn.execute(SQL["odd"], args)]


def is_being_read(conn: Connection) -> bool:
    """Whether there are names that are still to be read by a pattern that is new to them."""
    return bool(value(conn, SQL["is_being_read"], {}))


def next_folders(conn: Connection, limit: int) -> dict[FolderId, int]:
    """Return the next folders whose names are to be read, held, and up to which document each is read."""
    return {FolderId(f): int(d) for f, d in conn.execute(SQL["next_folders"], {"limit": limit})}


def next_names(conn: Connection, folders: Mapping[FolderId, int], limit: int) -> list[Named]:
    """Return the next documents of *folders* whose names are to be read, by folder and number."""
    args: dict[str, object] = {
        "folders": list(folders), "done": list(folders.values()), "limit": limit,
    }  # fmt: skip
    return [Named(*found) for found in conn.execute(SQL["next"], args)]


def correct(conn: Connection, conforms: Mapping[DocumentId, bool]) -> None:
    """Write down of which documents the names conform, or do so no more."""
    args: dict[str, object] = {"numbers": list(conforms), "conforms": list(conforms.values())}
    conn.execute(SQL["correct"], args)


def records(conn: Connection, numbers: Sequence[DocumentId]) -> dict[DocumentId, Record]:
    """Return the fields of some documents, whoever may see them."""
    found = conn.execute(SQL["records"], {"numbers": list(numbers)})
    return {
        DocumentId(id): Record(
            kind=kind, party=party, when=when, what=what, reference=reference, amount=amount, currency=currency,
            further=further, from_name=tuple(from_name),
        )
        for id, kind, party, when, what, reference, amount, currency, further, from_name in found
    }  # fmt: skip


def fill(conn: Connection, given: Mapping[DocumentId, Record]) -> None:
    """Write down fields that names tell; the kind is never one of them."""
    with conn.cursor() as cur:
        cur.executemany(
            SQL["fill"], [{"number": number, **record_args(record)} for number, record in given.items()]
        )


def done(conn: Connection, folders: Sequence[FolderId]) -> None:
    conn.execute(SQL["done"], {"folders": list(folders)})


def done_to(conn: Connection, folder: FolderId, document: DocumentId) -> None:
    conn.execute(SQL["done_to"], {"folder": folder, "done_to": document})
