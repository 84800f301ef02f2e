"""Where a value's label may stand: before it in its cell, in the cell on its left, in the cell above."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Generic, Literal, TypeVar

from .labels import Label, label
from .page import Box, Cell, Line

T = TypeVar("T")
Where = Literal["before", "left", "above"]
NEAR_ABOVE = 2.4  #: heights of a line that a label may stand above its value
MOST_ABOVE = 4  #: lines that are looked at
_EDGE = 5.0  #: points by which edges of a column may differ


@dataclass(frozen=True, slots=True)
class Named:
    """What a value's label says of it, and where it stands."""

    label: Label
    where: Where


class Paper:
    """The lines of a document, and what stands around any place in them."""

    def __init__(self, lines: Sequence[Line]) -> None:
        self.lines = lines

    @property
    def first_page(self) -> list[Line]:
        return [line for line in self.lines if line.page.number == self.lines[0].page.number]

    def cells(self) -> Iterator[tuple[Line, int, Cell]]:
        for line in self.lines:
            for at, cell in enumerate(line.cells):
                yield line, at, cell

    def named(self, table: str, line: Line, at: int, start: int) -> list[Named]:
        """Return what the labels say of a value that begins at character *start* of a cell, the nearest first."""
        cell = line.cells[at]
        found = []
        before = cell.text[:start]
        told = label(table, before, most=24)
        if told is not None:
            found.append(Named(told, "before"))
        if not any(c.isalnum() for c in before):
            if at > 0 and (told := label(table, line.cells[at - 1].text, most=14)) is not None:
                found.append(Named(told, "left"))
            above = self.above(line, cell)
            if above is not None and (told := label(table, above.text, most=14)) is not None:
                found.append(Named(told, "above"))
        return found

    def above(self, line: Line, cell: Cell) -> Cell | None:
        """Return the cell right above another that is set in one column with it."""
        for other in reversed(self.lines[max(0, line.number - MOST_ABOVE) : line.number]):
            if other.page is not line.page:
                return None
            if cell.top - other.bottom > NEAR_ABOVE * max(cell.height, other.height):
                return None
            for candidate in other.cells:
                if in_one_column(candidate, cell):
                    return candidate
        return None

    def below(self, line: Line, cell: Cell) -> tuple[Line, int, Cell] | None:
        """Return the cell right below another that is set in one column with it."""
        for other in self.lines[line.number + 1 : line.number + 1 + MOST_ABOVE]:
            if other.page is not line.page:
                return None
            if other.top - cell.bottom > NEAR_ABOVE * max(cell.height, other.height):
                return None
            for at, candidate in enumerate(other.cells):
                if in_one_column(candidate, cell):
                    return other, at, candidate
        return None

    def place(self, cell: Cell) -> float:
        """Return how far down its page a cell stands, from 0 to 1."""
        return cell.top / max(1.0, cell.page.height)


def in_one_column(one: Cell, other: Cell) -> bool:
    if abs(one.left - other.left) < _EDGE or abs(one.right - other.right) < _EDGE:
        return True
    shared = min(one.right, other.right) - max(one.left, other.left)
    return shared > 0.6 * min(one.right - one.left, other.right - other.left)


@dataclass(frozen=True, slots=True)
class Found(Generic[T]):
    """A value that may be a field's, where it stands, and how much speaks for it."""

    value: T
    text: str
    box: Box | None
    score: float
    why: str  #: a code: the meaning of its label and where that stands, or the place that speaks for it
