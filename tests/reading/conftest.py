"""What reads is tested as Waka starts it."""

from collections.abc import Iterator

import pytest

from tests import templates
from waka.reading import workers


@pytest.fixture(scope="package", autouse=True)
def _started_as_waka_does() -> Iterator[None]:
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(workers, "launch", templates.as_waka_does)
        yield
