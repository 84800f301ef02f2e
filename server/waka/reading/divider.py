"""The sheet that is laid between two documents before a stack is scanned, to be printed."""

from __future__ import annotations

import io
from functools import cache

from waka.core.fields.evidence.parting import DIVIDER

A4_AT_150 = (1240, 1754)  #: pixels of a page (ISO 216), 150 to the inch
_CODE = 520  #: pixels that the code is wide: nine centimetres, read from a bad scan as well
_LINES = (
    (180, 54, "A new document begins after this sheet"),
    (1020, 28, "Lay one between two documents before you scan them as a stack."),
    (1070, 28, "Waka parts the stack here, and leaves this sheet out."),
    (1120, 28, "It can be used again and again."),
)


@cache
def divider_sheet() -> bytes:
    """Return the sheet as a PDF of one page."""
    import zxingcpp
    from PIL import Image, ImageDraw

    sheet = Image.new("L", A4_AT_150, 255)
    pen = ImageDraw.Draw(sheet)
    wide = A4_AT_150[0]
    for top, size, text in _LINES:
        pen.text((wide / 2, top), text, fill=0, anchor="mt", font_size=size)
    code = zxingcpp.create_barcode(DIVIDER, zxingcpp.BarcodeFormat.QRCode, ec_level="H")
    squares = Image.fromarray(code.to_image(scale=1))
    drawn = squares.resize((_CODE, _CODE), Image.Resampling.NEAREST)
    for top in (380, 1234):  # twice: one of them survives a torn corner, a punched hole, a fold
        sheet.paste(drawn, ((wide - _CODE) // 2, top))
    out = io.BytesIO()
    sheet.convert("1").save(out, "PDF", resolution=150.0, title="Divider")
    return out.getvalue()
