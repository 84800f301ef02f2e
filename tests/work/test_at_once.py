"""Changes that run at once, while others change the same."""

from collections.abc import Callable
from typing import Any

import pytest

from tests.support import assert_records_agree
from tests.work.drive import SmallDrive
from waka.records.changes import lists
from waka.work.changes.ways import by_hand
from waka.work.changes.ways.asks import Ask
from waka.work.desk import uploading


def meanwhile(monkeypatch: pytest.MonkeyPatch, act: Callable[[], Any]) -> None:
    """Have *act* done between the check of a change and its running."""
    plain, calls = lists.begin, []

    def begin(*args: Any, **more: Any) -> Any:
        calls.append(1)
        if len(calls) == 1:
            act()
        return plain(*args, **more)

    monkeypatch.setattr(lists, "begin", begin)


@pytest.mark.parametrize("path", ["Trip/plan.txt", "Trip/Day 1/plan.txt"])
def test_a_folder_that_another_made_meanwhile_is_gone_into(
    drive: SmallDrive, monkeypatch: pytest.MonkeyPatch, path: str
) -> None:
    letters = drive.folder("Letters")
    begun = uploading.begin(drive.deps, drive.filer, path=path, size=4, folder=letters)
    meanwhile(
        monkeypatch,
        lambda: by_hand.run(drive.deps, drive.keeper, Ask(act="make_folder", folder=letters, name="Trip")),
    )
    done = uploading.receive(drive.deps, drive.filer, begun.id, 0, [b"plan"])
    assert done.number is not None and drive.path(done.number) == f"Letters/{path}"
    assert_records_agree(drive.deps)
    with drive.deps.db.transaction() as conn:
        assert lists.interrupted(conn) == []
