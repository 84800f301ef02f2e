"""Words put into lines and cells."""

from hypothesis import given
from hypothesis import strategies as st

from waka.core.fields.evidence.page import Page, Word, lines_of


def row(top: float, *placed: tuple[str, float], height: float = 10.0) -> list[Word]:
    """Words set at their lefts, each letter half as wide as it is high."""
    return [Word(text, left, top, left + len(text) * height / 2, top + height) for text, left in placed]


def page(*rows: list[Word]) -> Page:
    return Page(1, 595, 842, tuple(word for words in rows for word in words))


def test_what_stands_apart_is_a_cell_of_its_own() -> None:
    lines = lines_of(
        [page(row(100, ("Invoice", 50), ("no.", 88), ("4711", 300)), row(120, ("Total", 50), ("12.00", 500)))]
    )
    assert [[cell.text for cell in line.cells] for line in lines] == [
        ["Invoice no.", "4711"],
        ["Total", "12.00"],
    ]


def test_words_come_as_they_stand_whatever_order_a_file_keeps_them_in() -> None:
    words = [*row(120, ("second", 50)), *row(100, ("line", 80), ("first", 50))]
    assert [line.text for line in lines_of([page(words)])] == ["first line", "second"]


def test_a_line_that_rises_is_followed_from_word_to_word() -> None:
    words = [Word(f"w{at}", 50 + at * 20, 100 + at * 2, 62 + at * 20, 110 + at * 2) for at in range(12)]
    assert len(lines_of([page(words)])) == 1


def test_a_value_is_boxed_by_the_words_that_hold_it() -> None:
    (line,) = lines_of([page(row(100, ("Total", 50), ("12.00", 80)))])
    cell = line.cells[0]
    start = cell.text.index("12.00")
    assert cell.box(start, start + 5) == (1, 80 / 595, 100 / 842, 105 / 595, 110 / 842)


@given(
    st.lists(st.tuples(st.floats(0, 500), st.floats(0, 800), st.floats(2, 80), st.floats(3, 30)), max_size=40)
)
def test_every_word_is_in_one_cell_and_cells_read_from_left_to_right(
    boxes: list[tuple[float, float, float, float]],
) -> None:
    words = tuple(
        Word(f"w{at}", left, top, left + width, top + height)
        for at, (left, top, width, height) in enumerate(boxes)
    )
    lines = lines_of([Page(1, 595, 842, words)])
    assert sorted(word.text for line in lines for cell in line.cells for word in cell.words) == sorted(
        word.text for word in words
    )
    for line in lines:
        lefts = [word.left for cell in line.cells for word in cell.words]
        assert lefts == sorted(lefts)
