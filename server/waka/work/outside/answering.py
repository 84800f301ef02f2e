"""Questions to the keepers: is this new file the document that is missing? And their answers."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.ids import PersonId
from waka.errors import NotFound
from waka.records.documents import documents
from waka.records.finding import logbook, search, to_index
from waka.records.folders import access
from waka.records.outside import following
from waka.records.outside import questions as kept
from waka.records.outside.questions import Question
from waka.work.deps import Deps

_FILE = ("folder_id", "name", "name_key", "conforms", "size", "sha256", "inode", "modified_ns")


def questions(deps: Deps, person: PersonId) -> Sequence[Question]:
    """Return what is asked of a person: where they keep both ends."""
    with deps.db.transaction() as conn:
        return kept.questions(conn, person)


def answer(deps: Deps, person: PersonId, question: int, answered: Literal["same", "other"]) -> None:
    """Answer a question. Raises ``NotFound`` where it is not asked of this person, or no longer."""
    with deps.db.transaction() as conn:
        asked = next((q for q in kept.questions(conn, person) if q.id == question), None)
        if asked is None:
            raise NotFound("This question")
        if answered == "same":
            _join(conn, asked, person)
        kept.answer(conn, asked, answered, person)


def answer_folder(deps: Deps, person: PersonId, question: int, answered: Literal["same", "other"]) -> None:
    """Say whether a new folder is one that is gone: then it gets that one's grants. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        asked = next((q for q in kept.folder_questions(conn, person) if q.id == question), None)
        if asked is None:
            raise NotFound("This question")
        kept.answer_folder(conn, asked, answered, person)
        if answered == "same":
            access.settle_beneath(conn, asked.found_id)
            logbook.add(
                conn, "folders_joined", folder=asked.found_id, person=person, from_path=asked.stood_at,
                to_path=asked.found_path, to_folder=asked.found_id, reason=said("keeps_grants"),
            )  # fmt: skip


def _join(conn: Connection, asked: Question, person: PersonId) -> None:
    """Give the file that was found to the document that it was before.

    Where that document stands elsewhere meanwhile, the two change files; else the found one's number
    leads to it from now on.
    """
    held = following.files_of(conn, [asked.missing_id, asked.found_id])
    missing, found = held[asked.missing_id], held[asked.found_id]
    file = {word: found[word] for word in _FILE}
    following.park(conn, [asked.missing_id, asked.found_id])
    if missing["state"] == "filed":
        following.set_file(conn, asked.missing_id, {**file, "name": f"\x01{asked.missing_id}-"}, person)
        following.set_file(conn, asked.found_id, {word: missing[word] for word in _FILE}, person)
    else:
        following.merge(conn, asked.found_id, asked.missing_id)
        search.remove(conn, asked.found_id)
    following.set_file(conn, asked.missing_id, file, person)
    to_index.put(conn, [n for n in (asked.missing_id, asked.found_id) if n != asked.found_id
                              or missing["state"] == "filed"])  # fmt: skip
    stands = documents.one(conn, asked.missing_id, person)
    assert stands is not None
    path = f"{stands.folder_path}/{stands.name}" if stands.folder_path else stands.name
    logbook.add(
        conn, "joined", number=asked.missing_id, person=person, from_path=asked.stood_at, to_path=path,
        to_folder=stands.folder_id, reason=said("found_as", number=asked.found_id),
    )  # fmt: skip
