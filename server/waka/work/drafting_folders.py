"""Proposals about folders: planned, made again, moved as a whole, removed when they are empty."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import replace

from psycopg import Connection

from waka.core.changes.check import Planned, Spot
from waka.core.names import name_key, to_bytes
from waka.drive.folders import folder_inode
from waka.records import survey

from .asked import Asked, LeftOut, Prepared
from .deps import Deps
from .structure import MAY_FILE, Structure


class FolderDrafter:
    """Prepares those proposals of one list that are about folders."""

    def __init__(self, deps: Deps, structure: Structure) -> None:
        self.deps, self.structure = deps, structure
        #: folders that are made for themselves, by their number below zero
        self.wanted: dict[int, Asked] = {}
        self._removing: set[int] = set()
        self._held: dict[int, int] = {}  #: how many documents stand in a folder that is removed
        self._leaving: Counter[int] = Counter()  #: how many of a folder's documents the list is about

    def look_up(self, conn: Connection, asks: Iterable[Asked], leaving: Iterable[int]) -> None:
        """Count what stands in folders that are removed; *leaving*: the folder of each document of the list."""
        self._removing = {a.folder for a in asks if a.do == "remove_folder" and a.folder is not None}
        self._held = survey.counts(conn, self._removing) if self._removing else {}
        self._leaving = Counter(leaving)

    def bring_back(self, asks: Iterable[Asked]) -> None:
        """Know the folders that an undo makes again, with their numbers, before anything goes into them."""
        for asked in asks:
            above = self.structure.row(asked.into or 0) if asked.do == "make_folder" else None
            if above is not None and asked.folder is not None and asked.folder not in self.structure.rows:
                self.structure.add(
                    replace(above, id=asked.folder, parent_id=above.id, name=asked.name or "",
                            name_key=name_key(asked.name or ""), own_access=False, inode=None))  # fmt: skip

    def plan(self, asked: Asked) -> None:
        """Have a folder made for itself. Raises ``LeftOut``."""
        folder, why = self.structure.find_or_plan(asked.to or "")
        if folder is None:
            raise LeftOut("no_target", why or "")
        if folder > 0:
            raise LeftOut("already_there", f"“{asked.to}” is already there")
        self.wanted[folder] = asked

    def prepare(self, asked: Asked) -> Prepared:
        """Return a step that is about a folder. Raises ``LeftOut``."""
        structure = self.structure
        if asked.do == "make_folder":
            return self._made_again(asked)
        row = structure.rows.get(asked.folder or 0)
        if row is None or row.right is None or row.parent_id is None:
            code = "changed_since" if asked.expect is not None else "missing"
            raise LeftOut(code, "The folder is not there, or not for you to see")
        if row.right != "keeper":
            raise LeftOut("no_right", f"Only a keeper of “{structure.path(row.id)}” may rearrange it")
        if asked.expect is not None and asked.expect.get("name") is not None and (
            (row.parent_id, row.name) != (asked.expect["parent"], asked.expect["name"])
        ):  # fmt: skip
            raise LeftOut("changed_since", f"“{structure.path(row.id)}” has been moved or renamed since")
        if asked.do == "remove_folder":
            self._assert_emptied(row.id)
        spot = Spot(folder=row.parent_id, name=row.name)
        target = None
        if asked.do == "move_folder":
            into = structure.row(asked.into) if asked.into is not None else None
            if asked.into is None and asked.to is not None:
                found, _ = structure.find_or_plan(asked.to)
                into = structure.row(found) if found is not None else None
            if into is None or into.right != "keeper":
                raise LeftOut("no_right", "Only a keeper of the folder that it goes to may rearrange it")
            target = Spot(folder=into.id, name=asked.name or row.name)
        inode = row.inode or folder_inode(self.deps.drive, to_bytes(structure.path(row.id))) or 0
        return Prepared(
            asked=asked, act=asked.act, folder=row.id, inode=inode, from_path=to_bytes(structure.path(row.id)),
            from_access=row.access_id, keeps_access=row.own_access, before={"parent": row.parent_id, "name": row.name},
            planned=Planned(position=asked.at, subject=("folder", row.id), source=spot, target=target),
        )  # fmt: skip

    def _assert_emptied(self, folder: int) -> None:
        """Raise where something else is in a folder that an undo would remove."""
        held = self._held.get(folder, 0)
        children = set(self.structure.children.get(folder, {}).values()) - self._removing
        if held > self._leaving[folder] or children:
            told = self.structure.path(folder)
            raise LeftOut("changed_since", f"“{told}” has something else in it by now; it stays")

    def _made_again(self, asked: Asked) -> Prepared:
        """A folder that was removed, and is made again with its number by an undo."""
        above = self.structure.row(asked.into or 0)
        if above is None or above.right not in MAY_FILE:
            raise LeftOut("no_right", "You may not make a folder there")
        name = asked.name or ""
        return Prepared(
            asked=asked, act="make_folder", folder=asked.folder, after={"parent": above.id, "name": name},
            planned=Planned(position=asked.at, subject=("folder", asked.folder or 0), source=None,
                            target=Spot(folder=above.id, name=name)),
        )  # fmt: skip
