"""The cells of a workbook, for those who want them as rows. Runs in the reading process only."""

from __future__ import annotations

from typing import BinaryIO

from .zips import assert_bounded

MOST_CELLS = 4_000_000  #: empty ones counted
FORMULA = "\x02"  #: before what a cell computes: a formula, and no value


class TooMuch(Exception):
    """The workbook has more rows than may be."""


def rows(file: BinaryIO, most_rows: int, most_columns: int) -> list[list[str]]:
    """Return the rows of the first sheet, each up to its last cell that holds anything.

    Raises ``TooMuch``, ``Damaged``.
    """
    import openpyxl

    assert_bounded(file)
    book = openpyxl.load_workbook(file, read_only=True, data_only=False, keep_links=False)
    sheet = book.worksheets[0]
    sheet.reset_dimensions()  # what a sheet says of its own size is not to be believed
    found: list[list[str]] = []
    seen = 0
    for row in sheet.iter_rows(max_col=most_columns):
        seen += max(1, len(row))
        if len(found) > most_rows or seen > MOST_CELLS:
            raise TooMuch(f"more than {most_rows} rows, or {MOST_CELLS} cells, empty ones counted")
        cells = [_told(cell) for cell in row]
        while cells and not cells[-1]:
            cells.pop()
        found.append(cells)
    while found and not found[-1]:
        found.pop()
    return found


def _told(cell: object) -> str:
    value = getattr(cell, "value", None)
    if value is None:
        return ""
    return FORMULA + str(value) if getattr(cell, "data_type", "") == "f" else str(value)
