"""Folders that a list leaves empty, and what it comes to, counted row by row."""

from collections import Counter
from collections.abc import Sequence
from typing import Any

import pytest

from waka.core.changes.acts import Act, Bin, Copy, KnownFile, MakeFolder, Place, PlaceFolder, Restore, Version
from waka.core.changes.findings import StepFinding
from waka.core.changes.step import Spot, Step
from waka.core.fields.record import Record
from waka.records.changes.steps import NewStep
from waka.records.folders.survey import FolderRow
from waka.work.changes.before_after import CROWDED
from waka.work.changes.emptied import Moves, emptied_folders
from waka.work.changes.structure import Structure
from waka.work.changes.telling import Tally, summary_of

#: Drive (1) with Letters (2), which has 2024 (3) and 2025 (4), and Boat (5), which is somebody else's to keep
HELD = Counter({1: 2, 2: 0, 3: 2, 4: 1, 5: 1})


def structure(**rights: str) -> Structure:
    def row(
        number: int, parent: int | None, name: str, right: str = "keeper", *, own: bool = False
    ) -> FolderRow:
        return FolderRow(id=number, parent_id=parent, name=name, name_key=name.lower(), access_id=1, own_access=own,
                         inode=None, right=rights.get(name, right))  # fmt: skip

    return Structure([
        row(1, None, "", own=True), row(2, 1, "Letters"), row(3, 2, "2024"), row(4, 2, "2025"), row(5, 1, "Boat", "filer"),
    ])  # fmt: skip


ACTS: dict[str, Act] = {
    "place": Place(), "copy": Copy(record=Record()), "bin": Bin(), "restore": Restore(), "make_folder": MakeFolder(),
    "place_folder": PlaceFolder(), "version": Version(stood=KnownFile()),
}  # fmt: skip


def step(
    act: str,
    source: int | None = None,
    target: int | None = None,
    findings: Sequence[StepFinding] = (),
    **more: Any,
) -> NewStep:
    is_folder = act.endswith("folder")
    return NewStep(
        step=Step(
            list_id=1, position=1, act=ACTS[act], document=None if is_folder else 7, folder=source if is_folder else None,
            source=Spot(folder=source, name="x") if source is not None else None,
            target=Spot(folder=target, name="x") if target is not None else None, file=KnownFile(size=10), **more,
        ),
        findings=findings,
    )  # fmt: skip


def found(code: str) -> StepFinding:
    return StepFinding(position=1, code=code)


EMPTIED = [
    ([step("place", 3, 1)], []),  # one of two
    ([step("place", 3, 1)] * 2, [3]),
    ([step("place", 3, 1)] * 2 + [step("place", 4, 1)], [3, 4, 2]),  # and the one above, which held nothing itself
    ([step("place", 3, 4)] * 2, [3]),
    ([step("place", 3, 1)] * 2 + [step("place", 4, 3)], [4]),  # what leaves one comes to the other
    ([step("bin", 4)], [4]),
    ([step("version", 4, 3)], [4]),
    ([step("copy", 4, 1)], []),
    ([step("place", 5, 1)], []),  # not theirs to remove
    ([step("place", 4, 1), step("make_folder", None, 4)], []),
    ([step("place", 4, 1), step("place_folder", 3, 1)], [4, 2]),  # a folder that goes as a whole is none left in it
    ([step("place", 4, 1, state="left")], []),
    ([step("place", 4, 4, parks=True)], []),
]  # fmt: skip


@pytest.mark.parametrize(("rows", "expected"), EMPTIED)
def test_folders_that_are_left_empty(rows: list[NewStep], expected: list[int]) -> None:
    moves = Moves()
    for row in rows:
        moves.note(row.step)
    assert emptied_folders(structure(), moves, HELD) == expected


def test_a_folder_with_rights_of_its_own_stays() -> None:
    moves = Moves()
    moves.note(step("place", 4, 1).step)
    assert emptied_folders(structure(**{"2025": "reader"}), moves, HELD) == []


def test_a_list_is_counted_while_it_is_written() -> None:
    tally = Tally()
    taken = [found("taken"), found("sight")]
    for row in [
        step("make_folder", None, 2), step("place", 3, 0, make="Letters/New"),
        step("place", 4, 3, findings=taken), step("place", 4, 3, state="left", findings=[found("already_there")]),
        *[step("restore", None, 5)] * CROWDED,
    ]:  # fmt: skip
        assert tally.note(row) is row
    told = summary_of(structure(), tally, HELD, HELD, [], removes_empty=False)
    assert (tally.steps, tally.bytes) == (CROWDED + 3, 10 * (CROWDED + 3))
    assert told.acts == {"make_folder": 1, "place": 2, "restore": CROWDED}
    assert told.findings == {"taken": 1, "sight": 1, "already_there": 1}
    assert (told.blocked, told.left, told.emptied) == (1, 1, ["Letters/2025"])
    assert [(f.path, f.before, f.after, f.crowded) for f in told.folders] == [
        ("", 6, CROWDED + 6, False), ("Boat", 1, CROWDED + 1, True), ("Letters", 3, 3, False),
        ("Letters/2024", 2, 2, False), ("Letters/2025", 1, 0, False), ("Letters/New", 0, 1, False),
    ]  # fmt: skip
    assert summary_of(structure(), tally, HELD, HELD, [], removes_empty=True).emptied == []
