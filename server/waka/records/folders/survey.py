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
from waka.core.ids import DocumentId, FolderId, PartyId, PersonId
from waka.records.database import AT_ONCE, rows
from waka.records.sql import load

SQL = load("folders/survey")


@dataclass(frozen=True, slots=True, kw_only=True)
class FolderRow:
    id: FolderId
    parent_id: FolderId | None
    name: str
    name_key: str
    access_id: int
    own_access: bool
    inode: int | None
    right: str | None  #: None where the person may not know of it


class Source(NamedTuple):
    """A document that a step is about, as the queries return it; a tuple, for a hundred thousand are made at once."""

    id: DocumentId
    state: str
    folder_id: FolderId
    name: str
    size: int
    sha256: bytes
    inode: int
    modified_ns: int
    conforms: bool
    kind: str | None
    party: PartyId | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None
    fields: Mapping[str, str] | None  #: None for none: most have none, and reading that takes its time, too
    from_name: Sequence[str] | None
    bin_path: bytes | None
    bin_reason: str | None

    @property
    def file(self) -> KnownFile:
        return KnownFile(size=self.size, sha256=self.sha256, inode=self.inode, modified_ns=self.modified_ns)

    @property
    def record(self) -> Record:
        return Record(kind=self.kind, party=self.party, when=self.when, what=self.what,
                      reference=self.reference, amount=self.amount,
                      currency=self.currency, further=self.fields or {},
                      from_name=tuple(self.from_name or ()))  # fmt: skip


def folders(conn: Connection, person: PersonId) -> list[FolderRow]:
    return rows(conn, SQL["folders"], {"person": person}, FolderRow)


def folders_above(conn: Connection, person: PersonId, wanted: Collection[FolderId]) -> list[FolderRow]:
    """Return some folders and all above them."""
    return rows(conn, SQL["folders_above"], {"person": person, "folders": list(wanted)}, FolderRow)


def folders_around(conn: Connection, person: PersonId, wanted: Collection[FolderId]) -> list[FolderRow]:
    """Return some folders, all above them, and the folders that stand directly in them."""
    return rows(conn, SQL["folders_around"], {"person": person, "folders": list(wanted)}, FolderRow)


def by_number(conn: Connection, person: PersonId, numbers: Sequence[DocumentId]) -> dict[DocumentId, Source]:
    """Return the documents of *numbers* that the person may see."""
    found: dict[DocumentId, Source] = {}
    with conn.cursor(row_factory=args_row(Source)) as cur:
        for start in range(0, len(numbers), AT_ONCE):
            # the driver turns a list into an array number by number, which takes as long as the question
            some = f"{{{','.join(map(str, numbers[start : start + AT_ONCE]))}}}"
            cur.execute(SQL["by_number"], {"person": person, "numbers": some})
            found.update((source.id, source) for source in cur.fetchall())
    return found


def in_folders(conn: Connection, person: PersonId, wanted: Collection[FolderId]) -> list[Source]:
    with conn.cursor(row_factory=args_row(Source)) as cur:
        return cur.execute(SQL["in_folders"], {"person": person, "folders": list(wanted)}).fetchall()


def names(conn: Connection, wanted: Collection[FolderId]) -> list[tuple[FolderId, str, DocumentId, bytes]]:
    """Return the documents of some folders, whoever may see them: folder, name, number, digest."""
    found = conn.execute(SQL["names"], {"folders": list(wanted)})
    return [
        (FolderId(folder), str(name), DocumentId(id), bytes(digest)) for folder, name, id, digest in found
    ]


def counts(conn: Connection, wanted: Collection[FolderId]) -> dict[FolderId, int]:
    return {FolderId(f): int(n) for f, n in conn.execute(SQL["counts"], {"folders": list(wanted)})}


def beneath(conn: Connection, folder: FolderId, person: PersonId) -> list[tuple[DocumentId, str]]:
    found = conn.execute(SQL["beneath"], {"folder": folder, "person": person})
    return [(DocumentId(id), str(path)) for id, path in found]
