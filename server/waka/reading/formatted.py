"""Documents that have no pages, as HTML that does nothing: made by libraries, then cleaned of all that acts.

Runs in the reading process only. What comes out holds no script, no style, no form, no link that loads
and no picture but those that came inside the document itself; it is shown in a frame of its own.
"""

from __future__ import annotations

import os
import re
from collections.abc import Iterable
from typing import BinaryIO

import nh3

from .formats import form_of
from .zips import assert_bounded

MOST_HTML = 3_000_000  #: signs of a preview
MOST_BYTES = 40 << 20  #: of a file that is read whole
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
    known = form_of(name, media_type)
    if known is None or known.html is None or file.seek(0, os.SEEK_END) > MOST_BYTES:
        return None
    if known.is_packed:
        assert_bounded(file)
    file.seek(0)
    return clean("".join(_bounded(known.html(file))))


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
