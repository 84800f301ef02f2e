"""HTML."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from html.parser import HTMLParser
from typing import BinaryIO

from .base import MOST_TEXT, Format, decoded


def _starts(head: bytes) -> bool:
    return head.lstrip().split(b"\n", 1)[0].lower().startswith((b"<!doctype html", b"<html"))


def _text(file: BinaryIO) -> Iterator[str]:
    yield html_text(decoded(file.read(MOST_TEXT * 4)))


def _html(file: BinaryIO) -> Iterable[str]:
    yield decoded(file.read())


_LINES = frozenset(
    ("p", "div", "br", "tr", "li", "h1", "h2", "h3", "h4", "h5", "h6", "dt", "dd", "table", "hr")
)


class _Text(HTMLParser):
    def __init__(self) -> None:
        super().__init__()
        self.out: list[str] = []
        self.hidden = 0

    def handle_starttag(self, tag: str, attrs: object) -> None:  # noqa: ARG002 - the library's signature
        self.hidden += tag in ("script", "style")
        self.out.append("\n" if tag in _LINES else "\t" if tag in ("td", "th") else "")

    def handle_endtag(self, tag: str) -> None:
        self.hidden -= tag in ("script", "style") and self.hidden > 0

    def handle_data(self, data: str) -> None:
        if not self.hidden:
            self.out.append(data)


def html_text(html: str) -> str:
    """Return the words of *html*, without scripts and styles."""
    parser = _Text()
    parser.feed(html)
    return re.sub(r"\s*\n\s*", "\n", re.sub(r"[ \r]*\t[ \t\r]*", "\t", "".join(parser.out))).strip()


FORMAT = Format(
    code="html", media_types=("text/html",), extension=".htm", starts=_starts, text=_text, html=_html
)
