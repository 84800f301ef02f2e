"""A folder is made: for itself, for what goes into it, or again with its number by an undo."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import msgspec
from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Spot, Step
from waka.core.ids import NO_FOLDER, FolderId
from waka.core.names import name_key
from waka.drive import folders as on_disk
from waka.drive.hands import Hands
from waka.drive.tree import FileStat, shown
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.finding import logbook
from waka.records.folders import access, folders
from waka.records.folders.access import MAY_FILE
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places
from waka.work.changes.prepared import LeftOut, NothingToDo, Prepared
from waka.work.deps import Deps

from .base import NOTHING, Done, Handler, kept, target_folder, target_name
from .folders import stat_of


class MakeFolderHandler(Handler):
    act = acts.MakeFolder

    def announce(self, want: Proposal, drafting: Drafting) -> None:
        """Know a folder that an undo makes again, with its number, before anything goes into it."""
        structure = drafting.structure
        above = structure.row(want.into or NO_FOLDER) if want.folder is not None else None
        if above is not None and want.folder is not None and want.folder not in structure.rows:
            name = want.name or ""
            structure.add(replace(above, id=want.folder, parent_id=above.id, name=name, name_key=name_key(name),
                                  own_access=False, inode=None))  # fmt: skip

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared | None:
        if want.to is not None:
            folder = drafting.structure.find_or_plan(want.to, want.into)
            if folder > 0:
                raise LeftOut("already_there", name=want.to)
            drafting.wanted[folder] = want
            return None
        above = drafting.structure.row(want.into or NO_FOLDER)
        if above is None or above.right is None:
            raise LeftOut("no_folder")
        if above.right not in MAY_FILE:
            raise LeftOut("may_not_make", folder=drafting.structure.seen(above.id) or "Drive")
        spot = Spot(folder=above.id, name=want.name or "")
        return Prepared(
            want=want, act=acts.MakeFolder(private=want.private), folder=want.folder,
            planned=Planned(position=want.at, subject=("folder", want.folder or NO_FOLDER), source=None, target=spot),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        parent = places.row(places.parent_of_made(step))
        if parent.right not in MAY_FILE:
            raise LeftOut("may_not_make", folder=places.path(parent.id) or "Drive")
        there = places.standing(parent.id, target_name(step))
        # a private folder is its maker's own, and never one that is there already
        if there is not None and step.folder is None and step.make is not None:
            raise NothingToDo("made_meanwhile", path=places.path(there))
        target = Spot(folder=parent.id, name=target_name(step))
        return msgspec.structs.replace(step, to_path=places.at(target), target=target)

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        return stat_of(on_disk.make(deps.drive, step.to_path, hands))

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        found = on_disk.folder_inode(deps.drive, step.to_path)
        return (Verdict.DONE, stat_of(found)) if found else (Verdict.PUT_BACK, NOTHING)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            made = self._made(conn, one, owner)
            logbook.add(
                conn, "folder_made", folder=made, person=owner.person_id, list_id=one.step.list_id,
                to_path=shown(one.step.to_path), to_folder=made,
            )  # fmt: skip
        steps.settle(conn, [one.step for one in done], "done")

    def _made(self, conn: Connection, one: Done, owner: ChangeList) -> FolderId:
        step, act = one.step, kept(one.step, acts.MakeFolder)
        if step.folder is not None:  # one that was removed comes back
            folders.bring_back(conn, step.folder, one.found.inode)
            return step.folder
        if act.private:
            access.hold_access(conn)
        made = folders.make(conn, target_folder(step), target_name(step), one.found.inode)
        if act.private:  # in the same transaction: it never stands open
            access.set_own_access(conn, made, own=True, replaces=True)
            access.put_grant(conn, made, access.Holder(person=owner.person_id), "keeper", owner.person_id)
            access.settle_beneath(conn, made)
        steps.set_act(conn, step, msgspec.structs.replace(act, made=made))
        return made

    def reverse(self, step: Step) -> Proposal:
        return Proposal(act=acts.RemoveFolder.code, folder=made_by(step), undoes=True)


def made_by(step: Step) -> FolderId | None:
    """Return the number of the folder that a done step made."""
    return step.folder or kept(step, acts.MakeFolder).made
