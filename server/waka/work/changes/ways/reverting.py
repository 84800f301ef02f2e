"""An earlier version of a document as the newest again."""

from __future__ import annotations

from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import Said, said
from waka.core.changes.proposal import Proposal
from waka.core.ids import DocumentId, ListId, PersonId
from waka.errors import NotFound
from waka.records.documents import documents, versions
from waka.work.changes import at_once
from waka.work.changes.at_once import Change
from waka.work.deps import Deps


@dataclass(frozen=True, slots=True, kw_only=True)
class Restored:
    list_id: ListId
    title: Said


def restore(deps: Deps, person: PersonId, number: DocumentId, version: int) -> Restored:
    """Make an earlier version, by its id, the newest; what is the newest now is kept.

    Raises ``NotFound``, ``NotAllowed``, ``StepInMotion``, ``SourceChanged``, ``DriveTrouble``.
    """

    def make(conn: Connection) -> Change:
        now = documents.lock_filed(conn, number, person)
        chosen = next((v for v in versions.history(conn, number, person) if v.id == version), None)
        if now is None or chosen is None:
            raise NotFound(f"That version of No. {number}")
        title = said("restore_version", version=chosen.version, name=now.name)
        want = Proposal(act=acts.Revert.code, document=number, version=chosen.version)
        return Change(title=title, origin="hand", wants=[want], near=[now.folder_id])

    ran = at_once.run(deps, person, make)
    return Restored(list_id=ran.list_id, title=ran.title)
