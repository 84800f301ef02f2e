"""A document comes out of the bin again."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot, Step
from waka.records.changes.lists import ChangeList
from waka.records.documents import documents
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared

from .base import Done, kept, number_of
from .moving import MovingHandler
from .placing import record_placed


class RestoreHandler(MovingHandler):
    act = acts.Restore

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        source = drafting.binned(want)
        row = drafting.may_change(source) if drafting.structure.row(source.folder_id) else None
        target = drafting.target(want, source)
        record, conforms = drafting.fields(want, source, target)
        return Prepared(
            want=want, act=acts.Restore(reason=source.bin_reason, record=record), document=source.id, kind=record.kind,
            file=source.file, from_place="bin", from_path=source.bin_path or b"", conformed=source.conforms,
            conforms=conforms, from_access=row.access_id if row else None, 
            source=Spot(folder=source.folder_id, name=source.name),
            planned=Planned(position=want.at, subject=("document", source.id), source=None, target=target,
                            digest=source.sha256),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_state(step.document, "binned")
        target = places.resolved(step)
        places.may_file(target.folder)
        return placed(step, step.from_path, places.at(target), target)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            documents.take_from_bin(conn, number_of(one.step))
        record_placed(conn, done, owner, words_change=True)

    def reverse(self, step: Step) -> Proposal:
        """Back to where it was binned from, for the reason that it was binned for."""
        assert step.source is not None
        return Proposal(
            act=acts.Bin.code, document=number_of(step), into=step.source.folder, name=step.source.name, undoes=True,
            stands=step.target, reason=kept(step, acts.Restore).reason,
        )  # fmt: skip
