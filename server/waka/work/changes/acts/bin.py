"""A document goes into the bin, with the reason for it."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot, Step
from waka.core.words import by_person
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.documents import documents
from waka.records.finding import search
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared

from .base import Done, kept, number_of, source_folder
from .logging import log
from .moving import MovingHandler


class BinHandler(MovingHandler):
    act = acts.Bin

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        source = drafting.filed(want)
        row = drafting.may_change(source)
        spot = Spot(folder=source.folder_id, name=source.name)
        # an undo of restoring: it is binned as from where it was binned before
        stood = (
            Spot(folder=want.into, name=want.name if want.name is not None else source.name)
            if want.into is not None
            else None
        )
        return Prepared(
            want=want, act=acts.Bin(reason=want.reason), document=source.id, file=source.file, to_place="bin",
            from_path=drafting.path_of(source), conformed=source.conforms, from_access=row.access_id, target=stood,
            planned=Planned(position=want.at, subject=("document", source.id), source=spot, target=None,
                            digest=source.sha256),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_filed(step.document, step.source)
        assert step.source is not None
        places.may_change(step.source.folder)
        to_path = f".waka/bin/{step.list_id}-{step.position}".encode()
        return placed(step, places.at(step.source), to_path, step.target)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, reason = one.step, kept(one.step, acts.Bin).reason
            stood = step.target
            documents.put_in_bin(
                conn, number=number_of(step), path=step.to_path, person=owner.person_id, reason=reason,
                folder=stood.folder if stood else None, name=stood.name if stood else None,
            )  # fmt: skip
            search.remove(conn, number_of(step))
            log(
                conn,
                step,
                owner,
                "binned",
                from_folder=source_folder(step),
                to_path=None,
                reason=by_person(reason),
            )
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        assert step.source is not None
        return Proposal(
            act=acts.Restore.code, document=number_of(step), into=source_folder(step), name=step.source.name,
            undoes=True,
        )  # fmt: skip
