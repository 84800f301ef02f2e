"""Where the steps of a running list begin and end now: folders may have been made, renamed or moved since the check."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence

from msgspec.structs import replace
from psycopg import Connection

from waka.core.changes.acts import Phase
from waka.core.changes.step import Spot, Step
from waka.core.ids import NO_FOLDER, DocumentId, FolderId, PersonId
from waka.core.names import name_key, to_bytes
from waka.records.changes.steps import Held
from waka.records.folders import access, survey
from waka.records.folders.access import MAY_FILE
from waka.records.folders.survey import FolderRow

from .prepared import LeftOut


class Places:
    """The folders and documents that a batch of steps touches, looked at anew for every batch."""

    def __init__(self, person: PersonId) -> None:
        self.person = person
        self.rows: dict[FolderId, FolderRow] = {}
        self.held: Mapping[int, Held] = {}
        self._made: dict[str, FolderId] = {}
        self._children: dict[tuple[FolderId, str], FolderId] = {}
        self._exact: dict[tuple[FolderId, str], FolderId] = {}
        self._root: FolderId | None = None
        self._keeps_all = False

    def forget(self) -> None:
        """Forget what was made where: the structure has changed."""
        self._made.clear()
        self._children.clear()
        self._exact.clear()

    def look(self, conn: Connection, steps: Sequence[Step], held: Mapping[int, Held]) -> None:
        """Read the folders of *steps* and all above them as they are now; *held*: their documents."""
        self.held = held
        if any(step.source is None and step.from_place == "bin" for step in steps):
            self._keeps_all = access.keeps_all(conn, self.person)
        if any(step.act.phase is Phase.MAKES_ROOM or not self._knows(step.make) for step in steps):
            found = survey.folders(conn, self.person)
            self.rows = {row.id: row for row in found}
            self._children = {(row.parent_id or NO_FOLDER, row.name_key): row.id for row in found}
            self._exact = {(row.parent_id or NO_FOLDER, row.name): row.id for row in found}
            self._root = next(row.id for row in found if row.parent_id is None)
            return
        wanted = {folder for step in steps for folder in _folders_of(step)}
        wanted |= {self._made[step.make] for step in steps if step.make}
        self.rows = {row.id: row for row in survey.folders_above(conn, self.person, wanted)}

    def _knows(self, path: str | None) -> bool:
        """Whether the folder is known that a step goes to and that the list itself has made."""
        if path is None or path in self._made:
            return True
        try:
            self._made[path] = self.find(path)
        except LeftOut:
            return False
        return True

    # what acts ask for ------------------------------------------------------------------------------------

    def assert_filed(self, number: DocumentId | None, spot: Spot | None) -> None:
        """Raise ``LeftOut`` where a document is not filed, stands elsewhere or is being changed."""
        now = self._held(number)
        if now.state != "filed" or spot is None or (now.folder_id, now.name) != (spot.folder, spot.name):
            raise LeftOut("moved_since", number=now.id)

    def assert_state(self, number: DocumentId | None, state: str) -> None:
        now = self._held(number)
        if now.state != state:
            raise LeftOut("moved_since", number=now.id)

    def _held(self, number: DocumentId | None) -> Held:
        now = self.held.get(number or 0)
        if now is None:
            raise LeftOut("moved_since", number=number or 0)
        if now.is_moving:
            raise LeftOut("in_motion", number=now.id)
        return now

    def may_change(self, folder: FolderId) -> None:
        if self.row(folder).right not in MAY_FILE:
            raise LeftOut("no_right", folder=self.path(folder) or "Drive")

    def may_file(self, folder: FolderId) -> None:
        if self.row(folder).right not in MAY_FILE:
            raise LeftOut("may_not_file", folder=self.path(folder) or "Drive")

    def may_rearrange(self, folder: FolderId) -> None:
        self.must_have(folder, ("keeper",))

    def must_have(self, folder: FolderId, rights: Collection[str]) -> None:
        if self.row(folder).right not in rights:
            raise LeftOut("not_keeper", folder=self.path(folder) or "Drive")

    def must_keep_all(self) -> None:
        """Raise ``LeftOut`` unless the person keeps the whole drive."""
        if not self._keeps_all:
            raise LeftOut("not_keeper", folder="Drive")

    def resolved(self, step: Step) -> Spot:
        """Return the target with the number of a folder that the list itself has made. Raises ``LeftOut``."""
        assert step.target is not None
        if step.make is None:
            return step.target
        folder = self._made.get(step.make) or self.find(step.make)
        self._made[step.make] = folder
        return replace(step.target, folder=folder) if folder != step.target.folder else step.target

    def at(self, spot: Spot) -> bytes:
        above = self.path(spot.folder)
        return to_bytes(f"{above}/{spot.name}" if above else spot.name)

    def path(self, folder: FolderId) -> str:
        row = self.row(folder)
        if row.parent_id is None:
            return ""
        above = self.path(row.parent_id)
        return f"{above}/{row.name}" if above else row.name

    def row(self, folder: FolderId) -> FolderRow:
        row = self.rows.get(folder)
        if row is None:
            raise LeftOut("folder_gone")
        return row

    def find(self, path: str) -> FolderId:
        """Return the folder at *path*. Raises ``LeftOut``."""
        at = self._root or NO_FOLDER
        for part in path.split("/"):
            found = self._exact.get((at, part)) or self._children.get((at, name_key(part)))
            if found is None:
                raise LeftOut("folder_not_made", path=path)
            at = found
        return at

    def parent_of_made(self, step: Step) -> FolderId:
        """Return the folder that a new one is made in, which the list may have made itself."""
        if step.target is not None and step.target.folder:
            return step.target.folder
        above = (step.make or "").rpartition("/")[0]
        return self.find(above) if above else self._root or NO_FOLDER

    def standing(self, parent: FolderId, name: str) -> FolderId | None:
        """Return the folder of that name, or of a twin of it, in *parent*; of the structure last read as a whole."""
        return self._children.get((parent, name_key(name)))


def placed(step: Step, from_path: bytes, to_path: bytes, target: Spot | None) -> Step:
    """Return *step* with its ends as they are now; the very same one where nothing differs."""
    if (from_path, to_path, target) == (step.from_path, step.to_path, step.target):
        return step
    return replace(step, from_path=from_path, to_path=to_path, target=target)


def _folders_of(step: Step) -> list[FolderId]:
    spots = [spot.folder for spot in (step.source, step.target) if spot is not None and spot.folder]
    return [*spots, step.folder] if step.folder is not None else spots
