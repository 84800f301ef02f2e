"""Pages of a long list as a filter leaves it: where each begins, counted once, so that a jump reads one page.

Kept in the memory of a process for as long as the list is as it was counted; another process counts for itself.
"""

from __future__ import annotations

import threading
from collections import OrderedDict
from dataclasses import dataclass, field

from psycopg import Connection

from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import Filter

PAGE = 50
MOST_KEPT = 64  #: lists and filters of which the pages are known

_Key = tuple[object, ...]


@dataclass(frozen=True, slots=True)
class Pages:
    starts: list[int]  #: the position of the first step of each page
    total: int


@dataclass(slots=True)
class KnownPages:
    """The pages of those lists and filters that were asked for last."""

    _kept: OrderedDict[_Key, Pages] = field(default_factory=OrderedDict)
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def of(self, conn: Connection, found: ChangeList, wanted: Filter) -> Pages:
        """Return where the pages begin of the list *found* as *wanted* filters it."""
        key: _Key = (found.id, wanted, found.checked_at)
        if (
            wanted.state is not None
        ):  # a step's act and findings stay as they were checked, its state does not
            key += (found.state, found.steps_done, found.steps_failed)
        with self._lock:
            known = self._kept.get(key)
            if known is not None:
                self._kept.move_to_end(key)
                return known
        made = Pages(*steps.page_starts(conn, found.id, wanted, PAGE))
        with self._lock:
            self._kept[key] = made
            while len(self._kept) > MOST_KEPT:
                self._kept.popitem(last=False)
        return made


def positions(
    known: KnownPages, conn: Connection, found: ChangeList, wanted: Filter, start: int
) -> tuple[list[int], int]:
    """Return the positions of the page that *start*, counted as filtered, is in; and how many steps there are."""
    page = start // PAGE
    if wanted.is_any:  # unfiltered, the place is the position
        total = steps.length(conn, found.id)
        return list(range(page * PAGE + 1, min(total, (page + 1) * PAGE) + 1)), total
    pages = known.of(conn, found, wanted)
    if page >= len(pages.starts):
        return [], pages.total
    return steps.positions(conn, found.id, wanted, pages.starts[page], PAGE), pages.total
