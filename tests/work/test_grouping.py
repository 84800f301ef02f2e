"""Grouping into folders composed from fields: seen before it moves, run as a list, and put back."""

from __future__ import annotations

import os
from datetime import UTC, datetime

import pytest

from tests.support import assert_records_agree, files_beneath
from tests.work.drive import CANVAS, NOTE, ROPE, SAIL, SmallDrive
from waka.errors import BadRequest, NotFound, UndoIsAList
from waka.records.changes.steps import Filter
from waka.work.changes import lists, looking
from waka.work.changes.run import run_list
from waka.work.changes.ways import grouping
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.asks import Ask
from waka.work.changes.ways.by_hand import run
from waka.work.changes.ways.grouping import Grouping
from waka.work.naming.slips import Slip

BILLS = (SAIL, ROPE, CANVAS)


@pytest.fixture
def bills(drive: SmallDrive) -> list[int]:
    """Three bills whose fields are filled in, and a note that says nothing."""
    told = {
        SAIL: ("Marlow Rope & Canvas", "12.3.2025"),
        ROPE: ("Marlow Rope & Canvas", "2.4.2025"),
        CANVAS: ("Brae Coast Energy", "9.1.2026"),
    }
    numbers = []
    for path, (who, when) in told.items():
        number = drive.number(path)
        fields = Slip(kind="invoice", who=who, when=when, what="x")
        run(drive.deps, drive.filer, Ask(act="correct", documents=[number], fields=fields))
        numbers.append(number)
    return [*numbers, drive.number(NOTE)]


def look(
    drive: SmallDrive, numbers: list[int], text: str, person: int | None = None, **more: object
) -> grouping.Grouped:
    return grouping.look(drive.deps, person or drive.filer, Grouping(documents=numbers, text=text, **more))  # type: ignore[arg-type]


def outcome(found: grouping.Grouped) -> list[tuple[str, int, int]]:
    return [(group.path, group.documents, group.missing) for group in found.groups]


def test_it_is_seen_run_and_put_back(drive: SmallDrive, bills: list[int]) -> None:
    before = files_beneath(drive.root)
    wish = Grouping(documents=bills, text="Bills/{when yyyy}/{who}")
    found = grouping.look(drive.deps, drive.keeper, wish)
    assert outcome(found) == [
        ("Bills/2025/Marlow Rope & Canvas", 2, 3), ("Bills/2026/Brae Coast Energy", 1, 3)]  # fmt: skip
    assert (found.folders, found.moving, found.staying) == (2, 3, 0)
    assert {(why.code, why.facts["field"]): count for why, count in found.lacks} == {
        ("lacks", "Who"): 1, ("lacks", "When"): 1}  # fmt: skip
    assert files_beneath(drive.root) == before  # nothing has moved
    made = grouping.propose(drive.deps, drive.keeper, wish)
    lists.run(drive.deps, drive.keeper, made)
    run_list(drive.deps, made)
    assert drive.path(bills[0]) == "Bills/2025/Marlow Rope & Canvas/2025-03-12_mrc_mizzen-sail.txt"
    assert drive.path(bills[3]) == NOTE
    assert_records_agree(drive.deps)
    # a second run finds all of them where they should be
    again = grouping.look(drive.deps, drive.keeper, wish)
    assert (again.moving, again.staying) == (0, 3)
    with pytest.raises(BadRequest):
        grouping.propose(drive.deps, drive.keeper, wish)
    with pytest.raises(UndoIsAList) as told:  # it was run as a list, and goes back as one
        undoing.undo(drive.deps, drive.keeper, made)
    back = told.value.facts["list"]
    lists.run(drive.deps, drive.keeper, back)
    run_list(drive.deps, back)
    assert files_beneath(drive.root) == before
    assert_records_agree(drive.deps)


def test_dates_are_those_that_were_chosen(drive: SmallDrive, bills: list[int]) -> None:
    past = datetime(2019, 5, 6, 12, tzinfo=UTC).timestamp()
    for path in BILLS:
        os.utime(drive.root / path, (past, past))
    drive.sweep()
    run(drive.deps, drive.filer, Ask(act="correct", documents=[bills[0]], fields=Slip(when="1.1.2001")))
    ways = {
        by: [(path, count) for path, count, _ in outcome(look(drive, bills[:3], "{when yyyy}", base=drive.folder("Finance"), dates=by))]
        for by in ("field", "name", "file")
    }  # fmt: skip
    assert ways == {
        "field": [("Finance/2001", 1), ("Finance/2025", 1), ("Finance/2026", 1)],
        "name": [("Finance/2025", 2), ("Finance/2026", 1)],
        "file": [("Finance/2019", 3)],
    }


def test_all_beneath_a_folder_are_grouped_without_being_named(drive: SmallDrive, bills: list[int]) -> None:
    found = look(drive, [], "{who letter}", beneath=drive.folder("Finance"), base=drive.folder("Finance"))
    assert outcome(found) == [("Finance/B", 1, 1), ("Finance/M", 2, 1)]


def test_a_folder_that_nobody_told_one_of_looks_like_one_that_is_not_there(
    drive: SmallDrive, bills: list[int]
) -> None:
    drive.keep_to("Trainees", drive.keeper)
    guesses = {name: outcome(look(drive, bills[:1], name)) for name in ("Trainees", "Traineez")}
    assert guesses == {name: [(name, 1, 1)] for name in guesses}
    with pytest.raises(NotFound):
        look(drive, bills[:1], "x", base=_hidden(drive))
    # and nothing of another's documents is counted
    hidden = drive.deps.db
    with hidden.transaction() as conn:
        number = conn.execute("select id from document where name = 'log.txt'").fetchone()
    assert number is not None
    assert look(drive, [number[0]], "Letters").moving == 0
    assert look(drive, [], "Letters", beneath=_hidden(drive)).moving == 0


def _hidden(drive: SmallDrive) -> int:
    with drive.deps.db.transaction() as conn:
        found = conn.execute("select id from folder where name = 'Trainees'").fetchone()
    assert found is not None
    return int(found[0])


def test_a_pattern_that_is_none_says_where(drive: SmallDrive, bills: list[int]) -> None:
    found = look(drive, bills, "Bills/{when")
    assert found.fault is not None and found.fault.at == 6
    with pytest.raises(BadRequest) as told:
        grouping.propose(drive.deps, drive.filer, Grouping(documents=bills, text="Bills/{when"))
    assert told.value.facts["at"] == 6


def test_a_taken_name_in_a_folder_is_found_before_anything_moves(drive: SmallDrive, bills: list[int]) -> None:
    (drive.root / "Letters" / "2025-03-12_mrc_mizzen-sail.txt").write_text("another")
    drive.sweep()
    made = grouping.propose(drive.deps, drive.filer, Grouping(documents=bills[:2], text="Letters"))
    page = looking.page_of(drive.deps, drive.filer, made, Filter(), 0)
    codes = [finding.code for step in page.steps for finding in step.step.findings]
    assert "taken" in codes
    assert drive.path(bills[0]) == SAIL
