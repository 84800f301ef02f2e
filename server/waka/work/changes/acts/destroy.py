"""A document in the bin is removed for good: its file, its versions, its text and its pictures."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Spot, Step
from waka.core.ids import DocumentId
from waka.core.names import to_bytes
from waka.drive.hands import Hands
from waka.drive.tree import FileStat
from waka.drive.versions import destroy
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.records.desk import arrivals
from waka.records.documents import documents, versions
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places
from waka.work.changes.prepared import LeftOut, Prepared
from waka.work.deps import Deps

from .base import NOTHING, Done, Handler, kept, number_of, source_folder
from .logging import log


class DestroyHandler(Handler):
    act = acts.Destroy

    def looks(self, want: Proposal, looks: Looks) -> None:
        super().looks(want, looks)
        if want.document is not None:
            looks.kept.append(want.document)

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        if drafting.known(want.document) is None:
            return self._discarded(want, drafting)
        source = drafting.binned(want)
        path = drafting.structure.path(source.folder_id)
        stood = f"{path}/{source.name}" if path else source.name
        act = acts.Destroy(kept=drafting.kept_digests.get(source.id, []), path=stood)
        return Prepared(
            want=want, act=act, document=source.id, file=source.file, from_place="bin", to_place="nowhere",
            from_path=source.bin_path or b"", to_path=to_bytes(stood),
            source=Spot(folder=source.folder_id, name=source.name),
            planned=Planned(position=want.at, subject=("document", source.id), source=None, target=None),
        )  # fmt: skip

    def _discarded(self, want: Proposal, drafting: Drafting) -> Prepared:
        """Return the step for an arrival that was discarded: it never stood in the drive."""
        found = drafting.discarded(want)
        drafting.must_keep_all()
        return Prepared(
            want=want, act=acts.Destroy(path=found.name), document=found.id, file=found.file, from_place="bin",
            to_place="nowhere", from_path=found.path, to_path=to_bytes(found.name),
            planned=Planned(position=want.at, subject=("document", found.id), source=None, target=None),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        if step.source is None:
            places.assert_state(step.document, "discarded")
            places.must_keep_all()
            return step
        places.assert_state(step.document, "binned")
        folder = places.rows.get(source_folder(step))
        if folder is not None and folder.right != "keeper":
            raise LeftOut("not_keeper", folder=places.path(folder.id) or "Drive")
        return step

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        destroy(deps.drive, step.from_path, step.file)
        return NOTHING

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        is_there = deps.drive.stat(step.from_path) is not None
        return (Verdict.PUT_BACK if is_there else Verdict.DONE), NOTHING

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            step, number = one.step, number_of(one.step)
            folder = source_folder(step) if step.source is not None else None
            point = arrivals.lies_at(conn, number, step.from_path) if folder is None else None
            documents.take_from_bin(conn, number)
            versions.forget(conn, number)
            documents.gone(conn, number)
            log(conn, step, owner, "destroyed", from_path=kept(step, acts.Destroy).path,
                from_folder=folder, to_path=None, point=point)  # fmt: skip
            if self.unneeded(step):
                versions.make_due(conn, self.unneeded(step))
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> None:
        """Nothing brings it back."""

    def unneeded(self, step: Step) -> list[bytes]:
        return list(kept(step, acts.Destroy).kept)

    def destroys(self, step: Step) -> bytes | None:
        return step.file.sha256

    def proves(self, step: Step) -> DocumentId | None:
        return None
