"""PDF (ISO 32000-1)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TYPE_CHECKING, BinaryIO

from waka.reading.zips import Damaged

from . import einvoice, pdf_words
from .base import Box, Format
from .pdf_opened import open_pdf

if TYPE_CHECKING:
    import pypdfium2 as pdfium
    from PIL import Image

MOST_PAGES = 100_000  #: that can be looked at; a document with more is shown up to there
MOST_ATTACHED = 20  #: files in a document that are looked at
MOST_WIDTH = 3000  #: pixels of a rendered page
MOST_SEARCHED, MOST_MATCHES = 500, 500  #: pages and hits of a search in a document
MOST_TORN = 60  #: pages that are searched letter by letter, which takes ten times as long


def _starts(head: bytes) -> bool:
    return head.startswith(b"%PDF-")


def _pages(file: BinaryIO) -> int:
    with open_pdf(file) as pdf:
        return min(len(pdf), MOST_PAGES)


def _picture(file: BinaryIO, page: int, width: int) -> Image.Image:
    with open_pdf(file) as pdf:
        if not 1 <= page <= len(pdf):
            raise Damaged(f"there is no page {page}")
        sheet = pdf[page - 1]
        scale = min(min(width, MOST_WIDTH) / sheet.get_width(), MOST_WIDTH * 2 / sheet.get_height())
        return sheet.render(scale=scale).to_pil()  # type: ignore[no-any-return]


def _text(file: BinaryIO) -> Iterator[str]:
    with open_pdf(file) as pdf:
        for number in range(len(pdf)):
            page = pdf[number]
            if number < pdf_words.MOST_PAGES:
                # what the library says in one piece is torn, or lost its spaces, where a file places each letter
                yield "\n".join(pdf_words.lines_on(page))
            else:
                textpage = page.get_textpage()
                yield textpage.get_text_bounded()
                textpage.close()
            page.close()


def _matches(file: BinaryIO, words: str) -> list[tuple[int, list[Box]]]:
    found: list[tuple[int, list[Box]]] = []
    with open_pdf(file) as pdf:
        for number in range(min(len(pdf), MOST_SEARCHED)):
            sheet = pdf[number]
            width, height = sheet.get_size()
            text = sheet.get_textpage()
            searcher = text.search(words)
            while (hit := searcher.get_next()) is not None and len(found) < MOST_MATCHES:
                boxes = []
                for at in range(text.count_rects(*hit)):
                    left, bottom, right, top = text.get_rect(at)
                    boxes.append(
                        (left / width, 1 - top / height, (right - left) / width, (top - bottom) / height)
                    )
                found.append((number + 1, boxes))
            searcher.close()
            text.close()
        if not found:
            # where the library tears words apart, it finds none
            for number in range(min(len(pdf), MOST_TORN)):
                found += [(number + 1, [box]) for box in _among_words(pdf[number], words)][
                    : MOST_MATCHES - len(found)
                ]
    return found


def _among_words(sheet: pdfium.PdfPage, wanted: str) -> Iterator[Box]:
    """Yield where words stand on a page whose letters the library does not see as words."""
    width, height = sheet.get_size()
    asked = wanted.casefold().split()
    told = pdf_words.words_on(sheet)
    folded = [word[0].casefold() for word in told]
    for at in range(len(told) - len(asked) + 1):
        if all(one in word for one, word in zip(asked, folded[at : at + len(asked)], strict=True)):
            _, lefts, tops, rights, bottoms, _ = zip(*told[at : at + len(asked)], strict=True)
            yield (
                min(lefts) / width,
                min(tops) / height,
                (max(rights) - min(lefts)) / width,
                (max(bottoms) - min(tops)) / height,
            )


def _facts(file: BinaryIO) -> dict[str, str]:
    """Return what an electronic invoice inside says (hybrid invoices, EN 16931: a file of XML attached to the page)."""
    with open_pdf(file) as pdf:
        for at in range(min(pdf.count_attachments(), MOST_ATTACHED)):
            attached = pdf.get_attachment(at)
            if attached.get_name().lower().endswith(".xml"):
                told = einvoice.facts(bytes(attached.get_data()))
                if told:
                    return told
    return {}


FORMAT = Format(
    code="pdf",
    media_types=("application/pdf",),
    extension=".pdf",
    starts=_starts,
    text=_text,
    words=pdf_words.words,
    facts=_facts,
    pages=_pages,
    picture=_picture,
    matches=_matches,
)
