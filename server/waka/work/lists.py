"""Change lists as their owner works with them: look, mend, try, run, pause, cancel, carry on, take away."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime

from psycopg import Connection

from waka.core.changes.check import TELLS_ONLY, Collision
from waka.core.names import Segment, readable, to_text, veiled
from waka.errors import BadRequest, ListChanged, ListHasErrors, ListIsRunning, NotFound
from waka.records import access, lists
from waka.records.lists import BulkList, Filter, ListedStep

from . import paging, sheets
from .checking import AT_ONCE, check_list
from .deps import Deps
from .evidence import HIDDEN
from .slips import Naming

_MOVING = ("queued", "running")


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


@dataclass(frozen=True, slots=True, kw_only=True)
class Mend:
    """What is to be different for some steps, or for all with a finding."""

    positions: Sequence[int] = ()
    finding: str | None = None
    leave: bool | None = None
    collision: Collision | None = None
    name: str | None = None
    as_offered: bool = False  #: each gets the name that the check offers
    seen: datetime | None = None  #: when the list was checked that the person looked at


def mine(deps: Deps, person: int, before: int | None) -> list[BulkList]:
    with deps.db.transaction() as conn:
        return lists.of_person(conn, person, before)


def one(deps: Deps, person: int, list_id: int) -> BulkList:
    """Return a list of this person's. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        return _one(conn, person, list_id)


def _one(conn: Connection, person: int, list_id: int) -> BulkList:
    found = lists.one(conn, list_id, person)
    if found is None:
        raise NotFound(f"Change {list_id}")
    return found


def _resting(conn: Connection, person: int, list_id: int) -> BulkList:
    """Return a list that nothing is doing anything with. Raises ``NotFound``, ``ListIsRunning``."""
    found = _held(conn, person, list_id)
    if found.state in _MOVING:
        raise ListIsRunning(list_id)
    return found


def _held(conn: Connection, person: int, list_id: int) -> BulkList:
    """Return a list of this person's as it is, and keep it so: its runner waits. Raises ``NotFound``."""
    _one(conn, person, list_id)
    found = lists.lock(conn, list_id)  # read anew: it may have begun, or ended, since
    if found is None:
        raise NotFound(f"Change {list_id}")
    return found


def steps(deps: Deps, person: int, list_id: int, wanted: Filter, start: int) -> StepPage:
    """Return the page that the step at *start* is in, counted in the list as it is filtered. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        owner = _one(conn, person, list_id)
        house = Naming.load(conn)
        where, total = paging.positions(deps.pages, conn, owner, wanted, start)
        found = lists.page(conn, list_id, person, where)
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
    return house.segments_known(name, conforms=True) if known else house.segments(name)


def check(deps: Deps, person: int, list_id: int) -> BulkList:
    """Check a list anew, at once or, where it is long, in the background."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id)
        _assert_not_begun(found)
        size = lists.length(conn, list_id)
        if size > AT_ONCE:
            lists.set_wish(conn, list_id, "check")
    if size <= AT_ONCE:
        check_list(deps, list_id)
    return one(deps, person, list_id)


def assert_seen(found: BulkList, seen: datetime | None) -> None:
    """Raise ``ListChanged`` where a list is no longer the one that was looked at at *seen*."""
    if seen is not None and found.checked_at != seen:
        raise ListChanged(found.id)


def _assert_not_begun(found: BulkList) -> None:
    if found.steps_done:
        raise BadRequest(
            "Some of this list is already done, so it is not checked anew.",
            mend="Go on with it, or undo what is done.",
        )


def choose(
    deps: Deps, person: int, list_id: int, *, collision: Collision | None, on_failure: str | None,
    remove_empty: bool | None, title: str | None,
) -> BulkList:  # fmt: skip
    """Set what holds for the whole list; what changes its steps is checked anew."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id)
        lists.set_choices(
            conn, list_id, collision=collision or found.collision, on_failure=on_failure or found.on_failure,
            title=(title or "").strip() or found.title,
        )  # fmt: skip
        anew = (collision or found.collision) != found.collision
        if remove_empty is not None and remove_empty != bool(found.ask.get("remove_empty")):
            lists.set_ask(conn, list_id, {"remove_empty": remove_empty})
            anew = True
        if anew:
            _assert_not_begun(found)
    return check(deps, person, list_id) if anew else one(deps, person, list_id)


def mend(deps: Deps, person: int, list_id: int, wish: Mend) -> BulkList:
    """Change what was asked of some steps and check the list anew."""
    asked = {"leave": wish.leave, "collision": wish.collision, "name": wish.name}
    asked = {key: value for key, value in asked.items() if value is not None}
    if not (asked or wish.as_offered) or not (wish.positions or wish.finding):
        raise BadRequest("Nothing was asked for.", mend="Choose steps and what is to be done with them.")
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id)
        assert_seen(found, wish.seen)
        _assert_not_begun(found)
        if wish.as_offered:
            lists.take_offered(conn, list_id, positions=wish.positions, finding=wish.finding)
        if asked:
            lists.change_asked(conn, list_id, positions=wish.positions, finding=wish.finding, asked=asked)
    return check(deps, person, list_id)


def run(
    deps: Deps,
    person: int,
    list_id: int,
    only: Sequence[int] | None = None,
    first: int | None = None,
    seen: datetime | None = None,
) -> BulkList:
    """Let a list run, or the steps *only*, or the *first* few, with what they need. Raises ``ListHasErrors``."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id)
        assert_seen(found, seen)
        if found.wish == "check" or found.state == "draft":
            raise ListHasErrors("The list is still being checked.", mend="Wait a moment.")
        blocked = int(found.summary.get("blocked", 0))
        if blocked and not found.steps_done:
            raise ListHasErrors(
                f"{blocked:,} steps cannot run as they are.", mend="Mend them or take them out."
            )
        if found.state in ("failed", "cancelled", "paused"):
            lists.retry(conn, list_id)
        if lists.tally(conn, list_id).get("proposed", 0) == 0:
            raise BadRequest("There is nothing left to run in this list.")
        if first is not None and not only:
            only = lists.first_steps(conn, list_id, first)
        lists.set_only(conn, list_id, lists.with_needed(conn, list_id, only) if only else None)
        lists.set_state(conn, list_id, "queued")
    return one(deps, person, list_id)


