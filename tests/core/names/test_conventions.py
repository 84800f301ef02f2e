"""Names as offices shape them are read back into the right fields, by the pattern that makes them."""

from decimal import Decimal

import pytest

from tests.core.names.conventions import CONVENTIONS, Convention
from waka.core.names import Parsed, Parties, Party, Pattern, Style, ambiguity, as_text, parse

ROWS = [(one, name) for one in CONVENTIONS for name in one.names]


def pattern_of(one: Convention) -> tuple[Pattern, Parties]:
    style = Style(joiner=one.joiner, case=one.case, transliterate=False, longest=120)
    return Pattern.read(one.pattern, style), Parties.of(Party(n, s) for s, n in one.parties.items())


def test_the_table_is_of_the_size_that_was_set() -> None:
    assert len(CONVENTIONS) >= 20 and len(ROWS) >= 120


@pytest.mark.parametrize("one", CONVENTIONS, ids=lambda one: one.code)
def test_the_fields_of_a_convention_can_be_told_apart(one: Convention) -> None:
    assert ambiguity(pattern_of(one)[0]) is None


@pytest.mark.parametrize(("one", "name"), ROWS, ids=[name for _, name in ROWS])
def test_a_name_is_read_back_into_its_fields(one: Convention, name: str) -> None:
    parsed = parse(*_with(one, name))
    assert isinstance(parsed, Parsed), parsed
    assert {code: as_text(value) for code, value in parsed.fields.items()} == one.names[name]
    assert all(isinstance(v, Decimal) for code, v in parsed.fields.items() if code == "amount")


def _with(one: Convention, name: str) -> tuple[Pattern, str, Parties]:
    pattern, parties = pattern_of(one)
    return pattern, name, parties
