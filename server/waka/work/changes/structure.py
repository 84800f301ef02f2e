"""The folders of the drive as a check sees them: by number and by path, with those that are still to be made."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from waka.core.ids import NO_FOLDER, FolderId
from waka.core.names import check_name, name_key
from waka.records.folders.access import MAY_FILE
from waka.records.folders.survey import FolderRow

from .prepared import LeftOut

MOST_GUESSES = (
    20  #: names that meet what is hidden, in one list: from there on, no new name is told from a hidden one
)


class Structure:
    """All folders; one that is to be made has a number below zero."""

    def __init__(self, rows: Iterable[FolderRow]) -> None:
        self.rows = {row.id: row for row in rows}
        self.made: dict[FolderId, FolderRow] = {}  #: to be made, those above first
        self.children: dict[FolderId, dict[str, FolderId]] = {}
        self.root = NO_FOLDER
        self._paths: dict[FolderId, str] = {}
        self._exact: dict[tuple[FolderId, str], FolderId] = {}
        self._alike: dict[tuple[FolderId, str], list[FolderRow]] = {}  #: by the key that twins share
        self._tops: dict[str, FolderId] = {}
        #: seen, though what they stand in is not: to the person they begin a path
        self.hidden_met = 0  #: how many names ran into what the person may not know of
        for row in self.rows.values():
            if row.parent_id is None:
                self.root = row.id
            else:
                self._stands(row)
                above = self.rows.get(row.parent_id)
                if row.right is not None and above is not None and above.right is None:
                    self._tops[row.name_key] = row.id

    def _stands(self, row: FolderRow) -> None:
        """Note a folder in its parent. Of twins, the first has the key that they share."""
        parent = row.parent_id or NO_FOLDER
        self._exact[parent, row.name] = row.id
        self._alike.setdefault((parent, row.name_key), []).append(row)
        names = self.children.setdefault(parent, {})
        names[row.name_key if row.name_key not in names else f"{row.name_key}\0{row.name}"] = row.id

    def row(self, folder: FolderId) -> FolderRow | None:
        return self.made.get(folder) or self.rows.get(folder)

    def add(self, row: FolderRow) -> None:
        """Know a folder more, which will be there when it is needed."""
        self.rows[row.id] = row
        self._stands(row)

    def path(self, folder: FolderId) -> str:
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

    def is_seen(self, folder: FolderId) -> bool:
        """Whether the person may know of the folder."""
        row = self.row(folder)
        return row is not None and row.right is not None

    def seen(self, place: FolderId | str) -> str:
        """Return a folder's path as the person sees it: what stands above a folder they may not know of is left out.

        *place*: a folder by number, or the whole path of one that may be still to be made.
        """
        parts: list[str] = []
        at = self.root
        for part in _parts(self.path(place) if isinstance(place, int) else place):
            at = self._exact.get((at, part), NO_FOLDER)
            parts = [*parts, part] if at == NO_FOLDER or self.is_seen(at) else []
        return "/".join(parts)

    def above(self) -> dict[FolderId, FolderId | None]:
        return {row.id: row.parent_id for row in (*self.rows.values(), *self.made.values())}

    def way(self, folder: FolderId) -> list[FolderId]:
        """Return a folder and all above it, nearest first."""
        way: list[FolderId] = []
        at: FolderId | None = folder
        while at is not None:
            way.append(at)
            row = self.row(at)
            at = row.parent_id if row is not None else None
        return way

    def find(self, path: str) -> FolderId | None:
        """Return the folder at *path* as the person sees it; capitals do not count."""
        at = self.root
        for part in _parts(path):
            found = self._child(at, part)
            if found is None or not self.is_seen(found):
                return None
            at = found
        return at if self.is_seen(at) else None

    def missing(self, path: str) -> int:
        """Return how many levels of *path*, at its end, are not there as far as the person sees."""
        parts = _parts(path)
        ends = range(len(parts), 0, -1)
        return next(
            (len(parts) - end for end in ends if self.find("/".join(parts[:end])) is not None), len(parts)
        )

    def at(self, path: str) -> FolderId | None:
        """Return the folder at *path* from the drive root, whoever may see it."""
        at: FolderId | None = self.root
        for part in _parts(path):
            at = self._exact.get((at or NO_FOLDER, part))
            if at is None:
                return None
        return at

    def find_or_plan(self, path: str, start: FolderId | None = None) -> FolderId:
        """Return the folder at *path* from *start*, planned where it is missing. Raises ``LeftOut``."""
        at = start if start is not None else self.root
        for part in _parts(path):
            found = self._child(at, part)
            twins = self._twins(at, part)
            if len(twins) > 1:
                raise LeftOut("which_folder", name=part, alike=twins)
            if found is not None and not self.is_seen(found):
                self.hidden_met += 1
                raise LeftOut("unusable")
            at = found if found is not None else self._plan(at, part)
        if not self.is_seen(at):
            raise LeftOut("unusable")
        return at

    def _plan(self, at: FolderId, name: str) -> FolderId:
        """Have a folder made in *at* and return its number below zero. Raises ``LeftOut``."""
        above = self.row(at)
        if above is None or above.right not in MAY_FILE:
            raise LeftOut("may_not_make", folder=self.seen(at) or "Drive")
        if self.hidden_met > MOST_GUESSES:
            raise LeftOut("unusable")
        faults = check_name(name, parent_length=len(self.path(at)))
        if faults:
            raise LeftOut("unfit_folder", **{"folder": name, **faults[0].facts})
        made = FolderId(-len(self.made) - 1)
        self.made[made] = replace(
            above, id=made, parent_id=at, name=name, name_key=name_key(name), own_access=False, inode=None
        )
        self._stands(self.made[made])
        return made

    def _twins(self, at: FolderId, part: str) -> list[str]:
        """Return the folders that *part* may mean where it names none of them exactly, as far as they are seen."""
        if (at, part) in self._exact:
            return []
        return sorted(row.name for row in self._alike.get((at, name_key(part)), ()) if row.right is not None)

    def _child(self, at: FolderId, part: str) -> FolderId | None:
        """Return the folder that *part* means in the folder *at*, seen or not."""
        key = name_key(part)
        found = self._exact.get((at, part)) or self.children.get(at, {}).get(key)
        if at == self.root and (found is None or not self.is_seen(found)):
            return self._tops.get(key, found)
        return found


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
