"""Where a value's label may stand: before it in its cell, in the cell on its left, in the cell above; small beneath it."""

from __future__ import annotations

import re
from collections.abc import Callable, Hashable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Generic, Literal, Protocol, TypeVar

from .dates import DAY_OF_WEEK
from .labels import Label, label
from .letters import plain
from .page import Box, Cell, Line

T = TypeVar("T")
T_co = TypeVar("T_co", covariant=True)
Where = Literal["before", "left", "above", "after", "below"]
NEAR_ABOVE = 2.4  #: heights of a line that a label may stand above its value
NEAR_IN_ROW = 4.5  #: the same where both lines are rows of boxes
#: of the height of a value: the height of a caption beneath it, and how far that may stand
CAPTION, NEAR_CAPTION = 0.86, 0.8
_ROW = 4  #: cells
LEAST_SMALL = 0.3  #: of the words of running text that have no capital
MOST_OF_A_LABEL = 6  #: words
MOST_IN_A_TABLE = 3  #: words of a cell that goes on with a column of dates or sums
MOST_ABOVE = 4  #: lines that are looked at
_IS = re.compile(r"^.{4,40}?\bis ((?:the|its|our|when|your)\b.{3,40})$")
_WIDEST_BOX = 90.0  #: points between the head of a box and what is set to the right in it
_INDENT = 12.0  #: points by which a line of running text may begin further right than the one above
_EDGE = 5.0  #: points by which edges of a column may differ


@dataclass(frozen=True, slots=True)
class Named:
    """What a value's label says of it, and where it stands."""

    label: Label
    where: Where
    text: str = ""  #: of the cell that the label is in


class Paper:
    """The lines of a document, and what stands around any place in them."""

    def __init__(self, lines: Sequence[Line]) -> None:
        self.lines = lines
        self._line_of = {id(cell): line for line in lines for cell in line.cells}

    def line_of(self, cell: Cell) -> Line:
        return self._line_of[id(cell)]

    @property
    def first_page(self) -> list[Line]:
        return [line for line in self.lines if line.page.nth == self.lines[0].page.nth]

    def cells(self) -> Iterator[tuple[Line, int, Cell]]:
        for line in self.lines:
            for at, cell in enumerate(line.cells):
                yield line, at, cell

    def named(self, table: str, line: Line, at: int, start: int, end: int | None = None) -> list[Named]:
        """Return what the labels say of a value at the characters *start* to *end* of a cell, the nearest first."""
        cell = line.cells[at]
        found = []
        before = cell.text[:start]
        told = label(table, before, most=24)
        if told is None and start == 0 and self.goes_on(line, cell):
            # the label ends the line above, of running text
            told = label(table, self.lines[line.nth - 1].cells[-1].text, most=2)
        if told is not None:
            found.append(Named(told, "before"))
        if not any(c.isalnum() for c in DAY_OF_WEEK.sub("", plain(before))):
            if at > 0 and (told := label(table, line.cells[at - 1].text, most=14)) is not None:
                found.append(Named(told, "left", line.cells[at - 1].text))
            above = self.above(line, cell)
            if above is None or label(table, above.text, most=14) is None:
                above = self._in_box(line, at) or above
            if above is not None and len(above.words) > MOST_OF_A_LABEL:
                above = None  # a line of running text that goes on here
            if not found and (told := self._after(table, line, at, start)) is not None:
                found.append(Named(told, "after"))
            if not found and end is not None and (told := _behind(table, cell.text[end:])) is not None:
                found.append(Named(told, "after"))
            if above is not None and (told := label(table, above.text, most=14)) is not None:
                found.append(Named(told, "above", above.text))
            if not found and (caption := self._caption(line, cell)) is not None:
                told = label(table, caption.text, most=2)
                if told is not None and told.start == 0:
                    found.append(Named(told, "below", caption.text))
        return found

    def _caption(self, line: Line, cell: Cell) -> Cell | None:
        """Return the small words right beneath a cell, nearer to it than to anything below them."""
        below = self.below(line, cell)
        if below is None:
            return None
        under, _, caption = below
        apart = caption.top - cell.bottom
        if caption.height > CAPTION * cell.height or apart > NEAR_CAPTION * cell.height:
            return None
        further = self.below(under, caption)
        return caption if further is None or further[2].top - caption.bottom > apart else None

    def _after(self, table: str, line: Line, at: int, start: int) -> Label | None:
        """Return what is said behind a value, as in “4 November 2024 is the date of this invoice”."""
        rest = line.cells[at].text[start:]
        if at + 1 < len(line.cells):
            rest += " " + line.cells[at + 1].text
        said = _IS.search(rest)
        return label(table, said[1], most=60) if said else None

    def above(self, line: Line, cell: Cell) -> Cell | None:
        """Return the cell right above another that is set in one column with it."""
        for other in reversed(self.lines[max(0, line.nth - MOST_ABOVE) : line.nth]):
            if other.page is not line.page:
                return None
            if cell.top - other.bottom > _reach(line, other) * max(cell.height, other.height):
                return None
            for candidate in other.cells:
                if in_one_column(candidate, cell):
                    return candidate
        return None

    def goes_on(self, line: Line, cell: Cell) -> bool:
        """Whether a cell goes on with a sentence of running text on the line above."""
        above = self.lines[line.nth - 1] if line.nth else None
        if above is None or above.page is not line.page or cell is not line.cells[0]:
            return False
        last = above.cells[-1]
        small = sum(word.text.islower() for word in last.words)
        return (
            len(last.words) > MOST_OF_A_LABEL
            and small > LEAST_SMALL * len(last.words)  # or it is an address, or names
            and cell.top - last.bottom < 1.2 * cell.height
            and 0.8 < cell.height / max(1.0, last.height) < 1.25
            and cell.left < last.left + _INDENT
            and last.text[-1] not in ".:;!?"
        )

    def _in_box(self, line: Line, at: int) -> Cell | None:
        """Return the cell that heads the box in which a cell is set to the right: no other stands between them."""
        cell = line.cells[at]
        other = self.lines[line.nth - 1] if line.nth else None
        if (
            other is None
            or other.page is not line.page
            or cell.top - max(c.bottom for c in other.cells) > 1.2 * cell.height
        ):
            return None
        heads = [head for head in other.cells if head.left <= cell.right]
        if not heads or len(other.cells) < 2:
            return None
        head = heads[-1]
        between = any(head.left - 2 <= one.left < cell.left for one in line.cells)
        return None if between or cell.left - head.right > _WIDEST_BOX else head

    def below(self, line: Line, cell: Cell) -> tuple[Line, int, Cell] | None:
        """Return the cell right below another that is set in one column with it."""
        for other in self.lines[line.nth + 1 : line.nth + 1 + MOST_ABOVE]:
            if other.page is not line.page:
                return None
            if other.top - cell.bottom > _reach(line, other) * max(cell.height, other.height):
                return None
            for at, candidate in enumerate(other.cells):
                if in_one_column(candidate, cell):
                    return other, at, candidate
        return None

    def place(self, cell: Cell) -> float:
        """Return how far down its page a cell stands, from 0 to 1."""
        return cell.top / max(1.0, cell.page.height)


