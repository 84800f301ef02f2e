"""A document is copied: another one, with a number of its own, of the same bytes and fields."""

from __future__ import annotations

from collections.abc import Sequence

import msgspec
from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Spot, Step
from waka.core.ids import DocumentId
from waka.drive.hands import Hands
from waka.drive.moving import copy_out, drop_work, is_copied
from waka.drive.tree import FileStat
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.documents import documents
from waka.records.finding import search
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared
from waka.work.deps import Deps

from .base import Done, Handler, kept, number_of, source_folder, target_folder, target_name
from .logging import log
from .moves import arrived, is_taken, move_of


class CopyHandler(Handler):
    act = acts.Copy

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        source = drafting.filed(want)
        target = drafting.target(want, source)
        row = drafting.structure.row(source.folder_id)
        record, conforms = drafting.fields(want, source, target)
        return Prepared(
            want=want, act=acts.Copy(record=record), document=source.id, kind=record.kind, file=source.file,
            from_path=drafting.path_of(source), conformed=source.conforms, conforms=conforms,
            from_access=row.access_id if row else None,
            planned=Planned(
                position=want.at, subject=("document", source.id), target=target, keeps_source=True,
                source=Spot(folder=source.folder_id, name=source.name), digest=source.sha256,
            ),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_filed(step.document, step.source)
        assert step.source is not None
        target = places.resolved(step)
        places.may_file(target.folder)
        return placed(step, places.at(step.source), places.at(target), target)

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        return copy_out(move_of(deps, step))

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        move = move_of(deps, step)
        # a copy is another document: whoever is known at its target is not it
        done = is_copied(move, target_is_known=is_taken(conn, step, 0))
        drop_work(move)
        verdict = Verdict.DONE if done else Verdict.PUT_BACK
        return verdict, arrived(move, verdict)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, found, act = one.step, one.found, kept(one.step, acts.Copy)
            number = documents.copy(
                conn, source=number_of(step), folder=target_folder(step), name=target_name(step),
                conforms=bool(step.conforms), inode=found.inode, modified_ns=found.modified_ns,
                size=step.file.size, sha256=step.file.sha256, record=act.record, person=owner.person_id,
            )  # fmt: skip
            search.refresh(conn, [number])
            steps.set_act(conn, step, msgspec.structs.replace(act, made=number))
            steps.settle(conn, [step], "done")
            log(conn, step, owner, "copied", number=number, from_folder=source_folder(step),
                to_folder=target_folder(step), reason=said("copy_of", number=number_of(step)))  # fmt: skip

    def reverse(self, step: Step) -> Proposal:
        return Proposal(act=acts.Bin.code, document=self.proves(step), undoes=True, stands=step.target)

    def proves(self, step: Step) -> DocumentId | None:
        return kept(step, acts.Copy).made
