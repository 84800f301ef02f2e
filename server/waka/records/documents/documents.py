"""Documents: one row each, from the moment they arrive. Every question is asked for a person."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from decimal import Decimal
from typing import Any

from psycopg import Connection
from psycopg.types.json import Jsonb

from waka.core.changes.acts import KnownFile
from waka.core.fields.record import Record
from waka.core.ids import DocumentId, FolderId, PartyId, PersonId, PointId
from waka.core.names import name_key
from waka.records.database import row, rows, value
from waka.records.sql import load

SQL = load("documents/documents")


@dataclass(frozen=True, slots=True, kw_only=True)
class File:
    """What is known of a document's file."""

    size: int
    sha256: bytes
    inode: int
    modified_ns: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Document:
    id: DocumentId
    state: str
    folder_id: FolderId | None
    folder_path: str | None
    name: str
    conforms: bool
    size: int
    sha256: bytes
    modified_ns: int
    version: int
    edition: int  #: counts whatever is said of it: place, name, fields, version
    kind: str | None
    who: str | None
    who_short: str | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None
    fields: dict[str, str]
    from_name: list[str]  #: the codes of fields that its name alone tells
    added_at: datetime
    changed_at: datetime
    changed_by: str | None
    arrival_path: bytes | None
    slip: dict[str, Any] | None
    arrival_point_id: PointId | None
    arrival_point: str | None
    media_type: str | None
    fitting_extension: str | None
    pages: int | None
    trouble: str | None
    was_read: bool
    note: str | None
    added_by: str | None
    placed_at: datetime
    merged_into: DocumentId | None
    binned_at: datetime | None
    binned_by: str | None
    bin_reason: str | None
    bin_path: bytes | None
    right: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Neighbour:
    id: DocumentId
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Waiting:
    """An arrival that is about to be filed."""

    id: DocumentId
    name: str
    size: int
    sha256: bytes
    inode: int
    modified_ns: int
    path: bytes
    slip: dict[str, Any]
    arrival_point_id: PointId
    arrival_point: str
    bound_for: FolderId | None  #: the folder that it is on its way to

    @property
    def file(self) -> KnownFile:
        return KnownFile(size=self.size, sha256=self.sha256, inode=self.inode, modified_ns=self.modified_ns)


@dataclass(frozen=True, slots=True, kw_only=True)
class Filed:
    """A filed document that is about to be moved."""

    id: DocumentId
    folder_id: FolderId
    name: str
    size: int
    sha256: bytes
    inode: int
    modified_ns: int
    folder_path: str
    conforms: bool
    edition: int
    right: str
    access_id: int
    kind: str | None
    party: PartyId | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None
    fields: dict[str, str]
    from_name: list[str]  #: the codes of fields that its name alone tells

    @property
    def record(self) -> Record:
        return Record(
            kind=self.kind, party=self.party, when=self.when, what=self.what,
            reference=self.reference, amount=self.amount, currency=self.currency, further=self.fields,
            from_name=tuple(self.from_name),
        )  # fmt: skip

    @property
    def path(self) -> str:
        return f"{self.folder_path}/{self.name}" if self.folder_path else self.name


@dataclass(frozen=True, slots=True, kw_only=True)
class Binned(Filed):
    """A document in the bin; folder and name are those it had."""

    bin_path: bytes
    folder_is_there: bool
    reason: str | None


def add(
    conn: Connection, *, state: str, folder: FolderId | None, name: str, conforms: bool, file: File,
    record: Record, person: PersonId | None,
) -> DocumentId:  # fmt: skip
    """Record a new document and return its lasting number."""
    found = value(
        conn, SQL["add"],
        {"state": state, "folder": folder, "name": name, "name_key": name_key(name),
         "conforms": conforms, "person": person, **_file(file), **record_args(record)},
    )  # fmt: skip
    assert isinstance(found, int)
    return DocumentId(found)


def one(conn: Connection, number: DocumentId, person: PersonId) -> Document | None:
    return row(conn, SQL["one"], {"number": number, "person": person}, Document)


def leads_to(conn: Connection, number: DocumentId) -> DocumentId:
    """Return the document that *number* leads to: itself, or what it became a version of."""
    found = value(conn, SQL["leads_to"], {"number": number})
    return DocumentId(found) if isinstance(found, int) else number


