"""A drive that exists: served as it is, taken in by itself, followed while others work in it and while Waka is down."""

import shutil
from dataclasses import replace
from pathlib import Path

import pytest

from tests.support import EMPTY, Client, Server, World, free_port, kill_cluster, wait_until
from waka import cluster

ADMIN = {
    "WAKA_ADMIN": "greta",
    "WAKA_ADMIN_NAME": "Greta Holm",
    "WAKA_ADMIN_PASSWORD": "over the bar at noon",
}


@pytest.fixture
def tree(tmp_path: Path) -> Path:
    root = tmp_path / "office" / "common"
    for path, text in {
        "Letters/harbour.txt": "the berth is free",
        "Bills/diesel.txt": "forty litres",
    }.items():
        (root / path).parent.mkdir(parents=True, exist_ok=True)
        (root / path).write_text(text)
    return root


def numbers(client: Client) -> dict[str, int]:
    """Return every document by its path, as the interface sees them."""
    found = {}
    for folder in client.ask("GET", "/api/folders")[1]["folders"]:
        for document in client.ask("GET", f"/api/folders/{folder['id']}/documents")[1]["documents"]:
            found[f"{folder['path']}/{document['name']}".lstrip("/")] = document["number"]
    return found


def test_a_drive_that_exists_is_taken_in_and_followed(the_world: World, home: Path, tree: Path) -> None:
    home.mkdir()
    settings = replace(the_world.settings(home, port=free_port()), drive=tree, arrivals=tree.parent / "inbox")
    server = Server(settings, the_world.database(EMPTY))
    before = {path: path.stat().st_ino for path in tree.rglob("*.txt")}
    try:
        server.start("--ask", **ADMIN, WAKA_WORKERS="2")
        client = Client(server.port).sign_in("greta", "over the bar at noon")
        wait_until(lambda: len(numbers(client)) == 2, "both files are documents")
        first = numbers(client)
        assert {path: path.stat().st_ino for path in tree.rglob("*.txt")} == before  # nothing moved
        assert client.ask("GET", "/api/find?q=forty")[1] is not None
        # while it runs: the watch hears it
        (tree / "Letters/harbour.txt").rename(tree / "Bills/harbour.txt")
        wait_until(
            lambda: numbers(client).get("Bills/harbour.txt") == first["Letters/harbour.txt"], "it is followed"
        )
        server.stop()
        # while it is down
        (tree / "Bills").rename(tree / "Money")
        (tree / "Money/diesel.txt").rename(tree / "diesel 2026.txt")
        server.start("--ask")
        client = Client(server.port).sign_in("greta", "over the bar at noon")
        wait_until(
            lambda: numbers(client).get("diesel 2026.txt") == first["Bills/diesel.txt"], "it is found again"
        )
        assert numbers(client)["Money/harbour.txt"] == first["Letters/harbour.txt"]
        wait_until(lambda: bool(client.ask("GET", "/api/find?q=forty")[1]["found"]), "its words are found")
    finally:
        server.stop()


def test_a_database_that_ended_is_started_again(the_world: World, home: Path, tree: Path) -> None:
    home.mkdir()
    home.chmod(0o755)
    settings = replace(the_world.settings(home, port=free_port()), drive=tree, arrivals=tree.parent / "inbox")
    server = Server(settings, "")  # with a database of its own
    try:
        server.start("--ask", **ADMIN)
        client = Client(server.port).sign_in("greta", "over the bar at noon")
        wait_until(lambda: len(numbers(client)) == 2, "both files are documents")
        kill_cluster(cluster.prepare(home))
        wait_until(lambda: client.ask("GET", "/api/folders")[0] == 200, "it answers again")
        (tree / "Letters/wharf.txt").write_text("the crane is mended")
        wait_until(lambda: "Letters/wharf.txt" in numbers(client), "the runner goes on, too")
    finally:
        server.stop()
        shutil.rmtree(cluster.prepare(home).data, ignore_errors=True)


def test_without_anybody_to_ask_the_start_says_what_to_set(the_world: World, home: Path, tree: Path) -> None:
    home.mkdir()
    settings = replace(the_world.settings(home, port=free_port()), drive=tree, arrivals=tree.parent / "inbox")
    server = Server(settings, the_world.database(EMPTY))
    with pytest.raises(AssertionError, match="set WAKA_ADMIN and WAKA_ADMIN_PASSWORD"):
        server.start("--ask")
