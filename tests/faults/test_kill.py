"""kill -9 of the whole server at each point between recorded and done: nothing lost, nothing twice."""

import contextlib
import shutil
import tempfile
from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

import psycopg
import pytest

from tests.conftest import LONG, serving
from tests.support import Client, Server, World, assert_records_agree, name_of, wait_until
from waka.launch import opened

SLIP = {
    "kind": "certificate",
    "who": "csi",
    "when": "7 11 26",
    "what": "first aid",
    "reference": "C1",
}
NAME = "2026-11-07_csi_first-aid_C1.pdf"

ONE_DISK = [
    # where it is killed, and whether the file has then moved
    ("recorded", False), ("before_move", False), ("after_move", True), ("moved", True), ("done", True),
]  # fmt: skip
TWO_CALLS = [("after_link", True), ("moved", True)]
TWO_DISKS = [("copying", False), ("after_copy", False), ("after_link", True), ("moved", True)]
UNDOING = [("recorded", False), ("after_move", True), ("moved", True)]
LOST = ["recorded", "moved"]
if not LONG:
    # every server start takes seconds: a usual run has the points that differ, a long one all of them
    ONE_DISK = [ONE_DISK[0], ONE_DISK[2], ONE_DISK[3]]
    TWO_CALLS, TWO_DISKS, UNDOING, LOST = TWO_CALLS[:1], TWO_DISKS[::2], UNDOING[1:2], LOST[1:]
ROUNDS = 5 if LONG else 1


def file_first(server: Server) -> tuple[int, int]:
    """Ask to file the demo's certificate; return its number and the answer's status, 0 for none."""
    client = Client(server.port).sign_in()
    _, desk = client.ask("GET", "/api/desk")
    number = next(a["number"] for a in desk["waiting"] if a["name"].startswith("First aid"))
    _, outline = client.ask("GET", "/api/folders")
    folder = next(f["id"] for f in outline["folders"] if f["path"] == "Safety/Certificates")
    try:
        status, _ = client.ask("POST", f"/api/desk/{number}/file?seen=1", {**SLIP, "folder": folder})
    except (OSError, ConnectionError):
        status = 0
    return number, status


def assert_settles(the_world: World, server: Server, *, moved: bool, at_once: bool = True) -> None:
    server.start()
    client = Client(server.port).sign_in()
    target = server.settings.drive / "Safety/Certificates" / NAME
    assert target.is_file() == moved
    with opened(server.settings, server.url, 2) as deps:
        assert_records_agree(deps)
    _, found = client.ask("GET", "/api/find?q=first-aid+C1")
    assert len(found["found"]) == int(moved)
    _, book = client.ask("GET", "/api/logbook")
    assert book["entries"][0]["action"] == ("filed" if moved else "put_back")


def kill_and_settle(the_world: World, server: Server, point: str, moved: bool, **more: str) -> None:
    for _ in range(ROUNDS):
        server.start(WAKA_FAULT=f"kill:{point}", **more)
        _, status = file_first(server)
        assert status != 200
        server.kill()
        assert_settles(the_world, server, moved=moved)
        if moved:
            undo_last(server)
        server.stop()


def undo_last(server: Server) -> None:
    client = Client(server.port).sign_in()
    _, book = client.ask("GET", "/api/logbook")
    filed = next(entry for entry in book["entries"] if entry["undoable"])
    status, told = client.ask("POST", f"/api/changes/{filed['list_id']}/undo")
    assert status == 200, told


@pytest.fixture
def server(the_world: World, home: Path) -> Iterator[Server]:
    with serving(the_world, home) as found:
        yield found


@pytest.fixture
def far_server(the_world: World, home: Path) -> Iterator[Server]:
    """A server whose arrivals lie on another file system than its drive."""
    shm = Path("/dev/shm")
    assert shm.stat().st_dev != home.parent.stat().st_dev, "this test needs two file systems"
    with tempfile.TemporaryDirectory(dir=shm) as far, serving(the_world, home) as found:
        shutil.copytree(home / "arrivals", far, dirs_exist_ok=True)
        found.settings = replace(found.settings, arrivals=Path(far))
        with psycopg.connect(found.url) as conn:
            # the copies have inodes of their own; the records learn them as a sweep would
            for number, path in conn.execute("select document_id, path from arrival").fetchall():
                stat = (Path(far) / path.decode()).stat()
                conn.execute(
                    "update document set inode = %s, modified_ns = %s where id = %s",
                    (stat.st_ino, stat.st_mtime_ns, number),
                )
        yield found


