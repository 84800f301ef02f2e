"""Proof: files, bytes and checksums before and after a list, by type and by folder, and which did not arrive."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from waka.core.changes.findings import Said
from waka.core.ids import ListId, PersonId
from waka.core.names import split_extension
from waka.core.words import titled, worded
from waka.work.deps import Deps

from .evidence import THERE, Proved, owner_of, proved_steps
from .sheets import to_csv

MOST_TOLD = 1_000  #: steps that are named


@dataclass(slots=True)
class Tally:
    """Files and bytes of one sort, before and after."""

    what: str
    files_before: int = 0
    bytes_before: int = 0
    files_after: int = 0
    bytes_after: int = 0


@dataclass(slots=True, kw_only=True)
class Proof:
    title: Said
    undoes: bool
    state: str
    files: int = 0  #: documents that the list was to move
    arrived: int = 0
    moved_on: int = 0  #: arrived, and changed by somebody since
    amiss: list[Proved] = field(default_factory=list)
    count_amiss: int = 0
    not_done: int = 0
    destroyed: int = 0  #: documents of which nothing was to stay, and nothing is left
    bytes_before: int = 0
    bytes_after: int = 0
    was_read: bool = False  #: everything was read again
    by_type: list[Tally] = field(default_factory=list)
    by_folder: list[Tally] = field(default_factory=list)


def prove(deps: Deps, person: PersonId, list_id: ListId, *, read: bool = False) -> Proof:
    """Return what came of a list. Raises ``NotFound``."""
    owner = owner_of(deps, person, list_id)
    proof = Proof(title=owner.title, undoes=owner.undo_of is not None, state=owner.state, was_read=read)
    types: dict[str, Tally] = {}
    folders: dict[str, Tally] = {}
    for one in proved_steps(deps, person, owner, read=read):
        if one.outcome == "destroyed":
            proof.destroyed += 1
            continue
        proof.files += 1
        proof.bytes_before += one.size
        kind = split_extension(one.path)[1].lower() or "none"
        above = one.path.rpartition("/")[0] or "Drive"
        tallies = (types.setdefault(kind, Tally(kind)), folders.setdefault(above, Tally(above)))
        there = one.outcome in THERE
        for tally in tallies:
            tally.files_before += 1
            tally.bytes_before += one.size
            tally.files_after += there
            tally.bytes_after += one.size * there
        if there:
            proof.bytes_after += one.size
            proof.arrived += 1
            proof.moved_on += one.outcome == "moved_on"
            continue
        proof.not_done += one.outcome == "not_done"
        proof.count_amiss += 1
        if len(proof.amiss) < MOST_TOLD:
            proof.amiss.append(one)
    proof.by_type = sorted(types.values(), key=lambda t: t.what)
    proof.by_folder = sorted(folders.values(), key=lambda t: t.what.casefold())
    return proof


PROOF_HEAD = ("step", "number", "path", "bytes", "sha256", "outcome", "why")


def proof_csv(deps: Deps, person: PersonId, list_id: ListId, *, read: bool) -> tuple[str, Iterator[bytes]]:
    """Return a list's title and its proof, a line a step, as CSV. Raises ``NotFound``."""
    owner = owner_of(deps, person, list_id)
    steps = proved_steps(deps, person, owner, read=read)
    rows = (
        (
            s.position,
            s.number,
            s.path,
            s.size,
            s.sha256,
            s.outcome,
            worded(s.why.code, s.why.facts) if s.why else "",
        )
        for s in steps
    )
    return titled(owner.title, undoes=owner.undo_of is not None), to_csv(PROOF_HEAD, rows)
