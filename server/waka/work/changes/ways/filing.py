"""Filing from the desk: an arrival becomes a record of the drive by the slip that a person filled in."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass, replace
from datetime import date

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.ids import DocumentId, ListId, PersonId
from waka.core.names import split_extension
from waka.core.words import CODES, worded
from waka.drive.tree import shown
from waka.errors import BadRequest, NameTaken, NameUnfit, NotFound, SlipChanged, SlipIncomplete
from waka.records.desk import arrivals
from waka.records.documents import documents
from waka.work import office
from waka.work.changes import at_once
from waka.work.changes.at_once import Change
from waka.work.changes.check import Examined
from waka.work.changes.structure import is_safe
from waka.work.deps import Deps
from waka.work.naming.house import Naming
from waka.work.naming.preview import Preview, leads, preview_of
from waka.work.naming.slips import Slip

from .correcting import record_understood

MOST_TOGETHER = 50  #: arrivals that are filed as one list


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    list_id: ListId
    number: DocumentId
    path: str  #: where it stands now, as a person reads it


def file_arrival(
    deps: Deps,
    person: PersonId,
    number: DocumentId,
    slip: Slip,
    today: date | None = None,
    seen: int | None = None,
) -> Outcome:
    """File arrival *number* by *slip*; return where it stands. *seen*: the edition of the slip that it grew from.

    Raises ``SlipChanged``, ``NotFound``, ``NotAllowed``, ``SlipIncomplete``, ``NameUnfit``, ``NameTaken``,
    ``SourceChanged``, ``SourceGone``, ``StepInMotion``, ``DriveTrouble`` or ``DatabaseAway``. After
    each of them the arrival is still on the desk, but for the last, whose message says what holds.
    """

    def make(conn: Connection) -> Change:
        _assert_seen(conn, person, number, slip, seen)
        return _change(conn, person, number, slip, today or office.today(conn))

    ran = at_once.run(deps, person, make, _accept)
    filed = next(step for step in ran.steps if step.document == number)
    return Outcome(list_id=ran.list_id, number=number, path=shown(filed.to_path))


def _accept(conn: Connection, change: Change, examined: Examined) -> Examined:
    at_once.assert_clear(conn, change, examined)
    for row in examined.rows:
        if row.step.state == "left":  # the same bytes stand there: there is nothing to file
            code = row.findings[0].code if row.findings else "identical"
            raise NameUnfit(
                f"{CODES[code].text}; nothing was moved.", mend="Bin the arrival, or file it elsewhere."
            )
    return examined


@dataclass(frozen=True, slots=True, kw_only=True)
class Wanted:
    """One of several arrivals that are filed together."""

    number: DocumentId
    slip: Slip
    seen: int  #: the edition of the slip that it grew from


@dataclass(frozen=True, slots=True, kw_only=True)
class Together:
    list_id: ListId
    filed: Sequence[Outcome]


def file_together(
    deps: Deps, person: PersonId, wanted: Sequence[Wanted], today: date | None = None
) -> Together:
    """File several arrivals by their slips as one list, which is undone as one; all of them or none.

    Raises as ``file_arrival``, saying which of them it is about; ``BadRequest`` for none, too many, or one twice.
    """
    numbers = [one.number for one in wanted]
    if not 1 <= len(numbers) <= MOST_TOGETHER or len(set(numbers)) < len(numbers):
        raise BadRequest(
            f"Between 1 and {MOST_TOGETHER} arrivals are filed together, each once.", mend="Take some out."
        )

    def make(conn: Connection) -> Change:
        changes = [
            _one_of(conn, person, one, today or office.today(conn))
            # in one order for all, so that two who file the same wait for each other
            for one in sorted(wanted, key=lambda one: one.number)
        ]
        return Change(
            title=said("file_together", count=len(changes)), origin="desk",
            wants=[want for change in changes for want in change.wants],
            near=sorted({folder for change in changes for folder in change.near}),
        )  # fmt: skip

    ran = at_once.run(deps, person, make, _accept)
    filed = [
        Outcome(list_id=ran.list_id, number=step.document, path=shown(step.to_path))
        for step in ran.steps
        if step.document in numbers
    ]
    return Together(list_id=ran.list_id, filed=filed)


def _one_of(conn: Connection, person: PersonId, one: Wanted, today: date) -> Change:
    try:
        _assert_seen(conn, person, one.number, one.slip, one.seen)
        return _change(conn, person, one.number, one.slip, today)
    except NotFound:
        raise  # a name of what is not theirs to see is nobody's business
    except (BadRequest, NameTaken, NameUnfit, SlipChanged, SlipIncomplete) as error:
        document = documents.one(conn, one.number, person)
        raise error.of_one(document.name if document else "", one.number) from error


def file_onto(
    deps: Deps, person: PersonId, number: DocumentId, onto: DocumentId, seen: int | None = None
) -> Outcome:
    """File arrival *number* as the newest version of *onto*, which keeps its name, its place and its fields.

    Raises as ``file_arrival``; ``NameUnfit`` where the two are of different types.
    """

    def make(conn: Connection) -> Change:
        _assert_seen(conn, person, number, None, seen)
        waiting = documents.lock_waiting(conn, number, person)
        stands = documents.lock_filed(conn, onto, person)
        if waiting is None or stands is None:
            raise NotFound(f"No. {number} on the desk" if waiting is None else f"No. {onto}")
        mine, its = (split_extension(one.name)[1].lower() for one in (waiting, stands))
        if mine != its:
            raise NameUnfit(
                f"“{stands.name}” ends in “{its}”, and what has come in “{mine}”; nothing was moved.",
                mend="File both, with a note that leads from one to the other.",
            )
        want = Proposal(
            act=acts.File.code, document=number, into=stands.folder_id, name=stands.name, record=stands.record,
            collision="version", slip=waiting.slip,
        )  # fmt: skip
        return Change(
            title=said("file", name=waiting.name), origin="desk", wants=[want], near=[stands.folder_id]
        )

    ran = at_once.run(deps, person, make, _accept)
    filed = next(step for step in ran.steps if step.document == number)
    return Outcome(list_id=ran.list_id, number=onto, path=shown(filed.to_path))


def _assert_seen(
    conn: Connection, person: PersonId, number: DocumentId, slip: Slip | None, seen: int | None
) -> None:
    """Raise where somebody changed the slip since it was *seen*, unless into the very same *slip*."""
    now = arrivals.slip_now(conn, number, person)
    if (
        now is not None
        and seen is not None
        and now.edition != seen
        and (slip is None or now.slip != asdict(slip))
    ):
        raise SlipChanged(now.by, now.edition, now.slip)


def _change(conn: Connection, person: PersonId, number: DocumentId, slip: Slip, today: date) -> Change:
    waiting = documents.lock_waiting(conn, number, person)
    if waiting is None:
        raise NotFound(f"No. {number} on the desk")
    document = documents.one(conn, number, person)
    assert document is not None  # it was just locked
    if slip.see_also is not None and documents.one(conn, slip.see_also, person) is None:
        raise NotFound(f"No. {slip.see_also}")
    house = Naming.load(conn).seen_by(conn, person)
    preview = preview_of(conn, person, document, slip, house, today, shows_beside=False)
    _assert_complete(preview, slip)
    if slip.see_also is not None:
        # with the intent to file it: never filed without
        documents.set_note(conn, number, f"See also No. {slip.see_also}", person)
    record = record_understood(conn, preview.understood)
    # what was led there and not chosen is led again after an undo
    led = leads(conn, person, house, preview.understood)
    is_led = led is not None and (led.folder.id, led.make) == (slip.folder, slip.make)
    kept = replace(slip, folder=None, make="") if is_led else slip
    want = Proposal(
        act=acts.File.code, document=number, into=slip.folder, to=slip.make or None, name=preview.name, record=record,
        collision="version" if slip.as_version else "ask", slip=asdict(kept),
    )  # fmt: skip
    near = [slip.folder] if slip.folder is not None else []
    return Change(title=said("file", name=waiting.name), origin="desk", wants=[want], near=near)


def _assert_complete(preview: Preview, slip: Slip) -> None:
    """Raise for what the slip lacks, and for what the check of its name finds."""
    problems = [(p.field, p.message) for p in preview.understood.problems]
    if preview.name is None or problems:
        raise SlipIncomplete(problems)
    if slip.folder is None:
        raise SlipIncomplete([("folder", worded("not_chosen", {"field": "The folder"}))])
    if preview.folder is None:
        raise NotFound("The folder")
    if not is_safe(slip.make):
        raise BadRequest("A folder cannot be made there.", mend="Choose a folder.", field="folder")
    for finding in preview.findings:
        if finding.code == "taken":
            raise NameTaken(preview.name, preview.folder.path, finding.mend)
        if finding.code == "identical" or (finding.code in CODES and CODES[finding.code].blocks):
            raise NameUnfit(f"{finding.message}; nothing was moved.", mend=f"Try “{finding.mend}”.")
