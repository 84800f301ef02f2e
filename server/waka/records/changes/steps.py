"""The steps of change lists: written, read, begun and settled, in batches."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

import msgspec
from psycopg import Connection
from psycopg.rows import args_row, kwargs_row

from waka.core.changes.acts import Act, KnownFile, code_of
from waka.core.changes.findings import Said, StepFinding
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Place, Spot, Step, StepState
from waka.core.ids import NO_FOLDER, DocumentId, FolderId, ListId, PersonId
from waka.core.words import blocks
from waka.records.changes.said import said_json, said_of
from waka.records.changes.steps_json import (
    act_json,
    act_of,
    findings_json,
    findings_of,
    proposal_json,
    proposal_of,
)
from waka.records.database import AT_ONCE, rows, value
from waka.records.sql import load

COLUMNS = """s.list_id, s.position, s.act, s.detail, s.document_id, s.folder_id, s.onto_id, s.from_folder, s.from_name,
s.to_folder, s.to_name, s.make, s.from_place, s.from_path, s.to_place, s.to_path, s.size, s.sha256, s.inode,
s.modified_ns, s.state, s.failure, s.conformed, s.conforms, s.parks, s.was"""
SQL = load("changes/steps", COLUMNS)


def _step(
    list_id: ListId, position: int, act: str, detail: Mapping[str, Any], document: DocumentId | None,
    folder: FolderId | None, onto: DocumentId | None, from_folder: FolderId | None, from_name: str | None,
    to_folder: FolderId | None, to_name: str | None,
    make: str | None, from_place: Place, from_path: bytes, to_place: Place, to_path: bytes, size: int, sha256: bytes,
    inode: int, modified_ns: int, state: StepState, failure: Mapping[str, Any] | None, conformed: bool | None,
    conforms: bool | None, parks: bool, was: str | None,
) -> Step:  # fmt: skip
    return Step(
        list_id=list_id, position=position, act=act_of(act, detail), document=document, folder=folder, onto=onto,
        source=Spot(folder=from_folder or NO_FOLDER, name=from_name) if from_name is not None else None,
        target=Spot(folder=to_folder or NO_FOLDER, name=to_name) if to_name is not None else None,
        make=make, from_place=from_place, from_path=from_path, to_place=to_place, to_path=to_path,
        file=KnownFile(size=size, sha256=sha256, inode=inode, modified_ns=modified_ns), state=state,
        failure=said_of(failure), conformed=conformed, conforms=conforms, parks=parks, was=was,
    )  # fmt: skip


def _steps(conn: Connection, query: str, args: dict[str, object]) -> list[Step]:
    with conn.cursor(row_factory=args_row(_step)) as cur:
        return cur.execute(SQL[query], args).fetchall()


class NewStep(msgspec.Struct, frozen=True, kw_only=True, gc=False):
    """A row of a list, as the proposal or the check writes it."""

    step: Step
    proposal: Proposal | None = None  #: None for what the check itself adds
    findings: Sequence[StepFinding] = ()
    needs: int | None = None  #: the position of the step that has to be done first
    claims: str | None = None  #: the key of the name that it takes; None where none can be in its way

    @property
    def is_blocked(self) -> bool:
        return any(blocks(finding.code) for finding in self.findings)


def put(conn: Connection, list_id: ListId, new: Iterable[NewStep]) -> None:
    with conn.cursor() as cur, cur.copy(SQL["copy_in"]) as copy:
        for one in new:
            s, file = one.step, one.step.file
            source, target = s.source, s.target
            copy.write_row((
                list_id, s.position, code_of(s.act), int(s.act.phase), s.document, s.folder, s.onto,
                source.folder or None if source else None, source.name if source else None,
                target.folder or None if target else None, target.name if target else None, s.make,
                s.from_place, s.from_path, s.to_place, s.to_path, s.state, file.size, file.sha256, file.inode,
                file.modified_ns, s.parks, s.was, s.conforms, s.conformed, act_json(s.act),
                proposal_json(one.proposal) if one.proposal is not None else "{}",
                one.proposal.row if one.proposal is not None else None,
                findings_json(one.findings), one.needs, said_json(s.failure), one.claims,
            ))  # fmt: skip


def remove(conn: Connection, list_id: ListId) -> None:
    conn.execute(SQL["remove"], {"list": list_id})


def proposals(conn: Connection, list_id: ListId) -> list[Proposal]:
    found: list[Proposal] = []
    with conn.cursor(name="asked") as cur:
        cur.execute(SQL["asked"], {"list": list_id})
        while some := cur.fetchmany(AT_ONCE):
            found += [proposal_of(kept) for (kept,) in some]
    # as they were proposed: an earlier check put them in the order in which they can run
    return sorted(found, key=lambda proposal: proposal.at)


def change_proposals(
    conn: Connection, list_id: ListId, *, positions: Sequence[int], finding: str | None, changes: str
) -> None:
    """Merge *changes*, JSON of some of a proposal's fields, into some proposals."""
    args: dict[str, object] = {
        "list": list_id, "positions": list(positions), "finding": finding, "asked": changes,
    }  # fmt: skip
    conn.execute(SQL["change_asked"], args)


