"""Emptying the bin of what has lain in it for long: counted, confirmed, checked as a list, and for good."""

from __future__ import annotations

from dataclasses import dataclass

from waka.core.changes import acts
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.ids import ListId, PersonId
from waka.core.words import counted
from waka.errors import BadRequest, CountDiffers
from waka.records.folders import storage
from waka.work.deps import Deps

from .kept_list import propose


@dataclass(frozen=True, slots=True, kw_only=True)
class Old:
    """What has been in the bin for longer than some days, as far as it is this person's to destroy."""

    count: int
    bytes: int


def old(deps: Deps, person: PersonId, days: int) -> Old:
    with deps.db.transaction() as conn:
        found = storage.binned_before(conn, person, days)
    return Old(count=len(found), bytes=sum(size for _, size in found))


def empty(deps: Deps, person: PersonId, days: int, count: int) -> ListId:
    """Make the list that destroys what has been in the bin for more than *days*; it runs like any other.

    *count* is what the person has seen and confirmed. Raises ``BadRequest`` where nothing is that old,
    ``CountDiffers`` where it is no longer that many.
    """
    with deps.db.transaction() as conn:
        found = storage.binned_before(conn, person, days)
    if not found:
        raise BadRequest(f"Nothing of yours to destroy has been in the bin for more than {days} days.")
    if len(found) != count:
        raise CountDiffers(count, len(found))
    wants = [Proposal(act=acts.Destroy.code, document=number) for number, _ in found]
    title = counted("destroy_old", count, days=days)
    return propose(deps, person, wants, title=title, origin="bin", ask=Ask(days=days))
