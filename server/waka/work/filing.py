"""Filing: an arrival becomes a record of the drive.

Order of a filing: check everything; put the intent on record and commit; move the file; write down
that it is done. A crash before the commit leaves nothing; one between commit and done is settled at
the next start, or by the runner, from what is on disk (work/engine.py).
"""

from __future__ import annotations

import time
from dataclasses import asdict, dataclass, replace
from datetime import date

from psycopg import Connection

from waka.core.names import to_bytes
from waka.drive.tree import shown
from waka.errors import (
    DatabaseAway,
    NameTaken,
    NameUnfit,
    NotAllowed,
    NotFound,
    SlipChanged,
    SlipIncomplete,
    StepInMotion,
)
from waka.records import arrivals, changes, documents, folders, naming
from waka.records.changes import Step
from waka.records.documents import Record

from . import engine
from .deps import Deps
from .holding import at_work
from .records_json import known_json, record_json
from .slips import Naming, Preview, Slip, preview_of

BLOCKING = {"taken", "twin", "refused_sign", "control", "not_text", "reserved", "edge", "empty",
            "too_long", "path_too_long", "form", "invisible", "identical"}  # fmt: skip
_RETRIES = (0.1, 0.3, 1.0, 2.0)  #: seconds between looks for a database that went away


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    list_id: int
    number: int
    path: str  #: where it stands now, as a person reads it


def file_arrival(
    deps: Deps, person: int, number: int, slip: Slip, today: date, seen: int | None = None
) -> Outcome:
    """File arrival *number* by *slip*; return where it stands. *seen*: the edition of the slip that it grew from.

    Raises ``SlipChanged``, ``NotFound``, ``NotAllowed``, ``SlipIncomplete``, ``NameUnfit``, ``NameTaken``,
    ``SourceChanged``, ``SourceGone``, ``StepInMotion``, ``DriveTrouble`` or ``DatabaseAway``. After
    each of them the arrival is still on the desk, but for the last, whose message says what holds.
    """
    list_id = None
    try:
        with at_work(deps) as (conn, hold):
            with conn.transaction():
                _assert_seen(conn, person, number, slip, seen)
                step = _intend_filing(conn, person, number, slip, today)
                list_id = step.list_id
                hold(list_id)
            engine.run(deps, conn, list_id)
    except DatabaseAway as error:
        settle_after_loss(deps, list_id, number, error)
    return Outcome(list_id=step.list_id, number=number, path=shown(step.to_path))


def _assert_seen(conn: Connection, person: int, number: int, slip: Slip, seen: int | None) -> None:
    now = arrivals.slip_now(conn, number, person)
    if now is not None and seen is not None and now.edition != seen and now.slip != asdict(slip):
        raise SlipChanged(now.by, now.edition, now.slip)


def _intend_filing(conn: Connection, person: int, number: int, slip: Slip, today: date) -> Step:
    waiting = documents.lock_waiting(conn, number, person)
    if waiting is None:
        raise NotFound(f"No. {number} on the desk")
    if changes.is_in_motion(conn, number):
        raise StepInMotion(number)
    document = documents.one(conn, number, person)
    assert document is not None  # it was just locked
    house = Naming.load(conn).seen_by(conn, person)
    seen = preview_of(conn, person, document, slip, house, today)
    folder, name = _assert_fileable(seen, slip)
    party = _remember_party(conn, seen)
    understood = seen.understood
    record = Record(
        kind=understood.kind, party=party, when=understood.when, what=understood.what,
        reference=understood.reference, amount=understood.amount,
    )  # fmt: skip
    title = f"File {waiting.name}"
    list_id = changes.add_list(conn, title=title, origin="desk", person=person)
    target = f"{folder.path}/{name}" if folder.path else name
    step = Step(
        list_id=list_id, position=1, act="file", document_id=number, folder_id=None, from_place="arrivals",
        from_path=waiting.path, to_place="drive", to_path=to_bytes(target), state="intended",
        size=waiting.size, sha256=waiting.sha256, inode=waiting.inode,
        modified_ns=waiting.modified_ns, failure=None,
        before={"name": waiting.name, "slip": asdict(slip), "arrival_point": waiting.arrival_point_id,
                "bound_for": waiting.bound_for},
        after={"folder": folder.id, "name": name, "conforms": True, "record": record_json(record)},
    )  # fmt: skip
    if slip.as_version and seen.stands is not None:
        step = _onto(conn, person, step, seen.stands.number)
    changes.intend(conn, step)
    return step


