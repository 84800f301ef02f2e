"""Rows as an HTML table."""

from __future__ import annotations

import html
from collections.abc import Iterable

MOST_ROWS, MOST_COLUMNS, MOST_SHEETS = 2_000, 60, 50  #: of a preview


def table(rows: Iterable[list[str]]) -> Iterable[str]:
    yield "<table>"
    for number, row in enumerate(rows):
        if number >= MOST_ROWS:
            break
        cells = list(row[:MOST_COLUMNS])
        while cells and not cells[-1]:
            cells.pop()
        if cells:
            yield "<tr>" + "".join(f"<td>{html.escape(cell)}</td>" for cell in cells) + "</tr>"
    yield "</table>"
