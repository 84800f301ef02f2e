"""The tests. What they share tells what it found where it fails, as the tests themselves do."""

import sys

if "pytest" in sys.modules:
    import pytest

    pytest.register_assert_rewrite(
        "tests.support", "tests.loaded", "tests.faults.papers", "tests.work.drive", "tests.journeys.looking",
        "tests.reading.compound", "tests.core.names.generated",
    )  # fmt: skip
