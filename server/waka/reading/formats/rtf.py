"""Rich text ([MSFT-RTF] 1.9.1): its text; what is drawn, embedded or acts in it is passed over."""

from __future__ import annotations

import html
from collections.abc import Iterable, Iterator
from typing import BinaryIO

from .base import MOST_READ, MOST_TEXT, Format


def _starts(head: bytes) -> bool:
    return head.startswith(b"{\\rtf")


def _text(file: BinaryIO) -> Iterator[str]:
    from striprtf.striprtf import rtf_to_text

    # letters beyond ASCII are written as codes; whoever wrote them as they are did so in Windows-1252
    marked = file.read(MOST_READ).decode("cp1252", "replace")
    text: str = rtf_to_text(marked, errors="replace")  # type: ignore[no-untyped-call] # it has no types
    yield text[:MOST_TEXT]


def _html(file: BinaryIO) -> Iterable[str]:
    yield "<pre>"
    for text in _text(file):
        yield html.escape(text)
    yield "</pre>"


FORMAT = Format(
    code="rtf", media_types=("application/rtf",), extension=".rtf", starts=_starts, text=_text, html=_html
)
