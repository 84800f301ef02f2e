"""Text documents of the Open Document Format (ISO/IEC 26300)."""

from __future__ import annotations

import html
from collections.abc import Iterable, Iterator
from typing import BinaryIO

from .base import Format
from .tables import table


def _text(file: BinaryIO) -> Iterator[str]:
    from odf import teletype
    from odf.namespaces import STYLENS, TABLENS, TEXTNS
    from odf.opendocument import load

    lines = ((TEXTNS, "h"), (TEXTNS, "p"))
    document = load(file)
    # a letterhead often stands in the head of the page, which every page has
    heads = _blocks(document.masterstyles, ((STYLENS, "header"), (STYLENS, "footer")))
    for node in [*heads, *document.text.childNodes]:
        # a row of a table is a line, its cells set apart as in every other format
        for row in _blocks(node, ((TABLENS, "table-row"), (TEXTNS, "h"), (TEXTNS, "p"))):
            is_row = getattr(row, "qname", None) == (TABLENS, "table-row")
            cells = getattr(row, "childNodes", []) if is_row else [row]
            yield "\t".join(" ".join(map(teletype.extractText, _blocks(cell, lines))) for cell in cells)


def _blocks(node: object, names: tuple[object, ...]) -> Iterator[object]:
    if getattr(node, "qname", None) in names:
        yield node
        return
    for child in getattr(node, "childNodes", []):
        yield from _blocks(child, names)


def _html(file: BinaryIO) -> Iterable[str]:
    from odf import teletype
    from odf.namespaces import TABLENS, TEXTNS
    from odf.opendocument import load

    for node in load(file).text.childNodes:
        name = getattr(node, "qname", None)
        if name == (TEXTNS, "h"):
            yield f"<h2>{html.escape(teletype.extractText(node))}</h2>"
        elif name == (TABLENS, "table"):
            rows = (row for row in node.childNodes if getattr(row, "qname", None) == (TABLENS, "table-row"))
            yield from table([teletype.extractText(cell) for cell in row.childNodes] for row in rows)
        elif name == (TEXTNS, "list"):
            items = "".join(f"<li>{html.escape(teletype.extractText(item))}</li>" for item in node.childNodes)
            yield f"<ul>{items}</ul>"
        elif name is not None:
            yield f"<p>{html.escape(teletype.extractText(node))}</p>"


FORMAT = Format(
    code="odt",
    media_types=("application/vnd.oasis.opendocument.text",),
    extension=".odt",
    is_packed=True,
    text=_text,
    html=_html,
)
