"""What the fault tests share."""

from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.faults.papers import a_thousand_papers
from tests.support import World
from waka.work.deps import Deps


@pytest.fixture
def many(the_world: World, home: Path) -> Iterator[tuple[Deps, int]]:
    with a_thousand_papers(the_world, home) as found:
        yield found


@pytest.fixture
def deps(own_deps: Deps) -> Deps:
    return own_deps
