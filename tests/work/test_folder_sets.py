"""Sets of folders: seen before they are made, made as a list, taken back."""

from __future__ import annotations

import pytest

from tests.support import assert_records_agree
from tests.work.drive import SmallDrive
from waka.errors import BadRequest, NotFound, UndoIsAList
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways import folder_sets
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.folder_sets import Asked
from waka.work.folders import browsing

LEARNERS = "Maya Hartle\nTomas Reed\nInes Calder"


def outline(drive: SmallDrive) -> list[str]:
    return [entry.path for entry in browsing.outline(drive.deps, drive.keeper)]


def test_they_are_seen_made_and_taken_back(drive: SmallDrive) -> None:
    (drive.root / "Trainees" / "Maya Hartle").mkdir()
    drive.sweep()
    before = outline(drive)
    asked = Asked(
        patterns="{name}/Coursework\n{name}/Certificates", listed=LEARNERS, base=drive.folder("Trainees")
    )
    found = folder_sets.look(drive.deps, drive.filer, asked)
    assert [(one.path, one.missing) for one in found.folders][:3] == [
        ("Maya Hartle/Coursework", 1), ("Maya Hartle/Certificates", 1), ("Tomas Reed/Coursework", 2)]  # fmt: skip
    assert found.new == 6 and outline(drive) == before
    made = folder_sets.propose(drive.deps, drive.filer, asked)
    lists.run(drive.deps, drive.filer, made)
    run_list(drive.deps, made)
    assert set(outline(drive)) - set(before) == {
        "Trainees/Tomas Reed", "Trainees/Ines Calder",
        *(f"Trainees/{name}/{what}" for name in LEARNERS.split("\n") for what in ("Coursework", "Certificates")),
    }  # fmt: skip
    assert (drive.root / "Trainees/Ines Calder/Certificates").is_dir()
    assert_records_agree(drive.deps)
    again = folder_sets.look(drive.deps, drive.filer, asked)
    assert again.new == 0
    with pytest.raises(BadRequest):
        folder_sets.propose(drive.deps, drive.filer, asked)
    with pytest.raises(UndoIsAList) as told:
        undoing.undo(drive.deps, drive.filer, made)
    lists.run(drive.deps, drive.filer, told.value.facts["list"])
    run_list(drive.deps, told.value.facts["list"])
    assert outline(drive) == before


def test_nobody_makes_them_where_they_may_not_or_learns_what_is_hidden(drive: SmallDrive) -> None:
    hidden = drive.folder("Trainees")
    drive.keep_to("Trainees", drive.keeper)
    with pytest.raises(NotFound):
        folder_sets.look(drive.deps, drive.filer, Asked(patterns="{name}", listed="x", base=hidden))
    root = next(e.id for e in browsing.outline(drive.deps, drive.keeper) if e.path == "")
    found = folder_sets.look(
        drive.deps, drive.filer, Asked(patterns="{name}", listed="Trainees\nTraineez\nLetters", base=root)
    )
    assert [one.missing for one in found.folders] == [1, 1, 0]


def test_a_fault_is_told_with_its_part_and_place(drive: SmallDrive) -> None:
    asked = Asked(patterns="{name}\n{boat", listed="x", base=drive.folder("Letters"))
    fault = folder_sets.look(drive.deps, drive.filer, asked).fault
    assert fault is not None and (fault.part, fault.at) == ("patterns", 7)
    with pytest.raises(BadRequest) as told:
        folder_sets.propose(drive.deps, drive.filer, asked)
    assert (told.value.facts["field"], told.value.facts["at"]) == ("patterns", 7)
