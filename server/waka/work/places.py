"""Where the steps of a running list begin and end now: folders may have been made, renamed or moved since the check."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from psycopg import Connection

from waka.core.names import name_key, to_bytes, to_text
from waka.records import survey
from waka.records.changes import Held, Step
from waka.records.survey import FolderRow

from .structure import MAY_FILE


class Refused(Exception):
    """Why a step cannot run any more."""


class AlreadyThere(Exception):
    """What a step was to make stands there by now: it has nothing to do, and is no failure."""


class Places:
    """The folders that a list's steps touch, looked at anew for every batch."""

    def __init__(self, person: int) -> None:
        self.person = person
        self.rows: dict[int, FolderRow] = {}
        self._made: dict[str, int] = {}
        self._children: dict[tuple[int, str], int] = {}
        self._exact: dict[tuple[int, str], int] = {}
        self._root: int | None = None

    def forget(self) -> None:
        """Forget what was made where: the structure has changed."""
        self._made.clear()
        self._children.clear()
        self._exact.clear()

    def look(self, conn: Connection, steps: Sequence[Step]) -> None:
        """Read the folders of *steps* and all above them as they are now."""
        if any(step.act == "make_folder" or not self._knows(step.after.get("make")) for step in steps):
            found = survey.folders(conn, self.person)
            self.rows = {row.id: row for row in found}
            self._children = {(row.parent_id or 0, row.name_key): row.id for row in found}
            self._exact = {(row.parent_id or 0, row.name): row.id for row in found}
            self._root = next(row.id for row in found if row.parent_id is None)
            return
        wanted = {folder for step in steps for folder in _folders_of(step)}
        wanted |= {self._made[step.after["make"]] for step in steps if step.after.get("make")}
        todo = wanted
        self.rows = {}
        while todo:
            for row in survey.some_folders(conn, self.person, todo):
                self.rows[row.id] = row
            todo = {row.parent_id for row in self.rows.values() if row.parent_id is not None} - set(self.rows)

    def _knows(self, path: str | None) -> bool:
        """Whether the folder is known that a step goes to and that the list itself has made."""
        if path is None or path in self._made:
            return True
        try:
            self._made[path] = self._find(path)
        except Refused:
            return False
        return True

    def ready(self, step: Step, held: Mapping[int, Held]) -> Step:
        """Return *step* with its paths as they are now. Raises ``Refused``."""
        if step.document_id is None:
            return self._folder(step)
        if step.act == "unversion":
            return self._unversion(step, held)
        self._assert_held(held.get(step.document_id), step.document_id, step)
        if step.act == "destroy":
            folder = self.rows.get(step.before["folder"])
            if folder is not None and folder.right != "keeper":
                raise Refused(f"You are no keeper of “{self.path(folder.id) or 'Drive'}” any more")
            return step
        source = self._source(step)
        if step.onto_id is not None:
            self._assert_stands(held.get(step.onto_id), step.onto_id, step.after)
        after = self._resolved(step)
        from_path = step.from_path if source is None else self._at(source.id, step.before["name"])
        to_path = from_path
        if step.to_place == "bin":
            to_path = f".waka/bin/{step.list_id}-{step.position}".encode()
        elif step.act != "correct":
            target = self._row(after["folder"])
            if target.right not in MAY_FILE:
                raise Refused(f"You may not file in “{self.path(target.id) or 'Drive'}” any more")
            to_path = self._at(target.id, after["name"])
        if (from_path, to_path, after) == (step.from_path, step.to_path, step.after):
            return step
        return replace(step, from_path=from_path, to_path=to_path, after=after)

    def _assert_held(self, now: Held | None, number: int, step: Step) -> None:
        wants = "binned" if step.from_place == "bin" else "filed"
        if now is None or now.state != wants:
            raise Refused(f"No. {number} is no longer {wants}: it was moved or binned since the check")
        if now.is_moving:
            raise Refused(f"No. {number} is being moved by somebody else right now; try it again")
        if step.from_place == "drive" and (now.folder_id, now.name) != (
            step.before["folder"], step.before["name"],
        ):  # fmt: skip
            raise Refused(f"No. {number} was moved or renamed since the check")

    def _source(self, step: Step) -> FolderRow | None:
        """Return the folder that a step takes its document from, where it takes it from one."""
        if step.from_place != "drive":
            return None
        source = self._row(step.before["folder"])
        if step.act != "copy" and source.right not in MAY_FILE:
            raise Refused(f"You may not change anything in “{self.path(source.id) or 'Drive'}” any more")
        return source

    def _assert_stands(self, now: Held | None, number: int, spot: Mapping[str, Any]) -> None:
        if now is None or (now.state, now.folder_id, now.name) != ("filed", spot["folder"], spot["name"]):
            raise Refused(f"No. {number} was moved, renamed or binned since the check")
        if now.is_moving:
            raise Refused(f"No. {number} is being changed by somebody else right now; try it again")

    def _unversion(self, step: Step, held: Mapping[int, Held]) -> Step:
        """The undo of a version: what came is taken out of the document again, and goes back."""
        assert step.onto_id is not None
        self._assert_stands(held.get(step.onto_id), step.onto_id, step.before)
        after = self._resolved(step)
        for folder in (step.before["folder"], after["folder"]):
            if self._row(folder).right not in MAY_FILE:
                raise Refused(f"You may not change anything in “{self.path(folder) or 'Drive'}” any more")
        return replace(
            step, after=after, from_path=self._at(step.before["folder"], step.before["name"]),
            to_path=self._at(after["folder"], after["name"]),
        )  # fmt: skip

    def path(self, folder: int) -> str:
        row = self._row(folder)
        if row.parent_id is None:
            return ""
        above = self.path(row.parent_id)
        return f"{above}/{row.name}" if above else row.name

    def _at(self, folder: int, name: str) -> bytes:
        above = self.path(folder)
        return to_bytes(f"{above}/{name}" if above else name)

    def _row(self, folder: int) -> FolderRow:
        row = self.rows.get(folder)
        if row is None:
            raise Refused("The folder is no longer there")
        return row

    def _resolved(self, step: Step) -> dict[str, Any]:
        """Return what the record will be, with the number of a folder that the list itself has made."""
        make = step.after.get("make")
        if make is None:
            return step.after
        folder = self._made.get(make) or self._find(make)
        self._made[make] = folder
        return {**step.after, "parent" if step.document_id is None else "folder": folder}

    def _find(self, path: str) -> int:
        at = self._root or 0
        for part in path.split("/"):
            found = self._exact.get((at, part)) or self._children.get((at, name_key(part)))
            if found is None:
                raise Refused(f"The folder “{path}” is not there: it was not made, or removed again")
            at = found
        return at

    def _folder(self, step: Step) -> Step:
        after = dict(step.after)
        if step.act == "make_folder":
            if after.get("parent") is None:
                above = _above(step.to_path)
                after["parent"] = self._find(above) if above else self._root
            parent = self._row(after["parent"])
            if parent.right not in MAY_FILE:
                raise Refused(f"You may not make a folder in “{self.path(parent.id) or 'Drive'}” any more")
            there = self._children.get((parent.id, name_key(after["name"])))
            if there is not None and step.folder_id is None:
                raise AlreadyThere(f"“{self.path(there)}” was made meanwhile; what goes into it goes there")
            return replace(step, to_path=self._at(parent.id, after["name"]), after=after)
        row = self._row(step.folder_id or 0)
        if row.right != "keeper":
            raise Refused(f"You may not rearrange “{self.path(row.id)}” any more")
        if (row.parent_id, row.name) != (step.before["parent"], step.before["name"]):
            raise Refused(f"“{self.path(row.id)}” was moved or renamed since the check")
        from_path = to_bytes(self.path(row.id))
        if step.act == "remove_folder":
            return replace(step, from_path=from_path)
        after = self._resolved(step)
        target = self._row(after["parent"])
        if target.right != "keeper":
            raise Refused(f"You may not rearrange “{self.path(target.id) or 'Drive'}”")
        return replace(step, from_path=from_path, to_path=self._at(target.id, after["name"]), after=after)


def _above(path: bytes) -> str:
    return to_text(path).rpartition("/")[0]


def _folders_of(step: Step) -> list[int]:
    told = (
        step.before.get("folder"), step.after.get("folder"), step.before.get("parent"), step.after.get("parent"),
        step.folder_id,
    )  # fmt: skip
    return [int(folder) for folder in told if folder]
