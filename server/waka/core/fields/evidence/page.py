"""Words on a page, as lines and cells: what stands side by side, and what is set apart.

Lengths are points from the top left corner of a page. A *cell* is a run of words of one line with no wider gap between
them than running text has: a label, a value, or a whole line of prose. That a value belongs to the label on its left or
above it can only be told from cells, whatever order a file keeps its words in.
"""

from __future__ import annotations

from bisect import bisect_right, insort
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from itertools import pairwise
from math import inf
from statistics import median

from .mended import is_split, mended, month_mended, parted, run_into_sum

GAP = 0.95  #: of the height of a line: from here on what follows is another cell
WIDE, APART = 0.5, 0.62  #: of the height of a letter, its width: as a typewriter's; set apart to look well
ALIKE = 0.03  #: of the width of a letter, by which those of a typewriter differ as they are measured
TYPED = 0.35  #: the usual space, in heights, of what a typewriter wrote
#: the gap, in heights, that parts cells on a picture: words that were recognised in one box stand without gaps
BETWEEN_BOXES = 0.6
LEAST_GAP, SPACES = (
    0.5,
    2.2,
)  #: of other pages, the least such gap, and how many of the page's own spaces it is
WIDE_GAP = 1.6  #: the same for letters that all have one width, which stand further apart
OVERLAP = 0.5  #: of the lower of two words: from here on they are in one line


@dataclass(frozen=True, slots=True)
class Word:
    text: str
    left: float
    top: float
    right: float
    bottom: float
    sure: float = 1.0  #: how sure a recogniser was, from 0; 1 for words that the file itself has
    #: where it stands on the page as that is shown, as shares of it, where the page was turned or straightened to be read
    drawn: tuple[float, float, float, float] | None = None

    @property
    def height(self) -> float:
        return self.bottom - self.top


@dataclass(frozen=True, slots=True)
class Page:
    nth: int  #: from 1
    width: float
    height: float
    words: tuple[Word, ...]
    is_picture: bool = False  #: its words were recognised, not read
    codes: tuple[str, ...] = ()  #: what codes of squares or bars on it say


Box = tuple[int, float, float, float, float]  #: page, then left, top, right, bottom as shares of the page


@dataclass(frozen=True)
class Cell:
    page: Page
    words: tuple[Word, ...]

    @cached_property
    def text(self) -> str:
        return " ".join(word.text for word in self.words)

    @cached_property
    def _starts(self) -> list[int]:
        starts, at = [], 0
        for word in self.words:
            starts.append(at)
            at += len(word.text) + 1
        return starts

    @property
    def left(self) -> float:
        return self.words[0].left

    @property
    def right(self) -> float:
        return self.words[-1].right

    @cached_property
    def top(self) -> float:
        return min(word.top for word in self.words)

    @cached_property
    def bottom(self) -> float:
        return max(word.bottom for word in self.words)

    @cached_property
    def height(self) -> float:
        """The usual height of its words."""
        return median(word.height for word in self.words)

    def words_of(self, start: int, end: int) -> tuple[Word, ...]:
        """Return the words that hold the characters *start* to *end* of its text."""
        first = max(0, bisect_right(self._starts, start) - 1)
        last = bisect_right(self._starts, max(start, end - 1))
        return self.words[first:last]

    def box(self, start: int = 0, end: int | None = None) -> Box:
        """Return where those characters stand."""
        words = self.words_of(start, len(self.text) if end is None else end)
        page = self.page
        boxes = [
            word.drawn
            or (
                word.left / page.width,
                word.top / page.height,
                word.right / page.width,
                word.bottom / page.height,
            )
            for word in words
        ]
        lefts, tops, rights, bottoms = zip(*boxes, strict=True)
        return (page.nth, min(lefts), min(tops), max(rights), max(bottoms))

    def sure(self, start: int = 0, end: int | None = None) -> float:
        """Return how sure the least sure of those words is, as it was recognised."""
        return min(word.sure for word in self.words_of(start, len(self.text) if end is None else end))


@dataclass(frozen=True)
class Line:
    page: Page
    nth: int  #: from 0, through all pages
    cells: tuple[Cell, ...] = field(default=())

    @cached_property
    def text(self) -> str:
        return "   ".join(cell.text for cell in self.cells)

    @property
    def top(self) -> float:
        return min(cell.top for cell in self.cells)

    @property
    def bottom(self) -> float:
        return max(cell.bottom for cell in self.cells)

    @property
    def height(self) -> float:
        return max(cell.height for cell in self.cells)


def lines_of(pages: Sequence[Page]) -> list[Line]:
    """Return the words of *pages* as lines, from the top down."""
    lines: list[Line] = []
    for told in pages:
        parts = [part for word in told.words for part in _parted(word, run_into_sum(word.text))]
        if told.is_picture:
            parts = [part for word in parts for part in _mended(word)]
        page = replace(told, words=tuple(parts))
        rows = _rows(page)
        gap, wide = (BETWEEN_BOXES, WIDE_GAP) if page.is_picture else _cell_gap(rows)
        for row in rows:
            words = _with_months(row) if page.is_picture else row
            lines.append(Line(page, len(lines), tuple(Cell(page, cell) for cell in _cells(words, gap, wide))))
    return lines


