"""Folders and what is in them, as far as the asking person may see."""

from __future__ import annotations

import base64
import binascii
import json
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.fields.registry import Field
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import Segment, fold
from waka.errors import BadRequest, NotFound
from waka.reading.formats import has_form
from waka.records.documents import documents, labels
from waka.records.documents.documents import Document
from waka.records.documents.labels import Reference
from waka.records.finding import logbook
from waka.records.finding.logbook import Entry
from waka.records.folders import folders, listing
from waka.records.folders.folders import Folder, OutlineRow
from waka.records.folders.listing import Listed, Scope
from waka.work.deps import Deps
from waka.work.naming.house import Naming
from waka.work.naming.kinds_taken import KindsTaken

PAGE = 200
MOST_CHOSEN = 10_000


@dataclass(frozen=True, slots=True, kw_only=True)
class OutlineEntry:
    id: FolderId
    parent_id: FolderId | None
    name: str
    path: str
    depth: int
    right: str
    own: int  #: documents in the folder itself
    documents: int  #: with all beneath it
    misnamed: int  #: of those, names that do not read back
    fresh: int  #: of those, what others put there since the person looked in last
    own_access: bool
    private: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """A document as a list shows it."""

    listed: Listed
    segments: Sequence[Segment]
    tags: Sequence[str]
    fields: Mapping[str, str]  #: the further ones, as a person is told them
    strange: bool = False  #: its kind does not belong where it stands, by the charter there


@dataclass(frozen=True, slots=True, kw_only=True)
class Page:
    folder: Folder | None  #: None where it is no folder that is listed
    documents: Sequence[Row]
    next: str | None  #: where the next page begins


@dataclass(frozen=True, slots=True, kw_only=True)
class Details:
    document: Document
    segments: Sequence[Segment]
    fields: Mapping[str, str]  #: the further ones, as a person is told them
    same_as: DocumentId | None
    tags: Sequence[str]
    references: Sequence[Reference]  #: further folders that show it
    seen_by: Sequence[str]
    has_form: bool  #: it can be shown formatted


def outline(deps: Deps, person: PersonId) -> list[OutlineEntry]:
    """Return the folders in outline order, each with the counts of all beneath it."""
    with deps.db.transaction() as conn:
        return arrange(folders.outline(conn, person))


def arrange(rows: Sequence[OutlineRow]) -> list[OutlineEntry]:
    """Put *rows* in outline order. A folder whose parent may not be seen stands at the top by itself."""
    seen = {row.id for row in rows}
    children: dict[int | None, list[OutlineRow]] = {}
    for row in rows:
        above = row.parent_id if row.parent_id in seen else None
        children.setdefault(above, []).append(row)
    out: list[OutlineEntry] = []

    def walk(row: OutlineRow, path: str, depth: int) -> tuple[int, int, int]:
        here = f"{path}/{row.name}" if path else row.name
        at = len(out)
        out.append(_entry(row, here, depth, (0, 0, 0)))
        totals = (row.documents, row.misnamed, row.fresh)
        for child in children.get(row.id, []):
            more = walk(child, here, depth + 1)
            totals = (totals[0] + more[0], totals[1] + more[1], totals[2] + more[2])
        out[at] = _entry(row, here, depth, totals)
        return totals

    for top in children.get(None, []):
        walk(top, "", 0)
    return out


def _entry(row: OutlineRow, path: str, depth: int, totals: tuple[int, int, int]) -> OutlineEntry:
    documents, misnamed, fresh = totals
    return OutlineEntry(
        id=row.id, parent_id=row.parent_id, name=row.name, path=path, depth=depth,
        right=row.right, own=row.documents, documents=documents, misnamed=misnamed, fresh=fresh,
        own_access=row.own_access, private=row.private,
    )  # fmt: skip


def page(
    deps: Deps, person: PersonId, scope: Scope, sort: str, *, descending: bool, after: str | None
) -> Page:
    """Return a page of the documents of a folder, a tag or the bin. Raises ``NotFound``, ``BadRequest``."""
    start = _cursor(after, sort, descending)
    with deps.db.transaction() as conn:
        folder, shows_others = _look_up(conn, person, scope)
        house = Naming.load(conn)
        listed = listing.page(
            conn, scope=scope, person=person, sort=sort, descending=descending, after=start,
            limit=PAGE + 1, shows_others=shows_others, field=_further(house, sort, listing.SORTS),
        )  # fmt: skip
        tags = labels.tags_of(conn, [item.id for item in listed])
        there = {item.folder_id for item in listed if item.folder_id is not None}
        by_folder, kinds = house.among(conn, there), KindsTaken.of(conn, there)
    more = len(listed) > PAGE
    listed = listed[:PAGE]
    return Page(
        folder=folder,
        documents=[
            Row(
                listed=item,
                segments=by_folder(item.folder_id).segments_known(item.name, conforms=item.conforms),
                tags=tags.get(item.id, []),
                fields=house.told(item.fields),
                strange=item.folder_id is not None and not kinds.fit(item.folder_id, item.kind),
            )
            for item in listed
        ],
        next=_encode(sort, descending, listed[-1]) if more else None,
    )


