"""A folder goes elsewhere or gets another name, with all that is in it."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Ends, Verdict, settle
from waka.core.changes.step import Spot, Step
from waka.core.ids import NO_FOLDER
from waka.core.names import to_bytes
from waka.drive import folders as on_disk
from waka.drive.hands import Hands
from waka.drive.tree import FileStat, shown
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.finding import logbook
from waka.records.folders import access, folders
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import LeftOut, Prepared
from waka.work.deps import Deps

from .base import Done, Handler, folder_of, source_folder, target_folder, target_name
from .folders import end_of, inode_of, kept_by, recheck_kept, spot_of, stat_of


class PlaceFolderHandler(Handler):
    act = acts.PlaceFolder
    changes_structure = True

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        row, structure = kept_by(want, drafting), drafting.structure
        into = row.parent_id if want.into is None and want.to is None else want.into
        if want.to is not None:
            into = structure.find_or_plan(want.to, want.into)
        above = structure.row(into or NO_FOLDER)
        if above is None or above.right is None:
            raise LeftOut("no_folder")
        if above.right != "keeper":
            raise LeftOut("not_keeper", folder=structure.seen(above.id) or "Drive")
        path = to_bytes(structure.path(row.id))
        return Prepared(
            want=want, act=acts.PlaceFolder(), folder=row.id, from_path=path, from_access=row.access_id,
            file=acts.KnownFile(inode=inode_of(row, drafting)), keeps_access=row.own_access,
            planned=Planned(position=want.at, subject=("folder", row.id), source=spot_of(row),
                            target=Spot(folder=above.id, name=want.name if want.name is not None else row.name)),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        from_path = recheck_kept(step, places)
        target = places.resolved(step)
        places.may_rearrange(target.folder)
        return placed(step, from_path, places.at(target), target)

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        on_disk.move(deps.drive, step.from_path, step.to_path, step.file.inode)
        return stat_of(step.file.inode)

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        source = on_disk.folder_inode(deps.drive, step.from_path)
        target = on_disk.folder_inode(deps.drive, step.to_path)
        inode = step.file.inode
        return settle(Ends(source=end_of(source, inode), target=end_of(target, inode))), stat_of(inode)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, folder = one.step, folder_of(one.step)
            moved = source_folder(step) != target_folder(step)
            folders.place(conn, folder, target_folder(step), target_name(step))
            if moved:
                access.settle_beneath(conn, folder)
            logbook.add(
                conn, "folder_moved" if moved else "folder_renamed", folder=folder, person=owner.person_id,
                list_id=step.list_id, from_path=shown(step.from_path), to_path=shown(step.to_path),
                from_folder=source_folder(step) if moved else None, to_folder=folder,
            )  # fmt: skip
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        assert step.source is not None
        return Proposal(
            act=self.act.code, folder=folder_of(step), into=step.source.folder, name=step.source.name,
            undoes=True, stands=step.target,
        )  # fmt: skip
