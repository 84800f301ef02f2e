"""Markdown (CommonMark): plain text that its name tells."""

from __future__ import annotations

from collections.abc import Iterable
from typing import BinaryIO

from .base import Format, decoded


def _html(file: BinaryIO) -> Iterable[str]:
    from markdown_it import MarkdownIt

    yield MarkdownIt("commonmark", {"html": False}).enable("table").render(decoded(file.read()))


FORMAT = Format(code="md", media_types=(), named=("md", "markdown"), html=_html)
