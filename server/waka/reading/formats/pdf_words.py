"""The words of a PDF page and where they stand, taken letter by letter from its text layer."""

from __future__ import annotations

import ctypes
from collections.abc import Iterator
from typing import TYPE_CHECKING, BinaryIO

from waka.reading.codes import codes_on_page

from .base import PageWords, WordAt
from .pdf_opened import open_pdf

if TYPE_CHECKING:
    import pypdfium2 as pdfium

MOST_LETTERS = 60_000  #: of a page
_APART = 0.25  #: of a letter's height: the gap at which a word ends, where no space is written
MOST_PAGES, LAST_PAGES = (
    240,
    2,
)  #: of a document, whose words are read: all that fields are read from, and far more
FIRST_PAGES = 6  #: of a document, that are looked at for codes
COVERED = 0.7  #: of a page, by one picture
_SIDEWAYS = {90: 1, 180: 2, 270: 3}


def words(file: BinaryIO, pages: range | None = None) -> Iterator[PageWords]:
    """Yield the pages with the words of their text layer; those in the middle of a long document without words."""
    with open_pdf(file) as pdf:
        for number in pages or range(len(pdf)):
            if number >= len(pdf):
                return
            if MOST_PAGES <= number < len(pdf) - LAST_PAGES:
                width, height = pdf.get_page_size(number)
                yield PageWords(width, height, [])
                continue
            page = pdf[number]
            yield _page(page, number)
            page.close()


def _page(page: pdfium.PdfPage, nth: int) -> PageWords:
    from pypdfium2 import raw

    width, height = page.get_size()
    left, bottom, right, top = page.get_bbox()
    text = page.get_textpage()
    turned = _SIDEWAYS.get(page.get_rotation(), 0)
    found: list[WordAt] = []
    letters: list[str] = []
    box = [0.0, 0.0, 0.0, 0.0]
    rect = raw.FS_RECTF()
    at_rect, unicode_of, loose = ctypes.byref(rect), raw.FPDFText_GetUnicode, raw.FPDFText_GetLooseCharBox
    handle = text.raw

    def end() -> None:
        if letters:
            word = "".join(letters).encode("utf-16", "surrogatepass").decode("utf-16", "replace")
            found.append((word, *_upright(box, (left, bottom, right, top), turned), 1.0))
            letters.clear()

    for at in range(min(text.count_chars(), MOST_LETTERS)):
        code = unicode_of(handle, at)
        if code <= 32 or code in (0xA0, 0x202F, 0x2009, 0xFFFE, 0xFEFF):
            end()
            continue
        if not loose(handle, at, at_rect):
            continue
        west, south, east, north = rect.left, rect.bottom, rect.right, rect.top
        if letters:
            size = max(1.0, min(north - south, box[3] - box[1]))
            if (
                west - box[2] > _APART * size
                or west < box[2] - 0.8 * size
                or south > box[3]
                or north < box[1]
            ):
                end()
        if letters:
            box[2] = max(box[2], east)
            box[1], box[3] = min(box[1], south), max(box[3], north)
        else:
            box[:] = (west, south, east, north)
        letters.append(chr(code) if code < 0x110000 else "\ufffd")
    end()
    text.close()
    covered = _has_picture(page, (right - left) * (top - bottom))
    # a page that is nothing but a picture is looked at when that is recognised
    looked = nth < FIRST_PAGES and (found or not covered)
    codes = codes_on_page(page) if looked else []
    return PageWords(width, height, found, has_picture=covered, codes=codes)


def _has_picture(page: pdfium.PdfPage, area: float) -> bool:
    """Whether one picture covers most of a page, as on a scan."""
    from pypdfium2 import raw

    for thing in page.get_objects(filter=[raw.FPDF_PAGEOBJ_IMAGE], max_depth=2):
        left, bottom, right, top = thing.get_bounds()
        if (right - left) * (top - bottom) > COVERED * area:
            return True
    return False


def _upright(
    box: list[float], frame: tuple[float, float, float, float], turned: int
) -> tuple[float, float, float, float]:
    """Return a box of the page's own coordinates as left, top, right, bottom of the page as it is shown."""
    west, south, east, north = box
    left, bottom, right, top = frame
    match turned:
        case 1:
            return south - bottom, west - left, north - bottom, east - left
        case 2:
            return right - east, south - bottom, right - west, north - bottom
        case 3:
            return top - north, right - east, top - south, right - west
        case _:
            return west - left, top - north, east - left, top - south
