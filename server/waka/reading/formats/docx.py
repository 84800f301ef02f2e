"""Word processing documents of Office Open XML (ISO/IEC 29500)."""

from __future__ import annotations

import io
from collections.abc import Iterable, Iterator
from typing import BinaryIO

from .base import Format


def _text(file: BinaryIO) -> Iterator[str]:
    import docx

    document = docx.Document(file)
    for block in document.iter_inner_content():
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
