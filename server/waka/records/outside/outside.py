"""What the records know of the drive, compared with what is on disk; and writing down the difference."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from typing import Any

from psycopg import Connection
from psycopg.errors import UniqueViolation
from psycopg.types.json import Jsonb

from waka.core.changes.recognise import Found, FoundFolder
from waka.core.fields.record import Record
from waka.core.names import name_key
from waka.errors import StepInMotion
from waka.records.database import row, rows, value
from waka.records.outside.stuck import shortened
from waka.records.sql import load

SQL = load("outside/outside")
Standing = dict[int, dict[str, tuple[int, int, int, int]]]
#: folder → name → number, size, inode, time of change


@dataclass(frozen=True, slots=True, kw_only=True)
class NewFile:
    """A file that becomes a document."""

    folder: int
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
    id: int
    folder_id: int
    name: str
    size: int
    inode: int
    modified_ns: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    id: int
    missing_id: int
    missing_name: str
    missing_state: str
    stood_at: str
    found_id: int
    found_name: str
    found_folder: str
    why: str
    asked_at: datetime


@dataclass(frozen=True, slots=True, kw_only=True)
class SweepState:
    begun_at: datetime | None
    ended_at: datetime | None
    whole_at: datetime | None  #: when the drive was last looked over completely
    files: int
    to_take: int
    taken: int
    bytes_to_take: int
    bytes_taken: int
    held: str | None


def standing(conn: Connection, folders: Sequence[int]) -> Standing:
    """Return the documents that should stand in *folders*."""
    found: Standing = {folder: {} for folder in folders}
    with conn.cursor(binary=True) as cur:
        for id, folder, name, size, inode, modified in cur.execute(
            SQL["standing"], {"folders": list(folders)}
        ):
            found[folder][name] = (id, size, inode, modified)
    return found


def recognisable(conn: Connection, numbers: Sequence[int]) -> dict[int, tuple[bytes, int]]:
    """Return the checksum and birth (0: not known) of some documents' files."""
    found = conn.execute(SQL["recognisable"], {"numbers": list(numbers)})
    return {int(id): (bytes(digest), int(born)) for id, digest, born in found}


def inodes_in(conn: Connection, folder: int) -> set[int]:
    return {int(found[0]) for found in conn.execute(SQL["inodes_in"], {"folder": folder})}


@dataclass(frozen=True, slots=True, kw_only=True)
class Unborn:
    """A document whose file's birth is not on record."""

    id: int
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


def take_in(conn: Connection, files: Sequence[NewFile], person: int | None) -> int:
    """Give *files* their numbers; return how many were not taken in before."""
    conn.execute(SQL["incoming"])
    with conn.cursor() as cur, cur.copy(SQL["copy_incoming"]) as copy:
        for f in files:
            r = f.record
            copy.write_row((
                f.folder, f.name, name_key(f.name), f.conforms, f.size, f.sha256, f.inode, f.modified_ns, f.born_ns,
                r.kind, r.party, r.when, r.what, r.reference, r.amount, r.currency, Jsonb(r.further), f.path,
            ))  # fmt: skip
    return conn.execute(SQL["take_in"], {"person": person}).rowcount


def at_place(conn: Connection, folder: int, name: str) -> int | None:
    """Return the number of the document that stands under *name* in *folder*."""
    found = value(conn, SQL["at_place"], {"folder": folder, "name": name})
    return found if isinstance(found, int) else None


def any_gone(conn: Connection) -> bool:
    return bool(value(conn, SQL["any_gone"], {}))


def lost_before(conn: Connection, files: Sequence[tuple[Found, bytes, str]]) -> dict[int, int]:
    """Return which of *files* (with checksum and path) are documents that were gone: index → number."""
    args: dict[str, object] = {
        "at": list(range(len(files))), "inode": [f.inode for f, _, _ in files],
        "size": [f.size for f, _, _ in files], "modified_ns": [f.modified_ns for f, _, _ in files],
        "sha256": [digest for _, digest, _ in files], "path": [path for _, _, path in files],
    }  # fmt: skip
    return {int(at): int(id) for at, id in conn.execute(SQL["lost_before"], args)}


def lock(conn: Connection, number: int) -> Now | None:
    """Hold a filed document that no step has in motion; None for any other."""
    found = row(conn, SQL["lock"], {"number": number}, Now)
    if found is None or value(conn, SQL["is_in_motion"], {"number": number}):
        return None
    return found


def park(conn: Connection, numbers: Sequence[int]) -> None:
    conn.execute(SQL["park"], {"numbers": list(numbers)})


def follow(conn: Connection, number: int, found: Found, sha256: bytes, *, conforms: bool, back: bool) -> None:
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


def search_due(conn: Connection, numbers: Sequence[int]) -> None:
    conn.execute(SQL["due"], {"numbers": list(numbers)})


def is_search_due(conn: Connection) -> bool:
    return bool(value(conn, "select exists (select from search_due)", {}))


def next_due(conn: Connection, limit: int) -> list[int]:
    """Take some documents whose search words wait to be made."""
    return [int(found[0]) for found in conn.execute(SQL["next_due"], {"limit": limit})]


def ask(conn: Connection, *, missing: int, found: int, folder: int, stood_at: str, why: str) -> None:
    conn.execute(
        SQL["ask"],
        {"missing": missing, "found": found, "folder": folder, "stood_at": stood_at, "why": why},
    )


def questions(conn: Connection, person: int) -> list[Question]:
    return rows(conn, SQL["questions"], {"person": person}, Question)


