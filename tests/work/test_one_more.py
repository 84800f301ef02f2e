"""What one more act and one more way to propose need: a module and a line each. Here they are, from proposal to undo."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import pytest
from psycopg import Connection

from tests.work.drive import CANVAS, NOTE, SmallDrive
from tests.work.lists import Lists
from waka.core.changes import acts as core_acts
from waka.core.changes.acts import ActBase
from waka.core.changes.check import Planned
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Spot, Step
from waka.core.words import given
from waka.drive.hands import Hands
from waka.drive.tree import FileStat
from waka.records.changes import steps
from waka.records.changes.lists import ChangeList
from waka.work.changes import acts, at_once, lists
from waka.work.changes.acts.base import NOTHING, Done, Handler, kept, number_of
from waka.work.changes.at_once import Change
from waka.work.changes.drafting import Drafting
from waka.work.changes.lists import Mend
from waka.work.changes.places import Places, placed
from waka.work.changes.prepared import Prepared
from waka.work.changes.ways import kept_list
from waka.work.changes.ways import undo as undoing
from waka.work.deps import Deps
from waka.work.folders import browsing


# one module in core/changes/acts ------------------------------------------------------------------------------
class Annotate(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "annotate"
    touches_its_file: ClassVar[bool] = False

    was: str
    note: str


# and what it does, in work/changes/acts -----------------------------------------------------------------------
class AnnotateHandler(Handler):
    act = Annotate  # type: ignore[assignment]  # the union of all acts does not name it: that is the one line

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared:
        source = drafting.filed(want)
        row = drafting.may_change(source)
        spot = Spot(folder=source.folder_id, name=source.name)
        path = drafting.path_of(source)
        return Prepared(
            want=want, act=Annotate(was="", note=want.reason), document=source.id, file=source.file,  # type: ignore[arg-type]
            from_path=path, to_path=path, conformed=source.conforms, conforms=source.conforms,
            from_access=row.access_id, target=spot,
            planned=Planned(position=want.at, subject=("document", source.id), source=spot, target=None,
                            digest=source.sha256),
        )  # fmt: skip

    def recheck(self, step: Step, places: Places) -> Step:
        places.assert_filed(step.document, step.source)
        assert step.source is not None
        path = places.at(step.source)
        return placed(step, path, path, step.target)

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        return NOTHING

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        return Verdict.DONE, NOTHING

    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        for one in done:
            note = kept(one.step, Annotate).note  # type: ignore[type-var]
            conn.execute("update document set note = %s where id = %s", (note, number_of(one.step)))
        steps.settle(conn, [one.step for one in done], "done")

    def reverse(self, step: Step) -> Proposal:
        was = kept(step, Annotate).was  # type: ignore[type-var]
        return Proposal(act="annotate", document=number_of(step), undoes=True, stands=step.source, reason=was)


# one module in work/changes/ways ------------------------------------------------------------------------------
def propose_notes(deps: Deps, person: int, notes: dict[int, str]) -> int:
    wants = [Proposal(act="annotate", document=number, reason=note) for number, note in notes.items()]
    return kept_list.propose(deps, person, wants, title=given("Notes from the mate"), origin="notes")


@pytest.fixture(autouse=True)
def one_line(monkeypatch: pytest.MonkeyPatch) -> None:
    """What the line in each ``__init__`` does."""
    monkeypatch.setitem(core_acts.TYPES, Annotate.code, Annotate)  # type: ignore[arg-type]
    monkeypatch.setitem(acts._HANDLERS, Annotate.code, AnnotateHandler())


def test_a_new_act_and_a_new_way_are_checked_run_proved_and_undone_like_all_others(
    drive: SmallDrive, made: Lists
) -> None:
    deps, keeper = drive.deps, drive.keeper
    first, second = drive.number(NOTE), drive.number(CANVAS)

    def notes() -> list[str]:
        return [browsing.details(deps, keeper, number).document.note or "" for number in (first, second)]

    list_id = propose_notes(deps, keeper, {first: "read twice", second: "wet", 999_999: "nobody's"})
    assert made.findings(list_id) == ["missing"]
    assert notes() == ["", ""]
    lists.mend(deps, keeper, list_id, Mend(finding="missing", leave=True))
    done = made.run(list_id)
    assert (done.state, notes()) == ("done", ["read twice", "wet"])
    undo = undoing.propose_undo(deps, keeper, list_id)
    assert made.one(undo).summary.blocked == 0
    assert made.run(undo).state == "done"
    assert notes() == ["", ""]


def test_a_new_act_runs_at_once_and_goes_back(drive: SmallDrive) -> None:
    number = drive.number(NOTE)
    want = Proposal(act="annotate", document=number, reason="at once")
    ran = at_once.run(
        drive.deps,
        drive.keeper,
        lambda _: Change(title=given("A note"), origin="notes", wants=[want], near=[drive.folder("Letters")]),
    )
    assert browsing.details(drive.deps, drive.keeper, number).document.note == "at once"
    undoing.undo(drive.deps, drive.keeper, ran.list_id)
    assert not browsing.details(drive.deps, drive.keeper, number).document.note
