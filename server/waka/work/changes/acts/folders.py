"""What the acts share that are about a folder: who may, what it is now, what is known of it afterwards."""

from __future__ import annotations

from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import End
from waka.core.changes.step import Spot, Step
from waka.core.ids import NO_FOLDER
from waka.core.names import to_bytes
from waka.drive.folders import folder_inode
from waka.drive.tree import FileStat
from waka.records.folders.survey import FolderRow
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places
from waka.work.changes.prepared import LeftOut

from .base import folder_of


def stat_of(inode: int) -> FileStat:
    return FileStat(size=0, inode=inode, modified_ns=0)


def kept_by(want: Proposal, drafting: Drafting, rights: tuple[str, ...] = ("keeper",)) -> FolderRow:
    """Return the folder that is meant, which the person keeps and which stands as it should. Raises ``LeftOut``."""
    structure = drafting.structure
    row = structure.rows.get(want.folder or NO_FOLDER)
    if row is None or row.right is None or row.parent_id is None:
        raise LeftOut("no_folder")
    if row.right not in rights:
        raise LeftOut("not_keeper", folder=structure.seen(row.id))
    if want.stands is not None and (row.parent_id, row.name) != (want.stands.folder, want.stands.name):
        raise LeftOut("changed_since", path=structure.seen(row.id))
    return row


def inode_of(row: FolderRow, drafting: Drafting) -> int:
    """Return a folder's inode, which a sweep may not have written down yet."""
    return row.inode or folder_inode(drafting.deps.drive, to_bytes(drafting.structure.path(row.id))) or 0


def spot_of(row: FolderRow) -> Spot:
    return Spot(folder=row.parent_id or NO_FOLDER, name=row.name)


def recheck_kept(step: Step, places: Places, rights: tuple[str, ...] = ("keeper",)) -> bytes:
    """Return where a folder stands that the person still keeps. Raises ``LeftOut``."""
    row = places.row(folder_of(step))
    places.must_have(row.id, rights)
    path = places.path(row.id)
    if step.source is None or (row.parent_id, row.name) != (step.source.folder, step.source.name):
        raise LeftOut("folder_moved", path=path)
    return to_bytes(path)


def end_of(found: int | None, inode: int) -> End:
    if found is None:
        return End.NOTHING
    return End.THIS if found == inode else End.OTHER
