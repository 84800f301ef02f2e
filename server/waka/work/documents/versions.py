"""The versions of a document: its history."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waka.core.ids import DocumentId, PersonId
from waka.errors import NotFound
from waka.records.documents import documents, versions
from waka.records.documents.versions import Current, Version
from waka.work.deps import Deps


@dataclass(frozen=True, slots=True, kw_only=True)
class History:
    current: Current
    earlier: Sequence[Version]


def history(deps: Deps, person: PersonId, number: DocumentId) -> History:
    """Return the versions of a document, latest first. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        document = documents.one(conn, number, person)
        current = versions.current(conn, number)
        if document is None or current is None:
            raise NotFound(f"No. {number}")
        return History(current=current, earlier=versions.history(conn, number, person))
