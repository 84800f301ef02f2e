"""Workbooks of Office Open XML (ISO/IEC 29500)."""

from __future__ import annotations

import html
from collections.abc import Iterable, Iterator
from datetime import datetime, time
from typing import BinaryIO

from . import tables
from .base import Format

MOST_ROWS = 20_000
MOST_COLUMNS = 1_000
MOST_CELLS = 2_000_000  #: empty ones counted


def _text(file: BinaryIO) -> Iterator[str]:
    import openpyxl

    book = openpyxl.load_workbook(file, read_only=True, data_only=True, keep_links=False)
    seen = 0
    for sheet in book.worksheets:
        sheet.reset_dimensions()  # what a sheet says of its own size is not to be believed
        yield sheet.title
        for number, row in enumerate(sheet.iter_rows(max_col=MOST_COLUMNS, values_only=True)):
            seen += max(1, len(row))
            if number >= MOST_ROWS or seen > MOST_CELLS:
                break
            cells = [_shown(cell) for cell in row]
            if any(cells):
                yield "\t".join(cells).rstrip()


def _shown(cell: object) -> str:
    if isinstance(cell, datetime):
        return cell.date().isoformat() if cell.time() == time() else cell.isoformat(" ", "minutes")
    return "" if cell is None else f"{cell:.2f}" if isinstance(cell, float) else str(cell)


def _html(file: BinaryIO) -> Iterable[str]:
    import openpyxl

    book = openpyxl.load_workbook(file, read_only=True, data_only=True, keep_links=False)
    for sheet in book.worksheets[: tables.MOST_SHEETS]:
        sheet.reset_dimensions()  # what a sheet says of its own size is not to be believed
        yield f"<h2>{html.escape(sheet.title)}</h2>"
        rows = sheet.iter_rows(max_row=tables.MOST_ROWS, max_col=tables.MOST_COLUMNS, values_only=True)
        yield from tables.table(["" if cell is None else str(cell) for cell in row] for row in rows)


FORMAT = Format(
    code="xlsx", media_types=("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",), extension=".xlsx",
    is_packed=True, inside="xl/", text=_text, html=_html,
)  # fmt: skip
