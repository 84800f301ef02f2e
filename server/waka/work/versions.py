"""The versions of a document: its history, and an earlier one as the newest again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from waka.errors import NotAllowed, NotFound, StepInMotion
from waka.records import changes, documents, versions
from waka.records.versions import Current, Kept, Version

from . import engine
from .deps import Deps
from .holding import at_work
from .structure import MAY_FILE
from .undoing import revert_step


@dataclass(frozen=True, slots=True, kw_only=True)
class History:
    current: Current
    earlier: Sequence[Version]


@dataclass(frozen=True, slots=True, kw_only=True)
class Restored:
    list_id: int
    title: str


def history(deps: Deps, person: int, number: int) -> History:
    """Return the versions of a document, latest first. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        document = documents.one(conn, number, person)
        current = versions.current(conn, number)
        if document is None or current is None:
            raise NotFound(f"No. {number}")
        return History(current=current, earlier=versions.history(conn, number, person))


def restore(deps: Deps, person: int, number: int, version: int) -> Restored:
    """Make an earlier version, by its id, the newest; what is the newest now is kept.

    Raises ``NotFound``, ``NotAllowed``, ``StepInMotion``, ``SourceChanged``, ``DriveTrouble``.
    """
    with at_work(deps) as (conn, hold):
        with conn.transaction():
            now = documents.lock_filed(conn, number, person)
            chosen = next((v for v in versions.history(conn, number, person) if v.id == version), None)
            if now is None or chosen is None:
                raise NotFound(f"That version of No. {number}")
            if now.right not in MAY_FILE:
                raise NotAllowed("You may look here, but not change anything.")
            if changes.is_in_motion(conn, number):
                raise StepInMotion(number)
            title = f"Restore version {chosen.version} of {now.name}"
            list_id = changes.add_list(conn, title=title, origin="hand", person=person)
            kept = Kept(number=number, version=chosen.version, size=chosen.size, sha256=chosen.sha256,
                        modified_ns=chosen.modified_ns, came_as=chosen.came_as)  # fmt: skip
            changes.intend(conn, replace(revert_step(now, kept), list_id=list_id, position=1))
            hold(list_id)
        engine.run(deps, conn, list_id)
    return Restored(list_id=list_id, title=title)
