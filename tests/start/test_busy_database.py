"""A database that answered a moment ago and is busy now is asked again, where Waka starts."""

import threading
import time
from pathlib import Path

import psycopg
from psycopg import sql

from tests.support import EMPTY, World
from waka import launch

AWAY_SECONDS = 7.0  #: longer than one question waits for its answer


def test_a_start_waits_for_a_database_that_is_busy_for_a_moment(the_world: World, home: Path) -> None:
    url = the_world.database(EMPTY)
    with psycopg.connect(url) as own:
        name = sql.Identifier(own.info.dbname)
    with psycopg.connect(the_world.own.admin_url(), autocommit=True) as conn:
        conn.execute(sql.SQL("alter database {} allow_connections false").format(name))

        def back() -> None:
            conn.execute(sql.SQL("alter database {} allow_connections true").format(name))

        timer = threading.Timer(AWAY_SECONDS, back)
        timer.start()
        began = time.monotonic()
        launch._ready(the_world.settings(home), url, threading.Event(), began + 60)
        timer.join()
    assert time.monotonic() - began > AWAY_SECONDS - 1
    assert (home / "drive/.waka/mark").is_file()
