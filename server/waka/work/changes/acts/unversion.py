"""The undo of a version: what came is of its own again, and the version before it the newest."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.acts import KnownFile
from waka.core.changes.check import Planned
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot, Step
from waka.drive.tree import shown
from waka.drive.versions import Exchange
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.desk import arrivals
from waka.records.documents import documents, versions
from waka.records.finding import search
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import LeftOut, Prepared
from waka.work.deps import Deps

from .base import Done, kept, number_of, onto_of, source_folder, target_folder, target_name
from .desk import back_on_the_desk
from .logging import log
from .moves import return_of
from .moving import ExchangingHandler


class UnversionHandler(ExchangingHandler):
    act = acts.Unversion

    def looks(self, want: Proposal, looks: Looks) -> None:
        if want.onto is not None:
            looks.documents.append(want.onto)
            looks.versions.append(want.onto)

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        onto, before = drafting.known(want.onto), drafting.kept_before(want.onto)
        if onto is None or onto.state != "filed" or before is None or before.came_as != want.document:
            raise LeftOut("other_version", number=want.onto or 0)
        row = drafting.may_change(onto)
        spot = Spot(folder=onto.folder_id, name=onto.name)
        to_desk = want.arrival is not None and want.path is not None
        returns = KnownFile(size=before.size, sha256=before.sha256, modified_ns=before.modified_ns)
        return Prepared(
            want=want, act=acts.Unversion(returns=returns, arrival=want.arrival, record=want.record),
            document=want.document, onto=onto.id, file=onto.file, source=spot, from_access=row.access_id,
            from_path=drafting.path_of(onto), to_place="arrivals" if to_desk else "drive",
            to_path=back_on_the_desk(drafting.deps, want.path or "") if to_desk else b"",
            planned=Planned(
                position=want.at, subject=("document", want.document or 0), source=None,
                target=None if to_desk else drafting.target(want, onto),
            ),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        assert step.source is not None
        places.assert_filed(step.onto, step.source)
        places.may_change(step.source.folder)
        if step.to_place == "arrivals":
            return placed(step, places.at(step.source), step.to_path, step.target)
        target = places.resolved(step)
        places.may_change(target.folder)
        return placed(step, places.at(step.source), places.at(target), target)

    def exchange(self, deps: Deps, step: Step) -> Exchange:
        return return_of(deps, step, kept(step, acts.Unversion).returns)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            self._record(conn, one, owner)
        steps.settle(conn, [one.step for one in done], "done")

    def _record(self, conn: Connection, one: Done, owner: ChangeList) -> None:
        step, act = one.step, kept(one.step, acts.Unversion)
        number, onto, back = number_of(step), onto_of(step), one.found.gave_way
        assert back is not None  # the file that came by that number stands where it was
        versions.drop_newest(conn, onto, one.found.inode, one.found.modified_ns, owner.person_id)
        if act.record is not None:
            versions.set_fields(conn, onto, act.record)
        if act.arrival is not None:
            documents.unfile(conn, number=number, name=act.arrival.name, inode=back.inode,
                             modified_ns=back.modified_ns, person=owner.person_id)  # fmt: skip
            arrivals.add(conn, number=number, point=act.arrival.point, path=step.to_path,
                         slip=dict(act.arrival.slip), bound_for=act.arrival.bound_for)  # fmt: skip
        else:
            versions.unmerge(conn, number, folder=target_folder(step), name=target_name(step), inode=back.inode,
                             modified_ns=back.modified_ns, person=owner.person_id)  # fmt: skip
            search.refresh(conn, [number])
        search.refresh(conn, [onto])
        log(conn, step, owner, "unversioned", number=onto, from_folder=source_folder(step),
            from_path=shown(step.from_path), to_folder=target_folder(step) if step.target else None,
            point=act.arrival.point if act.arrival else None, reason=said("document", number=number))  # fmt: skip
        versions.make_due(conn, self.unneeded(step))

    def reverse(self, step: Step) -> None:
        """What was a version can be filed onto its document again."""

    def unneeded(self, step: Step) -> list[bytes]:
        return [kept(step, acts.Unversion).returns.sha256]
