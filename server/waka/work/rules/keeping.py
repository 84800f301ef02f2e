"""Who may change the rules: of the whole drive, or of a folder."""

from __future__ import annotations

from psycopg import Connection

from waka.core.ids import FolderId, PersonId
from waka.errors import NotAllowed, NotFound
from waka.records.folders import access, folders
from waka.records.folders.folders import Folder


def assert_keeper(conn: Connection, person: PersonId) -> None:
    if not access.keeps_all(conn, person):
        raise NotAllowed("Only who keeps the whole drive may do this.", mend="Ask one of its keepers.")


def assert_keeps(conn: Connection, person: PersonId, folder: FolderId) -> Folder:
    """Return a folder that the person keeps. Raises ``NotFound``, ``NotAllowed``."""
    found = folders.one(conn, folder, person)
    if found is None:
        raise NotFound("The folder")
    if found.right != "keeper":
        raise NotAllowed(
            f"Only a keeper of “{found.path or 'Drive'}” may do this.", mend="Ask one of its keepers."
        )
    return found
