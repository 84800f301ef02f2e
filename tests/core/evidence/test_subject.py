"""What a paper is about: found where papers say it, cut to what a name can hold, and silent where none says it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.evidence.test_page import page, row
from waka.core.fields.evidence.context import Paper
from waka.core.fields.evidence.page import Word, lines_of
from waka.core.fields.evidence.subject import MOST_LETTERS, MOST_WORDS, first_line, subjects


def said(top: float, *cells: tuple[str, float]) -> list[Word]:
    """Return a row of cells, each of the words of a text set one behind the other from a place on."""
    words: list[Word] = []
    for text, left in cells:
        at = left
        for word in text.split():
            words += row(top, (word, at))
            at = words[-1].right + 4
    return words


LETTER = [said(80, ("Dear Tamsin", 40)), said(140, ("Please move her soon.", 40))]
HEAD = said(300, ("Description", 40), ("Amount", 400))


@pytest.mark.parametrize(
    ("rows", "sort", "found"),
    [
        ([said(60, ("Re: Dredging in December", 40))], "letter", "Dredging in December"),
        ([said(60, ("Betreff: Neue Segel", 40))], "letter", "Neue Segel"),
        ([said(60, ("Subject", 40), ("Winter berth", 140))], "letter", "Winter berth"),
        ([LETTER[0], said(105, ("Lost coat.", 40)), LETTER[1]], "letter", "Lost coat"),
        # a line that ends early ends for a reason, also where no space stands under it
        ([LETTER[0], said(105, ("Reference for a former pupil", 40)), said(117, ("I taught your applicant from March until June and can recommend her.", 40))], "letter", "Reference for a former pupil"),
        ([LETTER[0], said(105, ("Absence from the Saturday class.", 40)), LETTER[1]], "letter", "Absence from the Saturday class"),
        # a line of running text, an address and a post code are no subjects: then there is the sort of paper to write over
        ([LETTER[0], said(105, ("I write to ask,", 40)), said(117, ("whether you", 40))], "letter", "Letter"),
        ([said(40, ("North Mole", 40)), said(52, ("TP4 1AB", 40)), *LETTER], "letter", "Letter"),
        ([HEAD, said(315, ("Canvas", 40), ("120.00", 400)), said(330, ("Rope", 40), ("60.00", 400))], "invoice", "Canvas"),
        ([HEAD, said(315, ("Subtotal", 40), ("120.00", 400)), said(330, ("Rope", 40), ("60.00", 400))], "invoice", "Rope"),
        ([HEAD, said(315, ("Canvas, sewn", 40))], "invoice", "Invoice"),  # nothing is charged for
        ([HEAD, said(315, ("Canvas", 40), ("120.00", 400))], "letter", "Letter"),
        ([said(40, ("Activity", 40), ("Ref.", 300)), said(54, ("Rigging", 40), ("RA1", 300))], "report", "Rigging"),
    ],
)  # fmt: skip
def test_a_subject_is_found_where_papers_say_it(rows: list[list[Word]], sort: str, found: str | None) -> None:
    told = subjects(Paper(lines_of([page(*rows)])), sort, None)
    assert (told[0].value if told else None) == found


@pytest.mark.parametrize("title", ["2 Minutes of Wednesday", "The house was empty in three minutes"])
def test_a_point_of_a_meeting_and_a_line_further_down_are_no_title_though_they_name_the_sort(
    title: str,
) -> None:
    paper = Paper(
        lines_of([page(said(60, ("Present", 40)), said(90 if title[0] == "2" else 500, (title, 40)))])
    )
    told = subjects(paper, "minutes", paper.lines[1].cells[0])
    assert [one.value for one in told] == ["Minutes"]


@pytest.mark.parametrize(
    ("lines", "found"),
    [
        (["Fire Safety Policy", "Owner: Dov Pellinger"], "Fire Safety Policy"),
        (["My grandmother's theatre", "Written on 16 March 2025."], "My grandmother's theatre"),
        (["Freya Lindqvist", "The crossing of the bar"], "The crossing of the bar"),
        (["9 April 2025 in the evening", "Kilbray Yard and Sons"], None),
        (["14 Harbour Street", "Tern Point"], None),
        (["One", "Two", "Three", "Four", "A title that stands too low"], None),
    ],
)
def test_a_title_that_nothing_tells_is_the_first_line_that_is_no_name_no_day_and_no_address(
    lines: list[str], found: str | None
) -> None:
    paper = Paper(lines_of([page(*(said(40 + 16 * at, (line, 40)) for at, line in enumerate(lines)))]))
    told = list(first_line(paper))
    assert [one.value for one in told] == ([found] if found else [])
    assert all(one.why == "first" for one in told)  # and so it is looked at


def test_a_worksheet_is_called_by_its_number_and_its_task() -> None:
    paper = Paper(lines_of([page(said(40, ("Worksheet 07", 40), ("Silence and pause", 240)))]))
    [found, *_] = subjects(paper, "coursework", paper.lines[0].cells[0])
    assert found.value == "Worksheet 07 Silence and pause"


WORDS = st.text(min_size=1, max_size=30).filter(lambda word: word.split() == [word])


@given(st.lists(WORDS, min_size=1, max_size=20))
def test_whatever_a_subject_says_a_name_can_hold_it(words: list[str]) -> None:
    text = " ".join(["Subject:", *words])
    for found in subjects(Paper(lines_of([page(said(60, (text, 40)))])), "letter", None):
        assert 0 < len(found.value) <= MOST_LETTERS and len(found.value.split()) <= MOST_WORDS
        # a sum is parted from a word that it ran into; the sort says only what kind of paper it is
        assert "".join(found.value.split()) in "".join(text.split()) or found.why == "sort"
