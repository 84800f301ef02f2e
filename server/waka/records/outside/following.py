"""What other programs did to the drive, written down: files taken in, followed, merged; folders seen and gone."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from psycopg import Connection
from psycopg.errors import UniqueViolation
from psycopg.types.json import Jsonb

from waka.core.changes.recognise import Found, FoundFolder
from waka.core.fields.record import Record
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import name_key
from waka.errors import StepInMotion
from waka.records.database import row, rows, value
from waka.records.sql import load

SQL = load("outside/following")
Standing = dict[FolderId, dict[str, tuple[DocumentId, int, int, int]]]
#: folder → name → number, size, inode, time of change


@dataclass(frozen=True, slots=True, kw_only=True)
class NewFile:
    """A file that becomes a document."""

    folder: FolderId
    name: str
    path: str
    size: int
    inode: int
    modified_ns: int
    born_ns: int  #: 0: the file system does not tell
    sha256: bytes
    conforms: bool
    record: Record


@dataclass(frozen=True, slots=True, kw_only=True)
class Now:
    id: DocumentId
    folder_id: FolderId
    name: str
    size: int
    inode: int
    modified_ns: int


def standing(conn: Connection, folders: Sequence[FolderId]) -> Standing:
    """Return the documents that should stand in *folders*."""
    found: Standing = {folder: {} for folder in folders}
    with conn.cursor(binary=True) as cur:
        for id, folder, name, size, inode, modified in cur.execute(
            SQL["standing"], {"folders": list(folders)}
        ):
            found[folder][name] = (id, size, inode, modified)
    return found


def recognisable(conn: Connection, numbers: Sequence[DocumentId]) -> dict[int, tuple[bytes, int]]:
    """Return the checksum and birth (0: not known) of some documents' files."""
    found = conn.execute(SQL["recognisable"], {"numbers": list(numbers)})
    return {int(id): (bytes(digest), int(born)) for id, digest, born in found}


def inodes_in(conn: Connection, folder: FolderId) -> set[int]:
    return {int(found[0]) for found in conn.execute(SQL["inodes_in"], {"folder": folder})}


@dataclass(frozen=True, slots=True, kw_only=True)
class Unborn:
    """A document whose file's birth is not on record."""

    id: DocumentId
    folder_path: str
    name: str
    inode: int


def unborn(conn: Connection, limit: int) -> list[Unborn]:
    return rows(conn, SQL["unborn"], {"limit": limit}, Unborn)


def set_births(conn: Connection, births: dict[int, int]) -> None:
    conn.execute(SQL["set_births"], {"numbers": list(births), "births": list(births.values())})


def filed(conn: Connection) -> int:
    """Return how many documents are filed, whoever may see them."""
    found = value(conn, SQL["filed"], {})
    return found if isinstance(found, int) else 0


def take_in(conn: Connection, files: Sequence[NewFile], person: PersonId | None) -> int:
    """Give *files* their numbers; return how many were not taken in before."""
    conn.execute(SQL["incoming"])
    with conn.cursor() as cur, cur.copy(SQL["copy_incoming"]) as copy:
        for f in files:
            r = f.record
            copy.write_row((
                f.folder, f.name, name_key(f.name), f.conforms, f.size, f.sha256, f.inode, f.modified_ns, f.born_ns,
                r.kind, r.party, r.when, r.what, r.reference, r.amount, r.currency, Jsonb(r.further),
                list(r.from_name), f.path,
            ))  # fmt: skip
    return conn.execute(SQL["take_in"], {"person": person}).rowcount


def at_place(conn: Connection, folder: FolderId, name: str) -> DocumentId | None:
    """Return the number of the document that stands under *name* in *folder*."""
    found = value(conn, SQL["at_place"], {"folder": folder, "name": name})
    return DocumentId(found) if isinstance(found, int) else None


def any_gone(conn: Connection) -> bool:
    return bool(value(conn, SQL["any_gone"], {}))


def lost_before(conn: Connection, files: Sequence[tuple[Found, bytes, str]]) -> dict[int, DocumentId]:
    """Return which of *files* (with checksum and path) are documents that were gone: index → number."""
    args: dict[str, object] = {
        "at": list(range(len(files))), "inode": [f.inode for f, _, _ in files],
        "size": [f.size for f, _, _ in files], "modified_ns": [f.modified_ns for f, _, _ in files],
        "sha256": [digest for _, digest, _ in files], "path": [path for _, _, path in files],
    }  # fmt: skip
    return {int(at): DocumentId(id) for at, id in conn.execute(SQL["lost_before"], args)}


def lock(conn: Connection, number: DocumentId) -> Now | None:
    """Hold a filed document that no step has in motion; None for any other."""
    found = row(conn, SQL["lock"], {"number": number}, Now)
    if found is None or value(conn, SQL["is_in_motion"], {"number": number}):
        return None
    return found


def park(conn: Connection, numbers: Sequence[DocumentId]) -> None:
    conn.execute(SQL["park"], {"numbers": list(numbers)})


def follow(
    conn: Connection, number: DocumentId, found: Found, sha256: bytes, *, conforms: bool, back: bool
) -> None:
    """Let a record follow its file; *back*: it was gone. Raises ``StepInMotion``."""
    folder, name = found.place
    try:
        conn.execute(
            SQL["come_back" if back else "follow"],
            {"number": number, "folder": folder, "name": name, "name_key": name_key(name),
             "conforms": conforms, "size": found.size, "inode": found.inode,
             "modified_ns": found.modified_ns, "born_ns": found.born_ns, "sha256": sha256},
        )  # fmt: skip
    except UniqueViolation as error:
        # a document that should have left this place is in other hands: the next sweep sees both
        raise StepInMotion(number) from error


def files_of(conn: Connection, numbers: Sequence[DocumentId]) -> dict[int, dict[str, Any]]:
    """Return, held, where documents stand and what their files are."""
    cur = conn.execute(SQL["swap_files"], {"numbers": list(numbers)})
    assert cur.description is not None
    words = [column.name for column in cur.description]
    return {found[0]: dict(zip(words, found, strict=True)) for found in cur}


def set_file(conn: Connection, number: DocumentId, file: dict[str, Any], person: PersonId) -> None:
    conn.execute(SQL["set_file"], {**file, "number": number, "person": person})


def merge(conn: Connection, number: DocumentId, into: int) -> None:
    conn.execute(SQL["merge"], {"number": number, "into": into})


def park_folders(conn: Connection, folders: Sequence[FolderId]) -> None:
    conn.execute(SQL["park_folders"], {"folders": list(folders)})


def forget_folders(conn: Connection, folders: Sequence[FolderId]) -> None:
    conn.execute(SQL["forget_folders"], {"folders": list(folders)})


def remove_folders(conn: Connection, folders: Sequence[FolderId]) -> None:
    """Say that folders are gone, though documents are recorded in them still."""
    conn.execute(SQL["remove_folders"], {"folders": list(folders)})


def removed_with_documents(conn: Connection) -> list[FolderId]:
    """Return the folders that are gone and that documents are recorded in still."""
    return [FolderId(found[0]) for found in conn.execute(SQL["removed_with_documents"])]


def set_folders_seen(conn: Connection, seen: Mapping[FolderId, FoundFolder]) -> None:
    """Write down by what folders are known again: inode and birth."""
    args: dict[str, object] = {
        "folders": list(seen), "inodes": [f.inode for f in seen.values()],
        "births": [f.born_ns for f in seen.values()],
    }  # fmt: skip
    conn.execute(SQL["set_folders_seen"], args)
