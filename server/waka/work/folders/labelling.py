"""Tags, notes and cross-references: what people put on documents; none of it moves or grants anything."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId, TagId
from waka.errors import BadRequest, NotAllowed, NotFound
from waka.records.documents import documents, labels
from waka.records.documents.labels import Reference, Tag
from waka.records.finding import to_index
from waka.records.folders import folders
from waka.work.deps import Deps

MAY_FILE = ("filer", "keeper")
LONGEST_TAG = 60
MOST_AT_ONCE = 10_000


def tags(deps: Deps, person: PersonId) -> list[Tag]:
    """Return the tags on what a person may see."""
    with deps.db.transaction() as conn:
        return labels.tags(conn, person)


def tagged_folders(deps: Deps, person: PersonId, tag: TagId) -> list[Reference]:
    with deps.db.transaction() as conn:
        return labels.tagged_folders(conn, tag, person)


def set_tags(
    deps: Deps,
    person: PersonId,
    numbers: Sequence[DocumentId],
    *,
    put_on: Sequence[str],
    take_off: Sequence[str],
) -> int:
    """Put tags on documents and take others off; return how many documents. Raises as ``_assert_may``."""
    wanted = sorted(set(numbers))
    with deps.db.transaction() as conn:
        _assert_may(conn, person, wanted)
        for name in put_on:
            labels.put_on(conn, wanted, labels.tag(conn, _clean(name)), person)
        for name in take_off:
            labels.take_off(conn, wanted, labels.tag(conn, _clean(name)))
        labels.drop_idle(conn)
        to_index.put(conn, wanted)
    return len(wanted)


def set_folder_tags(
    deps: Deps, person: PersonId, folder: FolderId, *, put_on: Sequence[str], take_off: Sequence[str]
) -> list[str]:
    """Put tags on a folder and take others off; return those it has now."""
    with deps.db.transaction() as conn:
        found = folders.one(conn, folder, person)
        if found is None:
            raise NotFound("The folder")
        if found.right not in MAY_FILE:
            raise NotAllowed("You may look here, but not put tags on anything.")
        for names, on in ((put_on, True), (take_off, False)):
            for name in names:
                labels.set_on_folder(conn, folder, labels.tag(conn, _clean(name)), person, on=on)
        labels.drop_idle(conn)
        return labels.tags_of_folder(conn, folder)


def _clean(name: str) -> str:
    clean = " ".join(name.split())
    if not clean or len(clean) > LONGEST_TAG:
        raise BadRequest(f"A tag has 1 to {LONGEST_TAG} signs.", mend="Shorten it.")
    return clean


def _assert_may(conn: Connection, person: PersonId, numbers: Sequence[DocumentId]) -> None:
    """Raise ``NotFound`` for what is hidden or gone, ``NotAllowed`` for what may only be looked at."""
    if not numbers or len(numbers) > MOST_AT_ONCE:
        raise BadRequest(f"Choose 1 to {MOST_AT_ONCE} documents.")
    rights = labels.rights_on(conn, numbers, person)
    for number in numbers:
        if number not in rights:
            raise NotFound(f"No. {number}")
        if rights[number] not in MAY_FILE:
            raise NotAllowed(f"You may look at No. {number}, but not change anything.")


def set_note(deps: Deps, person: PersonId, number: DocumentId, note: str) -> None:
    """Write, or with '' remove, the note on a document."""
    with deps.db.transaction() as conn:
        _assert_may(conn, person, [number])
        documents.set_note(conn, number, note.strip() or None, person)
        to_index.put(conn, [number])


def refer(deps: Deps, person: PersonId, number: DocumentId, folder: FolderId, *, shown: bool) -> None:
    """Show a document in a further folder, or no longer. It grants nobody anything."""
    with deps.db.transaction() as conn:
        document = documents.one(conn, number, person)
        there = folders.one(conn, folder, person)
        if document is None or document.state != "filed":
            raise NotFound(f"No. {number}")
        if there is None:
            raise NotFound("The folder")
        if there.right not in MAY_FILE:
            raise NotAllowed(f"You may look into “{there.path or 'Drive'}”, but not file there.")
        if shown and document.folder_id == folder:
            raise BadRequest(f"“{document.name}” lives in this folder.", mend="Choose another folder.")
        labels.refer(conn, number, folder, person, shown=shown)
