"""Pages as pictures, as a format has them. Runs in the reading process only: a damaged one may bring it down."""

from __future__ import annotations

import io
from typing import TYPE_CHECKING, BinaryIO

from . import formats
from .formats import Box
from .zips import Damaged

if TYPE_CHECKING:
    from PIL import Image

QUALITY = 82  #: of JPEG, of 95
READ_WIDTH = 1654  #: pixels: A4 at 200 to the inch


def count_pages(file: BinaryIO, media_type: str) -> int:
    """Return how many pages can be shown as pictures. Raises ``Locked`` or ``Damaged``."""
    known = formats.of(media_type)
    return known.pages(file) if known is not None and known.pages is not None else 0


def render(file: BinaryIO, media_type: str, page: int, width: int) -> bytes:
    """Return page number *page* (from 1) as a JPEG of *width* pixels, or a picture's own size. Raises ``Damaged``.

    Measured on thirty pages: to write a PNG takes five times as long as to draw the page, WebP as long as that, JPEG a
    fifth. Colours are kept as fine as light, so that red letters stay sharp.
    """
    out = io.BytesIO()
    drawn = picture(file, media_type, page, width).convert("RGB")
    drawn.save(out, "JPEG", quality=QUALITY, subsampling=0)
    return out.getvalue()


def picture(file: BinaryIO, media_type: str, page: int, width: int = READ_WIDTH) -> Image.Image:
    """Return page number *page*, from 1, as it is drawn; as wide as it is read best. Raises ``Damaged``."""
    known = formats.of(media_type)
    if known is None or known.picture is None:
        raise Damaged("this has no pages")
    file.seek(0)
    return known.picture(file, page, width)


def matches(file: BinaryIO, media_type: str, words: str) -> list[tuple[int, list[Box]]]:
    """Return the pages that have *words*, with their boxes as shares of the page from its top left."""
    known = formats.of(media_type)
    return (
        known.matches(file, words)
        if known is not None and known.matches is not None and words.strip()
        else []
    )
