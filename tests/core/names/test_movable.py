"""A pattern as text and as movable parts: two views of the same thing."""

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.names.test_properties import patterns
from waka.core.names import Parties, Party, Pattern, Style
from waka.core.names.movable import as_it_is, forms, otherwise, pieces

PARTIES = Parties.of([Party("Marlow Rope & Canvas", "mrc")])
HOUSE = '{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}'


@given(patterns())
def test_the_parts_of_a_pattern_are_its_text(pattern: Pattern) -> None:
    found = pieces(pattern.text)
    assert "".join(piece.text for piece in found) == pattern.text
    assert tuple(piece.slot for piece in found if piece.slot) == pattern.slots


@given(patterns(), st.data())
def test_whatever_part_is_written_otherwise_makes_a_pattern_of_the_same_fields(
    pattern: Pattern, data: st.DataObject
) -> None:
    found = list(pieces(pattern.text))
    at = data.draw(st.sampled_from([at for at, piece in enumerate(found) if piece.slot]))
    slot = found[at].slot
    assert slot is not None
    texts = [form.text for form in forms(found[at], pattern.style, None, PARTIES)] + [otherwise(found[at])]
    chosen = data.draw(st.sampled_from(texts))
    text = "".join(
        [piece.text for piece in found[:at]] + [chosen] + [piece.text for piece in found[at + 1 :]]
    )
    again = Pattern.read(text, pattern.style)
    assert [one.field for one in again.slots] == [one.field for one in pattern.slots]
    other = again.slots[sum(piece.slot is not None for piece in found[:at])]
    assert (other.before, other.after) == (slot.before, slot.after)


@pytest.mark.parametrize(
    ("at", "shown", "offered"),
    [
        (0, "2025-03-12", {"2025-03-12", "20250312", "250312", "2025-03", "2025-Q1", "2025", "mar 2025", "2024-25",
                           "12.03.2025"}),
        (2, "mrc", {"mrc", "mrac"}),
        (4, "mizzen-sail", {"mizzen-sail", "Mizzen-Sail"}),
    ],
)  # fmt: skip
def test_the_forms_of_a_part_are_shown_on_an_example(at: int, shown: str, offered: set[str]) -> None:
    examples = {0: date(2025, 3, 12), 2: "Marlow Rope & Canvas", 4: "mizzen sail"}
    piece, style = pieces(HOUSE)[at], Style(year_begins=9)
    assert as_it_is(piece, style, examples[at], PARTIES) == shown
    assert {form.shown for form in forms(piece, style, examples[at], PARTIES)} >= offered


def test_a_part_that_is_optional_is_so_no_more_and_the_other_way_round() -> None:
    last = pieces(HOUSE)[-1]
    assert otherwise(last) == '{"_" reference}'
    assert otherwise(pieces('{"_" reference}')[0]) == '{"_" reference?}'
