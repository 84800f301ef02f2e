"""Reads one small paper of each kind, so that all that libraries load only when they first need it is loaded.

A confined process may be another account, which may not enter the folder that the libraries stand in.
"""

from __future__ import annotations

import contextlib
import importlib
import io
import pkgutil
from collections.abc import Callable, Iterator
from typing import Any, BinaryIO

_LOADED = ("docx", "openpyxl", "mammoth", "nh3", "pypdfium2", "PIL.Image", "PIL.ImageOps", "PIL.ImageSequence",
           "PIL.PdfImagePlugin", "PIL.PdfParser",
           "odf.opendocument", "odf.teletype", "markdown_it", "email.policy", "email.generator",
           "email.mime.multipart", "filetype", "csv",
           "html.parser", "decimal", "xml.etree.ElementTree", "xml.dom.expatbuilder", "xml.sax.expatreader",
           "zxingcpp", "numpy", "olefile", "striprtf.striprtf", "icalendar", "zipfile",
           "bz2", "lzma", "zlib")  # fmt: skip
_PDF = (b"%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj\n"
        b"3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 9 9]>>endobj\nxref\n0 4\n0000000000 65535 f \n"
        b"0000000009 00000 n \n0000000052 00000 n \n0000000101 00000 n \n"
        b"trailer<</Root 1 0 R/Size 4>>\nstartxref\n160\n%%EOF")  # fmt: skip
_MAIL = (b"From: a@a.example\nTo: =?iso-8859-2?q?=E8?= <b@b.example>\nDate: Mon, 1 Jun 2026 10:00:00 +0200\n"
         b"Subject: x\nMIME-Version: 1.0\nContent-Type: multipart/mixed; boundary=b\n\n"
         b"--b\nContent-Type: text/html; charset=cp1250\n\n"
         b"<p>x\n--b\nContent-Disposition: attachment; filename*=utf-8''a\n\nx\n--b--\n")  # fmt: skip

_MAIL_IN_MAIL = (
    b"From: a@a.example\nTo: b@b.example\nMIME-Version: 1.0\nContent-Type: multipart/mixed; boundary=b\n\n"
    b"--b\nContent-Type: message/rfc822\n\nFrom: c@c.example\nTo: a@a.example\nSubject: x\n\nx\n--b--\n"
)


Answer = Callable[[dict[str, Any], BinaryIO], tuple[dict[str, Any], bytes]]


def warm_up(answer: Answer) -> None:
    """Load everything. What a library refuses here it will refuse later, in its place."""
    for module in _LOADED:
        importlib.import_module(module)
    encodings = importlib.import_module("encodings")
    for found in pkgutil.iter_modules(encodings.__path__):
        if found.name not in ("mbcs", "oem"):  # of another system
            importlib.import_module(f"encodings.{found.name}")
    for name, data in _samples():
        file = io.BytesIO(data)
        head, _ = answer({"task": "read"}, file)
        for task in ("words", "formatted", "page", "sheet", "matches", "entries", "entry"):
            answer(
                {"task": task, "name": name, "media_type": head.get("media_type", ""), "page": 1, "width": 90,
                 "most_rows": 9, "most_columns": 9, "words": "x", "at": 0}, file,
            )  # fmt: skip


def _samples() -> Iterator[tuple[str, bytes]]:
    import docx
    import openpyxl
    from odf.opendocument import OpenDocumentText
    from odf.text import H, P
    from PIL import Image

    yield "a.pdf", _PDF
    yield "a.eml", _MAIL
    yield "inner.eml", _MAIL_IN_MAIL
    yield (
        "a.ics",
        b"BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART:20260601T100000\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
    )
    yield "a.rtf", b"{\\rtf1 \\u8364? x\\par}"
    yield "a.csv", b"a;b\nc;d\n"
    yield "a.md", b"# x\n\n- y\n\n|a|\n|-|\n|b|\n"
    yield "a.html", b"<!doctype html><p>x</p><script>y</script>"
    yield "a.txt", "é\n".encode("cp1252")
    letter, out = docx.Document(), io.BytesIO()
    letter.add_heading("x", 1)
    letter.add_table(1, 1)
    letter.save(out)
    yield "a.docx", out.getvalue()
    book, out = openpyxl.Workbook(), io.BytesIO()
    book.create_sheet("x").append(["x", 1, "=A1"])
    book.save(out)
    yield "a.xlsx", out.getvalue()
    text, out = OpenDocumentText(), io.BytesIO()
    text.text.addElement(H(outlinelevel=1, text="x"))
    text.text.addElement(P(text="x"))
    text.save(out)
    yield "a.odt", out.getvalue()
    for kind in ("PNG", "JPEG", "TIFF", "GIF", "WEBP", "JPEG2000", "BMP"):
        out = io.BytesIO()
        with contextlib.suppress(OSError, KeyError):  # a build of the library without this kind
            Image.new("RGB", (8, 8)).save(out, kind)
            yield f"a.{kind.lower()}", out.getvalue()
