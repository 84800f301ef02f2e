"""Which steps go together in one batch, and what has to wait for the one before."""

import pytest
from msgspec.structs import replace

from waka.core.changes.acts import Act, Copy, KnownFile, MakeFolder, Place, PlaceFolder, RemoveFolder, Version
from waka.core.changes.step import Spot, Step
from waka.core.fields.record import Record
from waka.drive.tree import FileStat
from waka.work.changes.acts import Done
from waka.work.changes.batches import (
    BATCH_BYTES,
    independent,
    must_follow,
    one_batch,
    without_their_own_parents,
)

MOVE = Step(
    list_id=1, position=1, act=Place(), document=1, from_path=b"A/a", to_path=b"B/a",
    file=KnownFile(size=10, inode=1), source=Spot(folder=1, name="a"), target=Spot(folder=2, name="a"),
)  # fmt: skip
COPY, VERSION = Copy(record=Record()), Version(stood=KnownFile())


def move(number: int, act: Act = MOVE.act, size: int = 10, **other: object) -> Step:
    file = KnownFile(size=size, inode=1)
    return replace(MOVE, position=number, document=number, act=act, file=file, **other)  # type: ignore[arg-type]


def folder(act: Act, number: int, to: bytes = b"B") -> Step:
    return replace(MOVE, act=act, document=None, folder=number, to_path=to)


TOGETHER = [
    ([move(1), move(2), move(3)], 3),
    ([move(1), move(2), move(1)], 2),  # a document moves once in a batch
    ([move(1), move(2, VERSION, onto=3), move(3)], 2),
    ([move(1), folder(PlaceFolder(), 1), move(2)], 1),  # a folder that moves stands alone
    ([folder(PlaceFolder(), 1), move(2)], 1),
    ([folder(RemoveFolder(), 1), folder(RemoveFolder(), 2), move(1)], 2),
    ([move(1, COPY, size=BATCH_BYTES), move(2, COPY, size=1), move(3)], 1),  # large copies, one by one
    ([move(1, COPY, size=9 * BATCH_BYTES)], 1),
    ([move(1, size=9 * BATCH_BYTES), move(2, size=9 * BATCH_BYTES)], 2),  # a move costs the same whatever its size
]  # fmt: skip


@pytest.mark.parametrize(("steps", "count"), TOGETHER)
def test_what_goes_together(steps: list[Step], count: int) -> None:
    assert one_batch(steps) == steps[:count]


def test_a_folder_is_made_before_those_in_it() -> None:
    makes = [folder(MakeFolder(), at, to) for at, to in enumerate([b"A", b"B", b"A/C", b"D"])]
    assert without_their_own_parents(makes) == makes[:2]


FOLLOWS = [
    ([move(2)], [move(1)], False),
    ([move(1)], [move(1)], True),
    ([move(2, VERSION, onto=1)], [move(1)], True),
    ([move(2, was="A/a")], [move(1)], True),
    ([folder(RemoveFolder(), 1)], [move(1)], True),
    ([move(1)], [folder(MakeFolder(), 1)], True),
]  # fmt: skip


@pytest.mark.parametrize(("coming", "before", "waits"), FOLLOWS)
def test_what_waits_for_the_batch_before(coming: list[Step], before: list[Step], waits: bool) -> None:
    assert must_follow(coming, before) is waits


def test_what_takes_a_place_that_another_left_is_written_down_after_it() -> None:
    found = FileStat(size=0, inode=1, modified_ns=0)
    swap = [move(1), move(2, source=Spot(folder=3, name="c"), target=Spot(folder=1, name="a")), move(3)]
    assert [len(group) for group in independent([Done(step, found) for step in swap])] == [1, 2]
