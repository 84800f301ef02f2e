"""Charters as folders declare them. Who may know of which is asked with the folders."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime
from typing import cast

from psycopg import Connection

from waka.core.ids import FolderId, PersonId
from waka.core.rules.charter import Charter, Kinds, Others
from waka.records.database import row
from waka.records.sql import load

SQL = load("rules/charters")


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept:
    edition: int
    pattern_id: int | None
    changed_at: datetime
    changed_by: str | None


def every(conn: Connection) -> list[Charter]:
    """Return the charters of all folders, whoever may see them."""
    found = conn.execute(SQL["all"])
    return [
        Charter(
            folder=FolderId(folder), purpose=purpose, keeper=keeper, statement=statement, deepest=deepest,
            fullest=fullest, destination=destination,
            kinds=Kinds(codes=tuple(takes), others=cast("Others", others)) if takes is not None else None,
        )
        for folder, purpose, keeper, takes, others, statement, deepest, fullest, destination in found
    ]  # fmt: skip


def declared(conn: Connection, person: PersonId) -> list[FolderId]:
    """Return the folders with a charter that *person* may see."""
    return [FolderId(found[0]) for found in conn.execute(SQL["declared"], {"person": person})]


def kept(conn: Connection, folder: FolderId) -> Kept | None:
    return row(conn, SQL["kept"], {"folder": folder}, Kept)


def put(conn: Connection, charter: Charter, pattern: int | None, person: PersonId) -> None:
    """Let a folder declare *charter* in place of what it declared. *pattern*: a revision of its own names."""
    kinds = charter.kinds
    args: dict[str, object] = {
        "folder": charter.folder, "purpose": charter.purpose, "keeper": charter.keeper, "pattern": pattern,
        "takes": list(kinds.codes) if kinds is not None else None,
        "others": kinds.others if kinds is not None else None,
        "statement": charter.statement, "deepest": charter.deepest, "fullest": charter.fullest,
        "destination": charter.destination, "person": person,
    }  # fmt: skip
    conn.execute(SQL["put"], args)


def naming(conn: Connection, folders: Collection[FolderId]) -> dict[FolderId, FolderId]:
    """Return, of some folders, the folder whose pattern names documents there, where it is not the whole drive's."""
    found = conn.execute(SQL["naming"], {"folders": list(folders)})
    return {FolderId(folder): FolderId(by) for folder, by in found}


def ways(conn: Connection, folders: Collection[FolderId]) -> dict[FolderId, list[FolderId]]:
    """Return, of some folders, each with all above it, the nearest first."""
    found = conn.execute(SQL["ways"], {"folders": list(folders)})
    return {FolderId(start): [FolderId(one) for one in way] for start, way in found}


def people(conn: Connection) -> dict[PersonId, str]:
    return {PersonId(id): str(name) for id, name in conn.execute(SQL["keepers"])}
