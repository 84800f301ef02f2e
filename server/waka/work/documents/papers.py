"""What papers say of themselves: the words of a file, and the fields read from them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from io import BufferedReader

from waka.core.fields.evidence import slip
from waka.core.fields.evidence.page import Page, Word
from waka.errors import Unreadable
from waka.reading.formats.base import PageWords
from waka.reading.parts import Part
from waka.reading.reader import Reader
from waka.reading.whole import WordsKept, all_words


@dataclass(frozen=True, slots=True)
class Paper:
    """The words of a file; its trouble, one of ``troubles.TROUBLES``, where it cannot be read."""

    parts: Sequence[Part]
    trouble: str | None = None


def words_of_file(
    file: BufferedReader, sha256: bytes, reader: Reader, recogniser: Reader | None, kept: WordsKept | None
) -> Paper:
    """Return the words of *file*, from what is *kept* where it was read before. Raises ``ReadingAway``."""
    known = kept.get(sha256) if kept is not None else None
    if known is not None:
        return Paper(known)
    try:
        parts, is_all = all_words(reader, recogniser, file)
    except Unreadable as error:
        return Paper([], error.trouble)
    if is_all and kept is not None:
        kept.put(sha256, parts)
    return Paper(parts)


def as_parts(parts: Sequence[Part]) -> list[slip.Part]:
    """Return *parts* as fields are read from them."""
    return [slip.Part(_pages(part), part.facts) for part in parts]


def _pages(part: Part) -> list[Page]:
    return [
        Page(number, page.width, page.height, tuple(_words(page)), page.is_picture, tuple(page.codes))
        for number, page in enumerate(part.pages, 1)
    ]


def _words(page: PageWords) -> Iterator[Word]:
    for at, word in enumerate(page.words):
        yield Word(*word, drawn=page.drawn[at] if page.drawn else None)
