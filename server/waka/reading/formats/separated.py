"""Values separated by signs (RFC 4180, and with other signs): plain text that its name tells."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from typing import BinaryIO

from waka.reading.zips import Damaged

from .base import Format, decoded
from .tables import table


def _html(file: BinaryIO) -> Iterable[str]:
    text = decoded(file.read())
    try:
        dialect: type[csv.Dialect] | csv.Dialect = csv.Sniffer().sniff(text[:8192], delimiters=",;\t|")
    except csv.Error:
        dialect = csv.excel
    try:
        yield from table(csv.reader(io.StringIO(text, newline=""), dialect))
    except csv.Error as error:
        raise Damaged(str(error)) from error


FORMAT = Format(code="csv", media_types=(), named=("csv",), html=_html)
