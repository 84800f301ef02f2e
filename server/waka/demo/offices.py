"""Papers that programs write: docx, odt, xlsx, mail, zip."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Sequence
from datetime import date, datetime
from email.message import EmailMessage

import docx
import openpyxl
from odf.opendocument import OpenDocumentText
from odf.style import Style, TextProperties
from odf.text import H, P

Rows = Sequence[Sequence[str | float]]
EPOCH = datetime(2026, 1, 1)  # noqa: DTZ001 - office files keep a time without a zone


def letter_docx(title: str, paragraphs: Sequence[str], rows: Rows = ()) -> bytes:
    document = docx.Document()
    document.core_properties.created = document.core_properties.modified = EPOCH
    document.add_heading(title, 1)
    for paragraph in paragraphs:
        document.add_paragraph(paragraph)
    if rows:
        table = document.add_table(rows=0, cols=len(rows[0]))
        for row in rows:
            for cell, text in zip(table.add_row().cells, row, strict=True):
                cell.text = str(text)
    out = io.BytesIO()
    document.save(out)
    return out.getvalue()


def text_odt(title: str, paragraphs: Sequence[str]) -> bytes:
    document = OpenDocumentText()
    style = Style(name="Heading", family="paragraph")
    style.addElement(TextProperties(fontsize="16pt", fontweight="bold"))
    document.styles.addElement(style)
    document.text.addElement(H(outlinelevel=1, stylename=style, text=title))
    for paragraph in paragraphs:
        document.text.addElement(P(text=paragraph))
    out = io.BytesIO()
    document.save(out)
    return out.getvalue()


def sheet_xlsx(sheets: dict[str, Rows]) -> bytes:
    book = openpyxl.Workbook()
    book.remove(book.worksheets[0])
    for name, rows in sheets.items():
        sheet = book.create_sheet(name)
        for row in rows:
            sheet.append(list(row))
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def mail(
    sender: str, address: str, when: date, subject: str, text: str,
    attached: Sequence[tuple[str, bytes]] = (),
) -> bytes:  # fmt: skip
    message = EmailMessage()
    message["From"] = f"{sender} <{address}>"
    message["To"] = "Tern Point Sail Training Trust <office@ternpoint.example>"
    message["Date"] = when.strftime("%a, %d %b %Y 09:15:00 +0000")
    message["Subject"] = subject
    message["Message-ID"] = f"<{when:%Y%m%d}.{abs(hash_text(subject))}@mail.example>"
    message.set_content(text)
    for name, data in attached:
        message.add_attachment(data, maintype="application", subtype="octet-stream", filename=name)
    return message.as_bytes()


def hash_text(text: str) -> int:
    """Return a number for *text* that is the same in every run, unlike ``hash``."""
    return sum((at + 1) * ord(c) for at, c in enumerate(text))


def zipped(files: Sequence[tuple[str, bytes]]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in files:
            archive.writestr(zipfile.ZipInfo(name, (2026, 1, 1, 0, 0, 0)), data)
    return out.getvalue()
