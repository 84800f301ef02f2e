"""The slip of an arrival while it waits: kept as it is filled in, and set aside for later."""

from __future__ import annotations

from dataclasses import asdict

from waka.core.ids import DocumentId, PersonId
from waka.errors import NotFound, SlipChanged
from waka.records.desk import arrivals
from waka.work.deps import Deps
from waka.work.naming.slips import Slip


def save_slip(deps: Deps, person: PersonId, number: DocumentId, slip: Slip, seen: int | None = None) -> int:
    """Keep what was filled in so far; return the slip's new edition. Raises ``NotFound``, ``SlipChanged``."""
    with deps.db.transaction() as conn:
        saved = arrivals.save_slip(conn, number=number, person=person, slip=asdict(slip), seen=seen)
        if saved is not None:
            return saved
        now = arrivals.slip_now(conn, number, person)
        if now is None:
            raise NotFound(f"No. {number} on the desk")
        raise SlipChanged(now.by, now.edition, now.slip)


def set_later(deps: Deps, person: PersonId, number: DocumentId, later: bool) -> None:
    """Set an arrival aside, or back into its order. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if not arrivals.set_later(conn, number=number, person=person, later=later):
            raise NotFound(f"No. {number} on the desk")
