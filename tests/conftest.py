"""What every test shares: the numbers of a long run, and Hypothesis's profiles."""

import os

from hypothesis import HealthCheck, settings

LONG = os.environ.get("WAKA_TEST_LONG") == "1"

settings.register_profile(
    "short", max_examples=200, deadline=None, suppress_health_check=[HealthCheck.too_slow],
    database=None,
)  # fmt: skip
settings.register_profile("long", settings.get_profile("short"), max_examples=10_000)
settings.load_profile("long" if LONG else "short")
