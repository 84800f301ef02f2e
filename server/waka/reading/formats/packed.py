"""Zip archives: what is in them, by name."""

from __future__ import annotations

from collections.abc import Iterator
from typing import BinaryIO

from waka.reading.zips import open_zip

from .base import Format

MOST_ROWS = 20_000


def _starts(head: bytes) -> bool:
    return head.startswith((b"PK\x03\x04", b"PK\x05\x06"))


def _text(file: BinaryIO) -> Iterator[str]:
    with open_zip(file) as archive:
        for info in archive.infolist()[:MOST_ROWS]:
            yield f"{info.filename}\t{info.file_size} bytes"


FORMAT = Format(code="zip", media_types=("application/zip",), extension=".zip", starts=_starts, text=_text)
