"""Which steps of a list can go together: recorded, moved and written down in one batch."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import takewhile

from waka.core.changes.acts import Phase
from waka.core.changes.step import Spot, Step

from .acts import Done

BATCH = 200  #: steps of one commit and one writing of folders
BATCH_BYTES = 64_000_000  #: that are copied in one batch: a person sees how far it is, and may stop it


def one_batch(steps: Sequence[Step]) -> list[Step]:
    """Return the steps up to the first that a batch cannot hold together.

    A document moves once in a batch, and a folder that moves stands alone: what follows may need it.
    """
    seen: set[int] = set()
    copied = 0
    removed = list(takewhile(lambda step: step.act.phase is Phase.CLEARS_UP, steps))
    if removed:
        return removed  # each is empty by itself, and no path but its own changes
    for at, step in enumerate(steps):
        if step.document is None:
            return list(steps[: max(at, 1)])
        numbers = step.documents
        copied += step.file.size if step.act.copies else 0
        if seen.intersection(numbers) or (at and copied > BATCH_BYTES):
            return list(steps[:at])
        seen.update(numbers)
    return list(steps)


def without_their_own_parents(makes: Sequence[Step]) -> list[Step]:
    """Return the folders to make up to the first that stands in another of them: its parent has no number yet."""
    seen: set[bytes] = set()
    for at, step in enumerate(makes):
        if step.to_path.rpartition(b"/")[0] in seen:
            return list(makes[:at])
        seen.add(step.to_path)
    return list(makes)


def must_follow(coming: Sequence[Step], before: Sequence[Step]) -> bool:
    """Whether the batch that comes can begin only when what came of the one before is on record."""
    moved = {number for step in before for number in step.documents}
    return any(
        step.document is None or moved.intersection(step.documents) or step.was is not None for step in coming
    ) or any(step.document is None for step in before)


def independent(done: Sequence[Done]) -> list[list[Done]]:
    """Return *done* in groups, none of whose steps takes a place that another of its group left."""
    groups: list[list[Done]] = [[]]
    left: set[Spot] = set()
    for one in done:
        if one.step.target in left:
            groups.append([])
            left.clear()
        groups[-1].append(one)
        if one.step.source is not None:
            left.add(one.step.source)
    return [group for group in groups if group]
