"""Finding records, and what became of an old path."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from waka.core.finding.words import Piece, mark, snippet, wanted
from waka.core.ids import DocumentId, PersonId
from waka.core.names import Segment
from waka.records.documents import documents
from waka.records.documents.documents import Document
from waka.records.finding import logbook, search
from waka.records.finding.logbook import Entry
from waka.records.finding.search import MOST_FOUND, Hit
from waka.work.deps import Deps
from waka.work.naming.house import Naming


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    hit: Hit
    segments: Sequence[Segment]
    marked_name: Sequence[Piece]
    fields: Mapping[str, str]  #: the further ones, as a person is told them
    snippet: Sequence[Piece]  #: of the text, around the first match; empty where only the name matches


@dataclass(frozen=True, slots=True, kw_only=True)
class Finds:
    words: Sequence[str]
    found: Sequence[Found]
    is_cut: bool  #: there are more than are shown


def find(deps: Deps, person: PersonId, query: str) -> Finds:
    """Return the best matches for *query*; none where it has no word."""
    words = wanted(query)
    if not words:
        return Finds(words=[], found=[], is_cut=False)
    with deps.db.transaction() as conn:
        hits = search.find(conn, words=words, person=person)
        house = Naming.load(conn)
        by_folder = house.among(conn, {hit.folder_id for hit in hits})
    found = [
        Found(
            hit=hit,
            segments=by_folder(hit.folder_id).segments_known(hit.name, conforms=hit.conforms),
            marked_name=mark(hit.name, words, anywhere=True),
            fields=house.told(hit.fields),
            snippet=snippet(hit.text or "", words),
        )
        for hit in hits
    ]
    return Finds(words=words, found=found, is_cut=len(hits) == MOST_FOUND)


@dataclass(frozen=True, slots=True, kw_only=True)
class Told:
    """An entry of the logbook, with the names at its ends in parts."""

    entry: Entry
    from_segments: Sequence[Segment]
    to_segments: Sequence[Segment]


ENTRIES = 100  #: of a page of the logbook


def entries(
    deps: Deps, person: PersonId, *, before: int | None, number: DocumentId | None, mine: bool, quiet: bool
) -> list[Told]:
    with deps.db.transaction() as conn:
        house = Naming.load(conn)
        found = logbook.entries(
            conn, person=person, before=before, number=number, mine=mine, quiet=quiet, limit=ENTRIES
        )
    return [
        Told(
            entry=entry,
            from_segments=_last_segments(house, entry.from_path),
            to_segments=_last_segments(house, entry.to_path),
        )
        for entry in found
    ]


def _last_segments(house: Naming, path: str | None) -> Sequence[Segment]:
    return house.segments_anywhere(path.rpartition("/")[2]) if path else ()


def at_path(deps: Deps, person: PersonId, path: str) -> list[Document]:
    """Return the documents that ever stood at *path*, as they are now, that this person may see."""
    clean = path.strip().replace("\\", "/").strip("/")
    with deps.db.transaction() as conn:
        numbers = logbook.at_path(conn, clean, person)
        found = [documents.one(conn, number, person) for number in numbers]
    return [document for document in found if document is not None]
