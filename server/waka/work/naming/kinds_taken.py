"""Which documents stand where their kind does not belong, by the charters of folders."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import FolderId
from waka.core.rules.charter import Charter, holding
from waka.records.rules import charters


@dataclass(frozen=True, slots=True)
class KindsTaken:
    """The kinds that belong in some folders, by their codes; of a folder that says nothing, none stands here."""

    by_folder: Mapping[FolderId, tuple[str, ...]]

    @classmethod
    def of(cls, conn: Connection, folders: Collection[FolderId]) -> KindsTaken:
        declared = [one for one in charters.every(conn) if one.kinds is not None]
        if not declared or not folders:
            return cls({})
        return cls.along(declared, charters.ways(conn, folders))

    @classmethod
    def along(cls, declared: Iterable[Charter], ways: Mapping[FolderId, Sequence[FolderId]]) -> KindsTaken:
        """Return the same for folders whose *ways* up are known, the nearest first."""
        kinds = {folder: holding(way, declared).charter.kinds for folder, way in ways.items()}
        return cls({folder: found.codes for folder, found in kinds.items() if found is not None})

    def fit(self, folder: FolderId, kind: str | None) -> bool:
        codes = self.by_folder.get(folder)
        return codes is None or kind in codes
