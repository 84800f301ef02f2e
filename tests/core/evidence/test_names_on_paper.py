"""Names told from what stands behind them on their line."""

import pytest

from waka.core.fields.evidence.names_on_paper import short


@pytest.mark.parametrize(
    ("line", "name"),
    [
        ("G. Marsh, Plumbers", "G. Marsh, Plumbers"), ("G. Marsh, Plumbers.", "G. Marsh, Plumbers"),
        ("G. Marsh, Plumbers, 4 Quay Street", "G. Marsh, Plumbers"), ("G. Marsh, Plumbers · Tel. 01632 960118", "G. Marsh, Plumbers"),
        ("G. Marsh, Ropewalks Yard", "G. Marsh"), ("G. Marsh, Brae", "G. Marsh"), ("Marlow, Tate & Witters", "Marlow, Tate & Witters"),
    ],
)  # fmt: skip
def test_a_trade_belongs_to_a_name_and_what_follows_it_does_not(line: str, name: str) -> None:
    assert short(line) == name
