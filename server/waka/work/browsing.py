"""Folders and what is in them, as far as the asking person may see."""

from __future__ import annotations

import base64
import binascii
import json
from collections.abc import Sequence
from dataclasses import dataclass

from waka.core.names import Segment
from waka.errors import BadRequest, NotFound
from waka.records import documents, folders, listing
from waka.records.documents import Document
from waka.records.folders import Folder, OutlineRow
from waka.records.listing import Listed, Sort

from .deps import Deps
from .slips import Naming

PAGE = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class OutlineEntry:
    id: int
    parent_id: int | None
    name: str
    path: str
    depth: int
    right: str
    own: int  #: documents in the folder itself
    documents: int  #: with all beneath it
    misnamed: int  #: of those, names that do not read back


@dataclass(frozen=True, slots=True, kw_only=True)
class Page:
    folder: Folder
    documents: Sequence[tuple[Listed, Sequence[Segment]]]
    next: str | None  #: where the next page begins


@dataclass(frozen=True, slots=True, kw_only=True)
class Details:
    document: Document
    segments: Sequence[Segment]
    same_as: int | None


def outline(deps: Deps, person: int) -> list[OutlineEntry]:
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

    def walk(row: OutlineRow, path: str, depth: int) -> tuple[int, int]:
        here = f"{path}/{row.name}" if path else row.name
        at = len(out)
        out.append(_entry(row, here, depth, row.documents, row.misnamed))
        total, bad = row.documents, row.misnamed
        for child in children.get(row.id, []):
            more, more_bad = walk(child, here, depth + 1)
            total, bad = total + more, bad + more_bad
        out[at] = _entry(row, here, depth, total, bad)
        return total, bad

    for top in children.get(None, []):
        walk(top, "", 0)
    return out


def _entry(row: OutlineRow, path: str, depth: int, documents: int, misnamed: int) -> OutlineEntry:
    return OutlineEntry(
        id=row.id, parent_id=row.parent_id, name=row.name, path=path, depth=depth,
        right=row.right, own=row.documents, documents=documents, misnamed=misnamed,
    )  # fmt: skip


def page(deps: Deps, person: int, folder: int, sort: Sort, *, descending: bool, after: str | None) -> Page:
    """Return a page of a folder's documents. Raises ``NotFound``, ``BadRequest``."""
    start = _cursor(after, sort, descending)
    with deps.db.transaction() as conn:
        found = folders.one(conn, folder, person)
        if found is None:
            raise NotFound("The folder")
        house = Naming.load(conn)
        listed = listing.page(
            conn, folder=folder, person=person, sort=sort, descending=descending, after=start,
            limit=PAGE + 1,
        )  # fmt: skip
    more = len(listed) > PAGE
    listed = listed[:PAGE]
    return Page(
        folder=found,
        documents=[(item, house.segments(item.name)) for item in listed],
        next=_encode(sort, descending, listed[-1]) if more else None,
    )


def _encode(sort: Sort, descending: bool, last: Listed) -> str:
    text = json.dumps([sort, descending, last.key, last.id])
    return base64.urlsafe_b64encode(text.encode()).decode()


def _cursor(after: str | None, sort: Sort, descending: bool) -> tuple[str, int] | None:
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


def details(deps: Deps, person: int, number: int) -> Details:
    """Return all that is known of a document. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        document = documents.one(conn, number, person)
        if document is None:
            raise NotFound(f"No. {number}")
        same = documents.same_bytes(conn, sha256=document.sha256, number=number, person=person)
        segments = Naming.load(conn).segments(document.name)
    return Details(document=document, segments=segments, same_as=same)
