"""A PDF that asks for a password, opened with it and saved without. Runs in the reading process only."""

from __future__ import annotations

import io
from typing import BinaryIO

from .formats.pdf_opened import open_pdf
from .frames import MOST_BODY


def unlocked(file: BinaryIO, password: str) -> bytes:
    """Return a PDF without its password. Raises ``Locked`` where that does not open it, ``Damaged``."""
    from pypdfium2 import raw

    out = io.BytesIO()
    with open_pdf(file, password) as pdf:
        pdf.save(out, flags=raw.FPDF_REMOVE_SECURITY)
    if out.tell() > MOST_BODY:
        raise MemoryError("the document is larger than one answer may be")
    return out.getvalue()
