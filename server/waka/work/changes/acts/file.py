"""An arrival is filed: it leaves the desk and becomes a record of the drive."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.acts import Arrival
from waka.core.changes.check import Planned
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.names import to_text
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.desk import arrivals
from waka.records.documents import documents
from waka.records.finding import search
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared

from .base import Done, kept, number_of, target_folder, target_name
from .logging import log
from .moving import MovingHandler


class FileHandler(MovingHandler):
    act = acts.File

    def looks(self, want: Proposal, looks: Looks) -> None:
        if want.document is not None:
            looks.waiting.append(want.document)

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        waiting = drafting.waiting(want.document)
        target = drafting.target(want, None)
        record, conforms = drafting.names_in(target.folder).read(
            target.name, want.record.kind if want.record else None
        )
        arrival = Arrival(
            name=waiting.name, point=waiting.arrival_point_id, bound_for=waiting.bound_for,
            slip=waiting.slip if want.slip is None else want.slip,
        )  # fmt: skip
        return Prepared(
            want=want, document=waiting.id,
            act=acts.File(arrival=arrival, record=want.record or record, confirmed=want.reason),
            kind=(want.record or record).kind, file=waiting.file, from_place="arrivals", from_path=waiting.path,
            conforms=conforms,
            planned=Planned(position=want.at, subject=("document", waiting.id), source=None, target=target,
                            digest=waiting.sha256),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_state(step.document, "waiting")
        target = places.resolved(step)
        places.may_file(target.folder)
        return placed(step, step.from_path, places.at(target), target)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, act = one.step, kept(one.step, acts.File)
            number = number_of(step)
            documents.file(
                conn, number=number, folder=target_folder(step), name=target_name(step), record=act.record,
                conforms=bool(step.conforms), inode=one.found.inode, modified_ns=one.found.modified_ns,
                person=owner.person_id,
            )  # fmt: skip
            arrivals.remove(conn, number)
            search.refresh(conn, [number])
            action = "uploaded" if owner.origin == "upload" else "filed"
            told = said("confirmed", text=act.confirmed) if act.confirmed else None
            log(
                conn, step, owner, action, to_folder=target_folder(step), point=act.arrival.point, reason=told
            )
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        return Proposal(
            act=acts.Unfile.code, document=number_of(step), undoes=True, stands=step.target,
            arrival=kept(step, acts.File).arrival, path=to_text(step.from_path),
        )  # fmt: skip
