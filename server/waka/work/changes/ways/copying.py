"""Copies of whole folders: a snapshot of how they stand, or a new one made from a template."""

from __future__ import annotations

from collections.abc import Iterator

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.proposal import Proposal
from waka.core.ids import FolderId, PersonId
from waka.records.folders import survey
from waka.work.changes.structure import Structure, split_path


def copies_of(
    conn: Connection,
    person: PersonId,
    structure: Structure,
    folder: FolderId,
    into: FolderId,
    name: str | None,
) -> Iterator[Proposal]:
    """Yield a copy of *folder* and all in it that the person may see, inside *into*, under its own or another *name*.

    The folders themselves are asked for too: those of a template are empty.
    """
    row = structure.rows[folder]
    above = structure.seen(into)
    top = "/".join(part for part in (above, name or row.name) if part)
    yield from _folders(structure, folder, top)
    for number, beneath in survey.beneath(conn, folder, person):
        inner, last = split_path(beneath)
        to = f"{top}/{inner}" if inner else top
        yield Proposal(act=acts.Copy.code, document=number, to=to, name=last)


def _folders(structure: Structure, folder: FolderId, path: str) -> Iterator[Proposal]:
    yield Proposal(act=acts.MakeFolder.code, to=path)
    for child in sorted(structure.children.get(folder, {}).values()):
        row = structure.rows.get(child)
        if row is not None and row.right is not None:
            yield from _folders(structure, child, f"{path}/{row.name}")
