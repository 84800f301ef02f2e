"""Several Wakas of one home: the database goes on for whoever is left, and ends with the last."""

import os
from dataclasses import replace
from pathlib import Path

import pytest

from tests.start.test_real_drive import ADMIN
from tests.support import Client, Server, World, free_port, kill_cluster
from waka import cluster
from waka.cluster import in_use, prepare


@pytest.fixture
def open_home(home: Path) -> Path:
    home.mkdir()
    return home


def test_the_database_ends_with_the_last_who_uses_it(the_world: World, open_home: Path) -> None:
    tree = open_home.with_name("drive")
    first, second = (
        Server(
            replace(
                the_world.settings(open_home, port=free_port()), drive=tree, arrivals=tree.with_name("in")
            ),
            "",
        )
        for _ in range(2)
    )
    own = None
    try:
        first.start("--ask", **ADMIN)
        own = prepare(open_home)
        second.start("--ask")
        kill_cluster(own)  # whoever starts it again, it is nobody's alone
        first.stop()
        client = Client(second.port).sign_in("greta", ADMIN["WAKA_ADMIN_PASSWORD"])
        assert client.ask("GET", "/api/folders")[0] == 200
        assert cluster.is_running(own.data)
        second.stop()
        assert not cluster.is_running(own.data)
    finally:
        first.stop()
        second.stop()
        if own is not None and cluster.is_running(own.data):
            cluster.stop(own, for_good=True)


def test_what_waka_keeps_is_its_accounts_alone_and_is_found_again(open_home: Path) -> None:
    open_home.chmod(0o755)
    with in_use(open_home) as own:
        made = own.data
        assert open_home.stat().st_mode & 0o007 == 0
        assert made.stat().st_mode & 0o077 == 0
        for path in (open_home / "database-password",):
            assert path.stat().st_mode & 0o077 == 0
    # however others find the way there by now: never an empty one is made beside it
    if os.geteuid() == 0 and made.parent == open_home:
        (open_home / "database-is-at").write_text(f"{made}\n")
    with in_use(open_home) as again:
        assert again.data == made
    assert not cluster.is_running(made)
