"""Pages as pictures, as a format has them. Runs in the reading process only: a damaged one may bring it down."""

from __future__ import annotations

from typing import BinaryIO

from . import formats
from .formats import Box
from .zips import Damaged


def count_pages(file: BinaryIO, media_type: str) -> int:
    """Return how many pages can be shown as pictures. Raises ``Locked`` or ``Damaged``."""
    known = formats.of(media_type)
    return known.pages(file) if known is not None and known.pages is not None else 0


def render(file: BinaryIO, media_type: str, page: int, width: int) -> bytes:
    """Return page number *page* (from 1) as a PNG of *width* pixels, or a picture's own size. Raises ``Damaged``."""
    known = formats.of(media_type)
    if known is None or known.render is None:
        raise Damaged("this has no pages")
    return known.render(file, page, width)


def matches(file: BinaryIO, media_type: str, words: str) -> list[tuple[int, list[Box]]]:
    """Return the pages that have *words*, with their boxes as shares of the page from its top left."""
    known = formats.of(media_type)
    return (
        known.matches(file, words)
        if known is not None and known.matches is not None and words.strip()
        else []
    )
