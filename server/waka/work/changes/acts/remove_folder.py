"""An empty folder is removed."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Step
from waka.core.names import to_bytes
from waka.drive import folders as on_disk
from waka.drive.hands import Hands
from waka.drive.tree import FileStat, shown
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.finding import logbook
from waka.records.folders import folders
from waka.records.folders.access import MAY_FILE
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import LeftOut, Prepared
from waka.work.deps import Deps

from .base import NOTHING, Done, Handler, folder_of, kept, source_folder
from .folders import inode_of, kept_by, recheck_kept, spot_of


class RemoveFolderHandler(Handler):
    act = acts.RemoveFolder
    changes_structure = True

    def looks(self, want: Proposal, looks: Looks) -> None:
        if want.folder is not None:
            looks.emptied.append(want.folder)

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        row = kept_by(want, drafting, MAY_FILE if want.undoes else ("keeper",))
        path = drafting.structure.path(row.id)
        if not drafting.is_emptied(row.id):
            raise LeftOut("not_emptied" if want.undoes else "not_empty", path=drafting.structure.seen(row.id))
        return Prepared(
            want=want, act=acts.RemoveFolder(unmakes=want.undoes), folder=row.id,
            from_path=to_bytes(path), from_access=row.access_id, file=acts.KnownFile(inode=inode_of(row, drafting)),
            planned=Planned(position=want.at, subject=("folder", row.id), source=spot_of(row), target=None),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        rights = MAY_FILE if kept(step, acts.RemoveFolder).unmakes else ("keeper",)
        return placed(step, recheck_kept(step, places, rights), step.to_path, step.target)

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        on_disk.remove(deps.drive, step.from_path, hands)
        return NOTHING

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        is_there = on_disk.folder_inode(deps.drive, step.from_path) is not None
        return (Verdict.PUT_BACK if is_there else Verdict.DONE), NOTHING

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            folders.remove(conn, folder_of(one.step))
            logbook.add(
                conn, "folder_removed", folder=one.step.folder, person=owner.person_id, list_id=one.step.list_id,
                from_path=shown(one.step.from_path), from_folder=one.step.folder,
            )  # fmt: skip
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        assert step.source is not None
        return Proposal(
            act=acts.MakeFolder.code, folder=folder_of(step), into=source_folder(step), name=step.source.name,
            undoes=True,
        )  # fmt: skip
