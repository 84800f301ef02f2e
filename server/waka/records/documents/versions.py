"""The versions of documents: what each was before something was filed onto it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from psycopg import Connection

from waka.core.fields.record import Record
from waka.core.names import name_key
from waka.records.database import row, rows
from waka.records.documents.documents import File, record_args
from waka.records.sql import load

SQL = load("documents/versions")


@dataclass(frozen=True, slots=True, kw_only=True)
class Version:
    """An earlier version."""

    id: int
    number: int  #: the document that it is a version of: the one asked for, or one that was filed onto it
    version: int
    name: str
    size: int
    sha256: bytes
    modified_ns: int
    since: datetime
    by: str | None
    came_as: int | None  #: the number that its bytes had before
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
    came_as: int | None
    restored: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept:
    """The version just before the present one of a document."""

    number: int
    version: int
    size: int
    sha256: bytes
    modified_ns: int
    came_as: int | None  #: the number that the present bytes had before
    inode: int = 0  #: it is no file of the drive


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    id: int
    name: str
    version: int
    sha256: bytes


def keep(conn: Connection, number: int, person: int) -> None:
    """What the document is now becomes an earlier version."""
    conn.execute(SQL["keep"], {"number": number, "person": person})


def newest(
    conn: Connection, number: int, file: File, person: int, *, came_as: int | None = None, restored: int | None = None
) -> None:  # fmt: skip
    """Give the document other bytes, as its newest version."""
    conn.execute(
        SQL["newest"],
        {"number": number, "person": person, "came_as": came_as, "restored": restored, "size": file.size,
         "sha256": file.sha256, "inode": file.inode, "modified_ns": file.modified_ns},
    )  # fmt: skip


def drop_newest(conn: Connection, number: int, inode: int, modified_ns: int, person: int) -> None:
    """Make the version before the newest again."""
    args: dict[str, object] = {"number": number, "inode": inode, "modified_ns": modified_ns, "person": person}
    conn.execute(SQL["drop_newest"], args)


def set_fields(conn: Connection, number: int, record: Record) -> None:
    conn.execute(SQL["set_fields"], {"number": number, **record_args(record)})


def merge(conn: Connection, number: int, into: int, person: int) -> None:
    conn.execute(SQL["merge"], {"number": number, "into": into, "person": person})


def unmerge(
    conn: Connection, number: int, *, folder: int, name: str, inode: int, modified_ns: int, person: int
) -> None:  # fmt: skip
    """Write down that a document is one of its own again, with the fields that it had."""
    conn.execute(
        SQL["unmerge"],
        {"number": number, "folder": folder, "name": name, "name_key": name_key(name), "inode": inode,
         "modified_ns": modified_ns, "person": person},
    )  # fmt: skip


def history(conn: Connection, number: int, person: int) -> list[Version]:
    """Return the earlier versions of a document, latest first, where the person may see it."""
    return rows(conn, SQL["history"], {"number": number, "person": person}, Version)


def current(conn: Connection, number: int) -> Current | None:
    return row(conn, SQL["current"], {"number": number}, Current)


def kept_before(conn: Connection, numbers: Sequence[int]) -> dict[int, Kept]:
    """Return the version before the present one of each of *numbers* that has one."""
    found = rows(conn, SQL["kept_before"], {"numbers": list(numbers)}, Kept)
    return {kept.number: kept for kept in found}


def kept_digests(conn: Connection, numbers: Sequence[int]) -> dict[int, list[bytes]]:
    """Return the checksums of the earlier versions of those of *numbers* that have some."""
    found = conn.execute(SQL["kept_digests"], {"numbers": list(numbers)})
    return {int(number): [bytes(digest) for digest in digests] for number, digests in found}


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


def forget(conn: Connection, number: int) -> None:
    conn.execute(SQL["forget"], {"number": number})


def standing(conn: Connection, *, folder: int, name: str, person: int, ignore: int) -> Standing | None:
    args: dict[str, object] = {
        "folder": folder, "name": name, "key": name_key(name), "person": person, "except": ignore,
    }  # fmt: skip
    return row(conn, SQL["standing"], args, Standing)