@pytest.mark.parametrize(("point", "moved"), ONE_DISK, ids=[point for point, _ in ONE_DISK])
def test_killed_while_renaming(the_world: World, server: Server, point: str, moved: bool) -> None:
    kill_and_settle(the_world, server, point, moved)


@pytest.mark.parametrize(("point", "moved"), TWO_CALLS, ids=[point for point, _ in TWO_CALLS])
def test_killed_between_link_and_unlink(the_world: World, server: Server, point: str, moved: bool) -> None:
    kill_and_settle(the_world, server, point, moved, WAKA_FAULT_LACK="renameat2")


@pytest.mark.parametrize(("point", "moved"), TWO_DISKS, ids=[point for point, _ in TWO_DISKS])
def test_killed_while_copying_from_another_file_system(
    the_world: World, far_server: Server, point: str, moved: bool
) -> None:
    kill_and_settle(the_world, far_server, point, moved)


@pytest.mark.parametrize("point", LOST)
def test_the_database_is_lost_in_the_middle_of_filing(the_world: World, server: Server, point: str) -> None:
    """All connections end while the file is on its way; the answer says what holds, and it holds."""
    import threading

    server.start(WAKA_FAULT=f"pause:{point}")
    name = name_of(server.url)

    def cut() -> None:
        with psycopg.connect(the_world.own.admin_url(), autocommit=True) as conn:
            wait_until(lambda: _intended(server.url), "the intent is on record")
            conn.execute(
                "select pg_terminate_backend(pid) from pg_stat_activity where datname = %s"
                " and pid <> pg_backend_pid()", (name,))  # fmt: skip

    cutter = threading.Thread(target=cut)
    cutter.start()
    number, status = file_first(server)
    cutter.join()
    assert status in (200, 503)
    target = server.settings.drive / "Safety/Certificates" / NAME
    assert target.is_file() == (status == 200)
    with opened(server.settings, server.url, 2) as deps:
        wait_until(lambda: not _intended(server.url), "the step is settled")
        assert_records_agree(deps)
    status, told = Client(server.port).sign_in().ask("GET", f"/api/documents/{number}")
    assert told["state"] == ("filed" if target.is_file() else "waiting")


def _intended(url: str) -> bool:
    with psycopg.connect(url) as conn:
        return conn.execute("select from change_step where state = 'intended'").fetchone() is not None


def test_a_server_that_is_ended_kindly_leaves_nothing_running(server: Server) -> None:
    server.start()
    family = server.family()
    assert len(family) >= 3  # the launcher, the door, the runner
    server.stop()
    assert not [pid for pid in family if Path(f"/proc/{pid}").exists()]


@pytest.mark.parametrize(("point", "undone"), UNDOING)
def test_killed_while_undoing(server: Server, point: str, undone: bool) -> None:
    """Undo is a change list like any other: the document is on the desk or in the drive, never in between."""
    server.start()
    number, status = file_first(server)
    assert status == 200
    server.stop()
    target = server.settings.drive / "Safety/Certificates" / NAME
    server.start(WAKA_FAULT=f"kill:{point}")
    client = Client(server.port).sign_in()
    _, book = client.ask("GET", "/api/logbook")
    filed = next(entry for entry in book["entries"] if entry["undoable"])
    with contextlib.suppress(OSError):
        client.ask("POST", f"/api/changes/{filed['list_id']}/undo")
    server.kill()
    server.start()
    assert target.is_file() != undone
    with opened(server.settings, server.url, 2) as deps:
        assert_records_agree(deps)
    client = Client(server.port).sign_in()
    _, told = client.ask("GET", f"/api/documents/{number}")
    assert told["state"] == ("waiting" if undone else "filed")
    if not undone:
        undo_last(server)  # what was put back can be undone after all
        assert not target.exists()
