"""Lists of whole folders, of fields, and of what leaves the bin for good."""

from collections.abc import Callable
from dataclasses import replace

import pytest

from tests.support import files_beneath
from tests.work.drive import CANVAS, FILES, LOG, NOTE, ROPE, SAIL, SmallDrive
from tests.work.lists import Lists
from waka.errors import BadRequest, CountDiffers, NotFound, NotUndoable
from waka.records.folders import storage
from waka.work.changes import evidence, lists
from waka.work.changes.proving import prove
from waka.work.changes.ways import chosen, emptying
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.chosen import Choice
from waka.work.folders import browsing
from waka.work.naming.slips import Slip
from waka.work.outside.taking_in import take_in


def test_a_template_brings_its_empty_folders(made: Lists) -> None:
    drive = made.drive
    (drive.root / "Letters/In").mkdir()
    (drive.root / "Letters/Out/drafts").mkdir(parents=True)
    take_in(drive.deps, drive.keeper)
    choice = Choice(do="copy", folders=[drive.folder("Letters")], into=drive.folder(""), name="Letters 2027")
    list_id = chosen.propose_chosen(drive.deps, drive.keeper, choice)
    lists.check(drive.deps, drive.keeper, list_id)  # checked again, it still has them
    assert made.run(list_id).state == "done"
    copied = {
        str(path.relative_to(drive.root / "Letters 2027"))
        for path in (drive.root / "Letters 2027").rglob("*")
    }
    assert copied == {"In", "Out", "Out/drafts", "note.txt"}
    assert made.run(undoing.propose_undo(drive.deps, drive.keeper, list_id)).state == "done"
    assert not (drive.root / "Letters 2027").exists()
    again = chosen.propose_chosen(drive.deps, drive.keeper, replace(choice, name="Letters", into=choice.into))
    assert made.findings(again) == ["already_there", "taken"]


def test_fields_of_many_are_set_and_their_names_follow(made: Lists) -> None:
    drive = made.drive
    slip = Slip(kind="invoice", reference="A-7")
    choice = Choice(
        do="correct", documents=[drive.number(SAIL), drive.number(NOTE)], fields=slip, renames=True
    )
    list_id = chosen.propose_chosen(drive.deps, drive.keeper, choice)
    number = drive.number(SAIL)
    assert made.run(list_id).state == "done"
    found = browsing.details(drive.deps, drive.keeper, number).document
    assert (found.kind, found.reference, found.what) == ("invoice", "A-7", "mizzen sail")
    assert drive.path(number) == "Finance/2025/2025-03-12_mrc_mizzen-sail_A-7.txt"
    assert drive.number(NOTE), "what lacks a date keeps its name"
    assert made.run(undoing.propose_undo(drive.deps, drive.keeper, list_id)).state == "done"
    found = browsing.details(drive.deps, drive.keeper, number).document
    assert (drive.path(number), found.reference) == (SAIL, None)
    with pytest.raises(BadRequest, match="No field"):
        chosen.propose_chosen(drive.deps, drive.keeper, replace(choice, fields=Slip()))


def test_the_bin_is_emptied_by_age_of_what_was_counted(made: Lists) -> None:
    drive = made.drive
    number = drive.number(NOTE)
    made.run(made.onto(LOG, NOTE))  # with a version, whose bytes go too
    with drive.deps.db.transaction() as conn:
        assert storage.whole(conn).versions == len(FILES[NOTE])
    drive.change("bin", NOTE, SAIL, by=drive.keeper)
    with drive.deps.db.transaction() as conn:
        conn.execute(
            "update binned set binned_at = now() - interval '40 days' where document_id = %s", (number,)
        )
    assert emptying.old(drive.deps, drive.filer, 30).count == 0, "only a keeper destroys"
    assert emptying.old(drive.deps, drive.keeper, 30) == emptying.Old(count=1, bytes=len(FILES[LOG]))
    with pytest.raises(CountDiffers):
        emptying.empty(drive.deps, drive.keeper, 30, 2)
    with pytest.raises(BadRequest):
        emptying.empty(drive.deps, drive.keeper, 300, 1)
    list_id = emptying.empty(drive.deps, drive.keeper, 30, 1)
    assert made.steps(list_id) == [("destroy", NOTE, "")]
    assert prove(drive.deps, drive.keeper, list_id).destroyed == 0, "nothing is destroyed yet"
    assert files_beneath(drive.root / ".waka/versions", hidden=True) != []
    assert made.run(list_id).state == "done"
    assert files_beneath(drive.root / ".waka/versions", hidden=True) == []
    assert len(files_beneath(drive.root / ".waka/bin", hidden=True)) == 1, "what is younger stays"
    proof = prove(drive.deps, drive.keeper, list_id)
    assert (proof.destroyed, proof.files, proof.amiss) == (1, 0, [])
    with pytest.raises(NotFound):
        browsing.details(drive.deps, drive.keeper, number)
    with pytest.raises(NotUndoable):
        undoing.propose_undo(drive.deps, drive.keeper, list_id)


def test_a_folder_that_moved_is_proved_by_all_it_holds(made: Lists) -> None:
    drive = made.drive
    choice = Choice(do="move", folders=[drive.folder("Finance")], into=drive.folder("Letters"))
    list_id = chosen.propose_chosen(drive.deps, drive.keeper, choice)
    assert made.run(list_id).state == "done"
    assert prove(drive.deps, drive.keeper, list_id, read=True).arrived == 3
    (drive.root / "Letters" / ROPE).unlink()
    (drive.root / "Letters" / SAIL).write_text("mend the mixxen")
    proof = prove(drive.deps, drive.keeper, list_id, read=True)
    assert (proof.files, proof.arrived) == (3, 1)
    assert sorted(one.outcome for one in proof.amiss) == ["differs", "missing"]


def test_reading_again_goes_on_slice_by_slice(made: Lists, monkeypatch: pytest.MonkeyPatch) -> None:
    drive = made.drive
    monkeypatch.setattr(evidence, "MOST_IN_SLICE", 2)
    choice = Choice(do="move", folders=[drive.folder("Finance")], into=drive.folder("Letters"))
    list_id = chosen.propose_chosen(drive.deps, drive.keeper, choice)
    made.run(list_id)
    first = evidence.read_again(drive.deps, drive.keeper, list_id, 0)
    assert (first.files, first.amiss) == (2, []) and first.after is not None
    damaged = drive.root / "Letters" / max(ROPE, SAIL, CANVAS, key=drive_number(drive))
    damaged.write_text("X" * damaged.stat().st_size)
    rest = evidence.read_again(drive.deps, drive.keeper, list_id, first.after)
    assert (rest.files, rest.after) == (1, None)
    assert [one.outcome for one in rest.amiss] == ["differs"]
    with pytest.raises(NotFound):
        evidence.read_again(drive.deps, drive.filer, list_id, 0)


def drive_number(drive: SmallDrive) -> Callable[[str], int]:
    return lambda path: drive.number("Letters/" + path)


def test_what_was_binned_is_read_again_too(made: Lists) -> None:
    drive = made.drive
    list_id = made.chosen("bin", NOTE, LOG)
    made.run(list_id)
    assert evidence.read_again(drive.deps, drive.keeper, list_id, 0).amiss == []
    kept = files_beneath(drive.root / ".waka/bin", hidden=True)
    (drive.root / ".waka/bin" / sorted(kept)[0]).write_text("other")
    amiss = evidence.read_again(drive.deps, drive.keeper, list_id, 0).amiss
    assert [one.outcome for one in amiss] in (["differs"], ["missing"])