def ask_to_stop(deps: Deps, person: int, list_id: int, wish: str) -> BulkList:
    """Pause or cancel a list that runs; it comes to rest after the batch at hand."""
    with deps.db.transaction() as conn:
        found = _held(conn, person, list_id)
        if found.state == "queued":
            lists.set_state(conn, list_id, "paused" if wish == "pause" else "cancelled")
        elif found.state == "running":
            lists.set_wish(conn, list_id, wish)
        elif wish == "cancel" and found.state in ("paused", "failed", "checked"):
            lists.set_state(conn, list_id, "cancelled")
    return one(deps, person, list_id)


def leave_failed(deps: Deps, person: int, list_id: int) -> BulkList:
    """Leave the steps that failed where they are, so that the rest can go on."""
    with deps.db.transaction() as conn:
        _resting(conn, person, list_id)
        lists.leave_failed(conn, list_id)
        if not lists.tally(conn, list_id).get("proposed"):
            lists.set_state(conn, list_id, "done")
    return one(deps, person, list_id)


def discard(deps: Deps, person: int, list_id: int) -> None:
    """Throw a list away of which nothing was done. Raises ``BadRequest`` for any other."""
    with deps.db.transaction() as conn:
        found = _resting(conn, person, list_id)
        if found.begun_at is not None:
            raise BadRequest("A list that was begun is kept: it is part of the drive's history.")
        lists.remove(conn, list_id)


SHEET_HEAD = ("step", "from", "to", "what", "number", "bytes", "state", "says")


def as_sheet(deps: Deps, person: int, list_id: int) -> tuple[str, Iterator[Sequence[object]]]:
    """Return a list's title and its steps as rows of a spreadsheet, which can be brought back."""
    found = one(deps, person, list_id)
    with deps.db.transaction() as conn:
        hidden = access.hidden_above(conn, person)

    def rows() -> Iterator[Sequence[object]]:
        start = 0
        while True:
            with deps.db.transaction() as conn:
                page = lists.page(conn, list_id, person, range(start + 1, start + 2_001))
            for step in page:
                told = _row(step, hidden)
                if told is not None:
                    yield told
            if len(page) < 2_000:
                return
            start += len(page)

    return found.title, rows()


def _row(step: ListedStep, hidden: Sequence[str]) -> Sequence[object] | None:
    if not step.is_seen or step.parks or step.act not in ("place", "copy", "version"):
        return None
    says = "; ".join(f["message"] for f in step.findings or ())
    source, target = step.was or readable(to_text(step.from_path)), readable(to_text(step.to_path))
    return (step.position, veiled(source, hidden), veiled(target, hidden), step.act, step.number, step.size,
            step.state, veiled(says, hidden))  # fmt: skip


def csv_of(deps: Deps, person: int, list_id: int) -> tuple[str, Iterator[bytes]]:
    title, rows = as_sheet(deps, person, list_id)
    return title, sheets.to_csv(SHEET_HEAD, rows)


def xlsx_of(deps: Deps, person: int, list_id: int) -> tuple[str, bytes]:
    title, rows = as_sheet(deps, person, list_id)
    return title, sheets.to_xlsx(SHEET_HEAD, rows)


def can_run(found: BulkList) -> bool:
    return found.state == "checked" and not found.summary.get("blocked") and found.steps > 0


_FOR_GOOD = frozenset({"destroy"})  #: acts that no list takes back


def can_undo(found: BulkList) -> bool:
    """Whether something was done that can go back, and nothing of it has gone back as a whole."""
    acts = set(found.summary.get("acts", ())) - _FOR_GOOD
    return found.steps_done > 0 and found.state not in _MOVING and found.undone_by is None and bool(acts)


def blocks(code: str) -> bool:
    return code not in TELLS_ONLY
