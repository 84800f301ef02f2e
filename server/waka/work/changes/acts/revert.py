"""An earlier version of a document becomes the newest; the one that was stays in the history."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.acts import KnownFile
from waka.core.changes.check import Planned
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot, Step
from waka.core.ids import DocumentId
from waka.drive.tree import shown
from waka.drive.versions import Exchange, stored_path
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.documents import versions
from waka.records.documents.documents import File
from waka.records.finding import search
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import LeftOut, Prepared
from waka.work.deps import Deps

from .base import Done, kept, number_of, source_folder
from .logging import log
from .moves import exchange_of
from .moving import ExchangingHandler


class RevertHandler(ExchangingHandler):
    act = acts.Revert

    def looks(self, want: Proposal, looks: Looks) -> None:
        super().looks(want, looks)
        if want.document is not None and want.undoes:
            looks.versions.append(want.document)

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        now = drafting.filed(want)
        row = drafting.may_change(now)
        version, file = self._chosen(want, drafting, now.id)
        spot = Spot(folder=now.folder_id, name=now.name)
        path = drafting.path_of(now)
        return Prepared(
            want=want, act=acts.Revert(version=version, stood=now.file), document=now.id, file=file,
            from_place="versions", from_path=stored_path(file.sha256), to_path=path, source=spot, target=spot,
            conforms=now.conforms, from_access=row.access_id,
            planned=Planned(position=want.at, subject=("document", now.id), source=None, target=None),
        )  # fmt: skip

    def _chosen(self, want: Proposal, drafting: Drafting, number: DocumentId) -> tuple[int, KnownFile]:
        """Return the version that is wanted, and what is known of its bytes. Raises ``LeftOut``."""
        if want.undoes:  # the one that was the newest before, if it is still the one before
            before = drafting.kept_before(number)
            if before is None or before.sha256 != want.digest:
                raise LeftOut("other_version", number=number)
            return before.version, KnownFile(
                size=before.size, sha256=before.sha256, modified_ns=before.modified_ns
            )
        history = versions.history(drafting.conn, number, drafting.person)
        chosen = next((one for one in history if one.version == want.version), None)
        if chosen is None:
            raise LeftOut("other_version", number=number)
        return chosen.version, KnownFile(
            size=chosen.size, sha256=chosen.sha256, modified_ns=chosen.modified_ns
        )

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_filed(step.document, step.source)
        assert step.source is not None
        places.may_change(step.source.folder)
        return placed(step, step.from_path, places.at(step.source), step.target)

    def exchange(self, deps: Deps, step: Step) -> Exchange:
        return exchange_of(deps, step, kept(step, acts.Revert).stood)

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, number, version = one.step, number_of(one.step), kept(one.step, acts.Revert).version
            versions.keep(conn, number, owner.person_id)
            file = File(size=step.file.size, sha256=step.file.sha256, inode=one.found.inode,
                        modified_ns=one.found.modified_ns)  # fmt: skip
            versions.newest(conn, number, file, owner.person_id, restored=version)
            search.refresh(conn, [number])
            log(conn, step, owner, "reverted", from_path=shown(step.to_path), to_folder=source_folder(step),
                reason=said("version", version=version))  # fmt: skip
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        return Proposal(
            act=self.act.code, document=number_of(step), undoes=True, stands=step.target,
            digest=kept(step, acts.Revert).stood.sha256,
        )  # fmt: skip