def text(conn: Connection, sha256: bytes, most: int) -> str | None:
    """Return the first *most* characters that were read."""
    found = value(conn, SQL["text"], {"sha256": sha256, "most": most})
    return found if isinstance(found, str) else None


def names_beside(
    conn: Connection, *, folder: FolderId, name: str, person: PersonId, ignore: int
) -> list[str]:
    """Return the names in *folder* that some systems could not tell from *name*."""
    args: dict[str, object] = {
        "folder": folder, "person": person, "keys": [name_key(name)], "except": ignore,
    }  # fmt: skip
    return [str(found[0]) for found in conn.execute(SQL["names_beside"], args)]


def neighbours(
    conn: Connection, *, folder: FolderId, name: str, person: PersonId, each_way: int
) -> tuple[list[Neighbour], list[Neighbour]]:
    """Return the documents around the spot where *name* sorts, in order: before, and from there on."""
    args: dict[str, object] = {
        "folder": folder, "key": name_key(name), "person": person, "limit": each_way,
    }  # fmt: skip
    before = rows(conn, SQL["neighbours_before"], args, Neighbour)
    return before[::-1], rows(conn, SQL["neighbours_from"], args, Neighbour)


def same_bytes(conn: Connection, *, sha256: bytes, number: DocumentId, person: PersonId) -> DocumentId | None:
    args: dict[str, object] = {"sha256": sha256, "number": number, "person": person}
    found = value(conn, SQL["same_bytes"], args)
    return DocumentId(found) if isinstance(found, int) else None


def stands_at(conn: Connection, *, folder: FolderId, name: str, ignore: int) -> bool:
    args: dict[str, object] = {"folder": folder, "name": name, "except": ignore}
    return bool(value(conn, SQL["stands_at"], args))


def file(
    conn: Connection, *, number: DocumentId, folder: FolderId, name: str, conforms: bool, inode: int,
    modified_ns: int, record: Record, person: PersonId,
) -> None:  # fmt: skip
    conn.execute(
        SQL["file"],
        {"number": number, "folder": folder, "name": name, "name_key": name_key(name),
         "conforms": conforms, "inode": inode, "modified_ns": modified_ns, "person": person,
         **record_args(record)},
    )  # fmt: skip


def unfile(
    conn: Connection, *, number: DocumentId, name: str, inode: int, modified_ns: int, person: PersonId
) -> None:
    conn.execute(
        SQL["unfile"],
        {"number": number, "name": name, "name_key": name_key(name), "inode": inode,
         "modified_ns": modified_ns, "person": person},
    )  # fmt: skip


def place(
    conn: Connection, *, number: DocumentId, folder: FolderId, name: str, conforms: bool, inode: int,
    modified_ns: int, record: Record, person: PersonId | None,
) -> None:  # fmt: skip
    """Write down that a filed document stands at another place, or has other fields."""
    conn.execute(
        SQL["place"],
        {"number": number, "folder": folder, "name": name, "name_key": name_key(name),
         "conforms": conforms, "inode": inode, "modified_ns": modified_ns, "person": person,
         **record_args(record)},
    )  # fmt: skip


def copy(
    conn: Connection, *, source: int, folder: FolderId, name: str, conforms: bool, inode: int,
    modified_ns: int, size: int, sha256: bytes, record: Record, person: PersonId,
) -> DocumentId:  # fmt: skip
    """Record the copy of a document, with its note and its tags, and return its own number."""
    number = add(
        conn, state="filed", folder=folder, name=name, conforms=conforms, record=record, person=person,
        file=File(size=size, sha256=sha256, inode=inode, modified_ns=modified_ns),
    )  # fmt: skip
    conn.execute(SQL["copy_words"], {"source": source, "number": number})
    return number


def put_in_bin(
    conn: Connection, *, number: DocumentId, path: bytes, person: PersonId, reason: str | None,
    folder: FolderId | None = None, name: str | None = None,
) -> None:  # fmt: skip
    """Put a document into the bin; *folder* and *name* where it is to go back to, None where it stands now."""
    args: dict[str, object] = {
        "number": number, "path": path, "person": person, "reason": reason, "folder": folder, "name": name,
        "name_key": name_key(name) if name else None,
    }  # fmt: skip
    conn.execute(SQL["bin_row"], args)
    conn.execute(SQL["bin"], args)


