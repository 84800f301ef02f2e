"""New PDFs of pages of others: parted, joined, turned, and photographs of a sheet made straight and light.

Runs in the reading process that has OpenCV. The sources come in one zip, stored: a process gets
one file at a time.
"""

from __future__ import annotations

import io
import zipfile
from collections.abc import Sequence
from typing import TYPE_CHECKING, BinaryIO

import msgspec

from .frames import MOST_BODY

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray
    from PIL import Image

LONGEST_SIDE = 2480  #: pixels of a photograph's longer side that are kept: 210 to the inch of A4
QUALITY = 82  #: of JPEG
RESOLUTION = 210.0  #: pixels to the inch of pages that were photographs
_LIGHT, _PAPER = (
    96,
    250.0,
)  #: pixels of the longer side, on which the light is measured; how light paper becomes
_SMALL = 900  #: pixels of the longer side, on which the sheet is looked for
LEAST_SHEET, MOST_SHEET = 0.25, 0.98  #: of the picture, that a sheet in it covers


class PlannedPage(msgspec.Struct, frozen=True):
    """A page of a new document."""

    source: int  #: from 0, in the zip
    page: int  #: from 1
    turn: int = 0  #: quarters to the right
    straighten: bool = False  #: a photograph: only the sheet in it, straight and light
    #: where the sheet's corners are, x and y as shares of the picture, clockwise from the top left; () to find them
    corners: tuple[float, ...] = ()


def assemble(file: BinaryIO, types: Sequence[str], plan: Sequence[PlannedPage]) -> bytes:
    """Return a PDF of the pages of *plan*. *types*: the media types of the sources in the zip *file*."""
    import pypdfium2

    with zipfile.ZipFile(file) as archive:
        sources = {at: archive.read(str(at)) for at in {page.source for page in plan}}
    opened = {
        at: pypdfium2.PdfDocument(data) for at, data in sources.items() if types[at] == "application/pdf"
    }
    made = pypdfium2.PdfDocument.new()
    for page in plan:
        if page.source in opened:
            made.import_pages(opened[page.source], [page.page - 1])
            last = made[len(made) - 1]
            last.set_rotation((last.get_rotation() + 90 * page.turn) % 360)
        else:
            made.import_pages(pypdfium2.PdfDocument(_photograph(sources[page.source], page)))
    out = io.BytesIO()
    made.save(out)
    if out.tell() > MOST_BODY:
        raise MemoryError("a document of these pages is larger than one answer may be")
    return out.getvalue()


def _photograph(data: bytes, page: PlannedPage) -> bytes:
    from PIL import Image, ImageOps

    opened = Image.open(io.BytesIO(data))
    opened.seek(page.page - 1)
    picture: Image.Image = (ImageOps.exif_transpose(opened) or opened).convert("RGB")
    if page.straighten:
        picture = straightened(picture, page.corners)
    if page.turn:
        picture = picture.rotate(-90 * page.turn, expand=True)
    scale = LONGEST_SIDE / max(picture.size)
    if scale < 1:
        picture = picture.resize((round(picture.width * scale), round(picture.height * scale)))
    out = io.BytesIO()
    picture.save(out, "PDF", resolution=RESOLUTION, quality=QUALITY)
    return out.getvalue()


def outline(picture: Image.Image) -> list[float] | None:
    """Return where the corners of the sheet in a photograph are, as in ``PlannedPage``; None where none is plain."""
    import numpy as np

    corners = _sheet(np.asarray(picture.convert("RGB")))
    if corners is None:
        return None
    shares: list[float] = (corners / np.array(picture.size, np.float32)).clip(0, 1).flatten().tolist()
    return shares


def straightened(picture: Image.Image, corners_told: Sequence[float] = ()) -> Image.Image:
    """Return the sheet in a photograph, straight and light; the whole of it, lightened, where none is found.

    *corners_told*: as in ``PlannedPage``.
    """
    import cv2
    import numpy as np
    from PIL import Image

    pixels = np.asarray(picture)
    corners: NDArray[np.float32] | None
    if len(corners_told) == 8:
        corners = np.array(corners_told, np.float32).reshape(4, 2) * np.array(picture.size, np.float32)
    else:
        corners = _sheet(pixels)
    if corners is not None:
        top, right = (np.linalg.norm(corners[one] - corners[other]) for one, other in ((1, 0), (2, 1)))
        bottom, left = (np.linalg.norm(corners[one] - corners[other]) for one, other in ((2, 3), (3, 0)))
        wide, high = max(1, int(max(top, bottom))), max(1, int(max(left, right)))
        target = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
        pixels = cv2.warpPerspective(pixels, cv2.getPerspectiveTransform(corners, target), (wide, high))
    # the light on a sheet changes slowly: the lightest for some way around is paper, whatever is printed there
    scale = _LIGHT / max(pixels.shape[:2])
    small = cv2.resize(pixels, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA)
    paper = cv2.GaussianBlur(
        cv2.dilate(small, np.ones((_LIGHT // 3, _LIGHT // 3), np.uint8)), (0, 0), _LIGHT / 10
    )
    light = cv2.resize(paper, (pixels.shape[1], pixels.shape[0]), interpolation=cv2.INTER_CUBIC)
    even = pixels.astype(np.float32) / np.maximum(light, 1) * _PAPER
    return Image.fromarray(np.clip(even, 0, 255).astype(np.uint8))


def _sheet(pixels: NDArray[np.uint8]) -> NDArray[np.float32] | None:
    """Return the corners of the sheet in a picture, clockwise from the top left; None where none is plain."""
    import cv2
    import numpy as np

    scale = _SMALL / max(pixels.shape[:2])
    small = cv2.resize(pixels, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA)
    grey = cv2.GaussianBlur(cv2.cvtColor(small, cv2.COLOR_RGB2GRAY), (7, 7), 0)
    whole = grey.shape[0] * grey.shape[1]
    best = None
    for mask in (
        cv2.threshold(grey, 0, 255, cv2.THRESH_OTSU)[1],
        cv2.dilate(cv2.Canny(grey, 40, 120), np.ones((5, 5))),
    ):
        for contour in cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)[0]:
            four = cv2.approxPolyDP(contour, 0.03 * cv2.arcLength(contour, True), True)
            share = cv2.contourArea(four) / whole
            if (
                len(four) == 4
                and cv2.isContourConvex(four)
                and LEAST_SHEET < share < MOST_SHEET
                and (best is None or share > best[0])
            ):
                best = (share, four.reshape(4, 2))
    if best is None:
        return None
    points = best[1].astype(np.float32) / scale
    sums, differences = points.sum(axis=1), points[:, 0] - points[:, 1]
    corners: NDArray[np.float32] = points[
        [sums.argmin(), differences.argmax(), sums.argmax(), differences.argmin()]
    ]
    return corners
