"""Spreadsheets in and out: columns ``from`` and ``to``, or ``from`` and fields, pasted or in a file; a list as a sheet.

CSV is read as RFC 4180 has it, and with semicolons or tabs; text as UTF-8, as UTF-16 with its mark, or else
line by line as UTF-8 or Windows-1252, in which older spreadsheets write: sheets that were put together from
both are met.
"""

from __future__ import annotations

import csv
import io
import tempfile
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from waka.core.names import fold
from waka.errors import BadRequest, Unreadable
from waka.reading.reader import Reader
from waka.reading.sheets import FORMULA

MOST_ROWS = 200_000
MOST_BYTES = 30_000_000
MOST_COLUMNS = 200
_FORMULA = (
    "=",
    "+",
    "-",
    "@",
    "\t",
    "\r",
    "\n",
)  #: with what spreadsheets begin something to compute, or skip to it


@dataclass(frozen=True, slots=True, kw_only=True)
class SheetRow:
    line: int  #: as the spreadsheet counts
    source: str
    target: str  #: '' where it stays where it is, and only gets fields
    fields: Mapping[str, str] = field(default_factory=dict)  #: what is filled in, by the codes of the fields


def read_sheet(data: bytes, reader: Reader, heads: Mapping[str, str] | None = None) -> list[SheetRow]:
    """Return the rows of a CSV or XLSX. Raises ``BadRequest`` that says which line and what to do.

    *heads*: how columns of fields are headed, folded, and the fields' codes.
    """
    if len(data) > MOST_BYTES:
        raise BadRequest(f"The sheet has {len(data) // 1_000_000} MB; {MOST_BYTES // 1_000_000} are the most.",
                         mend="Split it.")  # fmt: skip
    found = _workbook(data, reader) if data[:2] == b"PK" else table_of(_decoded(data))
    return _rows(found, heads or {})


def _decoded(data: bytes) -> str:
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        return data.decode("utf-16", "replace")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return "".join(_line(line) for line in data.splitlines(keepends=True))


def _line(line: bytes) -> str:
    try:
        return line.decode("utf-8-sig")
    except UnicodeDecodeError:
        return line.decode("cp1252", "replace")


def table_of(text: str) -> Iterator[list[str]]:
    """Yield the rows of CSV text, with commas, semicolons or tabs. Raises ``BadRequest``."""
    first = next((line for line in text.splitlines() if line.strip()), "")
    delimiter = max("\t;,", key=first.count)
    try:
        yield from csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    except csv.Error as error:
        raise BadRequest(
            f"The sheet cannot be read: {error}.", mend="Save it as CSV or XLSX again."
        ) from error


def _workbook(data: bytes, reader: Reader) -> Iterator[list[str]]:
    """Yield the rows of a workbook, read where other people's files are read."""
    try:
        with tempfile.TemporaryFile() as told:
            told.write(data)
            told.flush()
            rows = reader.sheet(told, MOST_ROWS + 1, MOST_COLUMNS)  # type: ignore[arg-type]  # a file like any other
    except Unreadable as error:
        if error.trouble in ("too_large", "too_slow"):
            raise BadRequest(
                "The workbook is larger than it may be.", mend="Split it, or save it as CSV."
            ) from error
        raise BadRequest("The workbook cannot be read.", mend="Save it as XLSX again, or as CSV.") from error
    for line, cells in enumerate(rows, 1):
        formula = next((cell for cell in cells if cell.startswith(FORMULA)), None)
        if formula is not None:
            raise BadRequest(
                f"Line {line} has a formula, “{formula[1:61]}”.",
                mend="Paste the column as values, then upload it again.", line=line,
            )  # fmt: skip
        yield cells


