"""Names typed in shorthand."""

from datetime import date

import pytest

from waka.core.fields.shorthand import read
from waka.core.fields.typed import read_date

PARTIES = {"mrc": "Marlow Rope & Canvas", "kby": "Kilbray Yard"}
TODAY = date(2026, 11, 20)


@pytest.mark.parametrize(
    ("typed", "fields"),
    [
        ("mrc 12 3 25 mizzen sail", {"who": "Marlow Rope & Canvas", "when": date(2025, 3, 12), "what": "mizzen sail"}),
        ("mizzen sail mrc", {"who": "Marlow Rope & Canvas", "what": "mizzen sail"}),
        ("KBY", {"who": "Kilbray Yard"}), ("12 mar rope", {"when": date(2026, 3, 12), "what": "rope"}),
        ("2025-03-12 rope", {"when": date(2025, 3, 12), "what": "rope"}),
        ("120325 rope", {"when": date(2025, 3, 12), "what": "rope"}),
        ("#S-209 12.3.", {"reference": "S-209", "when": date(2026, 3, 12)}),
        ("mrc kby", {"who": "Marlow Rope & Canvas", "what": "kby"}),
        ("mrc 3 sails", {"who": "Marlow Rope & Canvas", "what": "3 sails"}),
    ],
)  # fmt: skip
def test_short_forms_dates_and_words_are_told_apart(typed: str, fields: dict[str, object]) -> None:
    found = read(typed, PARTIES.get, lambda text: read_date(text, TODAY))
    assert found is not None and found.fields == fields


@pytest.mark.parametrize(
    "typed", ["", "rope list", "2025-03-12_mrc_rope", "12 ropes", "Slipway", "# rope", "mrc_rope", "7"]
)
def test_a_name_like_any_other_is_no_shorthand(typed: str) -> None:
    assert read(typed, PARTIES.get, lambda text: read_date(text, TODAY)) is None
