"""The folders of the drive as a check sees them: by number and by path, with those that are still to be made."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from waka.core.names import check_name, name_key
from waka.records.survey import FolderRow

MAY_FILE = ("filer", "keeper")


class Structure:
    """All folders; one that is to be made has a number below zero."""

    def __init__(self, rows: Iterable[FolderRow]) -> None:
        self.rows = {row.id: row for row in rows}
        self.made: dict[int, FolderRow] = {}  #: to be made, those above first
        self.children: dict[int, dict[str, int]] = {}
        self.root = 0
        self._paths: dict[int, str] = {}
        for row in self.rows.values():
            if row.parent_id is None:
                self.root = row.id
            else:
                self.children.setdefault(row.parent_id, {})[row.name_key] = row.id

    def row(self, folder: int) -> FolderRow | None:
        return self.made.get(folder) or self.rows.get(folder)

    def add(self, row: FolderRow) -> None:
        """Know a folder more, which will be there when it is needed."""
        self.rows[row.id] = row
        self.children.setdefault(row.parent_id or 0, {})[row.name_key] = row.id

    def path(self, folder: int) -> str:
        known = self._paths.get(folder)
        if known is None:
            row = self.row(folder)
            if row is None or row.parent_id is None:
                known = ""
            else:
                above = self.path(row.parent_id)
                known = f"{above}/{row.name}" if above else row.name
            self._paths[folder] = known
        return known

    def above(self) -> dict[int, int | None]:
        return {row.id: row.parent_id for row in (*self.rows.values(), *self.made.values())}

    def find(self, path: str) -> int | None:
        """Return the folder at *path* that the person may see; capitals do not count."""
        at = self.root
        for part in _parts(path):
            found = self.children.get(at, {}).get(name_key(part))
            if found is None:
                return None
            at = found
        row = self.row(at)
        return at if row is not None and row.right is not None else None

    def find_or_plan(self, path: str) -> tuple[int | None, str | None]:
        """Return the folder at *path*, planned where it is missing; else None and why not."""
        at = self.root
        for part in _parts(path):
            found = self.children.get(at, {}).get(name_key(part))
            if found is None:
                above = self.row(at)
                if above is None or above.right not in MAY_FILE:
                    return None, f"You may not make a folder in “{self.path(at) or 'Drive'}”"
                faults = check_name(part, parent_length=len(self.path(at)))
                if faults:
                    return None, f"“{part}” cannot be a folder: {faults[0].message}"
                found = -len(self.made) - 1
                self.made[found] = replace(
                    above,
                    id=found,
                    parent_id=at,
                    name=part,
                    name_key=name_key(part),
                    own_access=False,
                    inode=None,
                )
                self.children.setdefault(at, {})[name_key(part)] = found
            at = found
        row = self.row(at)
        if row is None or row.right is None:
            return None, "This name cannot be used here"
        return at, None


def _parts(path: str) -> list[str]:
    return [part for part in path.strip().strip("/").split("/") if part]


def split_path(path: str) -> tuple[str, str]:
    """Return folder and name of a document's path."""
    above, _, name = path.strip().strip("/").rpartition("/")
    return above, name


def is_safe(path: str) -> bool:
    """Whether *path* stays beneath the drive and out of Waka's own corner."""
    parts = path.replace("\\", "/").strip().strip("/").split("/")
    return not any(part in ("..", ".") or "\0" in part for part in parts) and not parts[0].startswith(".waka")
