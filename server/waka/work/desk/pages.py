"""Pages of arrivals made into others: a stack parted, photographs joined, pages turned or left out.

What they were made of goes into the bin, with why, and can be taken back.
"""

from __future__ import annotations

import shutil
import tempfile
import zipfile
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from io import BufferedReader
from pathlib import Path

from waka.core.fields.evidence.parting import Parted, parted
from waka.core.ids import DocumentId, PersonId
from waka.core.names import split_extension
from waka.errors import BadRequest, NotFound
from waka.reading.assemble import PlannedPage
from waka.reading.divider import divider_sheet
from waka.records.documents.documents import Document
from waka.work.changes.ways import discarding
from waka.work.deps import Deps
from waka.work.documents import words
from waka.work.documents.looking import assert_readable, opened_file
from waka.work.documents.papers import as_parts

from .arriving import add_beside
from .filling import clerk_of
from .waiting import assert_loose, assert_may_hand_in, waiting

__all__ = ["PageOf", "begins", "divider_sheet", "make", "outline"]

MOST_SOURCES, MOST_PAGES, MOST_MADE = 60, 600, 200
MOST_BYTES = 120 << 20  #: of all sources


@dataclass(frozen=True, slots=True, kw_only=True)
class PageOf:
    """A page of an arrival, as it is to be in a new one."""

    number: DocumentId
    page: int  #: from 1
    turn: int = 0  #: quarters to the right
    straighten: bool = False  #: a photograph: only the sheet in it, straight and light
    corners: Sequence[float] = ()  #: of that sheet, as a person put them; see ``PlannedPage``


def outline(deps: Deps, person: PersonId, number: DocumentId, page: int) -> list[float] | None:
    """Return where the sheet in a photograph is, as ``PlannedPage.corners``; None where none is plain.

    Raises ``NotFound``, ``Unreadable``, ``StillReading``.
    """
    document = waiting(deps, person, number)
    assert_readable(document)
    if not (document.media_type or "").startswith("image/") or not 1 <= page <= (document.pages or 0):
        raise NotFound(f"Page {page} of a photograph, No. {number}")
    with opened_file(deps, document) as file:
        return deps.recogniser.outline(file, document.media_type or "", page)


def begins(deps: Deps, person: PersonId, number: DocumentId) -> Parted | None:
    """Return where documents seem to begin in an arrival; None while its pages wait to be read. Raises ``NotFound``."""
    document = waiting(deps, person, number)
    parts = words.of(deps, document.sha256)
    if document.pages == 1:
        return Parted([1], [])  # and be it blank: it is not a sheet between others
    if parts is None and words.will_be_read(deps, document):
        return None
    pages = as_parts(parts[:1])[0].pages if parts else []
    with deps.db.transaction() as conn:
        clerk = clerk_of(conn, person)
    return parted(pages, clerk) if pages else Parted([1], [])


def make(deps: Deps, person: PersonId, made: Sequence[Sequence[PageOf]]) -> list[DocumentId]:
    """Make arrivals of pages of others, each a PDF; return their numbers. What they were made of goes into the bin.

    Raises ``NotFound``, ``NotAllowed``, ``BadRequest``, ``Unreadable``, ``DriveTrouble``; nothing is in the bin then.
    """
    if not made or not all(made) or len(made) > MOST_MADE or sum(map(len, made)) > MOST_PAGES:
        raise BadRequest("There is no document without a page.", mend="Leave out what has none.")
    assert_may_hand_in(deps, person)
    numbers = list(dict.fromkeys(page.number for some in made for page in some))
    sources = [_source(deps, person, number) for number in numbers]
    if len(sources) > MOST_SOURCES or sum(one.size for one in sources) > MOST_BYTES:
        raise BadRequest("That is more than can be made into others at once.", mend="Take fewer.")
    for page in (page for some in made for page in some):
        document = sources[numbers.index(page.number)]
        if not 1 <= page.page <= (document.pages or 0):
            raise BadRequest(f"“{document.name}” has no page {page.page}.")
    types = [one.media_type or "" for one in sources]
    # all of them are made before the first arrives: one that cannot be made leaves the desk as it was
    with _together(deps, sources) as file:
        new = [deps.recogniser.assemble(file, types, _plan(numbers, some)) for some in made]
    found = []
    for nth, (some, data) in enumerate(zip(made, new, strict=True)):
        holder = sources[numbers.index(some[0].number)]
        stem = split_extension(holder.name)[0]
        name = f"{stem}.pdf" if len(made) == 1 else f"{stem} part {nth + 1:02d}.pdf"
        found.append(add_beside(deps, person, holder, name, data))
    told = ", ".join(f"No. {number}" for number in found)
    for number in numbers:
        discarding.discard(deps, person, number, f"its pages are {told}")
    return found


def _plan(numbers: Sequence[DocumentId], some: Sequence[PageOf]) -> list[PlannedPage]:
    return [
        PlannedPage(
            numbers.index(page.number), page.page, page.turn % 4, page.straighten, tuple(page.corners)
        )
        for page in some
    ]


def _source(deps: Deps, person: PersonId, number: DocumentId) -> Document:
    document = waiting(deps, person, number)
    assert_readable(document)
    assert_loose(document)
    return document


@contextmanager
def _together(deps: Deps, sources: Sequence[Document]) -> Iterator[BufferedReader]:
    """Yield the files of some documents in one zip, stored."""
    with tempfile.NamedTemporaryFile() as whole:
        with zipfile.ZipFile(whole, "w", zipfile.ZIP_STORED) as archive:
            for at, document in enumerate(sources):
                with opened_file(deps, document) as file, archive.open(str(at), "w") as member:
                    shutil.copyfileobj(file, member)
        whole.flush()
        with Path(whole.name).open("rb") as file:
            yield file
