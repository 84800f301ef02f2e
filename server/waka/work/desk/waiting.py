"""An arrival that somebody wants to do something with: it waits, they may see it, and perhaps make others of it."""

from __future__ import annotations

from waka.core.ids import DocumentId, PersonId
from waka.errors import BadRequest, NotAllowed, NotFound
from waka.records.documents.documents import Document
from waka.records.people import people
from waka.work.deps import Deps
from waka.work.documents.looking import find

from .arriving import BOUND


def waiting(deps: Deps, person: PersonId, number: DocumentId) -> Document:
    """Return an arrival. Raises ``NotFound``."""
    document = find(deps, person, number)
    if document.state != "waiting" or document.arrival_path is None:
        raise NotFound(f"No. {number} on the desk")
    return document


def assert_may_hand_in(deps: Deps, person: PersonId) -> None:
    """Raise ``NotAllowed`` for who may not make arrivals."""
    with deps.db.transaction() as conn:
        if not people.may_file_anywhere(conn, person):
            raise NotAllowed("You may look things up here, but not hand in documents.")


def assert_loose(document: Document) -> None:
    """Raise ``BadRequest`` for an arrival that is bound for a folder: it is not made into others."""
    if document.arrival_path is not None and document.arrival_path.startswith(BOUND + b"/"):
        raise BadRequest(f"“{document.name}” is on its way to a folder.", mend="File it first.")
