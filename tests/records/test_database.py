"""What the database's errors mean for us."""

from contextlib import AbstractContextManager

import pytest
from psycopg import Connection

from waka.errors import DatabaseAway, TookTooLong
from waka.work.deps import Deps


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
