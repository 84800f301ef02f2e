"""Filed documents that an arrival is already, or is a later edition of: of those that the person may see."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.learning.comparing import Compared, compared, folded
from waka.core.learning.same import Called, How, how_same
from waka.core.learning.sketch import MOST_CHARACTERS
from waka.errors import Unreadable
from waka.reading.whole import all_words
from waka.records.documents import sketches
from waka.records.documents.documents import Document
from waka.records.documents.sketches import FiledAlike
from waka.work.deps import Deps
from waka.work.documents import words
from waka.work.documents.alike import Part, filed_alike, sketch_of
from waka.work.documents.looking import find, opened_file
from waka.work.documents.papers import as_parts

from .filling import filling
from .page_words import WordOn, words_of

LEAST = 0.4  #: the likeness of sketches from which on texts are compared
COMPARED = 20
SHOWN = 5


@dataclass(frozen=True, slots=True, kw_only=True)
class Same:
    number: DocumentId
    name: str
    folder: FolderId
    folder_path: str
    when: date | None
    how: How


@dataclass(frozen=True, slots=True, kw_only=True)
class Differing:
    """Where two documents differ: the words that the other has not."""

    here: Sequence[WordOn]
    there: Sequence[WordOn]


def same_as(deps: Deps, person: PersonId, number: DocumentId) -> list[Same]:
    """Return the filed documents that an arrival is already, or an edition of, the same first. Raises ``NotFound``."""
    document = find(deps, person, number)
    with deps.db.transaction() as conn:
        found = sketches.filed(conn, person, [(document.sha256, 1.0)], number, SHOWN)
        told = [_told(one, "bytes") for one in found]
        alike = _alike(deps, conn, person, document)
        texts = {
            one.sha256: one.text
            for one in sketches.texts(conn, [one.sha256 for one in alike], MOST_CHARACTERS)
        }
        own = sketches.texts(conn, [document.sha256], MOST_CHARACTERS)
    if alike and own:
        called = _called(deps, person, number)
        words_here = folded(own[0].text.split())
        for one in alike:
            text = compared(words_here, folded(texts.get(one.sha256, "").split()))
            how = how_same(text, called, _called_filed(one)) if text is not None else None
            if how is not None:
                told.append(_told(one, how))
    order: dict[How, int] = {"bytes": 0, "same": 1, "edition": 2}
    return sorted(told, key=lambda one: order[one.how])[:SHOWN]


def _alike(deps: Deps, conn: Connection, person: PersonId, document: Document) -> list[FiledAlike]:
    sketch = sketch_of(conn, document.sha256)
    if sketch is None:
        return []
    found = filed_alike(
        deps, conn, person, sketch.content, Part.CONTENT, least=LEAST, most=COMPARED, ignore=document.id
    )
    return [one for one in found if one.sha256 != document.sha256]


def _called(deps: Deps, person: PersonId, number: DocumentId) -> Called:
    read = filling(deps, person, number).fields
    first = {code: some[0].value for code, some in read.items()}
    return Called(
        kind=first.get("kind"), who=first.get("who"), reference=first.get("reference"), what=first.get("what")
    )


def _called_filed(one: FiledAlike) -> Called:
    return Called(kind=one.kind, who=one.who, reference=one.reference, what=one.what)


def _told(one: FiledAlike, how: How) -> Same:
    return Same(
        number=one.id,
        name=one.name,
        folder=one.folder_id,
        folder_path=one.folder_path,
        when=one.when,
        how=how,
    )


def differing(deps: Deps, person: PersonId, number: DocumentId, other: DocumentId) -> Differing:
    """Return where an arrival and another document differ, word by word. Raises ``NotFound``, ``Unreadable``."""
    here, there = (_words(deps, find(deps, person, one)) for one in (number, other))
    one, two = (folded([word.text for word in some]) for some in (here, there))
    found = compared(one, two) or Compared(0, 0, [], [])
    return Differing(here=[here[at] for at in found.only_one], there=[there[at] for at in found.only_other])


def _words(deps: Deps, document: Document) -> list[WordOn]:
    """Return the words of a document with their places; recognised ones only where that was done before."""
    parts = words.of(deps, document.sha256)
    if parts is None:
        with opened_file(deps, document) as file:
            try:
                parts, _ = all_words(deps.reader, None, file)
            except Unreadable:
                parts = []
    return list(words_of(as_parts(parts[:1])[0].pages)) if parts else []
