"""The versions of documents: what each was before something was filed onto it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from psycopg import Connection

from waka.core.fields.record import Record
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import name_key
from waka.records.database import row, rows
from waka.records.documents.documents import File, record_args
from waka.records.sql import load

SQL = load("documents/versions")


@dataclass(frozen=True, slots=True, kw_only=True)
class Version:
    """An earlier version."""

    id: int
    number: (
        DocumentId  #: the document that it is a version of: the one asked for, or one that was filed onto it
    )
    version: int
    name: str
    size: int
    sha256: bytes
    modified_ns: int
    since: datetime
    by: str | None
    came_as: DocumentId | None  #: the number that its bytes had before
    restored: int | None  #: the version that it was restored from
    ended_at: datetime
    ended_by: str
    media_type: str | None
    extension: str | None
    pages: int | None
    trouble: str | None
    was_read: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Current:
    version: int
    since: datetime
    by: str | None
    came_as: DocumentId | None
    restored: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept:
    """The version just before the present one of a document."""

    number: DocumentId
    version: int
    size: int
    sha256: bytes
    modified_ns: int
    came_as: DocumentId | None  #: the number that the present bytes had before
    inode: int = 0  #: it is no file of the drive


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    id: DocumentId
    name: str
    version: int
    sha256: bytes


def keep(conn: Connection, number: DocumentId, person: PersonId) -> None:
    """What the document is now becomes an earlier version."""
    conn.execute(SQL["keep"], {"number": number, "person": person})


def newest(
    conn: Connection, number: DocumentId, file: File, person: PersonId, *, came_as: DocumentId | None = None,
    restored: int | None = None,
) -> None:  # fmt: skip
    """Give the document other bytes, as its newest version."""
    conn.execute(
        SQL["newest"],
        {"number": number, "person": person, "came_as": came_as, "restored": restored, "size": file.size,
         "sha256": file.sha256, "inode": file.inode, "modified_ns": file.modified_ns},
    )  # fmt: skip


def drop_newest(conn: Connection, number: DocumentId, inode: int, modified_ns: int, person: PersonId) -> None:
    """Make the version before the newest again."""
    args: dict[str, object] = {"number": number, "inode": inode, "modified_ns": modified_ns, "person": person}
    conn.execute(SQL["drop_newest"], args)


def set_fields(conn: Connection, number: DocumentId, record: Record) -> None:
    conn.execute(SQL["set_fields"], {"number": number, **record_args(record)})


def merge(conn: Connection, number: DocumentId, into: int, person: PersonId) -> None:
    conn.execute(SQL["merge"], {"number": number, "into": into, "person": person})


def unmerge(
    conn: Connection, number: DocumentId, *, folder: FolderId, name: str, inode: int, modified_ns: int, person: PersonId
) -> None:  # fmt: skip
    """Write down that a document is one of its own again, with the fields that it had."""
    conn.execute(
        SQL["unmerge"],
        {"number": number, "folder": folder, "name": name, "name_key": name_key(name), "inode": inode,
         "modified_ns": modified_ns, "person": person},
    )  # fmt: skip


def history(conn: Connection, number: DocumentId, person: PersonId) -> list[Version]:
    """Return the earlier versions of a document, latest first, where the person may see it."""
    return rows(conn, SQL["history"], {"number": number, "person": person}, Version)


def current(conn: Connection, number: DocumentId) -> Current | None:
    return row(conn, SQL["current"], {"number": number}, Current)


def kept_before(conn: Connection, numbers: Sequence[DocumentId]) -> dict[DocumentId, Kept]:
    """Return the version before the present one of each of *numbers* that has one."""
    found = rows(conn, SQL["kept_before"], {"numbers": list(numbers)}, Kept)
    return {kept.number: kept for kept in found}


def kept_digests(conn: Connection, numbers: Sequence[DocumentId]) -> dict[DocumentId, list[bytes]]:
    """Return the checksums of the earlier versions of those of *numbers* that have some."""
    found = conn.execute(SQL["kept_digests"], {"numbers": list(numbers)})
    return {DocumentId(number): [bytes(digest) for digest in digests] for number, digests in found}


def needed(conn: Connection, digests: Sequence[bytes]) -> set[bytes]:
    """Return those of *digests* whose bytes have to be kept."""
    return {bytes(found[0]) for found in conn.execute(SQL["needed"], {"digests": list(digests)})}


def due(conn: Connection) -> list[bytes]:
    """Return the checksums of kept bytes that a step on record left unneeded."""
    return [bytes(found[0]) for found in conn.execute(SQL["due"])]


def make_due(conn: Connection, digests: Sequence[bytes]) -> None:
    conn.execute(SQL["make_due"], {"digests": list(digests)})


def no_longer_due(conn: Connection, digests: Sequence[bytes]) -> None:
    conn.execute(SQL["no_longer_due"], {"digests": list(digests)})


def forget(conn: Connection, number: DocumentId) -> None:
    conn.execute(SQL["forget"], {"number": number})


def standing(
    conn: Connection, *, folder: FolderId, name: str, person: PersonId, ignore: int
) -> Standing | None:
    args: dict[str, object] = {
        "folder": folder, "name": name, "key": name_key(name), "person": person, "except": ignore,
    }  # fmt: skip
    return row(conn, SQL["standing"], args, Standing)