def _onto(conn: Connection, person: int, step: Step, number: int) -> Step:
    """Return *step* as one that makes its arrival the newest version of document *number*."""
    stands = documents.lock_filed(conn, number, person)
    if stands is None:
        raise NotFound(f"No. {number}")
    if changes.is_in_motion(conn, number):
        raise StepInMotion(number)
    record = step.after["record"]
    return replace(
        step, act="version", onto_id=number, to_path=to_bytes(stands.path),
        before={**step.before, "onto": known_json(stands), "onto_record": record_json(stands.record)},
        after={"folder": stands.folder_id, "name": stands.name, "onto_record": record},
    )  # fmt: skip


def _assert_fileable(seen: Preview, slip: Slip) -> tuple[folders.Folder, str]:
    problems = [(p.field, p.message.removeprefix(f"{p.field} ")) for p in seen.understood.problems]
    if seen.name is None or problems:
        raise SlipIncomplete(problems)
    if slip.folder is None:
        raise SlipIncomplete([("folder", "is not chosen")])
    if seen.folder is None:
        raise NotFound("The folder")
    if seen.folder.right == "reader":
        raise NotAllowed(
            f"You may look into “{seen.folder.path}” but not file there.",
            mend="Choose another folder.",
        )
    for finding in seen.findings:
        if finding.code == "taken":
            raise NameTaken(seen.name, seen.folder.path, finding.mend)
        if finding.code in BLOCKING:
            raise NameUnfit(f"{finding.message}; nothing was moved.", mend=f"Try “{finding.mend}”.")
    return seen.folder, seen.name


def _remember_party(conn: Connection, seen: Preview) -> int | None:
    who = seen.understood.who
    if who is None:
        return None
    return naming.add_party(conn, who.name, who.short or who.proposed)


def settle_after_loss(deps: Deps, list_id: int | None, number: int, error: DatabaseAway) -> None:
    """Bring a filing to its end after the connection was lost in the middle of it."""
    if list_id is None:
        raise error
    for wait in _RETRIES:
        time.sleep(wait)
        try:
            outcome = engine.settle_list(deps, list_id)
        except DatabaseAway:
            continue
        if outcome == "done":
            return
        if outcome is not None:
            raise DatabaseAway(
                f"The database was away for a moment; No. {number} was not moved and is still where "
                "it was. Try again."
            ) from error
    raise DatabaseAway(
        f"The database went away while No. {number} was being filed. The file is whole, at its old "
        "or its new place, and the record follows as soon as the database answers."
    ) from error


def save_slip(deps: Deps, person: int, number: int, slip: Slip, seen: int | None = None) -> int:
    """Keep what was filled in so far; return the slip's new edition. Raises ``NotFound``, ``SlipChanged``."""
    with deps.db.transaction() as conn:
        saved = arrivals.save_slip(conn, number=number, person=person, slip=asdict(slip), seen=seen)
        if saved is not None:
            return saved
        now = arrivals.slip_now(conn, number, person)
        if now is None:
            raise NotFound(f"No. {number} on the desk")
        raise SlipChanged(now.by, now.edition, now.slip)


def set_later(deps: Deps, person: int, number: int, later: bool) -> None:
    """Set an arrival aside, or back into its order. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if not arrivals.set_later(conn, number=number, person=person, later=later):
            raise NotFound(f"No. {number} on the desk")
