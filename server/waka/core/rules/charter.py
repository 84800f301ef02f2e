"""Charters: what a folder declares, and what holds in a folder by its own charter and those above it."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, fields
from typing import Literal, cast

from waka.core.changes.findings import Said, said
from waka.core.ids import FolderId, PersonId

Others = Literal["warn", "refuse", "desk"]
OTHERS: tuple[Others, ...] = ("warn", "refuse", "desk")


@dataclass(frozen=True, slots=True, kw_only=True)
class Kinds:
    """The kinds that belong somewhere, by their codes, and what becomes of others."""

    codes: tuple[str, ...]
    others: Others = "warn"


@dataclass(frozen=True, slots=True, kw_only=True)
class Charter:
    """What one folder declares itself; None: as the folder above has it.

    The destination alone is not inherited: it leads on from the folder that declares it.
    """

    folder: FolderId
    purpose: str | None = None
    keeper: PersonId | None = None  #: whom to ask; grants nothing
    kinds: Kinds | None = None
    statement: str | None = None  #: confirmed by whoever uploads here
    deepest: int | None = None  #: levels of folders beneath the one that says so, advised
    fullest: int | None = None  #: documents in one folder, advised
    destination: str | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class From:
    """Where each part of what holds was declared; None: nowhere."""

    purpose: FolderId | None = None
    keeper: FolderId | None = None
    kinds: FolderId | None = None
    statement: FolderId | None = None
    deepest: FolderId | None = None
    fullest: FolderId | None = None


PARTS = tuple(field.name for field in fields(From))


@dataclass(frozen=True, slots=True, kw_only=True)
class Holding:
    """What holds in a folder."""

    charter: Charter
    by: From


def holding(way: Sequence[FolderId], declared: Iterable[Charter]) -> Holding:
    """Return what holds in the first folder of *way*, which goes on with those above it, the nearest first."""
    by_folder = {charter.folder: charter for charter in declared}
    there = [by_folder[folder] for folder in way if folder in by_folder]
    values: dict[str, object] = {}
    sources: dict[str, FolderId] = {}
    for part in PARTS:
        found = next((one for one in there if getattr(one, part) is not None), None)
        if found is not None:
            values[part], sources[part] = getattr(found, part), found.folder
    own = by_folder.get(way[0])
    charter = Charter(
        folder=way[0], destination=own.destination if own is not None else None,
        purpose=cast("str | None", values.get("purpose")), keeper=cast("PersonId | None", values.get("keeper")),
        kinds=cast("Kinds | None", values.get("kinds")), statement=cast("str | None", values.get("statement")),
        deepest=cast("int | None", values.get("deepest")), fullest=cast("int | None", values.get("fullest")),
    )  # fmt: skip
    return Holding(charter=charter, by=From(**sources))


@dataclass(frozen=True, slots=True, kw_only=True)
class Coming:
    """What would come into a folder: a document, or a folder where ``documents`` is 0."""

    kind: str | None = None
    depth: int = 0  #: beneath the folder that advises a depth, of the deepest folder that there would be
    documents: int = 0  #: in the folder, with what comes


def objections(holds: Holding, coming: Coming, labels: dict[str, str], folder: str) -> Iterator[Said]:
    """Yield what a charter says of what would come into *folder*. *labels*: of the kinds, by their codes."""
    kinds = holds.charter.kinds
    if kinds is not None and coming.documents and coming.kind not in kinds.codes:
        told = [labels.get(code, code) for code in kinds.codes]
        code = {"warn": "other_kind", "refuse": "kind_refused", "desk": "kind_for_desk"}[kinds.others]
        yield said(code, folder=folder, kinds=told)
    deepest, fullest = holds.charter.deepest, holds.charter.fullest
    if deepest is not None and coming.depth > deepest:
        yield said("deeper_than_advised", folder=folder, most=deepest)
    if fullest is not None and coming.documents > fullest:
        yield said("fuller_than_advised", folder=folder, most=fullest)
