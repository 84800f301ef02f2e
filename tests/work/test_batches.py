"""Which steps go together in one batch, and what has to wait for the one before."""

from dataclasses import replace

import pytest

from waka.drive.tree import FileStat
from waka.records.changes import Step
from waka.work.batches import BATCH_BYTES, independent, must_follow, one_batch, without_their_own_parents

MOVE = Step(
    list_id=1, position=1, act="place", document_id=1, folder_id=None, from_place="drive", from_path=b"A/a",
    to_place="drive", to_path=b"B/a", state="proposed", size=10, sha256=b"", inode=1, modified_ns=0,
    before={"folder": 1, "name": "a"}, after={"folder": 2, "name": "a"}, failure=None,
)  # fmt: skip


def move(number: int, **other: object) -> Step:
    return replace(MOVE, position=number, document_id=number, **other)  # type: ignore[arg-type]


def folder(act: str, number: int, to: bytes = b"B") -> Step:
    return replace(MOVE, act=act, document_id=None, folder_id=number, to_path=to)


TOGETHER = [
    ([move(1), move(2), move(3)], 3),
    ([move(1), move(2), move(1)], 2),  # a document moves once in a batch
    ([move(1), move(2, act="version", onto_id=3), move(3)], 2),
    ([move(1), folder("place_folder", 1), move(2)], 1),  # a folder that moves stands alone
    ([folder("place_folder", 1), move(2)], 1),
    ([folder("remove_folder", 1), folder("remove_folder", 2), move(1)], 2),
    ([move(1, act="copy", size=BATCH_BYTES), move(2, act="copy", size=1), move(3)], 1),  # large copies, one by one
    ([move(1, act="copy", size=9 * BATCH_BYTES)], 1),
    ([move(1, size=9 * BATCH_BYTES), move(2, size=9 * BATCH_BYTES)], 2),  # a move costs the same whatever its size
]  # fmt: skip


@pytest.mark.parametrize(("steps", "count"), TOGETHER)
def test_what_goes_together(steps: list[Step], count: int) -> None:
    assert one_batch(steps) == steps[:count]


def test_a_folder_is_made_before_those_in_it() -> None:
    makes = [folder("make_folder", at, to) for at, to in enumerate([b"A", b"B", b"A/C", b"D"])]
    assert without_their_own_parents(makes) == makes[:2]


FOLLOWS = [
    ([move(2)], [move(1)], False),
    ([move(1)], [move(1)], True),
    ([move(2, act="version", onto_id=1)], [move(1)], True),
    ([move(2, after={"folder": 2, "name": "b", "was": "A/a"})], [move(1)], True),
    ([folder("remove_folder", 1)], [move(1)], True),
    ([move(1)], [folder("make_folder", 1)], True),
]  # fmt: skip


@pytest.mark.parametrize(("coming", "before", "waits"), FOLLOWS)
def test_what_waits_for_the_batch_before(coming: list[Step], before: list[Step], waits: bool) -> None:
    assert must_follow(coming, before) is waits


def test_what_takes_a_place_that_another_left_is_written_down_after_it() -> None:
    found = FileStat(size=0, inode=1, modified_ns=0)
    swap = [move(1), move(2, before={"folder": 3, "name": "c"}, after={"folder": 1, "name": "a"}), move(3)]
    assert [len(group) for group in independent([(step, found) for step in swap])] == [1, 2]
