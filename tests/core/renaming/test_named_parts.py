"""The parts of a name as a sentence speaks of them: each is found again by what it is called."""

from hypothesis import given
from hypothesis import strategies as st

from waka.core.renaming.parts import named

FORMS = ("yyyy-mm-dd", "dd.mm.yyyy", "yyyymmdd")
stems = st.lists(
    st.sampled_from(["2026-03-12", "14.03.2025", "rope", "Mizzen", "7", "012", "2024", "list", "copy", "v2", "9", "11", "13", "a"]),
    min_size=1, max_size=12,
).flatmap(lambda words: st.sampled_from([" ", "_", " - "]).map(lambda sign: sign.join(words)))  # fmt: skip


@given(stems)
def test_the_parts_joined_are_the_name_and_each_is_found_by_what_it_is_called(stem: str) -> None:
    found = named(stem, FORMS)
    assert "".join(one.text for one in found) == stem
    for one in found:
        if one.part is not None:
            place = one.part.find(stem, FORMS)
            assert place is not None, one
            assert stem[place.start : place.end] == one.text


def test_a_camera_s_name_in_its_parts() -> None:
    assert [(one.text, one.part.text if one.part else None) for one in named("2026-03-12 IMG_4311 slip 2024", FORMS)] == [
        ("2026-03-12", "the date"), (" ", None), ("IMG", "the first word"), ("_", None), ("4311", "the first number"),
        (" ", None), ("slip", "the second word"), (" ", None), ("2024", '"2024"'),
    ]  # fmt: skip
