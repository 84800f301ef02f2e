"""The text of a document, each format through a library made for it. Runs in the reading process only."""

from __future__ import annotations

import email
import email.policy
import re
from collections.abc import Callable, Iterator
from email.message import EmailMessage
from html.parser import HTMLParser
from typing import BinaryIO

from .zips import Damaged, Locked, assert_bounded, open_zip

__all__ = ["Damaged", "Locked", "html_text", "read_text"]

MOST_TEXT = 2_000_000  #: characters kept of one document
MOST_ROWS = 20_000
MOST_COLUMNS = 1_000
MOST_CELLS = 2_000_000  #: of a workbook, empty ones counted
MOST_READ = 40 << 20  #: bytes of a mail or text that are looked at


def read_text(file: BinaryIO, media_type: str) -> str:
    """Return the text in *file*, '' where it has none. Raises ``Locked`` or ``Damaged``."""
    reader = _READERS.get(media_type)
    if reader is None:
        return ""
    if media_type.startswith("application/vnd."):
        assert_bounded(file)
    file.seek(0)
    text = "\n".join(_bounded(reader(file)))
    return text.replace("\0", "").encode("utf-8", "replace").decode()[:MOST_TEXT]


def _bounded(lines: Iterator[str]) -> Iterator[str]:
    size = 0
    for line in lines:
        yield line
        size += len(line)
        if size > MOST_TEXT:
            return


def _pdf(file: BinaryIO) -> Iterator[str]:
    from .pages import open_pdf

    with open_pdf(file) as pdf:
        for number in range(len(pdf)):
            page = pdf[number]
            textpage = page.get_textpage()
            yield textpage.get_text_bounded()
            textpage.close()
            page.close()


def _docx(file: BinaryIO) -> Iterator[str]:
    import docx

    document = docx.Document(file)
    for block in document.iter_inner_content():
        if hasattr(block, "rows"):
            for row in block.rows:
                yield "\t".join(cell.text for cell in row.cells)
        else:
            yield block.text


def _odt(file: BinaryIO) -> Iterator[str]:
    from odf import teletype
    from odf.namespaces import TEXTNS
    from odf.opendocument import load

    document = load(file)
    for node in document.text.childNodes:
        for inner in _blocks(node, ((TEXTNS, "h"), (TEXTNS, "p"))):
            yield teletype.extractText(inner)


def _blocks(node: object, names: tuple[object, ...]) -> Iterator[object]:
    if getattr(node, "qname", None) in names:
        yield node
        return
    for child in getattr(node, "childNodes", []):
        yield from _blocks(child, names)


def _xlsx(file: BinaryIO) -> Iterator[str]:
    import openpyxl

    book = openpyxl.load_workbook(file, read_only=True, data_only=True, keep_links=False)
    seen = 0
    for sheet in book.worksheets:
        sheet.reset_dimensions()  # what a sheet says of its own size is not to be believed
        yield sheet.title
        for number, row in enumerate(sheet.iter_rows(max_col=MOST_COLUMNS, values_only=True)):
            seen += max(1, len(row))
            if number >= MOST_ROWS or seen > MOST_CELLS:
                break
            cells = ["" if cell is None else str(cell) for cell in row]
            if any(cells):
                yield "\t".join(cells).rstrip()


def _eml(file: BinaryIO) -> Iterator[str]:
    message = email.message_from_bytes(file.read(MOST_READ), policy=email.policy.default)
    assert isinstance(message, EmailMessage)
    for header in ("From", "To", "Cc", "Date", "Subject"):
        if message[header]:
            yield f"{header}: {message[header]}"
    yield ""
    body = message.get_body(preferencelist=("plain", "html"))
    if body is not None:
        content = body.get_content()
        yield html_text(content) if body.get_content_type() == "text/html" else content
    for part in message.iter_attachments():
        yield f"Attached: {part.get_filename() or part.get_content_type()}"


def _plain(file: BinaryIO) -> Iterator[str]:
    data = file.read(MOST_TEXT * 4)
    for encoding in ("utf-8-sig", "utf-16" if data[:2] in (b"\xff\xfe", b"\xfe\xff") else "utf-8"):
        try:
            yield data.decode(encoding)
            return
        except UnicodeDecodeError:
            continue
    yield data.decode("cp1252", "replace")


def _html(file: BinaryIO) -> Iterator[str]:
    for text in _plain(file):
        yield html_text(text)


def _zip(file: BinaryIO) -> Iterator[str]:
    with open_zip(file) as archive:
        for info in archive.infolist()[:MOST_ROWS]:
            yield f"{info.filename}\t{info.file_size} bytes"


class _Text(HTMLParser):
    def __init__(self) -> None:
        super().__init__()
        self.out: list[str] = []
        self.hidden = 0

    def handle_starttag(self, tag: str, attrs: object) -> None:  # noqa: ARG002 - the library's signature
        self.hidden += tag in ("script", "style")
        self.out.append("\n" if tag in ("p", "div", "br", "tr", "li", "h1", "h2", "h3") else "")

    def handle_endtag(self, tag: str) -> None:
        self.hidden -= tag in ("script", "style") and self.hidden > 0

    def handle_data(self, data: str) -> None:
        if not self.hidden:
            self.out.append(data)


def html_text(html: str) -> str:
    """Return the words of *html*, without scripts and styles."""
    parser = _Text()
    parser.feed(html)
    return re.sub(r"\n\s*\n+", "\n", "".join(parser.out)).strip()


_OFFICE = "application/vnd.openxmlformats-officedocument"
_READERS: dict[str, Callable[[BinaryIO], Iterator[str]]] = {
    "application/pdf": _pdf,
    f"{_OFFICE}.wordprocessingml.document": _docx,
    f"{_OFFICE}.spreadsheetml.sheet": _xlsx,
    "application/vnd.oasis.opendocument.text": _odt,
    "message/rfc822": _eml,
    "text/plain": _plain,
    "text/html": _html,
    "application/zip": _zip,
}
