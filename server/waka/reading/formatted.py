"""Documents that have no pages, as HTML that does nothing: made by libraries, then cleaned of all that acts.

Runs in the reading process only. What comes out holds no script, no style, no form, no link that loads
and no picture but those that came inside the document itself; it is shown in a frame of its own.
"""

from __future__ import annotations

import csv
import email
import email.policy
import html
import io
import os
import re
from collections.abc import Callable, Iterable
from email.message import EmailMessage
from typing import BinaryIO

import nh3

from .forms import form_of
from .zips import Damaged, assert_bounded

MOST_HTML = 3_000_000  #: signs of a preview
MOST_BYTES = 40 << 20  #: of a file that is read whole
MOST_ROWS, MOST_COLUMNS, MOST_SHEETS = 2_000, 60, 50
_TAGS = {
    "h1", "h2", "h3", "h4", "h5", "h6", "p", "br", "hr", "ul", "ol", "li", "dl", "dt", "dd", "blockquote",
    "pre", "code", "b", "strong", "i", "em", "u", "s", "sub", "sup", "small", "mark", "table", "thead",
    "tbody", "tfoot", "tr", "th", "td", "caption", "div", "span", "section", "article", "header", "footer",
    "img", "figure", "figcaption", "abbr", "q", "cite",
}  # fmt: skip
_ATTRIBUTES = {
    "td": {"colspan", "rowspan"},
    "th": {"colspan", "rowspan"},
    "img": {"src", "alt"},
    "abbr": {"title"},
}
_PICTURE = re.compile(r"^data:image/(png|jpeg|gif|webp);base64,[A-Za-z0-9+/=\s]+$")


def formatted(file: BinaryIO, name: str, media_type: str) -> str | None:
    """Return *file* as clean HTML, None where it has no such form. Raises ``Damaged``."""
    form = form_of(name, media_type)
    if form is None or file.seek(0, os.SEEK_END) > MOST_BYTES:
        return None
    if media_type.startswith("application/vnd."):
        assert_bounded(file)
    file.seek(0)
    return clean("".join(_bounded(_MAKERS[form](file))))


def clean(dirty: str) -> str:
    """Return *dirty* without anything that acts or loads."""
    return nh3.clean(
        dirty, tags=_TAGS, attributes=_ATTRIBUTES, url_schemes={"data"}, link_rel=None,
        attribute_filter=_only_own_pictures, clean_content_tags={"script", "style", "title"},
    )  # fmt: skip


def _only_own_pictures(tag: str, attribute: str, value: str) -> str | None:
    if (tag, attribute) == ("img", "src") and not _PICTURE.match(value):
        return None
    return value


def _bounded(pieces: Iterable[str]) -> Iterable[str]:
    size = 0
    for piece in pieces:
        yield piece
        size += len(piece)
        if size > MOST_HTML:
            return


def _docx(file: BinaryIO) -> Iterable[str]:
    import mammoth

    # a file of its own: the library asks what it is called
    yield mammoth.convert_to_html(io.BytesIO(file.read())).value


def _odt(file: BinaryIO) -> Iterable[str]:
    from odf import teletype
    from odf.namespaces import TABLENS, TEXTNS
    from odf.opendocument import load

    for node in load(file).text.childNodes:
        name = getattr(node, "qname", None)
        if name == (TEXTNS, "h"):
            yield f"<h2>{html.escape(teletype.extractText(node))}</h2>"
        elif name == (TABLENS, "table"):
            rows = (row for row in node.childNodes if getattr(row, "qname", None) == (TABLENS, "table-row"))
            yield from _table([teletype.extractText(cell) for cell in row.childNodes] for row in rows)
        elif name == (TEXTNS, "list"):
            items = "".join(f"<li>{html.escape(teletype.extractText(item))}</li>" for item in node.childNodes)
            yield f"<ul>{items}</ul>"
        elif name is not None:
            yield f"<p>{html.escape(teletype.extractText(node))}</p>"


def _xlsx(file: BinaryIO) -> Iterable[str]:
    import openpyxl

    book = openpyxl.load_workbook(file, read_only=True, data_only=True, keep_links=False)
    for sheet in book.worksheets[:MOST_SHEETS]:
        sheet.reset_dimensions()  # what a sheet says of its own size is not to be believed
        yield f"<h2>{html.escape(sheet.title)}</h2>"
        rows = sheet.iter_rows(max_row=MOST_ROWS, max_col=MOST_COLUMNS, values_only=True)
        yield from _table(["" if cell is None else str(cell) for cell in row] for row in rows)


def _table(rows: Iterable[list[str]]) -> Iterable[str]:
    yield "<table>"
    for number, row in enumerate(rows):
        if number >= MOST_ROWS:
            break
        cells = list(row[:MOST_COLUMNS])
        while cells and not cells[-1]:
            cells.pop()
        if cells:
            yield "<tr>" + "".join(f"<td>{html.escape(cell)}</td>" for cell in cells) + "</tr>"
    yield "</table>"


def _csv(file: BinaryIO) -> Iterable[str]:
    text = _text(file)
    try:
        dialect: type[csv.Dialect] | csv.Dialect = csv.Sniffer().sniff(text[:8192], delimiters=",;\t|")
    except csv.Error:
        dialect = csv.excel
    try:
        yield from _table(csv.reader(io.StringIO(text, newline=""), dialect))
    except csv.Error as error:
        raise Damaged(str(error)) from error


def _markdown(file: BinaryIO) -> Iterable[str]:
    from markdown_it import MarkdownIt

    yield MarkdownIt("commonmark", {"html": False}).enable("table").render(_text(file))


def _html(file: BinaryIO) -> Iterable[str]:
    yield _text(file)


def _eml(file: BinaryIO) -> Iterable[str]:
    message = email.message_from_bytes(file.read(), policy=email.policy.default)
    assert isinstance(message, EmailMessage)
    yield "<table>"
    for header in ("From", "To", "Cc", "Date", "Subject"):
        if message[header]:
            yield f"<tr><th>{header}</th><td>{html.escape(str(message[header]))}</td></tr>"
    for part in message.iter_attachments():
        name = part.get_filename() or part.get_content_type()
        yield f"<tr><th>Attached</th><td>{html.escape(name)}</td></tr>"
    yield "</table><hr>"
    body = message.get_body(preferencelist=("html", "plain"))
    if body is not None:
        content = body.get_content()
        is_html = body.get_content_subtype() == "html"
        yield content if is_html else f"<pre>{html.escape(content)}</pre>"


def _text(file: BinaryIO) -> str:
    raw = file.read()
    for encoding in ("utf-8-sig", "cp1252"):
        try:
            return raw.decode(encoding)
        except UnicodeDecodeError:
            continue
    return raw.decode("latin-1")


Maker = Callable[[BinaryIO], Iterable[str]]
_MAKERS: dict[str, Maker] = {
    "docx": _docx, "xlsx": _xlsx, "odt": _odt, "html": _html, "eml": _eml, "csv": _csv, "md": _markdown,
}  # fmt: skip
