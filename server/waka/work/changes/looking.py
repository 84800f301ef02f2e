"""Looking at a list: its steps page by page, and all of them as a spreadsheet that can be brought back."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from waka.core.changes.acts import TYPES
from waka.core.ids import ListId, PersonId
from waka.core.names import Segment, readable, to_text, veiled
from waka.core.words import titled, worded
from waka.records.changes import steps
from waka.records.changes.steps import Filter, ListedStep
from waka.records.folders import access
from waka.work.deps import Deps
from waka.work.naming.house import Naming

from . import named, paging, sheets
from .evidence import HIDDEN


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """A step as a list shows it, its two names in parts."""

    step: ListedStep
    at: int  #: its place in the list as it is filtered, from 0
    from_path: str
    to_path: str
    from_segments: Sequence[Segment]
    to_segments: Sequence[Segment]


@dataclass(frozen=True, slots=True, kw_only=True)
class StepPage:
    total: int  #: of all that the filter leaves
    steps: Sequence[Step]


def page_of(deps: Deps, person: PersonId, list_id: ListId, wanted: Filter, start: int) -> StepPage:
    """Return the page that the step at *start* is in, counted in the list as it is filtered. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        owner = named.seen_by(conn, person, list_id)
        house = Naming.load(conn)
        where, total = paging.positions(deps.kept(paging.KnownPages), conn, owner, wanted, start)
        found = steps.page(conn, list_id, person, where)
    first = start - start % paging.PAGE
    return StepPage(total=total, steps=[_step(house, step, at) for at, step in enumerate(found, first)])


def _step(house: Naming, step: ListedStep, at: int) -> Step:
    if not step.is_seen:
        return Step(step=step, at=at, from_path=HIDDEN, to_path="", from_segments=(), to_segments=())
    source, target = readable(to_text(step.from_path)), readable(to_text(step.to_path))
    if step.to_place == "bin":
        target = ""
    if step.to_place == "nowhere":
        source, target = target, ""  # where it stood, not where the bin keeps it
    is_document = step.number is not None
    return Step(
        step=step, at=at, from_path=source, to_path=target,
        from_segments=_segments(house, source, step.conformed or step.conforms) if is_document else (),
        to_segments=_segments(house, target, step.conforms) if is_document and target else (),
    )  # fmt: skip


def _segments(house: Naming, path: str, known: bool) -> Sequence[Segment]:
    name = path.rpartition("/")[2]
    # believed where it has the form of the drive's pattern, which is quick
    quick = house.segments_known(name, conforms=True) if known and not house.patterns else None
    return quick or house.segments_anywhere(name)


SHEET_HEAD = ("step", "from", "to", "what", "number", "bytes", "state", "says")


def as_sheet(deps: Deps, person: PersonId, list_id: ListId) -> tuple[str, Iterator[Sequence[object]]]:
    """Return a list's title and its steps as rows of a spreadsheet, which can be brought back."""
    with deps.db.transaction() as conn:
        found = named.seen_by(conn, person, list_id)
        hidden = access.hidden_above(conn, person)

    def rows() -> Iterator[Sequence[object]]:
        start = 0
        while True:
            with deps.db.transaction() as conn:
                page = steps.page(conn, list_id, person, range(start + 1, start + 2_001))
            for step in page:
                told = _row(step, hidden)
                if told is not None:
                    yield told
            if len(page) < 2_000:
                return
            start += len(page)

    return titled(found.title, undoes=found.undo_of is not None), rows()


def _row(step: ListedStep, hidden: Sequence[str]) -> Sequence[object] | None:
    if not step.is_seen or step.parks or step.act not in TYPES or not TYPES[step.act].leads_between_paths:
        return None
    says = "; ".join(worded(f.code, f.facts) for f in step.findings)
    source, target = step.was or readable(to_text(step.from_path)), readable(to_text(step.to_path))
    return (step.position, veiled(source, hidden), veiled(target, hidden), step.act, step.number, step.size,
            step.state, veiled(says, hidden))  # fmt: skip


def csv_of(deps: Deps, person: PersonId, list_id: ListId) -> tuple[str, Iterator[bytes]]:
    title, rows = as_sheet(deps, person, list_id)
    return title, sheets.to_csv(SHEET_HEAD, rows)


def xlsx_of(deps: Deps, person: PersonId, list_id: ListId) -> tuple[str, bytes]:
    title, rows = as_sheet(deps, person, list_id)
    return title, sheets.to_xlsx(SHEET_HEAD, rows)
