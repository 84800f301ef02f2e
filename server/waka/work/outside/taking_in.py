"""Taking in a tree that is already there: every file becomes a document with a number, nothing moves.

It is the first sweep of a drive (work/outside.py), and what it wrote down before an interruption stays.
"""

from __future__ import annotations

from waka.core.changes.findings import said
from waka.core.ids import PersonId
from waka.errors import DriveTrouble
from waka.records.database import relax
from waka.records.finding import search, to_index
from waka.records.outside import stuck
from waka.records.outside.stuck import Item
from waka.work.deps import Deps
from waka.work.outside.new_files import KindOf, Progress, no_kind, no_progress
from waka.work.outside.sweeping import DriveSweeper

INDEXED_AT_ONCE = 500


def take_in(
    deps: Deps, person: PersonId | None, kind_of: KindOf = no_kind, on_progress: Progress = no_progress,
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
    """Make the search words of some documents that wait for them; False where none do.

    One whose words the database refuses is found by its name alone, and said to be; it holds up no other.
    """
    with deps.db.transaction() as conn:
        relax(conn)
        due = to_index.take(conn, INDEXED_AT_ONCE)
        for number, folder in search.refresh(conn, due):
            stuck.put(conn, "index", Item(
                subject=str(number), shown=f"No. {number}", reason=said("too_many_words"), folder=folder,
            ))  # fmt: skip
    return bool(due)
