"""Which steps of a list can go together: recorded, moved and written down in one batch."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import takewhile

from waka.drive.tree import FileStat
from waka.records.changes import Step

BATCH = 200  #: steps of one commit and one writing of folders
BATCH_BYTES = 64_000_000  #: that are copied in one batch: a person sees how far it is, and may stop it


def one_batch(steps: Sequence[Step]) -> list[Step]:
    """Return the steps up to the first that a batch cannot hold together.

    A document moves once in a batch, and a folder that moves stands alone: what follows may need it.
    """
    seen: set[int] = set()
    copied = 0
    removed = list(takewhile(lambda step: step.act == "remove_folder", steps))
    if removed:
        return removed  # each is empty by itself, and no path but its own changes
    for at, step in enumerate(steps):
        if step.document_id is None:
            return list(steps[: max(at, 1)])
        numbers = numbers_of(step)
        copied += step.size if step.act == "copy" else 0
        if seen.intersection(numbers) or (at and copied > BATCH_BYTES):
            return list(steps[:at])
        seen.update(numbers)
    return list(steps)


def numbers_of(step: Step) -> list[int]:
    """Return the documents that *step* is about."""
    return [number for number in (step.document_id, step.onto_id) if number is not None]


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
    moved = {number for step in before for number in numbers_of(step)}
    return any(
        step.document_id is None or moved.intersection(numbers_of(step)) or "was" in step.after
        for step in coming
    ) or any(step.document_id is None for step in before)


def independent(done: Sequence[tuple[Step, FileStat]]) -> list[list[tuple[Step, FileStat]]]:
    """Return *done* in groups, none of whose steps takes a place that another of its group left."""
    groups: list[list[tuple[Step, FileStat]]] = [[]]
    left: set[tuple[object, str]] = set()
    for step, found in done:
        target = (step.after.get("folder"), str(step.after.get("name", "")))
        if target in left:
            groups.append([])
            left.clear()
        groups[-1].append((step, found))
        left.add((step.before.get("folder"), str(step.before.get("name", ""))))
    return [group for group in groups if group]
