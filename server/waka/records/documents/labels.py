"""What people put on documents: tags, cross-references; and what they had open lately."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId, TagId
from waka.core.names import fold
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("documents/labels")


@dataclass(frozen=True, slots=True, kw_only=True)
class Tag:
    id: TagId
    name: str
    documents: int  #: that the asking person may see
    folders: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Reference:
    id: FolderId
    path: str


def tag(conn: Connection, name: str) -> TagId:
    """Return the id of the tag *name*, made where it is new."""
    found = value(conn, SQL["tag"], {"name": name.strip(), "key": fold(name)})
    assert isinstance(found, int)
    return TagId(found)


def put_on(conn: Connection, numbers: Sequence[DocumentId], tag: TagId, person: PersonId) -> None:
    conn.execute(SQL["put_on"], {"numbers": list(numbers), "tag": tag, "person": person})


def take_off(conn: Connection, numbers: Sequence[DocumentId], tag: TagId) -> None:
    conn.execute(SQL["take_off"], {"numbers": list(numbers), "tag": tag})


def set_on_folder(conn: Connection, folder: FolderId, tag: TagId, person: PersonId, *, on: bool) -> None:
    name = "put_on_folder" if on else "take_off_folder"
    conn.execute(SQL[name], {"folder": folder, "tag": tag, "person": person})


def drop_idle(conn: Connection) -> None:
    conn.execute(SQL["drop_idle"])


def tags(conn: Connection, person: PersonId) -> list[Tag]:
    return rows(conn, SQL["tags"], {"person": person}, Tag)


def tags_of(conn: Connection, numbers: Sequence[DocumentId]) -> dict[int, list[str]]:
    found: dict[int, list[str]] = {}
    for number, name in conn.execute(SQL["tags_of"], {"numbers": list(numbers)}):
        found.setdefault(int(number), []).append(str(name))
    return found


def tags_of_folder(conn: Connection, folder: FolderId) -> list[str]:
    return [str(found[0]) for found in conn.execute(SQL["tags_of_folder"], {"folder": folder})]


def tagged_folders(conn: Connection, tag: TagId, person: PersonId) -> list[Reference]:
    return rows(conn, SQL["tagged_folders"], {"tag": tag, "person": person}, Reference)


def rights_on(conn: Connection, numbers: Sequence[DocumentId], person: PersonId) -> dict[int, str]:
    found = conn.execute(SQL["right_on"], {"numbers": list(numbers), "person": person})
    return {int(id): str(right) for id, right in found}


def refer(conn: Connection, number: DocumentId, folder: FolderId, person: PersonId, *, shown: bool) -> None:
    """Show a document in a further folder, or no longer."""
    conn.execute(SQL["refer" if shown else "unrefer"], {"number": number, "folder": folder, "person": person})


def references(conn: Connection, number: DocumentId, person: PersonId) -> list[Reference]:
    return rows(conn, SQL["references"], {"number": number, "person": person}, Reference)


def has_references(conn: Connection, folder: FolderId) -> bool:
    return bool(value(conn, SQL["has_references"], {"folder": folder}))


def opened_lately(conn: Connection, person: PersonId) -> list[DocumentId]:
    return [DocumentId(found[0]) for found in conn.execute(SQL["opened_lately"], {"person": person})]


def who_sees(conn: Connection, number: DocumentId) -> list[str]:
    return [str(found[0]) for found in conn.execute(SQL["who_sees"], {"number": number})]
