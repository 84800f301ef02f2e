"""Restructuring by path: all that fits is shown, and what is near where nothing does."""

import pytest

from tests.work.drive import CANVAS, ROPE, SAIL, SmallDrive
from waka.work.changes.ways import mapping
from waka.work.changes.ways.mapping import look_at_mapping


def test_all_that_fits_is_shown_and_what_does_not_begins_with_the_nearest(drive: SmallDrive) -> None:
    (drive.root / "Finance/loose.txt").write_text("loose")
    drive.sweep()
    found = look_at_mapping(
        drive.deps, drive.keeper, "Finance/{year 0000}/{rest}", "Finance/Bills/{year}/{rest}"
    )
    assert sorted(path for path, _ in found.matches) == sorted([SAIL, ROPE, CANVAS])
    assert [path for path, _ in found.others] == ["Finance/loose.txt"] and list(found.close) == []
    deep = look_at_mapping(drive.deps, drive.keeper, "{top}/2025/{x}/{rest}", "{top}/{x}/{rest}")
    assert deep.matching == 0
    # two levels of the bills fit, one of all others
    assert [path for path, _ in deep.others][:2] == sorted([SAIL, ROPE]), deep.others
    assert deep.not_matching == len(deep.others) == 6


@pytest.mark.parametrize(
    ("written", "close"),
    [("Finanze/2025", ["Finance/2025", "Finance/2026"]), ("Leters", ["Letters"]), ("Quay", [])],
)
def test_folders_that_may_be_meant_are_told_where_the_pattern_begins_at_none(
    drive: SmallDrive, written: str, close: list[str]
) -> None:
    found = look_at_mapping(drive.deps, drive.keeper, f"{written}/{{x}}/{{rest}}", "Letters/{x}/{rest}")
    assert (found.matching, list(found.close)[: len(close)]) == (0, close)
    drive.keep_to("Finance", drive.keeper)
    drive.keep_to("Letters", drive.keeper)
    hidden = look_at_mapping(drive.deps, drive.filer, f"{written}/{{x}}/{{rest}}", "Letters/{x}/{rest}")
    assert list(hidden.close) == [], "nobody is told what they may not see"


def test_what_is_shown_is_bounded(drive: SmallDrive, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(mapping, "SHOWN", 1)
    monkeypatch.setattr(mapping, "OTHERS", 1)
    found = look_at_mapping(drive.deps, drive.keeper, "{top}/{year 0000}/{rest}", "{top}/x/{year}/{rest}")
    assert (len(found.matches), found.matching, len(found.others), found.not_matching) == (1, 3, 1, 2)
