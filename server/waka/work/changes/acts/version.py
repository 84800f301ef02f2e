"""A document or an arrival becomes the newest version of another one; the check proposes it where a name is taken."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Step
from waka.core.ids import DocumentId
from waka.core.names import to_text
from waka.drive.tree import shown
from waka.drive.versions import Exchange
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.desk import arrivals
from waka.records.documents import documents, versions
from waka.records.documents.documents import File
from waka.records.finding import search
from waka.records.folders.survey import Source
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared
from waka.work.deps import Deps

from .base import Done, kept, number_of, onto_of, target_folder
from .logging import log
from .moves import exchange_of
from .moving import ExchangingHandler


def version_of(one: Prepared, onto: Source) -> acts.Version:
    """Return what a prepared step becomes that takes the place of *onto*."""
    filing = one.act if isinstance(one.act, acts.File) else None
    return acts.Version(
        stood=onto.file, arrival=filing.arrival if filing else None, was=onto.record if filing else None,
        record=filing.record if filing else None,
    )  # fmt: skip


class VersionHandler(ExchangingHandler):
    act = acts.Version

    def recheck(self, step: Step, places: Places) -> Step:
        from_path = step.from_path
        if step.from_place == "drive":
            places.assert_filed(step.document, step.source)
            assert step.source is not None
            places.may_change(step.source.folder)
            from_path = places.at(step.source)
        else:
            places.assert_state(step.document, "waiting" if step.from_place == "arrivals" else "binned")
        target = places.resolved(step)
        places.assert_filed(step.onto, target)
        places.may_file(target.folder)
        return placed(step, from_path, places.at(target), target)

    def exchange(self, deps: Deps, step: Step) -> Exchange:
        return exchange_of(deps, step, kept(step, acts.Version).stood)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            self._record(conn, one, owner)
        steps.settle(conn, [one.step for one in done], "done")

    def _record(self, conn: Connection, one: Done, owner: ChangeList) -> None:
        step, act = one.step, kept(one.step, acts.Version)
        number, onto = number_of(step), onto_of(step)
        versions.keep(conn, onto, owner.person_id)
        file = File(
            size=step.file.size,
            sha256=step.file.sha256,
            inode=one.found.inode,
            modified_ns=one.found.modified_ns,
        )
        versions.newest(conn, onto, file, owner.person_id, came_as=number)
        if act.record is not None:
            versions.set_fields(conn, onto, act.record)
        arrivals.remove(conn, number)
        documents.take_from_bin(conn, number)
        versions.merge(conn, number, onto, owner.person_id)
        search.remove(conn, number)
        search.refresh(conn, [onto])
        log(conn, step, owner, "versioned", number=onto, from_path=shown(step.from_path),
            from_folder=step.source.folder if step.source else None, to_folder=target_folder(step),
            point=act.arrival.point if act.arrival else None, reason=said("document", number=number))  # fmt: skip

    def reverse(self, step: Step) -> Proposal:
        act = kept(step, acts.Version)
        source = step.source
        return Proposal(
            act=acts.Unversion.code, document=number_of(step), onto=onto_of(step), undoes=True, stands=step.target,
            into=source.folder if source else None, name=source.name if source else None, record=act.was,
            arrival=act.arrival, path=to_text(step.from_path) if act.arrival else None,
        )  # fmt: skip

    def proves(self, step: Step) -> DocumentId | None:
        return step.onto