def take_offered(conn: Connection, list_id: ListId, *, positions: Sequence[int], finding: str | None) -> None:
    """Ask for the names that the check offers, for some steps or for all with a finding."""
    args: dict[str, object] = {"list": list_id, "positions": list(positions), "finding": finding}
    conn.execute(SQL["take_offered"], args)


@dataclass(frozen=True, slots=True, kw_only=True)
class Filter:
    """Which steps of a list are wanted; None: all."""

    finding: str | None = None
    state: str | None = None
    act: str | None = None

    @property
    def is_any(self) -> bool:
        return self.finding is None and self.state is None and self.act is None


@dataclass(frozen=True, slots=True, kw_only=True)
class ListedStep:
    """A row of a list, as a person reads it."""

    position: int
    act: str
    number: DocumentId | None
    folder: FolderId | None
    from_path: bytes
    to_path: bytes
    to_place: Place
    state: StepState
    size: int
    needs: int | None
    conforms: bool
    conformed: bool
    row: int | None  #: of the spreadsheet
    is_seen: bool  #: the person may still know of it
    parks: bool
    was: str | None
    findings: Sequence[StepFinding] = field(default_factory=list)
    failure: Said | None = None


def _listed(
    findings: Sequence[Mapping[str, Any]] | None,
    failure: Mapping[str, Any] | None,
    position: int,
    **more: Any,
) -> ListedStep:
    return ListedStep(
        findings=findings_of(findings, position), failure=said_of(failure), position=position, **more
    )


def page(conn: Connection, list_id: ListId, person: PersonId, positions: Sequence[int]) -> list[ListedStep]:
    """Return the steps at *positions*, as far as a person may know of them."""
    args: dict[str, object] = {"list": list_id, "person": person, "positions": list(positions)}
    with conn.cursor(row_factory=kwargs_row(_listed)) as cur:
        return cur.execute(SQL["page"], args).fetchall()


def positions(conn: Connection, list_id: ListId, wanted: Filter, first: int, limit: int) -> list[int]:
    """Return where the steps stand that a filter leaves, from position *first* on."""
    args = _filtered(list_id, wanted) | {"first": first, "limit": limit}
    return [int(found[0]) for found in conn.execute(SQL["positions"], args)]


def page_starts(conn: Connection, list_id: ListId, wanted: Filter, every: int) -> tuple[list[int], int]:
    """Return the position of each *every*th step that a filter leaves, from the first on; and how many it leaves."""
    found = conn.execute(SQL["page_starts"], _filtered(list_id, wanted) | {"every": every}).fetchone()
    assert found is not None
    return list(found[0]), int(found[1])


