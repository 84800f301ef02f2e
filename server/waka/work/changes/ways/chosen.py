"""A list of what was chosen: documents and folders, and what is to be done with all of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.core.words import counted
from waka.errors import BadRequest, NotFound
from waka.records.folders import survey
from waka.work import office
from waka.work.changes.structure import Structure
from waka.work.deps import Deps
from waka.work.naming.slips import Slip

from .copying import copies_of
from .correcting import corrections
from .kept_list import add, checked

Do = Literal["move", "copy", "bin", "restore", "correct"]
_ACTS: dict[Do, str] = {
    "move": acts.Place.code, "copy": acts.Copy.code, "bin": acts.Bin.code, "restore": acts.Restore.code,
    "correct": acts.Correct.code,
}  # fmt: skip
_TITLES: dict[Do, str] = {
    "move": "move", "copy": "copy", "bin": "bin", "restore": "restore", "correct": "set_fields",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Choice:
    """Documents and folders that were chosen, and what is to be done with them."""

    do: Do
    documents: Sequence[DocumentId] = ()
    folders: Sequence[FolderId] = ()
    into: FolderId | None = None
    reason: str | None = None
    name: str | None = None  #: of the copy of a folder
    fields: Slip | None = None  #: what a correction fills in
    renames: bool = False  #: a correction gives the names that the fields come to


def propose_chosen(deps: Deps, person: PersonId, choice: Choice) -> ListId:
    """Make a list of what was chosen. Raises ``BadRequest``, ``NotFound``."""
    with deps.db.transaction() as conn:
        structure = Structure(survey.folders(conn, person))
        if choice.into is not None and not structure.is_seen(choice.into):
            raise NotFound("The folder")
        if choice.do in ("move", "copy") and choice.into is None:
            raise BadRequest("There is no destination.", mend="Choose a folder.")
        wants = _wants(conn, person, structure, choice)
        to = structure.seen(choice.into) or "Drive" if choice.into is not None else ""
        title = counted(_TITLES[choice.do], len(choice.documents), len(choice.folders), to=to)
        list_id = add(conn, person, wants, title=title, origin="chosen", ask=Ask(into=choice.into))
    return checked(deps, list_id, len(wants))


def _wants(conn: Connection, person: PersonId, structure: Structure, choice: Choice) -> list[Proposal]:
    if choice.fields is not None:
        if choice.do != "correct":
            raise BadRequest("Fields belong to a correction.")
        today = office.today(conn)
        return list(corrections(conn, person, choice.documents, choice.fields, today, renames=choice.renames))
    folders = list(dict.fromkeys(choice.folders))
    if choice.do == "copy":
        assert choice.into is not None
        if not all(structure.is_seen(folder) for folder in folders):
            raise NotFound("The folder")
        wants = [
            want for folder in folders
            for want in copies_of(conn, person, structure, folder, choice.into, choice.name)
        ]  # fmt: skip
    else:
        wants = [Proposal(act=acts.PlaceFolder.code, folder=folder, into=choice.into) for folder in folders]
    return wants + [
        Proposal(act=_ACTS[choice.do], document=number, into=choice.into, reason=choice.reason)
        for number in dict.fromkeys(choice.documents)
    ]