def _further(house: Naming, word: str, others: Collection[str]) -> Field | None:
    """Return the further field that *word* means, None where it is one of the *others*. Raises ``BadRequest``."""
    if word in others:
        return None
    field = next((one for one in house.registry.further if one.code == word), None)
    if field is None:
        raise BadRequest(f"There is no field “{word}”.", mend="Choose another one.")
    return field


def _look_up(conn: Connection, person: PersonId, scope: Scope) -> tuple[Folder | None, bool]:
    if scope.of != "folder":
        return None, False
    found = folders.one(conn, scope.folder, person)
    if found is None:
        raise NotFound("The folder")
    return found, labels.has_references(conn, scope.folder)


def groups(deps: Deps, person: PersonId, scope: Scope, by: str) -> list[tuple[str, int]]:
    """Return how many documents each month, year, kind, party or value has. Raises ``NotFound``, ``BadRequest``."""
    with deps.db.transaction() as conn:
        _, shows_others = _look_up(conn, person, scope)
        field = _further(Naming.load(conn), by, listing.GROUPINGS)
        return listing.groups(conn, scope=scope, person=person, by=by, shows_others=shows_others, field=field)


def numbers(deps: Deps, person: PersonId, scope: Scope, name: str) -> list[DocumentId]:
    """Return the documents whose name fits: `*` for any signs, `?` for one; '' for all. At most 10,000."""
    escaped = fold(name).replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_")
    like = escaped.replace("*", "%").replace("?", "_") if name.strip() else "%"
    if name.strip() and "*" not in name and "?" not in name:
        like = f"%{like}%"
    with deps.db.transaction() as conn:
        _, shows_others = _look_up(conn, person, scope)
        return listing.numbers(
            conn, scope=scope, person=person, like=like, limit=MOST_CHOSEN, shows_others=shows_others
        )


def _encode(sort: str, descending: bool, last: Listed) -> str:
    text = json.dumps([sort, descending, last.key, last.id])
    return base64.urlsafe_b64encode(text.encode()).decode()


def _cursor(after: str | None, sort: str, descending: bool) -> tuple[str, int] | None:
    if after is None:
        return None
    refused = BadRequest("This is no place in the list.", mend="Begin the list again.")
    try:
        was_sort, was_descending, key, number = json.loads(base64.urlsafe_b64decode(after))
    except (ValueError, binascii.Error) as error:
        raise refused from error
    fits = isinstance(key, str) and isinstance(number, int) and "\0" not in key
    if (was_sort, was_descending) != (sort, descending) or not fits:
        raise refused
    return key, number


def details(deps: Deps, person: PersonId, number: DocumentId) -> Details:
    """Return all that is known of a document, or of the one that it was filed onto. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        asked, number = number, documents.leads_to(conn, number)
        document = documents.one(conn, number, person)
        if document is None:
            raise NotFound(f"No. {asked}")  # never the number that it leads to, which may be hidden
        same = documents.same_bytes(conn, sha256=document.sha256, number=number, person=person)
        house = Naming.load(conn)
        segments = house.at(conn, document.folder_id).segments(document.name)
        return Details(
            document=document, segments=segments, fields=house.told(document.fields), same_as=same,
            tags=labels.tags_of(conn, [number]).get(number, []),
            references=labels.references(conn, number, person),
            has_form=has_form(document.name, document.media_type or ""),
            seen_by=labels.who_sees(conn, number) if document.state == "filed" else [],
        )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Lately:
    """What a person had open, and what others changed, latest first."""

    opened: Sequence[Row]
    changed: Sequence[Entry]


def lately(deps: Deps, person: PersonId) -> Lately:
    with deps.db.transaction() as conn:
        numbers = labels.opened_lately(conn, person)
        house = Naming.load(conn)
        listed = listing.page(
            conn, scope=Scope("some", numbers=tuple(numbers)), person=person, sort="name",
            descending=False, after=None, limit=len(numbers) + 1,
        )  # fmt: skip
        by_folder = house.among(conn, {item.folder_id for item in listed if item.folder_id is not None})
        tags = labels.tags_of(conn, numbers)
        changed = logbook.entries(
            conn, person=person, before=None, number=None, mine=False, quiet=True, limit=40, others=True
        )
    rows = {i.id: Row(listed=i, segments=by_folder(i.folder_id).segments(i.name), tags=tags.get(i.id, []),
                      fields=house.told(i.fields)) for i in listed}  # fmt: skip
    return Lately(opened=[rows[number] for number in numbers if number in rows], changed=changed)


def opened(deps: Deps, person: PersonId, number: DocumentId) -> None:
    """Remember that a person had a document open. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if documents.one(conn, number, person) is None:
            raise NotFound(f"No. {number}")
        documents.opened(conn, number, person)


def looked_in(deps: Deps, person: PersonId, folder: FolderId) -> None:
    """Remember that a person has seen what is in a folder. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if folders.one(conn, folder, person) is None:
            raise NotFound("The folder")
        folders.looked_in(conn, folder, person)