def _filtered(list_id: ListId, wanted: Filter) -> dict[str, object]:
    return {"list": list_id, "finding": wanted.finding, "state": wanted.state, "act": wanted.act}


def length(conn: Connection, list_id: ListId) -> int:
    found = value(conn, SQL["length"], {"list": list_id})
    assert isinstance(found, int)
    return found


def tally(conn: Connection, list_id: ListId) -> dict[str, int]:
    return {str(state): int(n) for state, n in conn.execute(SQL["tally"], {"list": list_id})}


def every(conn: Connection, list_id: ListId) -> list[Step]:
    return _steps(conn, "every", {"list": list_id})


def done(conn: Connection, list_id: ListId) -> list[Step]:
    """Return what has been done, latest first."""
    return _steps(conn, "done", {"list": list_id})


def under_way(conn: Connection, list_id: ListId) -> list[Step]:
    """Return the steps whose outcome is not on record."""
    return _steps(conn, "open", {"list": list_id})


@dataclass(frozen=True, slots=True, kw_only=True)
class NotDone:
    position: int
    document_id: DocumentId
    from_path: bytes
    size: int
    why: dict[str, Any] | None

    @property
    def said(self) -> Said | None:
        return said_of(self.why)


def not_done(conn: Connection, list_id: ListId, person: PersonId) -> list[NotDone]:
    return rows(conn, SQL["not_done"], {"list": list_id, "person": person}, NotDone)


WINDOW = 1_000  #: positions that are looked through at a time


def coming(
    conn: Connection, list_id: ListId, *, after: int, only: Sequence[int] | None, limit: int, last: int
) -> list[Step]:
    """Return the steps of a list that come next, of *only* where that is given, up to *last*.

    Those that make room for others are asked for by ``coming_first``, wherever they stand.
    """
    args: dict[str, object] = {
        "list": list_id, "only": list(only) if only is not None else None, "limit": limit,
    }  # fmt: skip
    # a window at a time: a planner that knows nothing of a new list would read all of it for every batch
    while after < last:
        upto = last if only is not None else min(last, after + WINDOW)
        found = _steps(conn, "next", args | {"after": after, "upto": upto})
        if found:
            return found
        after = upto
    return []


def coming_first(conn: Connection, list_id: ListId, *, only: Sequence[int] | None, limit: int) -> list[Step]:
    args: dict[str, object] = {
        "list": list_id, "only": list(only) if only is not None else None, "limit": limit,
    }  # fmt: skip
    return _steps(conn, "next_first", args)


def last_position(conn: Connection, list_id: ListId) -> int:
    found = value(conn, SQL["last_position"], {"list": list_id})
    assert isinstance(found, int)
    return found


def with_needed(conn: Connection, list_id: ListId, only: Sequence[int]) -> list[int]:
    """Return the positions *only* with those of the steps that have to be done first."""
    found = conn.execute(SQL["with_needed"], {"list": list_id, "only": list(only)})
    return [int(row[0]) for row in found]


def first_steps(conn: Connection, list_id: ListId, limit: int) -> list[int]:
    found = conn.execute(SQL["first_steps"], {"list": list_id, "limit": limit})
    return [int(row[0]) for row in found]


def folders_of(conn: Connection, list_id: ListId) -> list[FolderId]:
    """Return the folders that the steps to come take from, bring to, or are about."""
    return [FolderId(found[0]) for found in conn.execute(SQL["folders_of"], {"list": list_id})]


def retry(conn: Connection, list_id: ListId) -> None:
    conn.execute(SQL["retry"], {"list": list_id})


def leave_failed(conn: Connection, list_id: ListId) -> None:
    conn.execute(SQL["leave_failed"], {"list": list_id})


