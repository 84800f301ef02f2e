"""The formats that Waka knows: one module and one line here for each."""

from __future__ import annotations

from . import (
    cards,
    docx,
    einvoice,
    image,
    mail,
    markdown,
    mbox,
    odt,
    outlook,
    packed,
    pdf,
    plain,
    recognised,
    rtf,
    separated,
    web_page,
    xlsx,
)
from .base import Box, Format, decoded

__all__ = ["FORMATS", "Box", "Format", "decoded", "form_of", "has_form", "of"]

#: In the order in which heads are looked at.
FORMATS: tuple[Format, ...] = (
    pdf.FORMAT,
    packed.FORMAT,
    docx.FORMAT,
    xlsx.FORMAT,
    odt.FORMAT,
    recognised.PPTX,
    recognised.ODS,
    recognised.ODP,
    image.FORMAT,
    rtf.FORMAT,
    cards.CALENDAR,
    cards.CONTACT,
    mbox.FORMAT,
    mail.FORMAT,
    outlook.FORMAT,
    einvoice.FORMAT,
    web_page.FORMAT,
    separated.FORMAT,
    markdown.FORMAT,
    plain.FORMAT,
)
_BY_TYPE = {media_type: one for one in FORMATS for media_type in one.media_types}
_BY_NAME = {extension: one for one in FORMATS for extension in one.named}


def of(media_type: str) -> Format | None:
    """Return the format of what was recognised."""
    return _BY_TYPE.get(media_type)


def form_of(name: str, media_type: str) -> Format | None:
    """Return the format by which a document can be shown formatted, or None: by content where it tells."""
    found = _BY_NAME.get(name.rpartition(".")[2].lower()) if media_type == "text/plain" else of(media_type)
    return found if found is not None and found.html is not None else None


def has_form(name: str, media_type: str) -> bool:
    return form_of(name, media_type) is not None
