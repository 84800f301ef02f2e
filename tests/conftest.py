"""What every test shares: the numbers of a long run, Hypothesis's profiles, and the fixtures."""

import os
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from hypothesis import HealthCheck, settings

from tests import cheap, templates
from tests.again import Databases
from tests.support import EMPTY, Server, World, free_port, world
from waka.launch import opened
from waka.work.deps import Deps
from waka.work.people import signing_in

LONG = os.environ.get("WAKA_TEST_LONG") == "1"

cheap.make_people()
templates.use(templates.place)

settings.register_profile(
    "short", max_examples=200, deadline=None, suppress_health_check=[HealthCheck.too_slow],
    database=None,
)  # fmt: skip
settings.register_profile("long", settings.get_profile("short"), max_examples=10_000)
settings.load_profile("long" if LONG else "short")


@pytest.fixture(scope="session")
def the_world(tmp_path_factory: pytest.TempPathFactory) -> Iterator[World]:
    base = tmp_path_factory.getbasetemp()
    # of several workers, each has a folder in that of the run
    common = base.parent if os.environ.get("PYTEST_XDIST_WORKER") else base
    # a short path that the database's unprivileged user may enter
    with tempfile.TemporaryDirectory(prefix="waka-") as folder:
        Path(folder).chmod(0o755)
        with world(Path(folder), common=common) as found:
            yield found


@pytest.fixture
def home(tmp_path: Path) -> Path:
    return tmp_path / "home"


@pytest.fixture(scope="session")
def databases(the_world: World) -> Iterator[Databases]:
    found = Databases(the_world)
    yield found
    found.close()


@pytest.fixture
def deps(databases: Databases, home: Path) -> Iterator[Deps]:
    """An empty Waka."""
    with databases.empty(home) as found:
        yield found


@pytest.fixture
def own_deps(the_world: World, home: Path) -> Iterator[Deps]:
    """An empty Waka with a database that no other test has: one to be killed, copied or served."""
    with opened(the_world.settings(home), the_world.database(EMPTY), 4) as found:
        yield found


@pytest.fixture
def filer(deps: Deps) -> int:
    """Somebody who may file everywhere."""
    return signing_in.add_person(
        deps, login="tamsin", name="Tamsin Brook", password="fair winds here", right="filer"
    )


@pytest.fixture
def demo_server(the_world: World, home: Path) -> Iterator[Server]:
    """The demo, served for one test."""
    with serving(the_world, home) as server:
        server.start()
        yield server


def serving(the_world: World, home: Path, port: int = 0) -> "_Serving":
    """The demo in a folder of its own, to be served at *port*, or at any that is free."""
    return _Serving(the_world, home, port)


class _Serving:
    def __init__(self, the_world: World, home: Path, port: int) -> None:
        self.world, self.home, self.port = the_world, home, port

    def __enter__(self) -> Server:
        self.home.mkdir(parents=True, exist_ok=True)
        url = self.world.demo_home(self.home)
        self.server = Server(self.world.settings(self.home, port=self.port or free_port()), url)
        return self.server

    def __exit__(self, *_: object) -> None:
        self.server.stop()


Opened = Callable[[], Deps]