def intend(conn: Connection, steps: Sequence[Step]) -> None:
    """Put the intent of a batch on record, with its folders and paths as they are now."""
    if steps:
        args: dict[str, object] = {
            **_these(steps),
            "from_paths": [s.from_path for s in steps], "to_paths": [s.to_path for s in steps],
            "folders": [s.target.folder or None if s.target is not None else None for s in steps],
        }  # fmt: skip
        conn.execute(SQL["intend"], args)


def intend_plain(conn: Connection, steps: Sequence[Step]) -> None:
    """Put the intent of a batch on record where nothing differs from what is on record."""
    if steps:
        conn.execute(SQL["intend_plain"], _these(steps))


def claim(conn: Connection, steps: Sequence[Step]) -> dict[int, str]:
    """Claim the names that a batch takes, its intent being on record: no other list takes them until it is done.

    Returns the steps, by position, whose name or a twin of it is there already, with the name that is there.
    """
    if not steps:
        return {}
    folders = {step.target.folder for step in steps if step.target is not None and step.target.folder}
    conn.execute(SQL["await_claims"], {"folders": list(folders)})
    return {int(position): str(name) for position, name in conn.execute(SQL["claimed"], _these(steps))}


def settle(conn: Connection, steps: Sequence[Step], state: StepState, failure: Said | None = None) -> None:
    if steps:
        conn.execute(SQL["settle"], _these(steps) | {"state": state, "failure": said_json(failure)})


def set_act(conn: Connection, step: Step, act: Act) -> None:
    """Keep what came of *step*: the number that it made."""
    args: dict[str, object] = {"list": step.list_id, "position": step.position, "detail": act_json(act)}
    conn.execute(SQL["set_detail"], args)


def _these(steps: Sequence[Step]) -> dict[str, object]:
    """Return what a statement asks for some steps of one list by; arrays beside them stand in the order of *steps*."""
    positions = [step.position for step in steps]
    first, last = min(positions), max(positions)
    only = None if positions == list(range(first, last + 1)) else positions
    return {"list": steps[0].list_id, "only": only, "first": first, "last": last}


@dataclass(frozen=True, slots=True, kw_only=True)
class Held:
    """A document of a batch, as it is recorded now."""

    id: DocumentId
    state: str
    folder_id: FolderId | None
    name: str
    edition: int
    is_moving: bool


def hold_documents(conn: Connection, numbers: Sequence[DocumentId]) -> dict[int, Held]:
    """Hold the documents of a batch until the transaction ends."""
    found = rows(conn, SQL["hold_documents"], {"numbers": list(numbers)}, Held)
    return {held.id: held for held in found}


@dataclass(frozen=True, slots=True, kw_only=True)
class Placed:
    """A step whose document stands at its target, and what is known of the file there."""

    step: Step
    inode: int
    modified_ns: int
    key: str | None  #: of its new name, None where it keeps its name
    from_told: str
    to_told: str


def place_many(conn: Connection, placed: Sequence[Placed], person: PersonId) -> None:
    """Write down that documents stand elsewhere: records, logbook and steps."""
    conn.execute(
        SQL["place_many"],
        {**_these([p.step for p in placed]), "person": person,
         "inodes": [p.inode for p in placed], "modified": [p.modified_ns for p in placed],
         "keys": [p.key for p in placed], "from_told": [p.from_told for p in placed],
         "to_told": [p.to_told for p in placed]},
    )  # fmt: skip


def folders_in_motion(conn: Connection) -> bool:
    """Whether any folder is being made, moved or removed right now."""
    return bool(value(conn, SQL["folders_in_motion"], {}))


def lists_in_motion(conn: Connection) -> set[ListId]:
    """Return the lists with a step whose outcome is not on record."""
    return {ListId(found[0]) for found in conn.execute(SQL["lists_in_motion"])}


def drive_paths_in_motion(conn: Connection) -> set[bytes]:
    return {bytes(found[0]) for found in conn.execute(SQL["drive_paths_in_motion"])}