def take_from_bin(conn: Connection, number: DocumentId) -> None:
    conn.execute(SQL["unbin_row"], {"number": number})


def gone(conn: Connection, number: DocumentId) -> None:
    conn.execute(SQL["gone"], {"number": number})


def lock_waiting(conn: Connection, number: DocumentId, person: PersonId) -> Waiting | None:
    conn.execute(SQL["hold"], {"number": number})
    return row(conn, SQL["lock_waiting"], {"number": number, "person": person}, Waiting)


@dataclass(frozen=True, slots=True, kw_only=True)
class Discarded:
    """An arrival in the bin."""

    id: DocumentId
    name: str
    size: int
    sha256: bytes
    inode: int
    modified_ns: int
    path: bytes  #: in the bin
    first_path: bytes  #: where it lay among the arrivals
    reason: str | None
    binned_at: datetime
    binned_by: str

    @property
    def file(self) -> KnownFile:
        return KnownFile(size=self.size, sha256=self.sha256, inode=self.inode, modified_ns=self.modified_ns)


def lock_discarded(conn: Connection, number: DocumentId, person: PersonId) -> Discarded | None:
    conn.execute(SQL["hold"], {"number": number})
    return row(conn, SQL["discarded"], {"number": number, "person": person}, Discarded)


def discarded(conn: Connection, person: PersonId) -> list[Discarded]:
    """Return the discarded arrivals that this person may see, the latest first."""
    return rows(conn, SQL["discarded"], {"number": None, "person": person}, Discarded)


def discard(
    conn: Connection,
    *,
    number: DocumentId,
    path: bytes,
    person: PersonId,
    reason: str | None,
    inode: int,
    modified_ns: int,
) -> None:
    args: dict[str, object] = {"number": number, "path": path, "person": person, "reason": reason,
                               "inode": inode, "modified_ns": modified_ns, "state": "discarded"}  # fmt: skip
    conn.execute(SQL["bin_row"], args)
    conn.execute(SQL["set_state"], args)


def wait_again(
    conn: Connection, *, number: DocumentId, inode: int, modified_ns: int, person: PersonId
) -> None:
    args: dict[str, object] = {"number": number, "person": person, "inode": inode, "modified_ns": modified_ns,
                               "state": "waiting"}  # fmt: skip
    conn.execute(SQL["set_state"], args)


def lock_filed(conn: Connection, number: DocumentId, person: PersonId) -> Filed | None:
    """Hold a filed document that this person may see until the transaction ends."""
    conn.execute(SQL["hold"], {"number": number})
    return row(conn, SQL["lock_filed"], {"number": number, "person": person}, Filed)


def lock_binned(conn: Connection, number: DocumentId, person: PersonId) -> Binned | None:
    conn.execute(SQL["hold"], {"number": number})
    return row(conn, SQL["lock_binned"], {"number": number, "person": person}, Binned)


def set_note(conn: Connection, number: DocumentId, note: str | None, person: PersonId) -> None:
    conn.execute(SQL["set_note"], {"number": number, "note": note, "person": person})


def opened(conn: Connection, number: DocumentId, person: PersonId) -> None:
    """Remember that a person had a document open."""
    conn.execute(SQL["opened"], {"number": number, "person": person})


def _file(file: File) -> dict[str, object]:
    return {
        "size": file.size, "sha256": file.sha256, "inode": file.inode,
        "modified_ns": file.modified_ns,
    }  # fmt: skip


def record_args(record: Record) -> dict[str, object]:
    return {
        "kind": record.kind, "party": record.party, "when": record.when, "what": record.what,
        "reference": record.reference, "amount": record.amount, "currency": record.currency,
        "fields": Jsonb(dict(record.further)), "from_name": list(record.from_name),
    }  # fmt: skip


def bin_paths(conn: Connection) -> set[bytes]:
    """Return what should lie in the bin, or is on its way in or out."""
    return {bytes(found[0]) for found in conn.execute(SQL["bin_paths"])}
