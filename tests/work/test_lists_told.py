"""What a list says of itself agrees with the folders, with what ran and with what can be undone."""

from collections.abc import Callable

import pytest

from tests.work.drive import CANVAS, LOG, NOTE, ROPE, SAIL
from tests.work.lists import Lists, stand
from tests.work.test_lists import made_run_with_trouble
from waka.core.changes.proposal import Proposal
from waka.core.words import given
from waka.errors import ListChanged
from waka.records.changes.steps import Filter
from waka.work.changes import lists, looking
from waka.work.changes.proving import prove
from waka.work.changes.ways import kept_list
from waka.work.changes.ways import undo as undoing
from waka.work.folders import browsing


def with_emptied_removed(made: Lists) -> int:
    list_id = made.mapping("Finance/{year}", "{year}/Finance")
    lists.choose(made.drive.deps, made.drive.keeper, list_id, collision=None, on_failure=None, remove_empty=True,
                 title=None)  # fmt: skip
    return list_id


def test_a_folder_that_something_came_to_meanwhile_is_left_and_no_failure(made: Lists) -> None:
    list_id = with_emptied_removed(made)
    made.drive.change("copy", NOTE, folder=made.drive.folder("Finance/2025"))
    assert made.run(list_id).state == "done"
    assert "Finance/2025/note.txt" in stand(made.drive)
    left = looking.page_of(made.drive.deps, made.drive.keeper, list_id, Filter(state="left"), 0)
    assert [(s.step.act, s.from_path) for s in left.steps] == [
        ("remove_folder", "Finance/2025"), ("remove_folder", "Finance")
    ]  # fmt: skip


def test_a_folder_that_holds_a_file_nobody_knows_yet_is_left_and_no_failure(made: Lists) -> None:
    list_id = with_emptied_removed(made)
    (made.drive.root / "Finance/2025/.kept").write_text("of another program, never a document")
    assert made_run_with_trouble(made, list_id).state == "done"
    assert (made.drive.root / "Finance/2025/.kept").exists()


def test_steps_tried_alone_leave_the_folders_they_did_not_empty(made: Lists) -> None:
    list_id = with_emptied_removed(made)
    page = looking.page_of(made.drive.deps, made.drive.keeper, list_id, Filter(), 0)
    wanted = [s.step.position for s in page.steps if s.from_path in (SAIL, "Finance/2025")]
    assert made.run(list_id, only=wanted).state == "paused"
    assert made.run(list_id).state == "done"
    assert not (made.drive.root / "Finance").exists(), "once all has left it, it goes"


def test_the_proof_names_what_was_left_because_its_file_was_gone(made: Lists) -> None:
    drive = made.drive
    list_id = made.sheet((NOTE, "Boat"), (SAIL, "Boat"))
    (drive.root / SAIL).unlink()
    made_run_with_trouble(made, list_id)
    drive.sweep()
    assert lists.leave_failed(drive.deps, drive.keeper, list_id).state == "done", "nothing is left to do"
    amiss = prove(drive.deps, drive.keeper, list_id).amiss
    assert [(one.path, one.outcome) for one in amiss] == [(SAIL, "not_done")] and amiss[0].why


def test_the_counts_before_and_after_are_those_that_folders_shows(made: Lists) -> None:
    drive = made.drive
    list_id = made.sheet((SAIL, "Letters/Sails"), (LOG, "Finance"))
    before = {entry.path: entry.documents for entry in browsing.outline(drive.deps, drive.keeper)}
    told = made.one(list_id).summary.folders
    assert {one.path: one.before for one in told if one.folder} == {
        path: before[path] for path in ("", "Finance", "Finance/2025", "Letters", "Trainees")
    }
    made.run(list_id)
    after = {entry.path: entry.documents for entry in browsing.outline(drive.deps, drive.keeper)}
    assert {one.path: one.after for one in told} == {path: after[path] for path in (
        "", "Finance", "Finance/2025", "Letters", "Letters/Sails", "Trainees")}  # fmt: skip


def test_a_list_that_destroyed_says_what_and_offers_no_undo(made: Lists) -> None:
    drive = made.drive
    drive.change("bin", CANVAS, ROPE)
    numbers = drive.binned()
    asks = [Proposal(act="destroy", document=number) for number in numbers]
    list_id = kept_list.propose(drive.deps, drive.keeper, asks, title=given("Destroy"), origin="bin")
    assert made.run(list_id).state == "done"
    found = looking.page_of(drive.deps, drive.keeper, list_id, Filter(), 0).steps
    assert {s.from_path for s in found} == {CANVAS, ROPE}
    assert not lists.can_undo(made.one(list_id))
    assert lists.can_undo(made.one(made_and_run(made)))


def made_and_run(made: Lists) -> int:
    list_id = made.sheet((NOTE, "Boat"))
    made.run(list_id)
    return list_id


def test_a_place_in_a_list_means_nothing_once_it_was_checked_anew(made: Lists) -> None:
    """Somebody takes the first step out; what was the second is not met by who still looks at the list before."""
    deps, keeper = made.drive.deps, made.drive.keeper
    list_id = made.sheet((NOTE, "Finance"), (SAIL, "Letters"), (ROPE, "Letters"))
    looked_at = made.one(list_id).checked_at
    lists.mend(deps, keeper, list_id, lists.Mend(positions=[1], leave=True, seen=looked_at))
    before = made.steps(list_id)
    stale: list[Callable[[], object]] = [
        lambda: lists.mend(deps, keeper, list_id, lists.Mend(positions=[2], leave=True, seen=looked_at)),
        lambda: lists.run(deps, keeper, list_id, [2], seen=looked_at),
        lambda: undoing.propose_undo(deps, keeper, list_id, [2], looked_at),
    ]
    for act in stale:
        with pytest.raises(ListChanged):
            act()
    assert made.steps(list_id) == before
    assert made.one(list_id).state == "checked"
