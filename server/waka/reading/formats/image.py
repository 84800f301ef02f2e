"""Pictures, each of which is one page."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING, BinaryIO

from waka.reading.zips import Damaged

from .base import Format

if TYPE_CHECKING:
    from PIL import Image

MOST_PIXELS = 60_000_000  #: of a picture that is opened at all
MOST_WIDTH = 3000  #: of one that is shown
_EXIF, _DATE_TAKEN = 0x8769, 0x9003
_DAY = re.compile(r"(19|20)\d\d-\d\d-\d\d")


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


def _upright(file: BinaryIO, page: int, width: int) -> Image.Image:
    """Return a picture as it is held upright, as wide as is asked for or as it is."""
    from PIL import ImageOps

    width = min(width, MOST_WIDTH)
    with _picture(file) as picture:
        upright = ImageOps.exif_transpose(picture).convert("RGB")
        upright.thumbnail((width, width * 4))
        return upright


def _facts(file: BinaryIO) -> dict[str, str]:
    """Return the day on which a camera took it (Exif 2.32: DateTimeOriginal)."""
    with _picture(file) as picture:
        told = str(picture.getexif().get_ifd(_EXIF).get(_DATE_TAKEN, ""))
    day = told[:10].replace(":", "-")
    return {"sort": "photo", "when": day} if _DAY.fullmatch(day) else {"sort": "photo"}


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
    picture=_upright,
    facts=_facts,
)
