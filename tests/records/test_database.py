"""Connections that are lent are open, however they were lost, and nothing is asked of the server to know it."""

import psycopg
import pytest

from tests.support import World, wait_until
from waka.records.database import assert_open
from waka.work.deps import Deps

ENDED = "select count(pg_terminate_backend(pid)) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()"  # fmt: skip


def test_connections_that_were_ended_are_not_lent_again(deps: Deps, the_world: World) -> None:
    def name() -> str:
        with deps.db.transaction() as conn:
            row = conn.execute("select current_database()").fetchone()
            assert row is not None
            return str(row[0])

    database = name()
    for _ in range(3):
        with psycopg.connect(the_world.own.url_of(database), autocommit=True) as conn:
            ended = conn.execute(ENDED).fetchone()
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
