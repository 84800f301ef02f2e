"""Changes of folders by hand: made, renamed, moved, removed."""

from __future__ import annotations

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import Said, said
from waka.core.changes.proposal import Proposal
from waka.core.ids import NO_FOLDER, FolderId, PersonId
from waka.errors import FolderNotEmpty, NotFound
from waka.records.folders import folders

from .asks import Ask

OfFolder = tuple[Said, Proposal, list[FolderId]]


def _make_folder(conn: Connection, person: PersonId, ask: Ask) -> OfFolder:
    above = folders.lock(conn, ask.folder, person) if ask.folder is not None else None
    if above is None:
        raise NotFound("The folder")
    name = ask.name.strip()
    want = Proposal(act=acts.MakeFolder.code, into=above.id, name=name, private=ask.private)
    return said("make_folder", path=f"{above.path}/{name}".lstrip("/")), want, [above.id]


def _folder(conn: Connection, person: PersonId, ask: Ask) -> folders.Folder:
    found = folders.lock(conn, ask.folder, person) if ask.folder is not None else None
    if found is None or found.parent_id is None:
        raise NotFound("The folder")
    return found


def _rename_folder(conn: Connection, person: PersonId, ask: Ask) -> OfFolder:
    found = _folder(conn, person, ask)
    want = Proposal(act=acts.PlaceFolder.code, folder=found.id, name=ask.name)
    return said("rename", name=found.path), want, [found.id, found.parent_id or NO_FOLDER]


def _move_folder(conn: Connection, person: PersonId, ask: Ask) -> OfFolder:
    found = _folder(conn, person, ask)
    if ask.into is None:
        raise NotFound("The folder")
    want = Proposal(act=acts.PlaceFolder.code, folder=found.id, into=ask.into)
    return said("move", name=found.path), want, [found.id, ask.into]


def _remove_folder(conn: Connection, person: PersonId, ask: Ask) -> OfFolder:
    found = _folder(conn, person, ask)
    # whoever may see what is in it
    if found.right == "keeper" and folders.holds_anything(conn, found.id):
        raise FolderNotEmpty(found.path)
    want = Proposal(act=acts.RemoveFolder.code, folder=found.id)
    return said("remove_folder", path=found.path), want, [found.id]


OF_FOLDERS = {
    "make_folder": _make_folder, "rename_folder": _rename_folder, "move_folder": _move_folder,
    "remove_folder": _remove_folder,
}  # fmt: skip
