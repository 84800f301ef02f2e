"""What a document is made of, as it comes out of the reading process."""

from __future__ import annotations

import msgspec

from .formats.base import PageWords


class Part(msgspec.Struct, frozen=True):
    """A document, or a file in one, such as the attachment of a mail."""

    name: str  #: of a file in another; '' for the document itself
    media_type: str
    pages: list[PageWords]
    facts: dict[str, str] = {}  #: what it says exactly
