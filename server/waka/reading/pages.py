"""Pages as pictures. Runs in the reading process only: a damaged document may bring it down."""

from __future__ import annotations

import io
from collections.abc import Iterator
from contextlib import contextmanager
from typing import BinaryIO

import pypdfium2 as pdfium
from PIL import Image, ImageOps, UnidentifiedImageError

from .zips import Damaged, Locked

PICTURES = ("image/jpeg", "image/png", "image/apng", "image/gif", "image/tiff", "image/bmp", "image/webp", "image/jp2",
            "image/jpx", "image/jpm", "image/heic", "image/heif", "image/avif")  # fmt: skip
MOST_PAGES = 100_000  #: that can be looked at; a document with more is shown up to there
MOST_WIDTH = 3000  #: pixels of a rendered page
MOST_SEARCHED, MOST_MATCHES = 500, 500  #: pages and hits of a search in a document
MOST_PIXELS = 60_000_000  #: of a picture that is opened at all
_FPDF_ERR_PASSWORD = 4  #: fpdfview.h


def load() -> None:
    """Load all that opens pictures, before the process is confined."""
    import pi_heif

    pi_heif.register_heif_opener()
    Image.init()


@contextmanager
def open_pdf(file: BinaryIO) -> Iterator[pdfium.PdfDocument]:
    file.seek(0)
    try:
        pdf = pdfium.PdfDocument(file)
    except pdfium.PdfiumError as error:
        if getattr(error, "err_code", None) == _FPDF_ERR_PASSWORD or "password" in str(error).lower():
            raise Locked(str(error)) from error
        raise Damaged(str(error)) from error
    try:
        yield pdf
    finally:
        pdf.close()


def count_pages(file: BinaryIO, media_type: str) -> int:
    """Return how many pages can be shown as pictures. Raises ``Locked`` or ``Damaged``."""
    if media_type == "application/pdf":
        with open_pdf(file) as pdf:
            return min(len(pdf), MOST_PAGES)
    if media_type in PICTURES:
        with _picture(file) as picture:
            picture.load()
            return 1
    return 0


def render(file: BinaryIO, media_type: str, page: int, width: int) -> bytes:
    """Return page number *page* (from 1) as a PNG of *width* pixels, or a picture's own size."""
    out = io.BytesIO()
    width = min(width, MOST_WIDTH)
    if media_type == "application/pdf":
        with open_pdf(file) as pdf:
            if not 1 <= page <= len(pdf):
                raise Damaged(f"there is no page {page}")
            sheet = pdf[page - 1]
            scale = min(width / sheet.get_width(), MOST_WIDTH * 2 / sheet.get_height())
            sheet.render(scale=scale).to_pil().save(out, "PNG")
        return out.getvalue()
    with _picture(file) as picture:
        upright = ImageOps.exif_transpose(picture).convert("RGB")
        upright.thumbnail((width, width * 4))
        upright.save(out, "PNG")
    return out.getvalue()


Box = tuple[float, float, float, float]


def matches(file: BinaryIO, media_type: str, words: str) -> list[tuple[int, list[Box]]]:
    """Return the pages that have *words*, with their boxes as shares of the page from its top left."""
    found: list[tuple[int, list[Box]]] = []
    if media_type != "application/pdf" or not words.strip():
        return found
    with open_pdf(file) as pdf:
        for number in range(min(len(pdf), MOST_SEARCHED)):
            sheet = pdf[number]
            width, height = sheet.get_size()
            text = sheet.get_textpage()
            searcher = text.search(words)
            while (hit := searcher.get_next()) is not None and len(found) < MOST_MATCHES:
                boxes = []
                for at in range(text.count_rects(*hit)):
                    left, bottom, right, top = text.get_rect(at)
                    boxes.append(
                        (left / width, 1 - top / height, (right - left) / width, (top - bottom) / height)
                    )
                found.append((number + 1, boxes))
            searcher.close()
            text.close()
    return found


def _picture(file: BinaryIO) -> Image.Image:
    file.seek(0)
    try:
        picture = Image.open(file)
    except (UnidentifiedImageError, OSError, Image.DecompressionBombError) as error:
        raise Damaged(str(error)) from error
    if picture.width * picture.height > MOST_PIXELS:
        raise Damaged("the picture is larger than can be shown")
    return picture
