"""A filed document goes elsewhere in the drive, or gets another name."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot, Step
from waka.records.changes.lists import ChangeList
from waka.records.folders.survey import Source
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared

from .base import Done, kept, number_of, source_folder
from .moving import MovingHandler
from .placing import record_placed


class PlaceHandler(MovingHandler):
    act = acts.Place

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        source = drafting.filed(want)
        drafting.may_change(source)
        return placing(want, drafting, source, drafting.target(want, source))

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_filed(step.document, step.source)
        assert step.source is not None
        places.may_change(step.source.folder)
        target = places.resolved(step)
        places.may_file(target.folder)
        return placed(step, places.at(step.source), places.at(target), target)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        record_placed(conn, done, owner)

    def reverse(self, step: Step) -> Proposal:
        assert step.source is not None
        return Proposal(
            act=self.act.code, document=number_of(step), into=source_folder(step), name=step.source.name,
            undoes=True, stands=step.target, record=kept(step, acts.Place).was,
        )  # fmt: skip


def placing(want: Proposal, drafting: Drafting, source: Source, target: Spot) -> Prepared:
    """Return the step that brings a filed document to *target*, with the fields that its name or the wish gives it."""
    row = drafting.structure.row(source.folder_id)
    act, conforms = acts.Place(), None
    if target.name != source.name or want.record is not None:
        record, conforms = drafting.fields(want, source, target)
        act = acts.Place(was=source.record, record=record)
    spot = Spot(folder=source.folder_id, name=source.name)
    return Prepared(
        want=want, act=act, document=source.id,
        kind=source.kind if act.record is None else act.record.kind, file=source.file,
        from_path=drafting.path_of(source),
        conformed=source.conforms, conforms=conforms, from_access=row.access_id if row else None,
        planned=Planned(position=want.at, subject=("document", source.id), source=spot, target=target,
                        digest=source.sha256),
    )  # fmt: skip
