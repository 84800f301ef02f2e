"""Where in a stack of pages, scanned in one go, a new document begins."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from .letters import plain
from .page import Page, lines_of
from .slip import Clerk, Part, Read

CLEAR_SORT = 2.4  #: the score of a page's sort from which on it looks like a first page
DIVIDER = "Waka: a new document begins after this sheet"  #: the text of the code on a printed sheet
FEWEST_WORDS = 4  #: of a page; with fewer it is a blank sheet between two documents
_COUNTED = re.compile(
    r"\b(?:page|seite|pagina|strona|p\.?)\s*(\d{1,3})\s*(?:of|von|van|sur|de|z|/)\s*(\d{1,3})\b"
)


@dataclass(frozen=True, slots=True)
class Parted:
    """*begins*: pages, from 1, with which a document begins; *blank*: sheets that only part them."""

    begins: Sequence[int]
    blank: Sequence[int]


def parted(pages: Sequence[Page], clerk: Clerk) -> Parted:
    """Return where documents begin in *pages*. The first page always begins one."""
    begins, blank = [pages[0].nth] if pages else [], []
    last: Read | None = None
    after_blank = False
    # who laid sheets between documents said where they begin, and nothing else says it better
    is_divided = any(_is_divider(page) for page in pages)
    for page in pages:
        if is_divided and not _is_divider(page):
            if after_blank or page.nth == begins[0]:
                begins.append(page.nth)
            after_blank = False
            continue
        if is_divided or len(page.words) < FEWEST_WORDS:
            blank.append(page.nth)
            after_blank = True
            continue
        read = clerk.read([Part([page])])
        if page.nth != begins[0] and (after_blank or _is_new(page, read, last)):
            begins.append(page.nth)
            last = read
        elif last is None or _says_more(read, last):
            last = read
        after_blank = False
    told = sorted(set(begins))
    return Parted([one for one in told if one not in blank or one == told[0]], blank)


def _is_divider(page: Page) -> bool:
    return DIVIDER in page.codes


def _is_new(page: Page, read: Read, last: Read | None) -> bool:
    counted = _COUNTED.search(plain(" ".join(line.text for line in lines_of([page]))))
    if counted is not None:
        return int(counted[1]) == 1
    if last is None or not read.sorts or read.sorts[0].score < CLEAR_SORT or not read.who:
        return False
    return _first(read.reference) != _first(last.reference) or _first(read.who) != _first(last.who)


def _says_more(read: Read, last: Read) -> bool:
    return bool(read.who) and not last.who


def _first(found: Sequence[object]) -> object:
    return getattr(found[0], "value", None) if found else None
