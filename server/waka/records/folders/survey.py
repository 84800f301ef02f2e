"""What a check of many steps looks at, read in a few questions whatever the number of steps."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from typing import NamedTuple

from psycopg import Connection
from psycopg.rows import args_row

from waka.core.changes.acts import KnownFile
from waka.core.fields.record import Record
from waka.records.database import rows
from waka.records.sql import load

SQL = load("folders/survey")


@dataclass(frozen=True, slots=True, kw_only=True)
class FolderRow:
    id: int
    parent_id: int | None
    name: str
    name_key: str
    access_id: int
    own_access: bool
    inode: int | None
    right: str | None  #: None where the person may not know of it


class Source(NamedTuple):
    """A document that a step is about, as the queries return it; a tuple, for a hundred thousand are made at once."""

    id: int
    state: str
    folder_id: int
    name: str
    size: int
    sha256: bytes
    inode: int
    modified_ns: int
    conforms: bool
    kind: str | None
    party: int | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None
    fields: Mapping[str, str]
    bin_path: bytes | None
    bin_reason: str | None

    @property
    def file(self) -> KnownFile:
        return KnownFile(size=self.size, sha256=self.sha256, inode=self.inode, modified_ns=self.modified_ns)

    @property
    def record(self) -> Record:
        return Record(kind=self.kind, party=self.party, when=self.when, what=self.what,
                      reference=self.reference, amount=self.amount,
                      currency=self.currency, further=self.fields)  # fmt: skip


def folders(conn: Connection, person: int) -> list[FolderRow]:
    return rows(conn, SQL["folders"], {"person": person}, FolderRow)


def folders_above(conn: Connection, person: int, wanted: Collection[int]) -> list[FolderRow]:
    """Return some folders and all above them."""
    return rows(conn, SQL["folders_above"], {"person": person, "folders": list(wanted)}, FolderRow)


def folders_around(conn: Connection, person: int, wanted: Collection[int]) -> list[FolderRow]:
    """Return some folders, all above them, and the folders that stand directly in them."""
    return rows(conn, SQL["folders_around"], {"person": person, "folders": list(wanted)}, FolderRow)


def by_number(conn: Connection, person: int, numbers: Sequence[int]) -> dict[int, Source]:
    """Return the documents of *numbers* that the person may see."""
    with conn.cursor(row_factory=args_row(Source)) as cur:
        cur.execute(SQL["by_number"], {"person": person, "numbers": list(numbers)})
        return {source.id: source for source in cur}


def in_folders(conn: Connection, person: int, wanted: Collection[int]) -> list[Source]:
    with conn.cursor(row_factory=args_row(Source)) as cur:
        return cur.execute(SQL["in_folders"], {"person": person, "folders": list(wanted)}).fetchall()


def names(conn: Connection, wanted: Collection[int]) -> list[tuple[int, str, int, bytes]]:
    """Return the documents of some folders, whoever may see them: folder, name, number, digest."""
    found = conn.execute(SQL["names"], {"folders": list(wanted)})
    return [(int(folder), str(name), int(id), bytes(digest)) for folder, name, id, digest in found]


def counts(conn: Connection, wanted: Collection[int]) -> dict[int, int]:
    return {int(f): int(n) for f, n in conn.execute(SQL["counts"], {"folders": list(wanted)})}


def beneath(conn: Connection, folder: int, person: int) -> list[tuple[int, str]]:
    found = conn.execute(SQL["beneath"], {"folder": folder, "person": person})
    return [(int(id), str(path)) for id, path in found]
