"""Pictures, each of which is one page."""

from __future__ import annotations

import io
from typing import TYPE_CHECKING, BinaryIO

from waka.reading.zips import Damaged

from .base import Format

if TYPE_CHECKING:
    from PIL import Image

MOST_PIXELS = 60_000_000  #: of a picture that is opened at all
MOST_WIDTH = 3000  #: of one that is shown


def load() -> None:
    """Load all that opens pictures, before the process is confined."""
    import pi_heif
    from PIL import Image

    pi_heif.register_heif_opener()
    Image.init()


def _pages(file: BinaryIO) -> int:
    with _picture(file) as picture:
        picture.load()
        return 1


def _render(file: BinaryIO, page: int, width: int) -> bytes:
    """Return a picture as it is held upright, as wide as is asked for or as it is."""
    from PIL import ImageOps

    out = io.BytesIO()
    width = min(width, MOST_WIDTH)
    with _picture(file) as picture:
        upright = ImageOps.exif_transpose(picture).convert("RGB")
        upright.thumbnail((width, width * 4))
        upright.save(out, "PNG")
    return out.getvalue()


def _picture(file: BinaryIO) -> Image.Image:
    from PIL import Image, UnidentifiedImageError

    file.seek(0)
    try:
        picture = Image.open(file)
    except (UnidentifiedImageError, OSError, Image.DecompressionBombError) as error:
        raise Damaged(str(error)) from error
    if picture.width * picture.height > MOST_PIXELS:
        raise Damaged("the picture is larger than can be shown")
    return picture


FORMAT = Format(
    code="image",
    media_types=(
        "image/jpeg",
        "image/png",
        "image/apng",
        "image/gif",
        "image/tiff",
        "image/bmp",
        "image/webp",
        "image/jp2",
        "image/jpx",
        "image/jpm",
        "image/heic",
        "image/heif",
        "image/avif",
    ),
    pages=_pages,
    render=_render,
)
