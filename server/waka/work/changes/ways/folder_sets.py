"""A list that makes a set of folders; those that are there are left alone."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.ids import FolderId, ListId, PersonId
from waka.core.names.folder_set import FolderSet, FolderSetError, folder_set
from waka.errors import BadRequest, NotFound
from waka.records.folders import survey
from waka.work.changes.structure import Structure
from waka.work.deps import Deps

from .kept_list import add, checked


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    patterns: str  #: one on each line
    listed: str  #: what was pasted
    base: FolderId  #: the folder that they are made in


@dataclass(frozen=True, slots=True, kw_only=True)
class Folder:
    path: str  #: beneath the base
    missing: int  #: how many of its levels, at its end, are still to be made


@dataclass(frozen=True, slots=True, kw_only=True)
class Looked:
    fault: FolderSetError | None = None
    folders: Sequence[Folder] = ()
    new: int = 0
    lacking: Sequence[int] = ()  #: lines in which a column that is needed is empty


def look(deps: Deps, person: PersonId, asked: Asked) -> Looked:
    """Return what a set comes to. Nothing is made. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        structure, above = _base(conn, person, asked)
        try:
            found = folder_set(asked.patterns, asked.listed)
        except FolderSetError as error:
            return Looked(fault=error)
        folders = [Folder(path=path, missing=_missing(structure, above, path)) for path in found.paths]
        return Looked(folders=folders, new=sum(one.missing > 0 for one in folders), lacking=found.lacking)


def propose(deps: Deps, person: PersonId, asked: Asked) -> ListId:
    """Make the list that makes them. Raises ``BadRequest``, ``NotFound``."""
    with deps.db.transaction() as conn:
        structure, above = _base(conn, person, asked)
        try:
            found: FolderSet = folder_set(asked.patterns, asked.listed)
        except FolderSetError as error:
            raise BadRequest(f"{error.why}.", mend=error.mend, field=error.part, at=error.at) from None
        wants = [
            Proposal(act=acts.MakeFolder.code, into=asked.base, to=path)
            for path in found.paths if _missing(structure, above, path)
        ]  # fmt: skip
        if not wants:
            raise BadRequest("All of these folders are there.", mend="Change the list or the patterns.")
        title = said("make_folders", folders=len(wants), path=structure.seen(asked.base) or "Drive")
        list_id = add(conn, person, wants, title=title, origin="chosen", ask=Ask(into=asked.base))
    return checked(deps, list_id, len(wants))


def _base(conn: Connection, person: PersonId, asked: Asked) -> tuple[Structure, str]:
    structure = Structure(survey.folders(conn, person))
    if not structure.is_seen(asked.base):
        raise NotFound("The folder")
    return structure, structure.seen(asked.base)


def _missing(structure: Structure, above: str, path: str) -> int:
    return structure.missing(f"{above}/{path}" if above else path)
