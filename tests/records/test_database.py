"""What the database's errors mean for us, and that what is lent is open and as it was."""

from contextlib import AbstractContextManager

import psycopg
import pytest
from psycopg import Connection

from tests.support import EMPTY, World, wait_until
from waka.errors import DatabaseAway, TookTooLong
from waka.records.database import Database, assert_open, open_pool, plan_once
from waka.work.deps import Deps

OTHERS = (
    "select count(*) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()"
)
ENDED = "select count(pg_terminate_backend(pid)) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()"  # fmt: skip


def lend(deps: Deps, how: str) -> AbstractContextManager[Connection]:
    return deps.db.transaction() if how == "transaction" else deps.db.working()


@pytest.mark.parametrize("how", ["transaction", "working"])
def test_a_question_that_takes_too_long_is_not_told_as_a_lost_database(deps: Deps, how: str) -> None:
    with pytest.raises(TookTooLong), lend(deps, how) as conn:
        conn.execute("set statement_timeout = 50")
        conn.execute("select pg_sleep(5)")


@pytest.mark.parametrize("how", ["transaction", "working"])
def test_a_lost_connection_is_told_and_the_next_one_works(deps: Deps, how: str) -> None:
    with pytest.raises(DatabaseAway), lend(deps, how) as conn:
        conn.execute("select pg_terminate_backend(pg_backend_pid())")
    with lend(deps, how) as conn:
        assert conn.execute("select 1").fetchone() == (1,)


def test_connections_that_were_ended_are_not_lent_again(own_deps: Deps, the_world: World) -> None:
    def name() -> str:
        with own_deps.db.transaction() as conn:
            row = conn.execute("select current_database()").fetchone()
            assert row is not None
            return str(row[0])

    database = name()
    for _ in range(3):
        with psycopg.connect(the_world.own.url_of(database), autocommit=True) as conn:
            ended = conn.execute(ENDED).fetchone()
            # a server is told to end and ends a moment later: what is asked in between fails, as it does under way
            wait_until(lambda: conn.execute(OTHERS).fetchone() == (0,), "they are gone")
        assert ended is not None and ended[0] > 0
        assert name() == database


def test_a_connection_is_asked_only_where_its_socket_has_something_to_say(
    deps: Deps, monkeypatch: pytest.MonkeyPatch
) -> None:
    asked: list[object] = []
    monkeypatch.setattr("waka.records.database.ConnectionPool.check_connection", asked.append)
    with deps.db.transaction() as conn:
        url = conn.info.dsn
        pid = conn.info.backend_pid
        assert_open(conn)
        assert asked == []
        with psycopg.connect(url, password=conn.info.password, autocommit=True) as other:
            other.execute("select pg_terminate_backend(%s)", (pid,))
        wait_until(lambda: (assert_open(conn), asked)[1], "its end is seen")
        conn.close()


def test_a_connection_on_which_questions_are_planned_once_is_lent_to_others_as_any(the_world: World) -> None:
    asked = "select current_setting('plan_cache_mode'), pg_backend_pid()"
    database = Database(open_pool(the_world.database(EMPTY), 1))
    try:
        with database.working() as conn:
            plan_once(conn)
            before = conn.execute(asked).fetchone()
        assert before is not None and before[0] == "force_generic_plan"
        with database.transaction() as conn:
            assert conn.execute(asked).fetchone() == ("auto", before[1]), "the same connection, as it was"
    finally:
        database.close()
