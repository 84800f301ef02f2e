"""Folders that a list leaves empty."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from psycopg import Connection

from waka.records import survey
from waka.records.lists import NewStep

from .structure import Structure


def moves_of(rows: Sequence[NewStep]) -> tuple[Counter[int], Counter[int]]:
    """Return how many documents leave and how many come to each folder; one to be made counts by no number."""
    leaves: Counter[int] = Counter()
    comes: Counter[int] = Counter()
    for row in rows:
        if row.document_id is None or row.state != "proposed" or row.after.get("parks"):
            continue
        if row.act in ("place", "bin", "version") and row.before.get("folder"):
            leaves[row.before["folder"]] += 1
        if row.act in ("place", "copy", "restore", "unversion") and row.after.get("folder"):
            comes[row.after["folder"]] += 1
    return leaves, comes


def emptied_folders(conn: Connection, structure: Structure, rows: Sequence[NewStep]) -> list[int]:
    """Return the folders that hold nothing any more after *rows*, the innermost first.

    Only where something left, or a folder beneath became empty; only those that the person keeps.
    """
    leaves, comes = moves_of(rows)
    moved = {row.folder_id for row in rows if row.act == "place_folder" and row.state == "proposed"}
    held = survey.counts(conn, list(leaves))
    gets_folders = {row.after.get("parent") for row in rows if row.act in ("make_folder", "place_folder")}
    emptied: list[int] = []
    gone: set[int] = set()
    todo = sorted(leaves, key=lambda folder: -structure.path(folder).count("/"))
    while todo:
        folder = todo.pop(0)
        row = structure.rows.get(folder)
        if row is None or row.parent_id is None or row.right != "keeper" or row.own_access or folder in gone:
            continue
        children = set(structure.children.get(folder, {}).values()) - gone - moved
        left = held.get(folder, 0) - leaves[folder] + comes[folder]
        if children or left > 0 or folder in gets_folders:
            continue
        gone.add(folder)
        emptied.append(folder)
        if row.parent_id not in held:
            held |= {row.parent_id: survey.counts(conn, [row.parent_id]).get(row.parent_id, 0)}
        todo.append(row.parent_id)
    return emptied
