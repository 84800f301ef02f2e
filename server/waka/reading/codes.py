"""What codes of squares or bars on a page say. Runs in the reading process only.

Looking for them means drawing the page, which takes longer than to read its words: it is done where a page may have
one, a picture about as wide as high, a wide low one, or very many drawn pieces.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    import numpy as np
    import pypdfium2 as pdfium
    from numpy.typing import NDArray
    from PIL.Image import Image

MOST_CODES = 12  #: of a page
LONGEST = 2_000  #: characters of one
MANY_PIECES = 150  #: drawn on a page: a code of squares has some four hundred, a table a few dozen
ACROSS = 1_240  #: pixels of a page as it is drawn to be looked at: 150 to the inch
LEAST_SHARE, MOST_SHARE = 0.05, 0.6  #: of a page's width, of a picture that may be a code


def codes_on(picture: Image | NDArray[np.uint8]) -> list[str]:
    """Return what the codes on a picture say, from the top down."""
    import zxingcpp

    found = [code for code in zxingcpp.read_barcodes(picture) if code.valid and code.text]
    found.sort(key=lambda code: code.position.top_left.y)
    return [code.text[:LONGEST].replace("\0", "") for code in found[:MOST_CODES]]


def codes_on_page(page: pdfium.PdfPage) -> list[str]:
    """Return what the codes on a page of a PDF say."""
    if not _may_have_one(page):
        return []
    return codes_on(page.render(scale=ACROSS / max(1.0, page.get_width()), grayscale=True).to_numpy())


def _may_have_one(page: pdfium.PdfPage) -> bool:
    from pypdfium2 import raw

    wide = max(1.0, page.get_width())
    pieces = 0
    for thing in page.get_objects(
        filter=[raw.FPDF_PAGEOBJ_PATH, raw.FPDF_PAGEOBJ_IMAGE, raw.FPDF_PAGEOBJ_SHADING], max_depth=3
    ):
        if thing.type != raw.FPDF_PAGEOBJ_IMAGE:
            pieces += 1
            if pieces >= MANY_PIECES or raw.FPDFPath_CountSegments(thing.raw) >= MANY_PIECES:
                return True
            continue
        left, bottom, right, top = thing.get_bounds()
        if LEAST_SHARE < (right - left) / wide < MOST_SHARE and _is_of_a_code((right - left), (top - bottom)):
            return True
    return False


def _is_of_a_code(width: float, height: float) -> bool:
    shape = width / max(1.0, height)
    return 0.85 < shape < 1.2 or shape > 1.8