def _cell_gap(rows: Sequence[Sequence[Word]]) -> tuple[float, float]:
    """Return the gap, in heights, from which on another cell begins: narrower where spaces of the page are narrow.

    Columns of a table are often set closer than a line of text is high. The second is that between words of wide
    letters: on a page that a typewriter might have written, or that says nothing of its spaces, a wider one.
    """
    spaces = [
        (word.left - before.right) / max(min(before.height, word.height), 4.0)
        for row in rows
        for before, word in pairwise(row)
    ]
    within = [space for space in spaces if 0 < space < GAP]
    if not within:
        return GAP, WIDE_GAP
    usual = median(within)
    gap = min(GAP, max(LEAST_GAP, SPACES * usual))
    return gap, WIDE_GAP if usual > TYPED else gap


def _mended(word: Word) -> Iterator[Word]:
    """Yield a recognised word, mended; in two where a label ran into its number."""
    for part in _parted(word, parted(word.text)):
        yield replace(part, text=mended(part.text))


def _parted(word: Word, at: int) -> Iterator[Word]:
    """Yield a word; in two from letter *at* on, where that is not 0."""
    if at:
        middle = word.left + (word.right - word.left) * at / len(word.text)
        yield replace(word, text=word.text[:at], right=middle)
        word = replace(word, text=word.text[at:], left=middle)
    yield word


def _joined(row: Sequence[Word]) -> Sequence[Word]:
    """Return the words of a row, one that a recogniser saw a space in as one."""
    found: list[Word] = []
    for word in row:
        last = found[-1] if found else None
        if last is not None and is_split(last.text, word.text) and word.left - last.right < word.height:
            found[-1] = replace(
                last, text=last.text + word.text, right=word.right, sure=min(last.sure, word.sure)
            )
        else:
            found.append(word)
    return found


def _with_months(row: Sequence[Word]) -> Sequence[Word]:
    row = _joined(row)
    texts = ["", *(word.text for word in row), ""]
    return [
        replace(word, text=month_mended(word.text, texts[at], texts[at + 2])) for at, word in enumerate(row)
    ]


def _rows(page: Page) -> list[list[Word]]:
    """Group words that stand at one height. A line slowly rising is followed from each word to its neighbour."""
    rows: list[list[Word]] = []  # each from left to right
    for word in sorted(page.words, key=lambda w: ((w.top + w.bottom) / 2, w.left)):
        best, most = None, OVERLAP
        height = word.bottom - word.top
        for row in rows[-6:]:
            near, apart = _neighbour(row, word)
            shared = min(word.bottom, near.bottom) - max(word.top, near.top)
            share = shared / max(0.1, min(height, near.bottom - near.top))
            # two words that cover each other are two lines printed over one another, or a stamp
            if share > most and apart > -0.5 * height:
                best, most = row, share
        if best is None:
            rows.append([word])
        else:
            insort(best, word, key=_left)
    return sorted(rows, key=lambda row: min(w.top for w in row))


def _left(word: Word) -> float:
    return word.left


def _neighbour(row: Sequence[Word], word: Word) -> tuple[Word, float]:
    """Return the word of a row that is nearest sideways, and how far it is; less than 0 where they overlap."""
    at = bisect_right(row, word.left, key=_left)
    before, after = row[at - 1] if at else None, row[at] if at < len(row) else None
    apart_before = word.left - before.right if before is not None else inf
    apart_after = after.left - word.right if after is not None else inf
    if before is not None and apart_before <= apart_after:
        return before, apart_before
    assert after is not None
    return after, apart_after


def _cells(words: Sequence[Word], least: float, of_typed: float) -> list[tuple[Word, ...]]:
    cells: list[list[Word]] = [[words[0]]]
    for before, word in pairwise(words):
        gap = word.left - before.right
        height = max(min(before.height, word.height), 4.0)
        share = min(_share(before), _share(word))
        wide = WIDE_GAP if share > APART or _is_typed(before, word) else of_typed if share > WIDE else least
        if gap > wide * height or gap < -2 * height:
            cells.append([])
        cells[-1].append(word)
    return [tuple(cell) for cell in cells]


def _is_typed(one: Word, other: Word) -> bool:
    """Whether two words have letters of one width, as a typewriter's; figures have that in most typefaces."""
    a, b = _share(one), _share(other)
    return min(a, b) > WIDE and abs(a - b) < ALIKE * a and not (one.text + other.text).isdigit()


def _share(word: Word) -> float:
    """Return how wide a letter of a word is, in its height: a typewriter's are six tenths; those set apart are more."""
    return (word.right - word.left) / len(word.text) / max(word.height, 1) if len(word.text) > 1 else 0.0
