"""A discarded arrival waits on the desk again, where it lay and with its slip."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.names import to_text
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.desk import arrivals
from waka.records.documents import documents
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places
from waka.work.changes.prepared import Prepared

from .base import Done, kept, number_of
from .desk import back_on_the_desk
from .logging import log
from .moving import MovingHandler


class TakeBackHandler(MovingHandler):
    act = acts.TakeBack

    def looks(self, want: Proposal, looks: Looks) -> None:
        """It is looked up by itself: such lists are short."""

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        found = drafting.discarded(want)
        back = back_on_the_desk(drafting.deps, want.path or to_text(found.first_path))
        return Prepared(
            want=want, act=acts.TakeBack(reason=found.reason), document=found.id, file=found.file,
            from_place="bin", to_place="arrivals", from_path=found.path, to_path=back,
            planned=Planned(position=want.at, subject=("document", found.id), source=None, target=None),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_state(step.document, "discarded")
        return step

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, number = one.step, number_of(one.step)
            documents.take_from_bin(conn, number)
            documents.wait_again(
                conn,
                number=number,
                inode=one.found.inode,
                modified_ns=one.found.modified_ns,
                person=owner.person_id,
            )
            point = arrivals.lies_at(conn, number, step.to_path)
            log(conn, step, owner, "taken_back", from_path=None, point=point)
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        reason = kept(step, acts.TakeBack).reason
        return Proposal(act=acts.Discard.code, document=number_of(step), undoes=True, reason=reason)
