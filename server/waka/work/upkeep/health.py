"""Is everything in order: database, migrations, drive, arrivals?"""

from __future__ import annotations

import os
import secrets
from collections.abc import Sequence
from dataclasses import dataclass, replace

from waka.core.changes.findings import Said
from waka.core.ids import PersonId
from waka.core.words import worded
from waka.errors import DatabaseAway, NotFound, WakaError
from waka.records import migrations
from waka.records.background import jobs
from waka.records.folders import access
from waka.records.outside import questions, stuck, sweeps
from waka.records.outside.questions import FolderQuestion, Question
from waka.records.outside.stuck import Stuck
from waka.records.outside.sweeps import SweepState
from waka.work.deps import Deps
from waka.work.outside import belonging
from waka.work.upkeep.remembering import Remembered

ABSENT = 60.0  #: seconds without a sign of a process that works in the background
OVERDUE = 600.0  #: seconds without a complete look at the drive, after which something is wrong


@dataclass(frozen=True, slots=True, kw_only=True)
class Check:
    """Whether one part of a running Waka is in order."""

    part: str
    in_order: bool
    told: str  #: what is not in order and what to do; '' where there is nothing to tell


class Lately(Remembered[list[Check]]):
    """The last look, good for a second: many may ask."""

    def __init__(self) -> None:
        super().__init__(1.0)


def checked(deps: Deps) -> list[Check]:
    """Return what ``check`` found a moment ago: however many ask, it is looked at once a second."""
    return deps.kept(Lately).of(lambda: check(deps))


def check(deps: Deps) -> list[Check]:
    return [
        *_database(deps),
        _tree(deps, "drive"),
        _tree(deps, "arrivals"),
        *_following(deps),
        *_background(deps),
    ]


def stuck_items(deps: Deps) -> list[Stuck]:
    """Return all that is stuck: for the command line of the machine itself."""
    try:
        with deps.db.transaction() as conn:
            return stuck.everything(conn)
    except DatabaseAway:
        return []


def try_again(deps: Deps, person: PersonId, id: int) -> None:
    """Have something that was set aside tried now. Raises ``NotFound`` where *person* keeps no such thing."""
    with deps.db.transaction() as conn:
        subject = stuck.try_now(conn, person, id)
        if subject is None:
            raise NotFound("What was set aside")
        jobs.at_once(conn, [subject])


def _background(deps: Deps) -> list[Check]:
    """Whether a process does what is to be done in the background."""
    try:
        with deps.db.transaction() as conn:
            ago = jobs.seconds_since_seen(conn)
    except WakaError:
        return []
    if ago is not None and ago > ABSENT:
        told = f"Nothing was done in the background for {_span(ago)}: nothing new is taken or read. Start Waka again."
        return [Check(part="background", in_order=False, told=told)]
    return [Check(part="background", in_order=True, told="")]


def _following(deps: Deps) -> list[Check]:
    """Whether the drive was looked over completely of late."""
    try:
        with deps.db.transaction() as conn:
            state, ago = sweeps.sweep_state(conn), sweeps.seconds_since_whole(conn)
    except WakaError:
        return []
    if state.held:
        return [Check(part="following", in_order=False, told=f"{worded(state.held.code, state.held.facts)}.")]
    if ago is None:
        return [
            Check(part="following", in_order=True, told="The drive was never looked over completely yet.")
        ]
    told = f"The drive was last looked over completely {_span(ago)} ago."
    return [Check(part="following", in_order=ago < OVERDUE, told=told)]


def _span(seconds: float) -> str:
    for name, length in (("days", 86400), ("hours", 3600), ("minutes", 60)):
        if seconds >= 2 * length:
            return f"{seconds / length:.0f} {name}"
    return f"{seconds:.0f} seconds"


def _database(deps: Deps) -> list[Check]:
    try:
        with deps.db.transaction() as conn:
            missing = migrations.missing(conn)
    except DatabaseAway as error:
        told = f"{error.message} Is PostgreSQL running?"
        return [Check(part="database", in_order=False, told=told),
                Check(part="migrations", in_order=False, told="Unknown without the database.")]  # fmt: skip
    told = f"Not applied: {', '.join(missing)}. Run bin/waka migrate." if missing else ""
    return [Check(part="database", in_order=True, told=""),
            Check(part="migrations", in_order=not missing, told=told)]  # fmt: skip


def _tree(deps: Deps, part: str) -> Check:
    tree = deps.drive if part == "drive" else deps.arrivals
    try:
        with deps.db.transaction() as conn:
            belonging.assert_ours(deps, conn, part)
        with tree.folder(tree.work) as fd:
            probe = f".probe-{os.getpid()}-{secrets.token_hex(4)}"
            os.close(os.open(probe, os.O_CREAT | os.O_WRONLY, 0o600, dir_fd=fd))
            os.unlink(probe, dir_fd=fd)
    except DatabaseAway:
        return Check(part=part, in_order=False, told="Unknown without the database.")
    except WakaError as error:
        return Check(part=part, in_order=False, told=" ".join(filter(None, (error.message, error.mend))))
    except OSError as error:
        told = f"{tree.root} cannot be written: {error.strerror}."
        return Check(part=part, in_order=False, told=told)
    return Check(part=part, in_order=True, told="")


@dataclass(frozen=True, slots=True, kw_only=True)
class Drive:
    """How the drive stands, as far as a person may know."""

    state: SweepState
    questions: Sequence[Question]
    notices: Sequence[tuple[str, Said]]  #: path and reason of what cannot be taken in
    stuck: Sequence[Stuck] = ()  #: what could not be dealt with, for who keeps the whole drive
    folder_questions: Sequence[FolderQuestion] = ()


def drive(deps: Deps, person: PersonId) -> Drive:
    with deps.db.transaction() as conn:
        state = sweeps.sweep_state(conn)
        if not access.keeps_all(conn, person):
            # how much there is altogether is for those who see it all
            state = replace(state, files=0, to_take=0, taken=0, bytes_to_take=0, bytes_taken=0, held=None)
        return Drive(
            state=state, questions=questions.questions(conn, person),
            notices=sweeps.notices(conn, person), stuck=stuck.for_keeper(conn, person),
            folder_questions=questions.folder_questions(conn, person),
        )  # fmt: skip
