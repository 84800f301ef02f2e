"""Starting: the cluster, the command line, and what stands in the way, said in a sentence."""

import os
import shutil
import socket
import subprocess
import threading
from collections.abc import Iterator
from pathlib import Path

import psycopg
import pytest

from tests import loaded
from tests.support import World
from waka import cluster
from waka.cluster import Cluster
from waka.errors import CannotStart
from waka.launch import assert_port_free
from waka.records.migrations import ensure_database, migrate
from waka.settings import CHECKOUT


@pytest.fixture
def own(tmp_path: Path) -> Iterator[Cluster]:
    found = cluster.prepare(tmp_path / "home", quick_and_unsafe=True)
    cluster.start(found)
    yield found
    cluster.stop(found)
    shutil.rmtree(found.data, ignore_errors=True)


def test_a_cluster_is_found_again_and_started_once(own: Cluster, tmp_path: Path) -> None:
    again = cluster.prepare(tmp_path / "home")
    assert again == own
    assert cluster.start(again) is False


def test_the_database_of_an_earlier_start_is_kept(own: Cluster) -> None:
    cluster.ensure_database(own)
    with psycopg.connect(own.url) as conn:
        conn.execute("create table kept ()")
    cluster.ensure_database(own)
    with psycopg.connect(own.url) as conn:
        assert conn.execute("select to_regclass('kept')::text").fetchone() == ("kept",)


def test_a_lock_that_a_power_cut_left_is_removed(own: Cluster) -> None:
    cluster.stop(own)
    # the number of a process that lives, but is no database
    (own.data / "postmaster.pid").write_text(f"{os.getpid()}\n{own.data}\n0\n{cluster.PORT}\n\n\n")
    assert cluster.start(own) is True
    with psycopg.connect(own.admin_url()) as conn:
        assert conn.execute("select 1").fetchone() == (1,)


def test_the_cluster_asks_for_a_password_and_listens_at_a_socket_of_its_account_alone(own: Cluster) -> None:
    for url in (own.url_of("postgres"), own.admin_url()):
        with pytest.raises(psycopg.OperationalError):
            psycopg.connect(url.replace(own.password, "guessed").replace(own.admin_password, "guessed"))
    with psycopg.connect(own.admin_url()) as conn:
        assert conn.execute("show listen_addresses").fetchone() == ("",)
    assert own.socket.stat().st_mode & 0o777 == 0o700
    assert own.socket.owner() == own.data.owner()


def test_a_socket_folder_that_another_account_made_is_refused(own: Cluster, tmp_path: Path) -> None:
    own.socket.chmod(0o777)
    with pytest.raises(CannotStart, match="socket"):
        cluster.prepare(tmp_path / "home")
    own.socket.chmod(0o700)


def test_wakas_role_owns_its_database_and_is_no_superuser(own: Cluster) -> None:
    cluster.ensure_database(own)
    migrate(own.url)
    with psycopg.connect(own.url) as conn:
        told = conn.execute(
            "select rolsuper, rolcreatedb, rolcreaterole, current_database() from pg_roles where rolname = current_user"
        ).fetchone()
        assert told == (False, False, False, "waka")
        with pytest.raises(psycopg.errors.InsufficientPrivilege):
            conn.execute("copy (select 1) to program 'true'")


def test_a_cluster_of_one_role_is_taken_over_with_all_that_is_in_it(own: Cluster) -> None:
    """As an earlier Waka made it: its superuser owns the database and every table."""
    ensure_database(own.admin_url(), "waka")
    migrate(own.admin_url("waka"))
    cluster.ensure_database(own)
    assert migrate(own.url) == []
    with psycopg.connect(own.url) as conn:
        conn.execute("alter table document add column proof text")
        conn.execute(
            "create or replace function folder_path(start bigint) returns text language sql as 'select null::text'"
        )
        conn.execute("insert into folder (name, name_key, access_id) values ('', '', 1)")


def test_whoever_takes_the_sockets_place_gets_no_password(own: Cluster) -> None:
    """One that asks for the password in clear is not the database: it is not told."""
    cluster.stop(own)
    heard: list[bytes] = []
    with socket.socket(socket.AF_UNIX) as door:
        door.bind(str(own.socket / f".s.PGSQL.{cluster.PORT}"))
        door.listen()

        def answer() -> None:
            line, _ = door.accept()
            with line:
                while data := line.recv(1000):
                    heard.append(data)
                    # to the question for encryption: no; else: your password, in clear
                    line.sendall(b"N" if data[4:8] == bytes.fromhex("04d2162f") else b"R\0\0\0\x08\0\0\0\x03")

        thread = threading.Thread(target=answer)
        thread.start()
        with pytest.raises(psycopg.OperationalError, match="method"):
            psycopg.connect(own.url)
        thread.join()
    assert heard
    assert own.password.encode() not in b"".join(heard)


def test_a_port_in_use_is_said_with_what_to_do() -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        with pytest.raises(CannotStart, match="set WAKA_PORT"):
            assert_port_free(taken.getsockname()[1])


def waka(home: Path, url: str, *words: str, **env: str) -> subprocess.CompletedProcess[str]:
    return loaded.run(words, {**os.environ, "WAKA_HOME": str(home), "WAKA_DATABASE_URL": url, **env})


def test_the_command_is_there_for_a_shell_and_tells_health(the_world: World, home: Path) -> None:
    env = {**os.environ, "WAKA_HOME": str(home), "WAKA_DATABASE_URL": the_world.database("waka_empty")}
    done = subprocess.run(
        [CHECKOUT / "bin/waka", "health"], env=env, capture_output=True, text=True, timeout=120,
        stdin=subprocess.DEVNULL,
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
    assert "database    in order" in done.stdout


def test_the_command_line_adds_a_person(the_world: World, home: Path) -> None:
    url = the_world.database("waka_empty")

    words = ("person", "add", "orla", "--name", "Orla Reed", "--right", "keeper")
    done = waka(home, url, *words, WAKA_PERSON_PASSWORD="fair winds here")
    assert (done.returncode, done.stdout.strip()) == (0, "Orla Reed may sign in as “orla”.")
    done = waka(home, url, *words, WAKA_PERSON_PASSWORD="fair winds here")
    assert done.returncode == 1
    assert "Somebody already signs in as “orla”" in done.stderr
    done = waka(home, url, "person", "add", "x", "--name", "X", WAKA_PERSON_PASSWORD="short")
    assert done.returncode == 1
    assert "fewer than 10 characters" in done.stderr


@pytest.mark.parametrize("words", [("demo", "--only-make"), ("demo", "--only-make", "--fresh")])
def test_the_demo_never_touches_a_drive_that_is_not_its_own(tmp_path: Path, words: tuple[str, ...]) -> None:
    drive = tmp_path / "home/drive"
    drive.mkdir(parents=True)
    (drive / "ten years of records.txt").write_text("kept")
    done = waka(tmp_path / "home", "", *words)
    assert done.returncode == 1
    assert "holds a drive that is no demo" in done.stderr
    done = waka(tmp_path / "other", "", *words, WAKA_DRIVE=str(drive))
    assert done.returncode == 1
    assert "keeps to a home of its own" in done.stderr
    assert (drive / "ten years of records.txt").read_text() == "kept"


def test_a_database_that_does_not_answer_is_a_sentence(home: Path) -> None:
    done = waka(home, "postgresql://waka:x@127.0.0.1:1/waka", "health")
    assert done.returncode == 1
    assert "database" in done.stderr and "Traceback" not in done.stderr
