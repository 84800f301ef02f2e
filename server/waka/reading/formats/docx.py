"""Word processing documents of Office Open XML (ISO/IEC 29500)."""

from __future__ import annotations

import io
from collections.abc import Iterable, Iterator
from typing import Any, BinaryIO

from .base import Format


def _text(file: BinaryIO) -> Iterator[str]:
    import docx

    document = docx.Document(file)
    sections = list(document.sections)[:1]
    # a letterhead often stands in the head of the first page, and the small print at its foot
    for section in sections:
        yield from _lines(section.header)
    yield from _lines(document)
    for section in sections:
        yield from _lines(section.footer)


def _lines(part: Any) -> Iterator[str]:
    for block in part.iter_inner_content():
        if hasattr(block, "rows"):
            for row in block.rows:
                yield "\t".join(cell.text for cell in row.cells)
        else:
            yield block.text


def _html(file: BinaryIO) -> Iterable[str]:
    import mammoth

    # a file of its own: the library asks what it is called
    yield mammoth.convert_to_html(io.BytesIO(file.read())).value


FORMAT = Format(
    code="docx",
    media_types=("application/vnd.openxmlformats-officedocument.wordprocessingml.document",),
    extension=".docx",
    is_packed=True,
    inside="word/",
    text=_text,
    html=_html,
)
