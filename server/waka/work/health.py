"""Is everything in order: database, migrations, drive, arrivals?"""

from __future__ import annotations

import os
from collections.abc import Sequence
from dataclasses import dataclass, replace

from waka.drive.tree import Tree
from waka.errors import DatabaseAway, WakaError
from waka.records import migrations, outside
from waka.records.outside import Question, SweepState

from .deps import Deps


@dataclass(frozen=True, slots=True, kw_only=True)
class Check:
    part: str
    in_order: bool
    told: str  #: what is not in order and what to do; '' where it is


def check(deps: Deps) -> list[Check]:
    return [*_database(deps), _tree("drive", deps.drive), _tree("arrivals", deps.arrivals)]


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


def _tree(part: str, tree: Tree) -> Check:
    try:
        with tree.folder(tree.work) as fd:
            probe = f".probe-{os.getpid()}"
            os.close(os.open(probe, os.O_CREAT | os.O_WRONLY, 0o600, dir_fd=fd))
            os.unlink(probe, dir_fd=fd)
    except WakaError as error:
        return Check(part=part, in_order=False, told=error.message)
    except OSError as error:
        told = f"{tree.root} cannot be written: {error.strerror}."
        return Check(part=part, in_order=False, told=told)
    return Check(part=part, in_order=True, told="")


@dataclass(frozen=True, slots=True, kw_only=True)
class Drive:
    """How the drive stands, as far as a person may know."""

    state: SweepState
    questions: Sequence[Question]
    notices: Sequence[tuple[str, str]]  #: path and reason of what cannot be taken in


def drive(deps: Deps, person: int) -> Drive:
    with deps.db.transaction() as conn:
        state = outside.sweep_state(conn)
        if not outside.keeps_all(conn, person):
            # how much there is altogether is for those who see it all
            state = replace(state, files=0, to_take=0, taken=0, bytes_to_take=0, bytes_taken=0, held=None)
        return Drive(
            state=state, questions=outside.questions(conn, person),
            notices=outside.notices(conn, person),
        )  # fmt: skip
