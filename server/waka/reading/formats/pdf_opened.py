"""A PDF, opened: what asks for a password and what is damaged are told apart."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import TYPE_CHECKING, BinaryIO

from waka.reading.zips import Damaged, Locked

if TYPE_CHECKING:
    import pypdfium2 as pdfium

_FPDF_ERR_PASSWORD = 4  #: fpdfview.h


@contextmanager
def open_pdf(file: BinaryIO, password: str | None = None) -> Iterator[pdfium.PdfDocument]:
    import pypdfium2 as pdfium

    file.seek(0)
    try:
        pdf = pdfium.PdfDocument(file, password=password)
    except pdfium.PdfiumError as error:
        if getattr(error, "err_code", None) == _FPDF_ERR_PASSWORD or "password" in str(error).lower():
            raise Locked(str(error)) from error
        raise Damaged(str(error)) from error
    try:
        yield pdf
    finally:
        pdf.close()
