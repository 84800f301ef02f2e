"""The text of a document, each format through a library made for it. Runs in the reading process only."""

from __future__ import annotations

import email
import email.policy
import re
import zipfile
from collections.abc import Callable, Iterator
from email.message import EmailMessage
from html.parser import HTMLParser
from pathlib import Path

MOST_TEXT = 2_000_000  #: characters kept of one document
MOST_UNPACKED = 200 * 1024 * 1024  #: bytes that a zipped document may unpack to
MOST_ROWS = 20_000


class Locked(Exception):
    """The document asks for a password."""


class Damaged(Exception):
    """The document breaks off or is not what it claims to be."""


def read_text(path: Path, media_type: str) -> str:
    """Return the text in *path*, '' where it has none. Raises ``Locked`` or ``Damaged``."""
    reader = _READERS.get(media_type)
    if reader is None:
        return ""
    if media_type.startswith("application/vnd."):
        assert_bounded(path)
    text = "\n".join(_bounded(reader(path)))
    return text.replace("\0", "").encode("utf-8", "replace").decode()[:MOST_TEXT]


def _bounded(lines: Iterator[str]) -> Iterator[str]:
    size = 0
    for line in lines:
        yield line
        size += len(line)
        if size > MOST_TEXT:
            return


def assert_bounded(path: Path) -> None:
    try:
        with zipfile.ZipFile(path) as archive:
            if sum(info.file_size for info in archive.infolist()) > MOST_UNPACKED:
                raise Damaged("it would unpack to more than is sensible")
    except zipfile.BadZipFile as error:
        raise Damaged(str(error)) from error


def _pdf(path: Path) -> Iterator[str]:
    from .pages import open_pdf

    with open_pdf(path) as pdf:
        for number in range(len(pdf)):
            page = pdf[number]
            textpage = page.get_textpage()
            yield textpage.get_text_bounded()
            textpage.close()
            page.close()


def _docx(path: Path) -> Iterator[str]:
    import docx

    document = docx.Document(str(path))
    for block in document.iter_inner_content():
        if hasattr(block, "rows"):
            for row in block.rows:
                yield "\t".join(cell.text for cell in row.cells)
        else:
            yield block.text


def _odt(path: Path) -> Iterator[str]:
    from odf import teletype
    from odf.namespaces import TEXTNS
    from odf.opendocument import load

    document = load(str(path))
    for node in document.text.childNodes:
        for inner in _blocks(node, ((TEXTNS, "h"), (TEXTNS, "p"))):
            yield teletype.extractText(inner)


def _blocks(node: object, names: tuple[object, ...]) -> Iterator[object]:
    if getattr(node, "qname", None) in names:
        yield node
        return
    for child in getattr(node, "childNodes", []):
        yield from _blocks(child, names)


def _xlsx(path: Path) -> Iterator[str]:
    import openpyxl

    with path.open("rb") as file:  # by content: the library would judge a path by its ending
        book = openpyxl.load_workbook(file, read_only=True, data_only=True)
        for sheet in book.worksheets:
            yield sheet.title
            for number, row in enumerate(sheet.iter_rows(values_only=True)):
                if number >= MOST_ROWS:
                    break
                cells = ["" if cell is None else str(cell) for cell in row]
                if any(cells):
                    yield "\t".join(cells).rstrip()


def _eml(path: Path) -> Iterator[str]:
    message = email.message_from_bytes(path.read_bytes(), policy=email.policy.default)
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


def _plain(path: Path) -> Iterator[str]:
    data = path.read_bytes()[: MOST_TEXT * 4]
    for encoding in ("utf-8-sig", "utf-16" if data[:2] in (b"\xff\xfe", b"\xfe\xff") else "utf-8"):
        try:
            yield data.decode(encoding)
            return
        except UnicodeDecodeError:
            continue
    yield data.decode("cp1252", "replace")


def _html(path: Path) -> Iterator[str]:
    for text in _plain(path):
        yield html_text(text)


def _zip(path: Path) -> Iterator[str]:
    try:
        with zipfile.ZipFile(path) as archive:
            for info in archive.infolist()[:MOST_ROWS]:
                yield f"{info.filename}\t{info.file_size} bytes"
    except zipfile.BadZipFile as error:
        raise Damaged(str(error)) from error


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
_READERS: dict[str, Callable[[Path], Iterator[str]]] = {
    "application/pdf": _pdf,
    f"{_OFFICE}.wordprocessingml.document": _docx,
    f"{_OFFICE}.spreadsheetml.sheet": _xlsx,
    "application/vnd.oasis.opendocument.text": _odt,
    "message/rfc822": _eml,
    "text/plain": _plain,
    "text/html": _html,
    "application/zip": _zip,
}
