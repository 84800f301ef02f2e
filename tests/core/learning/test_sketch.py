"""Sketches tell how much texts have in common: for random words, and for the same paper read again."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.learning.sketch import HASHES, likeness, sketch

WORDS = st.lists(st.text("abcdefghijklmnop", min_size=4, max_size=9), min_size=30, max_size=120, unique=True)
#: of an estimate from HASHES orders: five standard errors
WITHIN = 5 * 0.5 / HASHES**0.5


@given(WORDS, st.floats(0, 1))
def test_likeness_estimates_the_share_of_words_that_two_texts_have_in_common(
    words: list[str], share: float
) -> None:
    kept = round(share * len(words))
    other = [*words[:kept], *(f"q{word}" for word in words[kept:])]
    one, two = sketch(" ".join(words)), sketch(" ".join(other))
    assert one is not None and two is not None
    true = len(set(words) & set(other)) / len(set(words) | set(other))
    [found] = likeness(one.content, np.stack([two.content]))
    assert abs(found - true) <= WITHIN


@given(st.permutations(["canvas", "mizzen", "sheet", "halyard", "anchor", "windlass", "tiller"]))
def test_the_order_of_words_and_their_capitals_make_no_difference(words: list[str]) -> None:
    one, two = sketch(" ".join(words)), sketch("  ".join(words).upper())
    assert one is not None and two is not None
    assert np.array_equal(one.look, two.look) and np.array_equal(one.content, two.content)


def test_a_look_has_no_figures_and_only_the_first_page() -> None:
    page = "Marlow Rope and Canvas invoice number {} for tarred hemp delivered to the slipway"
    one, two = sketch(page.format(4711)), sketch(page.format(4712) + " x" * 2000 + " another page entirely")
    assert one is not None and two is not None
    assert np.array_equal(one.look, two.look) and not np.array_equal(one.content, two.content)


@pytest.mark.parametrize("text", ["", "12 3 25", "two words", "\0\0", "ab cd ef gh ij kl mn"])
def test_what_says_too_little_is_not_compared(text: str) -> None:
    assert sketch(text) is None


def test_a_sketch_is_the_same_in_every_process_and_version() -> None:
    found = sketch("the quick old ketch sails past seven sleepy harbour seals")
    assert found is not None and found.look.dtype == np.uint16
    assert found.look[:4].tolist() == [16396, 45402, 51638, 8657]
