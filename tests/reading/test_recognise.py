"""Words recognised on pictures: with their spaces, however the page lies, and marked where they are seen."""

import io
from collections.abc import Iterator
from pathlib import Path

import pytest
from PIL import Image

from tests.work.test_filling import photographed
from waka.reading import recognise
from waka.reading.formats.base import PageWords
from waka.reading.reader import Reader

AT = ((460 + 20) / 595, (140 - 4) / 842)  #: a point in the number, as shares of the page


@pytest.fixture(scope="module")
def recogniser() -> Iterator[Reader]:
    found = Reader(1, recognises=True)
    yield found
    found.close()


def recognised(recogniser: Reader, picture: Image.Image, folder: Path) -> PageWords:
    path = folder / "page.png"
    picture.save(path)
    with path.open("rb") as file:
        return recogniser.recognise(file, "image/png", 1)


@pytest.mark.parametrize("turned", [0, 90, 180, 270, 3])
def test_a_page_is_read_however_it_lies_and_its_words_are_marked_where_they_are_seen(
    turned: int, recogniser: Reader, tmp_path: Path
) -> None:
    upright = Image.open(io.BytesIO(photographed())).convert("RGB")
    page = recognised(recogniser, upright.rotate(turned, expand=turned != 3, fillcolor="white"), tmp_path)
    words = [word[0] for word in page.words]
    assert {"Marlow", "Rope", "Canvas", "INVOICE", "MRC-4711", "12", "March", "2025"} <= set(words)
    # what stood in one line does so again, whatever slope it was seen at
    label, number = words.index("no."), words.index("MRC-4711")
    assert abs(page.words[label][2] - page.words[number][2]) < 4
    assert len(page.drawn) == len(page.words)
    left, top, right, bottom = page.drawn[number]
    x, y = AT
    # the picture turned to the left by so many degrees
    seen = {0: (x, y), 90: (y, 1 - x), 180: (1 - x, 1 - y), 270: (1 - y, x), 3: (x - 0.03, y - 0.012)}[turned]
    slack = 0.01
    assert left - slack <= seen[0] <= right + slack and top - slack <= seen[1] <= bottom + slack


def test_a_picture_without_words_has_none(recogniser: Reader, tmp_path: Path) -> None:
    picture = Image.linear_gradient("L").resize((400, 300)).convert("RGB")
    page = recognised(recogniser, picture, tmp_path)
    assert page.words == [] and page.drawn == []


def test_a_page_on_which_nothing_stands_is_not_looked_through(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(recognise, "_engine", lambda: pytest.fail("it is"))
    page = recognise.recognise(Image.new("RGB", (1240, 1754), (252, 251, 247)))
    assert (page.words, page.is_picture, round(page.height)) == ([], True, 842)
    spotted = Image.new("RGB", (1240, 1754), "white")
    spotted.putpixel((600, 800), (200, 200, 200))
    with pytest.raises(pytest.fail.Exception):
        recognise.recognise(spotted)
