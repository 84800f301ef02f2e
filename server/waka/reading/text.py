"""The text of a document, as its format has it. Runs in the reading process only."""

from __future__ import annotations

from collections.abc import Iterator
from typing import BinaryIO

from . import formats
from .formats.base import MOST_TEXT
from .zips import assert_bounded


def read_text(file: BinaryIO, media_type: str) -> str:
    """Return the text in *file*, '' where it has none. Raises ``Locked`` or ``Damaged``."""
    known = formats.of(media_type)
    if known is None or known.text is None:
        return ""
    if known.is_packed:
        assert_bounded(file)
    file.seek(0)
    text = "\n".join(_bounded(known.text(file)))
    return text.replace("\0", "").encode("utf-8", "replace").decode()[:MOST_TEXT]


def _bounded(lines: Iterator[str]) -> Iterator[str]:
    size = 0
    for line in lines:
        yield line
        size += len(line)
        if size > MOST_TEXT:
            return
