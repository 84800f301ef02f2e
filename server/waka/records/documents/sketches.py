"""What texts are compared by, kept by checksum, and the filed documents that are found by it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("documents/sketches")


@dataclass(frozen=True, slots=True, kw_only=True)
class TextOf:
    sha256: bytes
    text: str  #: its beginning


@dataclass(frozen=True, slots=True, kw_only=True)
class SketchRow:
    sha256: bytes
    look: bytes
    content: bytes


@dataclass(frozen=True, slots=True, kw_only=True)
class Numbered(SketchRow):
    at: int  #: greater for what was made later


@dataclass(frozen=True, slots=True, kw_only=True)
class FiledAlike:
    """A filed document that is like some text."""

    id: DocumentId
    sha256: bytes
    likeness: float
    name: str
    kind: str | None
    who: str | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    folder_id: FolderId
    folder_path: str


def is_any(conn: Connection) -> bool:
    """Whether texts wait for their sketches."""
    return bool(value(conn, SQL["is_any"], {}))


def take(conn: Connection, limit: int, characters: int) -> list[TextOf]:
    """Take some texts that wait for their sketches; nobody else takes any until the transaction is over."""
    conn.execute(SQL["hold"])
    return rows(conn, SQL["take"], {"limit": limit, "characters": characters}, TextOf)


def keep(conn: Connection, version: int, some: Sequence[SketchRow]) -> None:
    conn.execute(
        SQL["keep"],
        {"digests": [one.sha256 for one in some], "versions": [version] * len(some),
         "looks": [one.look for one in some], "contents": [one.content for one in some]},
    )  # fmt: skip


def last(conn: Connection, most: int) -> int:
    """Return the number behind which the *most* latest begin."""
    found = value(conn, SQL["last"], {"most": most})
    assert isinstance(found, int)
    return found


def after(conn: Connection, last_at: int, version: int, limit: int) -> list[Numbered]:
    """Return what was made after *last_at*, in order."""
    return rows(conn, SQL["after"], {"after": last_at, "version": version, "limit": limit}, Numbered)


def texts(conn: Connection, digests: Sequence[bytes], characters: int) -> list[TextOf]:
    return rows(conn, SQL["texts"], {"digests": list(digests), "characters": characters}, TextOf)


def filed(
    conn: Connection, person: PersonId, found: Sequence[tuple[bytes, float]], ignore: DocumentId, limit: int
) -> list[FiledAlike]:
    """Return the filed documents with the bytes of *found* that *person* may see, the most alike first."""
    args: dict[str, object] = {
        "person": person, "digests": [digest for digest, _ in found], "likenesses": [like for _, like in found],
        "ignore": ignore, "limit": limit,
    }  # fmt: skip
    return rows(conn, SQL["filed"], args, FiledAlike)
