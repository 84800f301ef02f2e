"""Folders that a list leaves empty."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from psycopg import Connection

from waka.core.changes.step import Step
from waka.core.ids import FolderId
from waka.records.folders import survey

from .structure import Structure


@dataclass(slots=True)
class Moves:
    """What goes where by the steps noted so far; a folder that is still to be made counts by no number."""

    leaves: Counter[FolderId] = field(default_factory=Counter)  #: how many documents leave each folder
    comes: Counter[FolderId] = field(default_factory=Counter)
    moved: set[FolderId | None] = field(default_factory=set)  #: folders that go as a whole
    moved_to: dict[FolderId, FolderId | str | None] = field(
        default_factory=dict
    )  #: by number, or by path where it is made
    gets_folders: set[FolderId | None] = field(default_factory=set)

    def note(self, step: Step) -> None:
        if step.state != "proposed":
            return
        if step.document is None:
            self._note_folder(step)
            return
        if step.parks:
            return
        source, target = step.source, step.target
        if source is not None and step.from_place == "drive" and step.act.leaves_a_folder:
            self.leaves[source.folder] += 1
        if target is not None and target.folder and step.act.comes_to_a_folder:
            self.comes[target.folder] += 1

    def _note_folder(self, step: Step) -> None:
        if step.target is None:
            return
        parent = step.target.folder or None
        self.gets_folders.add(parent)
        if step.folder is not None and step.source is not None:
            self.moved.add(step.folder)
            if not step.parks:
                self.moved_to[step.folder] = step.make or parent


def held_in(conn: Connection, structure: Structure, folders: Iterable[FolderId]) -> Mapping[FolderId, int]:
    """Return how many documents stand in each of *folders* and in those above them."""
    wanted: set[FolderId] = set()
    for folder in folders:
        at: FolderId | None = folder
        while at is not None and at > 0 and at not in wanted:
            wanted.add(at)
            row = structure.row(at)
            at = row.parent_id if row is not None else None
    return Counter(survey.counts(conn, wanted)) if wanted else Counter()


def emptied_folders(structure: Structure, moves: Moves, held: Mapping[FolderId, int]) -> list[FolderId]:
    """Return the folders that hold nothing any more after *moves*, the innermost first.

    Only where something left, or a folder beneath became empty; only those that the person keeps. *held* tells
    of these folders and of those above them.
    """
    emptied: list[FolderId] = []
    gone: set[FolderId | None] = set()
    todo = sorted(moves.leaves, key=lambda folder: -structure.path(folder).count("/"))
    while todo:
        folder = todo.pop(0)
        row = structure.rows.get(folder)
        if row is None or row.parent_id is None or row.right != "keeper" or row.own_access or folder in gone:
            continue
        children = set(structure.children.get(folder, {}).values()) - gone - moves.moved
        left = held[folder] - moves.leaves[folder] + moves.comes[folder]
        if children or left > 0 or folder in moves.gets_folders:
            continue
        gone.add(folder)
        emptied.append(folder)
        todo.append(row.parent_id)
    return emptied
