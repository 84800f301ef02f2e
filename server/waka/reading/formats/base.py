"""What a format is: how it is recognised, and what can be had of it. Each is one module with one ``FORMAT``."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, BinaryIO

from waka.reading.entries import Entry

if TYPE_CHECKING:
    from PIL import Image

Box = tuple[float, float, float, float]  #: left, top, width and height as shares of a page
#: a word, then left, top, right, bottom in points, and how sure it is, from 0; 1 where the file has it
WordAt = tuple[str, float, float, float, float, float]
MOST_TEXT = 2_000_000  #: characters kept of one document
MOST_READ = 40 << 20  #: bytes of a mail or text that are looked at


@dataclass(frozen=True, slots=True)
class PageWords:
    """A page and where its words stand. Lengths in points from the top left corner."""

    width: float
    height: float
    words: list[WordAt]
    #: where the same words stand on the picture as it is shown: left, top, right, bottom as shares of it; empty where
    #: they stand where they say. A page that was turned and straightened to be read is shown as it was.
    drawn: list[Box] = field(default_factory=list)
    is_picture: bool = False  #: its words were recognised
    has_picture: bool = False  #: a picture covers it, so that its words may be a recogniser's
    codes: list[str] = field(default_factory=list)  #: what codes of squares or bars on it say


@dataclass(frozen=True, slots=True, kw_only=True)
class Format:
    """One format. Its functions run in the reading process only; what is None cannot be had of it."""

    code: str
    media_types: tuple[str, ...]  #: the first is what it is recognised as
    extension: str = ""  #: that fits it, with its dot
    named: tuple[str, ...] = ()  #: extensions that make plain text of it: its content does not tell
    is_packed: bool = False  #: a zip inside, bounded before anything is unpacked
    starts: Callable[[bytes], bool] | None = None  #: whether a file with this head is one
    inside: str = ""  #: the folder in an office package that tells it
    text: Callable[[BinaryIO], Iterator[str]] | None = None
    words: Callable[[BinaryIO], Iterator[PageWords]] | None = (
        None  #: where they stand; None: as its text has them
    )
    facts: Callable[[BinaryIO], dict[str, str]] | None = (
        None  #: what it says exactly, such as an electronic invoice
    )
    parts: Callable[[BinaryIO], Iterator[tuple[str, bytes]]] | None = None  #: files in it, with their names
    entries: Callable[[BinaryIO], Iterator[Entry]] | None = None  #: files in it that can be taken out
    entry: Callable[[BinaryIO, int], bytes] | None = None  #: one of them, by its place
    html: Callable[[BinaryIO], Iterable[str]] | None = None  #: to be cleaned of all that acts
    pages: Callable[[BinaryIO], int] | None = None  #: how many can be shown as pictures
    #: a page, counted from 1, as a picture of at most a width in pixels
    picture: Callable[[BinaryIO, int, int], Image.Image] | None = None
    matches: Callable[[BinaryIO, str], list[tuple[int, list[Box]]]] | None = (
        None  #: pages and places of words
    )


def decoded(data: bytes) -> str:
    """Return text as it was most likely written: UTF-8, UTF-16 by its mark, else Windows-1252."""
    for encoding in ("utf-8-sig", *(["utf-16"] if data[:2] in (b"\xff\xfe", b"\xfe\xff") else [])):
        try:
            return data.decode(encoding)
        except UnicodeDecodeError:
            continue
    return data.decode("cp1252", "replace")
