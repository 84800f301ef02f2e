"""Taking in a tree that is already there: every file becomes a document with a number, nothing moves.

It is the first sweep of a drive (work/outside.py), and what it wrote down before an interruption stays.
"""

from __future__ import annotations

from waka.errors import DriveTrouble
from waka.records import outside, search

from .deps import Deps
from .following import KindOf, Progress, no_kind, no_progress
from .outside import DriveSweeper

INDEXED_AT_ONCE = 500


def take_in(
    deps: Deps, person: int | None, kind_of: KindOf = no_kind, on_progress: Progress = no_progress,
) -> int:  # fmt: skip
    """Record every file beneath the drive root that is not yet a document; return how many.

    *kind_of* says what kind a document is from its folder's path and its name. Raises ``DriveTrouble``
    where the drive is not there, or another process is at it.
    """
    sweeper = DriveSweeper(deps, 0.0, kind_of=kind_of, person=person, on_progress=on_progress)
    if sweeper.sweep() < 0:
        raise DriveTrouble("Another Waka is taking this drive in.", mend="Wait until it is done.")
    return sweeper.taken


def index_next(deps: Deps) -> bool:
    """Make the search words of some documents that wait for them; False where none do."""
    with deps.db.transaction() as conn:
        due = outside.next_due(conn, INDEXED_AT_ONCE)
        search.refresh(conn, due)
    return bool(due)
