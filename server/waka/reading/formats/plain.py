"""Plain text."""

from __future__ import annotations

from collections.abc import Iterator
from typing import BinaryIO

from .base import MOST_TEXT, Format, decoded


def _text(file: BinaryIO) -> Iterator[str]:
    yield decoded(file.read(MOST_TEXT * 4))


FORMAT = Format(code="txt", media_types=("text/plain",), extension=".txt", text=_text)
