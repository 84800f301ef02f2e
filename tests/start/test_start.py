"""Starting: the cluster, the command line, and what stands in the way, said in a sentence."""

import os
import shutil
import socket
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path

import psycopg
import pytest

from tests.support import World
from waka import cluster
from waka.cluster import Cluster
from waka.errors import CannotStart
from waka.launch import assert_port_free
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
    assert (again.data, again.port, again.password) == (own.data, own.port, own.password)
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
    (own.data / "postmaster.pid").write_text(f"{os.getpid()}\n{own.data}\n0\n{own.port}\n\n127.0.0.1\n")
    assert cluster.start(own) is True
    with psycopg.connect(own.url_of("postgres")) as conn:
        assert conn.execute("select 1").fetchone() == (1,)


def test_the_cluster_asks_for_a_password_and_listens_on_loopback_alone(own: Cluster) -> None:
    with pytest.raises(psycopg.OperationalError):
        psycopg.connect(own.url_of("postgres").replace(own.password, "guessed"))
    with psycopg.connect(own.url_of("postgres")) as conn:
        assert conn.execute("show listen_addresses").fetchone() == ("127.0.0.1",)


def test_a_port_in_use_is_said_with_what_to_do() -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        with pytest.raises(CannotStart, match="set WAKA_PORT"):
            assert_port_free(taken.getsockname()[1])


def waka(the_world: World, home: Path, url: str, *words: str, **env: str) -> subprocess.CompletedProcess[str]:
    told = {
        **os.environ, "PYTHONPATH": str(CHECKOUT / "server"), "WAKA_HOME": str(home),
        "WAKA_DATABASE_URL": url, **env,
    }  # fmt: skip
    return subprocess.run(
        [sys.executable, "-m", "waka.cli", *words], env=told, capture_output=True, text=True, timeout=60,
        stdin=subprocess.DEVNULL,
    )  # fmt: skip


def test_the_command_line_adds_a_person_and_tells_health(the_world: World, home: Path) -> None:
    url = the_world.database("waka_empty")
    done = waka(the_world, home, url, "health")
    assert done.returncode == 0, done.stderr
    assert "database    in order" in done.stdout

    words = ("person", "add", "orla", "--name", "Orla Reed", "--right", "keeper")
    done = waka(the_world, home, url, *words, WAKA_PERSON_PASSWORD="fair winds here")
    assert (done.returncode, done.stdout.strip()) == (0, "Orla Reed may sign in as “orla”.")
    done = waka(the_world, home, url, *words, WAKA_PERSON_PASSWORD="fair winds here")
    assert done.returncode == 1
    assert "Somebody already signs in as “orla”" in done.stderr
    done = waka(the_world, home, url, "person", "add", "x", "--name", "X", WAKA_PERSON_PASSWORD="short")
    assert done.returncode == 1
    assert "fewer than 10 characters" in done.stderr


@pytest.mark.parametrize("words", [("demo", "--only-make"), ("demo", "--only-make", "--fresh")])
def test_the_demo_never_touches_a_drive_that_is_not_its_own(
    the_world: World, tmp_path: Path, words: tuple[str, ...]
) -> None:
    drive = tmp_path / "home/drive"
    drive.mkdir(parents=True)
    (drive / "ten years of records.txt").write_text("kept")
    done = waka(the_world, tmp_path / "home", "", *words)
    assert done.returncode == 1
    assert "holds a drive that is no demo" in done.stderr
    done = waka(the_world, tmp_path / "other", "", *words, WAKA_DRIVE=str(drive))
    assert done.returncode == 1
    assert "keeps to a home of its own" in done.stderr
    assert (drive / "ten years of records.txt").read_text() == "kept"


def test_a_database_that_does_not_answer_is_a_sentence(the_world: World, home: Path) -> None:
    done = waka(the_world, home, "postgresql://waka:x@127.0.0.1:1/waka", "health")
    assert done.returncode == 1
    assert "database" in done.stderr and "Traceback" not in done.stderr
