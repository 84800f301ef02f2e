"""A database that one test after another is given, as new to each, by connections that know it already.

What a connection learns of tables and questions it forgets when it is closed, and to learn it anew is most of what a
short test asks of PostgreSQL.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

import psycopg
from psycopg import sql
from psycopg_pool import ConnectionPool

from tests.support import EMPTY, World, name_of
from waka.launch import opened
from waka.records.database import open_pool
from waka.work import deps as parts
from waka.work.deps import Deps

MOST = 60  #: tests that are given one database: rows that are deleted stay in its files
CONNECTIONS = 4

_TABLES = (
    "select relname from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' order by 1"
)
_COLUMNS = """
select attname from pg_attribute where attrelid = ('public.' || quote_ident(%s))::regclass and attnum > 0
   and not attisdropped and attgenerated = ''
 order by attnum"""
_SEQUENCES = """
select format('perform setval(%L, %s, %L);', format('%I.%I', schemaname, sequencename),
              coalesce(last_value, start_value), last_value is not null)
  from pg_sequences where schemaname = 'public'"""
_WITHOUT_ROWS = "if exists (select from public.{0}) then delete from public.{0}; end if;"
_WITH_ROWS = """
if exists ((select t::text from public.{0} t except all select t::text from as_it_was.{0} t)
           union all (select t::text from as_it_was.{0} t except all select t::text from public.{0} t)) then
  delete from public.{0};
  insert into public.{0} ({1}) overriding system value select {1} from as_it_was.{0};
end if;"""


class Again:
    """One database of a cluster, copied from the empty one."""

    def __init__(self, world: World) -> None:
        self.url = world.database(EMPTY)
        self.given = 0
        self.pool = open_pool(self.url, CONNECTIONS)
        self.pool.close = lambda *_: None  # type: ignore[method-assign]  # by whoever has it in hand
        self._admin = psycopg.connect(world.own.admin_url(name_of(self.url)), autocommit=True)
        self._admin.execute("set lock_timeout = '5s'")
        # neither triggers nor references: all rows go, and those that stood there come back
        self._admin.execute("set session_replication_role = replica")
        self._remember()

    def _remember(self) -> None:
        ways: list[sql.Composable] = []
        self._admin.execute("create schema as_it_was")
        for (name,) in self._admin.execute(_TABLES).fetchall():
            table = sql.Identifier(name)
            if self._admin.execute(sql.SQL("select from public.{} limit 1").format(table)).fetchone() is None:
                ways.append(sql.SQL(_WITHOUT_ROWS).format(table))
                continue
            self._admin.execute(sql.SQL("create table as_it_was.{0} as table public.{0}").format(table))
            columns = sql.SQL(", ").join(sql.Identifier(c) for (c,) in self._admin.execute(_COLUMNS, (name,)))
            ways.append(sql.SQL(_WITH_ROWS).format(table, columns))
        ways += [sql.SQL(way) for (way,) in self._admin.execute(_SEQUENCES)]
        body = sql.SQL("begin {} end").format(sql.SQL("\n").join(ways)).as_string(self._admin)
        self._admin.execute(
            sql.SQL("create procedure as_it_was.restore() language plpgsql as {}").format(sql.Literal(body))
        )

    def restore(self) -> None:
        """Make all rows and numbers what they were. Raises ``psycopg.Error``, such as where somebody still holds some."""
        self._admin.execute("call as_it_was.restore()")

    def close(self) -> None:
        ConnectionPool.close(self.pool)
        self._admin.close()


class Databases:
    """Those of a cluster that are free to be given again."""

    def __init__(self, world: World) -> None:
        self.world = world
        self._free: list[Again] = []

    @contextmanager
    def empty(self, home: Path) -> Iterator[Deps]:
        """Yield an empty Waka at *home*, its database another test's before."""
        one = self._taken()
        one.given += 1
        try:
            with ExitStack() as stack:
                with _lending(one.pool):
                    deps = stack.enter_context(opened(self.world.settings(home), one.url))
                yield deps
        except BaseException:
            self._drop(one)
            raise
        self._free.append(one)

    def _taken(self) -> Again:
        while self._free:
            one = self._free.pop()
            try:
                if one.given < MOST:
                    one.restore()
                    return one
            except psycopg.Error:
                pass  # a test left something going on in it
            self._drop(one)
        return Again(self.world)

    def _drop(self, one: Again) -> None:
        one.close()
        self.world.drop(one.url)

    def close(self) -> None:
        for one in self._free:
            one.close()


@contextmanager
def _lending(pool: ConnectionPool) -> Iterator[None]:
    as_waka_does, parts.open_pool = parts.open_pool, lambda *_: pool
    try:
        yield
    finally:
        parts.open_pool = as_waka_does
