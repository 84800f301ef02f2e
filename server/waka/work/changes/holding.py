"""The sole right to move a list's files, for as long as they move."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager

from psycopg import Connection

from waka.core.ids import ListId
from waka.drive.holds import holds
from waka.records.database import hold_list
from waka.work.deps import Deps

Hold = Callable[[ListId], bool]  #: take a list in hand; False where another process or thread has it


@contextmanager
def at_work(deps: Deps) -> Iterator[tuple[Connection, Hold]]:
    """Yield a connection, and what takes a list in hand; all that was taken is let go at the end.

    The drive's lock outlives a lost connection: until this worker has stopped moving, nobody else settles
    what it has in hand.
    """
    with holds(deps.drive) as held, deps.db.working() as conn:
        yield conn, lambda list_id: held.take(list_id) and hold_list(conn, list_id)
