"""A document gets other fields, and where they come to another name, that name."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Spot, Step
from waka.drive.hands import Hands
from waka.drive.tree import FileStat
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.documents import documents
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared
from waka.work.deps import Deps

from .base import NOTHING, Done, Handler, kept, number_of, source_folder, target_name
from .logging import log
from .place import placing
from .placing import words_follow


class CorrectHandler(Handler):
    act = acts.Correct

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        source = drafting.filed(want)
        row = drafting.may_change(source)
        spot = Spot(folder=source.folder_id, name=source.name)
        name = want.name if want.name is not None else source.name
        if name != source.name:
            return placing(want, drafting, source, Spot(folder=source.folder_id, name=name))
        record, conforms = drafting.fields(want, source, spot)
        return Prepared(
            want=want, act=acts.Correct(was=source.record, record=record), document=source.id, file=source.file,
            from_path=drafting.path_of(source), to_path=drafting.path_of(source), conformed=source.conforms,
            conforms=conforms, from_access=row.access_id, target=spot,
            planned=Planned(position=want.at, subject=("document", source.id), source=spot, target=None,
                            digest=source.sha256),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_filed(step.document, step.source)
        assert step.source is not None
        places.may_change(step.source.folder)
        path = places.at(step.source)
        return placed(step, path, path, step.target)

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        return NOTHING

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        return Verdict.DONE, NOTHING

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step = one.step
            documents.place(
                conn, number=number_of(step), folder=source_folder(step), name=target_name(step),
                conforms=bool(step.conforms), inode=step.file.inode, modified_ns=step.file.modified_ns,
                record=kept(step, acts.Correct).record, person=owner.person_id,
            )  # fmt: skip
            log(conn, step, owner, "corrected", to_folder=source_folder(step), from_path=None)
        words_follow(conn, [number_of(one.step) for one in done], owner)
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        return Proposal(
            act=self.act.code, document=number_of(step), undoes=True, stands=step.source,
            record=kept(step, acts.Correct).was,
        )  # fmt: skip
