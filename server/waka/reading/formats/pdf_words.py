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
#: of a letter's height, beyond the least gap in its line: the gap at which a word ends, where no space is written, and
#: the same where the library sees one
_APART, _SEEN_APART = 0.17, 0.1
_FARTHEST = (
    1.5  #: of a letter's height: from here on what follows is set for itself, in letters spaced otherwise
)
#: the same between a comma and a letter: small print has its letters where a screen would have them
_AFTER_STOP = 0.05
_LIGATURES = ("fi", "fl", "ff")
_WIDEST_SPACING = 0.6  #: of a letter's height, between letters that are set apart to look well
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
    left, bottom, right, top = page.get_bbox()
    found = words_on(page)
    covered = _has_picture(page, (right - left) * (top - bottom))
    # a page that is nothing but a picture is looked at when that is recognised
    looked = nth < FIRST_PAGES and (found or not covered)
    codes = codes_on_page(page) if looked else []
    width, height = page.get_size()
    return PageWords(width, height, found, has_picture=covered, codes=codes)


def lines_on(page: pdfium.PdfPage) -> Iterator[str]:
    """Yield the lines of a page in the order in which the file writes them."""
    line: list[str] = []
    before: WordAt | None = None
    for word in words_on(page):
        _, left, top, _, bottom, _ = word
        if before is not None and (top >= before[4] or bottom <= before[2] or left < before[1]):
            yield " ".join(line)
            line.clear()
        line.append(word[0])
        before = word
    if line:
        yield " ".join(line)


def words_on(page: pdfium.PdfPage) -> list[WordAt]:
    """Return the words of a page and where they stand as it is shown, in the order in which the file writes them."""
    from pypdfium2 import raw

    left, bottom, right, top = page.get_bbox()
    text = page.get_textpage()
    turned = _SIDEWAYS.get(page.get_rotation(), 0)
    found: list[WordAt] = []
    run = _Run()
    rect = raw.FS_RECTF()
    at_rect, unicode_of, loose = ctypes.byref(rect), raw.FPDFText_GetUnicode, raw.FPDFText_GetLooseCharBox
    handle = text.raw
    frame = (left, bottom, right, top)
    space = 0
    for at in range(min(text.count_chars(), MOST_LETTERS)):
        code = unicode_of(handle, at)
        if code <= 32 or code in (0xA0, 0x202F, 0x2009, 0xFFFE, 0xFEFF):
            # the library writes spaces and ends of lines of its own where it believes in them
            space = max(space, _SEEN if raw.FPDFText_IsGenerated(handle, at) == 1 else _WRITTEN)
            continue
        if not loose(handle, at, at_rect):
            continue
        box = (rect.left, rect.bottom, rect.right, rect.top)
        if not run.goes_on(box):
            found.extend((word, *_upright(around, frame, turned), 1.0) for word, around in run.words())
            run = _Run()
        run.add(chr(code) if code < 0x110000 else "\ufffd", box, space)
        space = 0
    found.extend((word, *_upright(around, frame, turned), 1.0) for word, around in run.words())
    text.close()
    return found


_Box = tuple[float, float, float, float]  #: left, bottom, right, top, in the page's own coordinates
_SEEN, _WRITTEN = 1, 2  #: a space before a letter


class _Run:
    """Letters that follow one another in one line, which words are told in by the gaps between them."""

    def __init__(self) -> None:
        self._letters: list[str] = []
        self._boxes: list[_Box] = []
        self._spaces: list[int] = []
        self._gaps: list[float] = []  #: before each letter, in heights of a letter
        self._right = self._bottom = self._top = 0.0

    def goes_on(self, box: _Box) -> bool:
        """Whether a letter stands in the line of these, behind them."""
        if not self._letters:
            return True
        west, south, _, north = box
        size = max(1.0, min(north - south, self._top - self._bottom))
        return (
            -0.8 * size <= west - self._right <= _FARTHEST * size
            and south <= self._top
            and north >= self._bottom
        )

    def add(self, letter: str, box: _Box, space: int) -> None:
        west, south, east, north = box
        if self._letters:
            size = max(1.0, min(north - south, self._top - self._bottom))
            self._gaps.append((west - self._right) / size)
            self._right = max(self._right, east)
        else:
            self._gaps.append(0.0)
            self._right = east
        # the line may rise or fall, so each letter is compared with the one before
        self._bottom, self._top = south, north
        self._letters.append(letter)
        self._boxes.append(box)
        self._spaces.append(space)

    def words(self) -> Iterator[tuple[str, _Box]]:
        """Yield the words and their boxes.

        Letters may be set apart to look well. So a gap ends a word where it is wider than the narrow ones of its line.
        """
        if not self._letters:
            return
        between = sorted(
            gap for gap, space in zip(self._gaps[1:], self._spaces[1:], strict=True) if space != _WRITTEN
        )
        # of many letters the very nearest may be a pair that a typeface draws together
        spacing = between[len(between) // 8] if len(between) > 1 else 0.0
        spacing = min(max(spacing, 0.0), _WIDEST_SPACING)
        first = 0
        for at in range(1, len(self._letters)):
            gap, space = self._gaps[at], self._spaces[at]
            # between letters that are set apart the library sees a space everywhere
            is_seen = space == _SEEN and spacing < _SEEN_APART
            is_stop = self._letters[at - 1] in ",;" and self._letters[at].isalpha()
            apart = _AFTER_STOP if is_stop else _SEEN_APART if is_seen else _APART
            if "".join(self._letters[max(first, at - 2) : at]) in _LIGATURES:
                apart += _SEEN_APART  # one sign of the typeface, whose width is given for two
            if space == _WRITTEN or gap > spacing + apart:
                yield self._word(first, at)
                first = at
        yield self._word(first, len(self._letters))

    def _word(self, first: int, end: int) -> tuple[str, _Box]:
        lefts, bottoms, rights, tops = zip(*self._boxes[first:end], strict=True)
        # of signs beyond the first 65,536 the library gives the two halves
        word = "".join(self._letters[first:end]).encode("utf-16", "surrogatepass").decode("utf-16", "replace")
        return word, (min(lefts), min(bottoms), max(rights), max(tops))


def _has_picture(page: pdfium.PdfPage, area: float) -> bool:
    """Whether one picture covers most of a page, as on a scan."""
    from pypdfium2 import raw

    for thing in page.get_objects(filter=[raw.FPDF_PAGEOBJ_IMAGE], max_depth=2):
        left, bottom, right, top = thing.get_bounds()
        if (right - left) * (top - bottom) > COVERED * area:
            return True
    return False


def _upright(box: _Box, frame: _Box, turned: int) -> tuple[float, float, float, float]:
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
