"""Storage at a glance: what takes the room, by folder, year and kind; what is old, large, untouched."""

from __future__ import annotations

import os
from collections.abc import Sequence
from dataclasses import dataclass

from waka.core.ids import FolderId
from waka.errors import BadRequest, NotAllowed, NotFound
from waka.records import settings
from waka.records.folders import folders, storage
from waka.records.folders.folders import Folder
from waka.records.folders.storage import Notable, Share, Whole
from waka.records.people.people import Person
from waka.work.deps import Deps

WARN_AT = 0.9  #: of the limit


@dataclass(frozen=True, slots=True, kw_only=True)
class Disk:
    """The whole drive; for administrators."""

    whole: Whole
    limit: int | None  #: bytes
    free: int  #: bytes on the disk
    warning: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Storage:
    folder: Folder
    by_folder: Sequence[Share]
    by_year: Sequence[Share]
    by_kind: Sequence[Share]
    notable: Sequence[Notable]
    disk: Disk | None


def glance(deps: Deps, person: Person, folder: FolderId | None) -> Storage:
    """Return what a folder takes, the drive where none is given.

    Raises ``NotFound``; ``NotAllowed`` for who neither keeps the folder nor is an administrator.
    """
    with deps.db.transaction() as conn:
        at = folder if folder is not None else folders.root(conn)
        found = folders.one(conn, at, person.id) if at is not None else None
        if found is None:
            raise NotFound("The folder")
        if found.right != "keeper" and not person.administrator:
            raise NotAllowed("Storage is shown to a folder's keepers and to administrators.")
        return Storage(
            folder=found,
            by_folder=storage.by_folder(conn, found.id, person.id),
            by_year=storage.by_year(conn, found.id, person.id),
            by_kind=storage.by_kind(conn, found.id, person.id),
            notable=storage.notable(conn, found.id, person.id),
            disk=_disk(deps, storage.whole(conn), settings.get(conn, "storage_limit"))
            if person.administrator
            else None,
        )


def _disk(deps: Deps, whole: Whole, limit: int | None) -> Disk:
    at = os.statvfs(deps.drive.root)
    free = at.f_bavail * at.f_frsize
    warning = None
    used = whole.bytes + whole.binned + whole.versions
    if limit is not None and used > limit:
        warning = "The drive is over its limit: bin and empty, or archive, what is old."
    elif limit is not None and used > limit * WARN_AT:
        warning = f"The drive has used {round(used / limit * 100)}% of its limit."
    elif free < 1 << 30:
        warning = "Less than 1 GB is free on the disk."
    return Disk(whole=whole, limit=limit, free=free, warning=warning)


def set_limit(deps: Deps, person: Person, limit: int | None) -> None:
    """Set how many bytes the drive should take, for the warning. None: no limit."""
    if not person.administrator:
        raise NotAllowed("Only an administrator may do this.", mend="Ask one.")
    if limit is not None and limit < 1 << 20:
        raise BadRequest("A limit is at least 1 MB.")
    with deps.db.transaction() as conn:
        settings.put(conn, "storage_limit", limit)
