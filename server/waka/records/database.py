"""Connections to PostgreSQL, and what its errors mean for us."""

from __future__ import annotations

import select
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import LiteralString, TypeVar

import psycopg
from psycopg import Connection
from psycopg.errors import DeadlockDetected, ProgramLimitExceeded, QueryCanceled
from psycopg.rows import kwargs_row
from psycopg.types.json import set_json_dumps, set_json_loads
from psycopg_pool import ConnectionPool, PoolTimeout
from pydantic_core import from_json, to_json

from waka.core.ids import ListId
from waka.errors import BadRequest, Busy, DatabaseAway, DatabaseRefuses, TookTooLong, WakaError

Row = TypeVar("Row")
LOCK_LISTS = 8520  #: advisory lock class: a change list that is being run or settled
AT_ONCE = 10_000  #: rows that are asked for together: all those of a long list would be in memory twice
_AS_IT_WAS = "select pg_advisory_unlock_all(), set_config('plan_cache_mode', 'auto', false)"
#: all else that psycopg calls operational: the connection is lost, or the server is going down
_TOLD = (psycopg.OperationalError, psycopg.DataError, psycopg.InterfaceError, PoolTimeout)


def open_pool(url: str, size: int) -> ConnectionPool:
    """Return a pool that checks a connection before it is lent, so that a restart is survived."""
    pool = ConnectionPool(
        url, min_size=1, max_size=size, timeout=5, open=False,
        check=assert_open,
        configure=_with_quick_json,
        # our queries are short: compiling them takes longer than running them
        # tries are ever farther apart: given up soon, the next one who asks begins anew, and at once
        reconnect_timeout=3,
        kwargs={"options": "-c statement_timeout=60000 -c jit=off", "connect_timeout": 5},
    )  # fmt: skip
    pool.open()
    return pool


def assert_open(conn: Connection) -> None:
    """Raise ``psycopg.OperationalError`` where a connection is lost.

    A server that ends closes its side, or says why: the socket shows either, and only then is the server asked. To
    ask it before each transaction costs as much as a short query.
    """
    socket = select.poll()
    socket.register(conn.fileno(), select.POLLIN)
    if socket.poll(0):
        ConnectionPool.check_connection(conn)


def _with_quick_json(conn: Connection) -> None:
    set_json_dumps(to_json, conn)
    set_json_loads(from_json, conn)


def _meant(error: psycopg.Error | PoolTimeout) -> WakaError:
    """Return what an error of the database means for us."""
    match error:
        case DeadlockDetected():
            return Busy()
        case QueryCanceled():
            return TookTooLong()
        case ProgramLimitExceeded():
            # the server is well and says so each time it is asked: not to be tried again as after a loss
            return DatabaseRefuses(str(error).splitlines()[0])
        case psycopg.DataError():
            return BadRequest(f"The database cannot take this value: {str(error).splitlines()[0]}.")
        case _:
            return DatabaseAway()


class Database:
    """Lends connections; a lost one becomes ``DatabaseAway``."""

    def __init__(self, pool: ConnectionPool) -> None:
        self.pool = pool

    @contextmanager
    def transaction(self) -> Iterator[Connection]:
        try:
            with self.pool.connection() as conn:
                yield conn
        except _TOLD as error:
            raise _meant(error) from error

    @contextmanager
    def working(self) -> Iterator[Connection]:
        """Yield an autocommit connection that may hold lists by ``hold_list`` until it is given back.

        A lock is the connection's: a process that dies or loses it gives its lists free.
        """
        try:
            with self.pool.connection() as conn:
                conn.autocommit = True
                try:
                    yield conn
                finally:
                    if not conn.closed and not conn.broken:
                        conn.execute(_AS_IT_WAS)
                        conn.autocommit = False
        except _TOLD as error:
            raise _meant(error) from error

    def close(self) -> None:
        self.pool.close()


def rows(
    conn: Connection, query: LiteralString, args: dict[str, object], kind: Callable[..., Row]
) -> list[Row]:
    """Return the answer to a named query as values of *kind*: a class, or what makes one of a row's columns."""
    with conn.cursor(row_factory=kwargs_row(kind)) as cur:
        return cur.execute(query, args).fetchall()


def row(
    conn: Connection, query: LiteralString, args: dict[str, object], kind: Callable[..., Row]
) -> Row | None:
    with conn.cursor(row_factory=kwargs_row(kind)) as cur:
        return cur.execute(query, args).fetchone()


def value(conn: Connection, query: LiteralString, args: dict[str, object]) -> object:
    """Return the first column of the first row, or None."""
    found = conn.execute(query, args).fetchone()
    return found[0] if found else None


def plan_once(conn: Connection) -> None:
    """Have each question on a connection of ``Database.working`` planned once, whatever it is asked for.

    Where questions ask for few rows by their keys, to plan one anew for the very keys takes longer than to answer it.
    """
    conn.execute("set plan_cache_mode = force_generic_plan")


def relax(conn: Connection) -> None:
    """Do not wait for the disk at the end of this transaction: what it does is done again where it was lost."""
    conn.execute("set local synchronous_commit = off")


def hold_list(conn: Connection, list_id: ListId) -> bool:
    """Take the sole right to move a list's files; False where another process has it."""
    args: dict[str, object] = {"class": LOCK_LISTS, "list": list_id}
    return bool(value(conn, "select pg_try_advisory_lock(%(class)s::int, %(list)s::int)", args))
