"""The words of a document and where they stand, and what it says exactly. Runs in the reading process only.

A format without pages has lines and columns all the same: what follows a tab is set apart, so that a label and its
value in a table are as far from each other as on paper. A mail is several parts: what was written, and each file in it.
"""

from __future__ import annotations

import contextlib
import io
import re
from collections.abc import Iterator
from typing import BinaryIO

from . import formats
from .formats.base import PageWords, WordAt
from .parts import Part
from .sniff import sniff
from .text import read_text
from .zips import Damaged, Locked, assert_bounded

LINE, LETTER, COLUMN = (
    14.0,
    5.0,
    160.0,
)  #: points: the height of a line, the width of a letter and of a column
WIDTH, HEIGHT = 595.0, 842.0
MOST_LINES = 1_500
DEEPEST = 3  #: mails within mails


def read_parts(file: BinaryIO, media_type: str, name: str = "", depth: int = 0) -> Iterator[Part]:
    """Yield *file* and the files in it that can be read. Raises ``Locked`` or ``Damaged`` for itself."""
    known = formats.of(media_type)
    facts: dict[str, str] = {}
    if known is not None and known.facts is not None:
        file.seek(0)
        facts = known.facts(file)
    yield Part(name, media_type, list(read_words(file, media_type)), facts)
    if known is None or known.parts is None or depth >= DEEPEST:
        return
    file.seek(0)
    for inner_name, data in known.parts(file):
        inner = io.BytesIO(data)
        with contextlib.suppress(Locked, Damaged):
            yield from read_parts(inner, sniff(inner).media_type, inner_name, depth + 1)


def read_words(file: BinaryIO, media_type: str) -> Iterator[PageWords]:
    """Yield the pages in *file* with their words. Raises ``Locked`` or ``Damaged``."""
    known = formats.of(media_type)
    if known is not None and known.words is not None:
        if known.is_packed:
            assert_bounded(file)
        file.seek(0)
        yield from known.words(file)
    else:
        yield from laid_out(read_text(file, media_type))


def unread_pages(file: BinaryIO, whole: Part) -> list[int]:
    """Return the pages, from 1, that are pictures: without words, or with words over a picture that are rubbish."""
    known = formats.of(whole.media_type)
    if known is None or known.picture is None:
        return []
    if known.words is None:
        file.seek(0)
        return list(range(1, (known.pages(file) if known.pages else 1) + 1))
    return [
        number
        for number, page in enumerate(whole.pages[:MOST_RECOGNISED], 1)
        if len(page.words) < FEWEST_WORDS
        or (page.has_picture and is_rubbish([word[0] for word in page.words]))
    ]


def is_rubbish(words: list[str]) -> bool:
    """Whether *words* look like a failed recogniser's: letters and figures mixed, signs within, no vowels."""
    long = [word.strip(".,:;()[]\"'„“”’-–") for word in words if len(word) > 3]
    odd = [word for word in long if _ODD.search(word) or (word.isalpha() and not _VOWEL.search(word))]
    return len(odd) > RUBBISH * max(10, len(long))


_ODD = re.compile(
    r"[a-z][0-9?!|{}~^][a-z]|[a-z]{2}[A-Z]{2,}[a-z]|[a-z]\?|\?[a-z]|[0-9][Oo][0-9]|[0-9]l[0-9]|[A-Za-z]0[a-z]|\ufffd"
)
_VOWEL = re.compile(r"[aeiouyäöüéèêàáâîïôûùóąęıæøåœ]", re.IGNORECASE)
FEWEST_WORDS = 4  #: on a page that has words of its own
MOST_RECOGNISED = 60  #: pages of a document
RUBBISH = 0.06  #: share of odd words from which on a text layer is not believed


def laid_out(text: str) -> Iterator[PageWords]:
    """Yield pages on which the lines of *text* stand as they would on paper."""
    lines = text.split("\n")[:MOST_LINES]
    size = int(HEIGHT / LINE) - 4
    for first in range(0, len(lines), size):
        words = [
            word
            for at, line in enumerate(lines[first : first + size])
            for word in _line(line, (at + 2) * LINE)
        ]
        if words:
            yield PageWords(WIDTH, HEIGHT, words)


def _line(line: str, top: float) -> Iterator[WordAt]:
    # runs of spaces set columns apart in plain text, as tabs do
    left = 0.0
    for number, cell in enumerate(re.split(r"\t|\s{3,}", line)):
        left = max(left + 3 * LETTER, number * COLUMN) if number else 0.0
        for word in cell.split():
            right = left + len(word) * LETTER
            yield word, left, top, right, top + LINE * 0.75, 1.0
            left = right + LETTER
