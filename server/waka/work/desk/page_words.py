"""The words on a page of an arrival, for a person to take them into its slip."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from waka.core.fields.evidence.page import Page, lines_of
from waka.core.ids import DocumentId, PersonId
from waka.work.deps import Deps
from waka.work.documents import words
from waka.work.documents.looking import find
from waka.work.documents.papers import as_parts

MOST = 4_000  #: words of one page


@dataclass(frozen=True, slots=True, kw_only=True)
class WordOn:
    """A word, where it stands as shares of the page, and the line and the cell of it that it is in."""

    text: str
    page: int  #: from 1
    box: tuple[float, float, float, float]  #: left, top, width, height
    line: int  #: from 0, downwards
    cell: int  #: of the line, from 0: words that stand apart are in others


@dataclass(frozen=True, slots=True, kw_only=True)
class WordsOn:
    """The words of a page, line by line."""

    is_read: bool  #: else the page waits to be read, and may have words yet
    words: list[WordOn]


def words_on(deps: Deps, person: PersonId, number: DocumentId, page: int) -> WordsOn:
    """Return the words of a page, from 1. Raises ``NotFound``.

    What has no pages, as a workbook or a mail, is one page.
    """
    document = find(deps, person, number)
    parts = words.of(deps, document.sha256)
    if not parts:
        return WordsOn(is_read=parts is not None or not words.will_be_read(deps, document), words=[])
    pages = [one for one in as_parts(parts[:1])[0].pages if one.nth == page]
    return WordsOn(is_read=True, words=list(words_of(pages))[:MOST])


def words_of(pages: Sequence[Page]) -> Iterator[WordOn]:
    """Yield the words of *pages*, line by line."""
    for line in lines_of(pages):
        for nth, cell in enumerate(line.cells):
            at = 0
            for word in cell.words:
                page, left, top, right, bottom = cell.box(at, at + len(word.text))
                yield WordOn(
                    text=word.text,
                    page=page,
                    box=(left, top, right - left, bottom - top),
                    line=line.nth,
                    cell=nth,
                )
                at += len(word.text) + 1