def _behind(table: str, rest: str) -> Label | None:
    """Return what the rest of a cell says of the value that it begins with, as in “25218 invoice no”."""
    rest = rest.strip(" .:()–-")
    told = label(table, rest, most=0) if rest[:1].isalpha() else None
    return told if told is not None and told.start == 0 else None


def _reach(line: Line, other: Line) -> float:
    """Return how many heights of a line a label may stand above its value: further in a form of boxes in a row."""
    is_row = abs(line.nth - other.nth) == 1 and min(len(line.cells), len(other.cells)) >= _ROW
    return NEAR_IN_ROW if is_row else NEAR_ABOVE


def in_one_column(one: Cell, other: Cell) -> bool:
    if abs(one.left - other.left) < _EDGE or abs(one.right - other.right) < _EDGE:
        return True
    shared = min(one.right, other.right) - max(one.left, other.left)
    return shared > 0.6 * min(one.right - one.left, other.right - other.left)


@dataclass(frozen=True, slots=True)
class Found(Generic[T_co]):
    """A value that may be a field's, where it stands, and how much speaks for it."""

    value: T_co
    text: str
    box: Box | None
    score: float
    why: str  #: a code: the meaning of its label and where that stands, or the place that speaks for it
    sure: float = 1.0  #: how sure a recogniser was of its words; 1 for what the file itself has


class Spotted(Protocol):
    """Something at the characters *start* to *end* of a cell."""

    @property
    def start(self) -> int: ...
    @property
    def end(self) -> int: ...


S = TypeVar("S", bound=Spotted)


@dataclass(frozen=True, slots=True)
class Placed(Generic[S]):
    """Something spotted in a cell of a paper, and what is said of it."""

    line: Line
    at: int  #: of its cell in the line
    spot: S
    named: tuple[Named, ...]

    @property
    def cell(self) -> Cell:
        return self.line.cells[self.at]

    @property
    def meaning(self) -> str | None:
        return self.named[0].label.meaning if self.named else None

    def found(self, value: T, score: float, why: str) -> Found[T]:
        """Return it as what a field may hold."""
        start, end = self.spot.start, self.spot.end
        return Found(
            value,
            self.cell.text[start:end],
            self.cell.box(start, end),
            score,
            why,
            self.cell.sure(start, end),
        )

    def is_in_table(self, paper: Paper, begins: Callable[[str], bool]) -> bool:
        """Whether its column goes on with its like: then the word at its head is of every line, not of the paper.

        *begins*: whether a text begins with its like.
        """
        below = paper.below(self.line, self.cell)
        if below is None or len(below[2].words) > MOST_IN_A_TABLE:
            return False
        return begins(below[2].text)


def merged(
    found: Sequence[Found[T_co]],
    key: Callable[[T_co], Hashable],
    more: Callable[[float], float] = lambda _: 0.3,
) -> list[Found[T_co]]:
    """Put together what is said more than once: the best place of each, surer for each further one; the likeliest first.

    *key*: what makes two values one. *more*: what a further place of some score adds, where anything speaks for it.
    """
    best: dict[Hashable, Found[T_co]] = {}
    for one in sorted(found, key=lambda f: -f.score):
        known = best.get(key(one.value))
        if known is None:
            best[key(one.value)] = one
        elif one.score > 0:
            best[key(one.value)] = replace(known, score=known.score + more(one.score))
    return sorted(best.values(), key=lambda f: -f.score)