@dataclass(frozen=True, slots=True, kw_only=True)
class _Columns:
    """Where a sheet has what."""

    source: int
    target: int | None
    fields: Mapping[int, str]  #: codes by their places

    def says_something(self, told: Sequence[str]) -> bool:
        """Whether a row fills in where its document goes, or any field."""
        return any(_cell(told, at) for at in (*self.fields, *([] if self.target is None else [self.target])))

    def row(self, line: int, told: Sequence[str]) -> SheetRow:
        source = _cell(told, self.source)
        target = _cell(told, self.target) if self.target is not None else ""
        fields = {code: _cell(told, at) for at, code in self.fields.items() if _cell(told, at)}
        missing = (
            "from" if not source else "to" if self.target is not None and not target and not fields else None
        )
        if missing:
            raise BadRequest(
                f"Line {line} has no “{missing}”: {' | '.join(t for t in told if t)[:120]}.",
                mend="Fill it in, or remove the line. Cells that are merged count as empty but for the first.",
                line=line,
            )  # fmt: skip
        if any("\0" in text for text in (source, target, *fields.values())):
            raise BadRequest(
                f"Line {line} has signs that are no text.", mend="Save it as CSV again.", line=line
            )
        return SheetRow(
            line=line, source=source.replace("\\", "/"), target=target.replace("\\", "/"), fields=fields
        )  # fmt: skip


def _cell(told: Sequence[str], at: int) -> str:
    return told[at] if at < len(told) else ""


def _rows(found: Iterable[Sequence[str]], heads: Mapping[str, str]) -> list[SheetRow]:
    columns: _Columns | None = None
    rows: list[SheetRow] = []
    for line, cells in enumerate(found, 1):
        told = [unguarded(cell.strip()) for cell in cells]
        if not any(told):
            continue
        if columns is None:
            columns, is_head = _columns(told, heads)
            if is_head:
                continue
        if columns.fields and not columns.says_something(told):
            continue
        rows.append(columns.row(line, told))
        if len(rows) > MOST_ROWS:
            raise BadRequest(f"The sheet has more than {MOST_ROWS:,} rows.", mend="Split it.")
    if not rows:
        raise BadRequest("The sheet has no rows.", mend="Give two columns, from and to.")
    return rows


def _columns(head: Sequence[str], heads: Mapping[str, str]) -> tuple[_Columns, bool]:
    """Return where what stands, and whether this line is the head of the sheet."""
    names = [fold(cell) for cell in head]
    fields = {at: heads[name] for at, name in enumerate(names) if name in heads}
    if "from" in names and ("to" in names or fields):
        target = names.index("to") if "to" in names else None
        return _Columns(source=names.index("from"), target=target, fields=fields), True
    if len([cell for cell in head if cell]) == 2 and not ({"from", "to"} & set(names)):
        first, second = (at for at, cell in enumerate(head) if cell)
        return _Columns(source=first, target=second, fields={}), False
    told = ", ".join(f"“{cell}”" for cell in head if cell)[:200]
    raise BadRequest(
        f"The sheet has the columns {told}; “from” and “to” are needed, or “from” and a field.",
        mend="Name two columns so in the first line; others are passed over.",
    )  # fmt: skip


def unguarded(cell: str) -> str:
    """Return a cell without the sign that ``guarded`` put before it."""
    return cell[1:] if cell[:1] == "'" and cell[1:2] in _FORMULA else cell


def guarded(cell: object) -> object:
    """Return *cell* so that no spreadsheet takes a name for a formula."""
    return f"'{cell}" if isinstance(cell, str) and cell.startswith(_FORMULA) else cell


_CONTROL = {code: "\N{REPLACEMENT CHARACTER}" for code in (*range(9), 11, 12, *range(14, 32), 0xFFFE, 0xFFFF)}


def _storable(cell: object) -> object:
    """Return *cell* without the control characters that a workbook cannot hold (XML 1.0, 2.2 Char)."""
    return cell.translate(_CONTROL) if isinstance(cell, str) else cell


def to_csv(head: Sequence[str], rows: Iterable[Sequence[Any]]) -> Iterator[bytes]:
    """Yield a CSV, piece by piece, with the mark by which spreadsheets know UTF-8."""
    buffer = io.StringIO()
    writer = csv.writer(buffer)
    yield b"\xef\xbb\xbf"
    writer.writerow(head)
    for at, row in enumerate(rows):
        writer.writerow([guarded(cell) for cell in row])
        if at % 500 == 0:
            yield buffer.getvalue().encode("utf-8", "replace")
            buffer.seek(0)
            buffer.truncate()
    yield buffer.getvalue().encode("utf-8", "replace")


def to_xlsx(head: Sequence[str], rows: Iterable[Sequence[Any]]) -> bytes:
    import openpyxl

    book = openpyxl.Workbook(write_only=True)
    sheet = book.create_sheet("steps")
    sheet.append(list(head))
    for row in rows:
        sheet.append([_storable(guarded(cell)) for cell in row])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()
