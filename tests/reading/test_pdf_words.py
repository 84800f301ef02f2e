"""Words of a PDF, however far apart their letters are set."""

import io

import pytest
from reportlab.pdfgen.canvas import Canvas

from waka.reading.formats import pdf, pdf_words

LINES = ("Invoice number QA/4410", "Due on 12 May", "PORTMELLIN & DISTRICT BANK")


def drawn(size: float, spacing: float, *, each_alone: bool) -> io.BytesIO:
    """A page with LINES. *spacing*: between letters, in sizes; *each_alone*: every letter is placed by itself, no space written."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(420, 300))
    canvas.setFont("Helvetica", size)
    for at, line in enumerate(LINES):
        x, y = 20.0, 260.0 - 30 * at
        if not each_alone:
            told = canvas.beginText(x, y)
            told.setCharSpace(spacing * size)
            told.textOut(line)
            canvas.drawText(told)
            continue
        for letter in line:
            if letter != " ":
                canvas.drawString(x, y, letter)
            # a typeface draws some pairs together
            x -= 0.07 * size * (letter in "TAVrM")
            x += canvas.stringWidth(letter, "Helvetica", size) + spacing * size
    canvas.save()
    out.seek(0)
    return out


@pytest.mark.parametrize("each_alone", [False, True])
@pytest.mark.parametrize("spacing", [0.0, 0.05, 0.1, 0.2, 0.3, 0.45])
@pytest.mark.parametrize("size", [6, 10, 18])
def test_letters_set_apart_are_one_word_and_spaces_end_it(
    size: float, spacing: float, each_alone: bool
) -> None:
    file = drawn(size, spacing, each_alone=each_alone)
    (page,) = pdf_words.words(file)
    assert [word[0] for word in page.words] == " ".join(LINES).split()
    file.seek(0)
    assert list(pdf._text(file)) == ["\n".join(LINES)], "and so it is found"


def test_words_of_a_page_that_places_each_letter_are_marked_where_they_stand() -> None:
    ((page, ((left, top, width, height),)),) = pdf._matches(drawn(10, 0.3, each_alone=True), "due on")
    assert page == 1
    assert left == pytest.approx(20 / 420, abs=0.01) and 60 / 300 < top < 75 / 300
    assert 0.1 < width < 0.25 and 0.02 < height < 0.06


def test_a_word_set_apart_beside_one_that_is_not_keeps_its_neighbour() -> None:
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(420, 300))
    canvas.setFont("Helvetica", 10)
    told = canvas.beginText(20, 200)
    told.setCharSpace(2.5)
    told.textOut("TOTAL")
    told.setCharSpace(0)
    canvas.drawText(told)
    canvas.drawString(200, 200, "1,234.50")
    canvas.save()
    out.seek(0)
    (page,) = pdf_words.words(out)
    assert [word[0] for word in page.words] == ["TOTAL", "1,234.50"]
