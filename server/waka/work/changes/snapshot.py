"""What stands where a list's steps lead to: for many steps whole folders, for a few only what is in their way."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes.check import Planned, Snapshot, Subject
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import name_key
from waka.records.folders import listing, survey

from .structure import Structure


def snapshot_of_many(
    conn: Connection, person: PersonId, structure: Structure, planned: Sequence[Planned]
) -> Snapshot:
    targets = _targets(planned)
    names: dict[FolderId, list[tuple[str, Subject]]] = {}
    hidden: dict[FolderId, list[str]] = {}
    digests: dict[DocumentId, bytes] = {}
    for folder, name, number, digest in survey.names(conn, [t for t in targets if t > 0]):
        names.setdefault(folder, []).append((name, ("document", number)))
        digests[number] = digest
    for folder in targets:
        _folders_in(structure, folder, names, hidden)
    return Snapshot(
        names=names,
        lengths=_lengths(structure, targets),
        hidden=hidden,
        digests=digests,
        above=structure.above(),
    )


def snapshot_of_few(
    conn: Connection, person: PersonId, structure: Structure, planned: Sequence[Planned]
) -> Snapshot:
    targets = _targets(planned)
    names: dict[FolderId, list[tuple[str, Subject]]] = {}
    hidden: dict[FolderId, list[str]] = {}
    documents: list[DocumentId] = []
    for folder in targets:
        if folder < 0:
            _folders_in(structure, folder, names, hidden)
            continue
        wanted = [
            step.target.name for step in planned if step.target is not None and step.target.folder == folder
        ]
        for entry in listing.standing(conn, folder=folder, person=person, names=wanted):
            if not entry.is_seen:
                hidden.setdefault(folder, []).append(name_key(entry.name))
                continue
            subject: Subject = ("folder", entry.id) if entry.is_folder else ("document", entry.id)
            names.setdefault(folder, []).append((entry.name, subject))
            documents += [] if entry.is_folder else [DocumentId(entry.id)]
    known = survey.by_number(conn, person, documents) if documents else {}
    return Snapshot(
        names=names, lengths=_lengths(structure, targets), hidden=hidden, above=structure.above(),
        digests={number: source.sha256 for number, source in known.items()},
    )  # fmt: skip


def _targets(planned: Sequence[Planned]) -> set[FolderId]:
    return {step.target.folder for step in planned if step.target is not None}


def _folders_in(
    structure: Structure,
    folder: FolderId,
    names: dict[FolderId, list[tuple[str, Subject]]],
    hidden: dict[FolderId, list[str]],
) -> None:
    for key, child in structure.children.get(folder, {}).items():
        row = structure.row(child)
        if row is None or child < 0:
            continue
        if row.right is None:
            hidden.setdefault(folder, []).append(key)
        else:
            names.setdefault(folder, []).append((row.name, ("folder", child)))


def _lengths(structure: Structure, targets: set[FolderId]) -> dict[FolderId, int]:
    return {t: len(structure.path(t)) + 1 if structure.path(t) else 0 for t in targets}
