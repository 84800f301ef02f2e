"""An arrival is discarded: empty, damaged, the same as another. Its slip and its point stay with it."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.names import to_text
from waka.core.words import by_person
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.desk import arrivals
from waka.records.documents import documents
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared

from .base import Done, kept, number_of
from .logging import log
from .moving import MovingHandler


class DiscardHandler(MovingHandler):
    act = acts.Discard

    def looks(self, want: Proposal, looks: Looks) -> None:
        if want.document is not None:
            looks.waiting.append(want.document)

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        waiting = drafting.waiting(want.document)
        return Prepared(
            want=want, act=acts.Discard(reason=want.reason), document=waiting.id, file=waiting.file,
            from_place="arrivals", to_place="bin", from_path=waiting.path,
            planned=Planned(position=want.at, subject=("document", waiting.id), source=None, target=None),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_state(step.document, "waiting")
        to_path = f".waka/bin/{step.list_id}-{step.position}".encode()
        return placed(step, step.from_path, to_path, step.target)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, number, reason = one.step, number_of(one.step), kept(one.step, acts.Discard).reason
            documents.discard(conn, number=number, path=step.to_path, person=owner.person_id, reason=reason,
                              inode=one.found.inode, modified_ns=one.found.modified_ns)  # fmt: skip
            point = arrivals.lies_at(conn, number, step.to_path)
            log(conn, step, owner, "discarded", to_path=None, point=point, reason=by_person(reason))
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        return Proposal(
            act=acts.TakeBack.code, document=number_of(step), undoes=True, path=to_text(step.from_path),
            reason=kept(step, acts.Discard).reason,
        )  # fmt: skip