def answer(conn: Connection, question: Question, answered: str, person: int) -> None:
    conn.execute(SQL["answer"], {"question": question.id, "answer": answered, "person": person})
    if answered == "same":
        args: dict[str, object] = {
            "missing": question.missing_id, "found": question.found_id, "person": person,
        }  # fmt: skip
        conn.execute(SQL["close_about"], args)


def files_of(conn: Connection, numbers: Sequence[int]) -> dict[int, dict[str, Any]]:
    """Return, held, where documents stand and what their files are."""
    cur = conn.execute(SQL["swap_files"], {"numbers": list(numbers)})
    assert cur.description is not None
    words = [column.name for column in cur.description]
    return {found[0]: dict(zip(words, found, strict=True)) for found in cur}


def set_file(conn: Connection, number: int, file: dict[str, Any], person: int) -> None:
    conn.execute(SQL["set_file"], {**file, "number": number, "person": person})


def merge(conn: Connection, number: int, into: int) -> None:
    conn.execute(SQL["merge"], {"number": number, "into": into})


def park_folders(conn: Connection, folders: Sequence[int]) -> None:
    conn.execute(SQL["park_folders"], {"folders": list(folders)})


def forget_folders(conn: Connection, folders: Sequence[int]) -> None:
    conn.execute(SQL["forget_folders"], {"folders": list(folders)})


def remove_folders(conn: Connection, folders: Sequence[int]) -> None:
    """Say that folders are gone, though documents are recorded in them still."""
    conn.execute(SQL["remove_folders"], {"folders": list(folders)})


def removed_with_documents(conn: Connection) -> list[int]:
    """Return the folders that are gone and that documents are recorded in still."""
    return [int(found[0]) for found in conn.execute(SQL["removed_with_documents"])]


def set_folders_seen(conn: Connection, seen: Mapping[int, FoundFolder]) -> None:
    """Write down by what folders are known again: inode and birth."""
    args: dict[str, object] = {
        "folders": list(seen), "inodes": [f.inode for f in seen.values()],
        "births": [f.born_ns for f in seen.values()],
    }  # fmt: skip
    conn.execute(SQL["set_folders_seen"], args)


@dataclass(frozen=True, slots=True, kw_only=True)
class FolderQuestion:
    """Is a folder that was found one that is gone, and so to have its grants?"""

    id: int
    gone_id: int
    found_id: int
    stood_at: str
    found_path: str
    documents: int
    asked_at: datetime


def ask_of_folder(conn: Connection, *, gone: int, found: int, documents: int, stood_at: str) -> None:
    args: dict[str, object] = {"gone": gone, "found": found, "documents": documents, "stood_at": stood_at}
    conn.execute(SQL["ask_of_folder"], args)


def ask_of_lately_gone(conn: Connection) -> None:
    """Ask of private folders that went after, or before, their copy came."""
    conn.execute(SQL["ask_of_lately_gone"])


def folder_questions(conn: Connection, person: int) -> list[FolderQuestion]:
    return rows(conn, SQL["folder_questions"], {"person": person}, FolderQuestion)


def answer_folder(conn: Connection, question: FolderQuestion, answered: str, person: int) -> None:
    args: dict[str, object] = {"question": question.id, "answer": answered, "person": person}
    conn.execute(SQL["answer_folder"], args)
    if answered == "same":
        conn.execute(SQL["pass_grants_on"], {"gone": question.gone_id, "found": question.found_id})


def begin_sweep(conn: Connection, to_take: int, size: int) -> None:
    conn.execute(SQL["begin_sweep"], {"to_take": to_take, "bytes": size})


def advance_sweep(conn: Connection, taken: int, size: int) -> None:
    conn.execute(SQL["advance_sweep"], {"taken": taken, "bytes": size})


def end_sweep(conn: Connection, files: int, held: str | None) -> None:
    conn.execute(SQL["end_sweep"], {"files": files, "held": held})


def hold_sweep(conn: Connection, held: str) -> None:
    """Write down why nothing is followed; when it was last looked over completely stays."""
    conn.execute(SQL["hold_sweep"], {"held": held})


def sweep_state(conn: Connection) -> SweepState:
    found = row(conn, SQL["sweep_state"], {}, SweepState)
    assert found is not None  # the migration puts one there
    return found


def seconds_since_whole(conn: Connection) -> float | None:
    """Return how long ago the drive was looked over completely, by the database's clock; None: never."""
    found = value(conn, SQL["seconds_since_whole"], {})
    return float(found) if isinstance(found, (int, float, Decimal)) else None


def set_notices(conn: Connection, notices: Sequence[tuple[str, str, int | None]]) -> None:
    """Replace what is told of the drive by *notices*: path, reason, and the folder whose keepers see it."""
    told = {shortened(path): (shortened(reason), folder) for path, reason, folder in notices}
    args: dict[str, object] = {
        "paths": list(told), "reasons": [reason for reason, _ in told.values()],
        "folders": [folder for _, folder in told.values()],
    }  # fmt: skip
    conn.execute(SQL["clear_notices"], args)
    conn.execute(SQL["notice"], args)


def notices(conn: Connection, person: int) -> list[tuple[str, str]]:
    return [(str(p), str(r)) for p, r in conn.execute(SQL["notices"], {"person": person})]


def try_sweeping(conn: Connection) -> bool:
    """Take the sole right to sweep; it goes with the connection."""
    return bool(value(conn, SQL["try_sweeping"], {}))


def measure(conn: Connection) -> None:
    """Tell the database to count anew what was added in bulk."""
    conn.execute(SQL["measure"])
