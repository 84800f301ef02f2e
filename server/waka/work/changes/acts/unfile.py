"""A record goes back to the desk, with the slip that it was filed by."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot, Step
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.desk import arrivals
from waka.records.documents import documents
from waka.records.finding import search
from waka.work.changes.drafting import Drafting
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import LeftOut, Prepared

from .base import Done, kept, number_of, source_folder
from .desk import back_on_the_desk
from .logging import log
from .moving import MovingHandler


class UnfileHandler(MovingHandler):
    act = acts.Unfile

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        source = drafting.filed(want)
        row = drafting.may_change(source)
        if want.arrival is None or want.path is None:
            raise LeftOut("not_waiting", number=source.id)
        return Prepared(
            want=want, act=acts.Unfile(arrival=want.arrival), document=source.id, file=source.file,
            to_place="arrivals", from_path=drafting.path_of(source),
            to_path=back_on_the_desk(drafting.deps, want.path), conformed=source.conforms,
            from_access=row.access_id,
            planned=Planned(
                position=want.at, subject=("document", source.id), target=None, digest=source.sha256,
                source=Spot(folder=source.folder_id, name=source.name),
            ),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_filed(step.document, step.source)
        assert step.source is not None
        places.may_change(step.source.folder)
        return placed(step, places.at(step.source), step.to_path, step.target)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, arrival = one.step, kept(one.step, acts.Unfile).arrival
            number = number_of(step)
            documents.unfile(
                conn, number=number, name=arrival.name, inode=one.found.inode, modified_ns=one.found.modified_ns,
                person=owner.person_id,
            )  # fmt: skip
            arrivals.add(
                conn, number=number, point=arrival.point, path=step.to_path, slip=dict(arrival.slip),
                bound_for=arrival.bound_for,
            )  # fmt: skip
            search.remove(conn, number)
            log(conn, step, owner, "unfiled", from_folder=source_folder(step), to_folder=arrival.bound_for,
                point=arrival.point)  # fmt: skip
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> None:
        """What is on the desk again is filed anew, by a slip."""
