"""Writing down, many at once, that documents stand elsewhere."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.ids import DocumentId
from waka.core.names import name_key
from waka.drive.tree import shown
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import Placed
from waka.records.finding import search, to_index

from .base import Done, number_of, target_name


def record_placed(
    conn: Connection, done: Sequence[Done], owner: ChangeList, *, words_change: bool = False
) -> None:
    """Write down that documents stand at their targets. *words_change*: search has to know of each, too."""
    placed = [_placed(one) for one in done]
    steps.place_many(conn, placed, owner.person_id)
    # a document that only stands elsewhere is found by the words that it had
    changed = [
        number_of(p.step) for p in placed
        if words_change or p.key is not None or getattr(p.step.act, "record", None) is not None
    ]  # fmt: skip
    words_follow(conn, changed, owner)


def words_follow(conn: Connection, numbers: Sequence[DocumentId], owner: ChangeList) -> None:
    """Let search know documents by other words: in a long list later, where that costs more than the steps."""
    if owner.at_once:
        search.refresh(conn, numbers)
    else:
        to_index.put(conn, numbers)


def _placed(one: Done) -> Placed:
    step = one.step
    renamed = step.source is None or target_name(step) != step.source.name
    return Placed(
        step=step, inode=one.found.inode, modified_ns=one.found.modified_ns, from_told=shown(step.from_path),
        to_told=shown(step.to_path), key=name_key(target_name(step)) if renamed else None,
    )  # fmt: skip
