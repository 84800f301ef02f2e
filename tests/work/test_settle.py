"""Settling: whatever stands at the two ends of an interrupted step, it comes to an end that is true."""

import os
from collections.abc import Callable
from datetime import date
from pathlib import Path
from typing import Any

import pytest

from tests.support import assert_records_agree
from waka.core.changes.findings import said
from waka.errors import DatabaseAway, NotFound, StepInMotion
from waka.records.changes import lists, steps
from waka.work.changes import at_once, settle
from waka.work.changes.holding import at_work
from waka.work.changes.ways import filing
from waka.work.deps import Deps
from waka.work.finding import search as finding
from waka.work.folders import browsing
from waka.work.naming.slips import Slip

TODAY = date(2026, 11, 20)
NAME = "2025-03-12_mrc_mizzen-sail.txt"


def interrupted(deps: Deps, filer: int, number: int, folder: int, monkeypatch: pytest.MonkeyPatch) -> int:
    """Begin a filing that stops right after its intent is on record; return its list."""

    def stop(place: str) -> None:
        raise DatabaseAway

    slip = Slip(who="mrc", when="12.3.2025", what="Mizzen sail", folder=folder)
    with monkeypatch.context() as patch:
        patch.setattr(at_once, "reach", stop)
        patch.setattr(at_once, "settle_after_loss", lambda *_: (_ for _ in ()).throw(DatabaseAway()))
        with pytest.raises(DatabaseAway):
            filing.file_arrival(deps, filer, number, slip, TODAY)
    with deps.db.transaction() as conn:
        [list_id] = lists.interrupted(conn)
    return list_id


Arrange = Callable[[Path, Path], None]


def _nothing(source: Path, target: Path) -> None:
    """It was interrupted before anything moved."""


def _renamed(source: Path, target: Path) -> None:
    source.rename(target)


def _linked(source: Path, target: Path) -> None:
    target.hardlink_to(source)


def _stranger_at_the_target(source: Path, target: Path) -> None:
    target.write_text("put there by another program")


def _renamed_and_a_new_scan(source: Path, target: Path) -> None:
    source.rename(target)
    source.write_text("the scanner uses the same name again")


@pytest.mark.parametrize(
    ("arrange", "state"),
    [
        (_nothing, "waiting"),
        (_renamed, "filed"),
        (_linked, "filed"),
        (_stranger_at_the_target, "waiting"),
        (_renamed_and_a_new_scan, "filed"),
    ],
)
def test_an_interrupted_filing_comes_to_what_the_disk_says(
    deps: Deps, filer: int, folder: int, number: int, monkeypatch: pytest.MonkeyPatch, arrange: Arrange,
    state: str,
) -> None:  # fmt: skip
    list_id = interrupted(deps, filer, number, folder, monkeypatch)
    source, target = deps.arrivals.root / "Uploads/scan 1.txt", deps.drive.root / "Finance/2025" / NAME
    arrange(source, target)
    before = {path: path.read_bytes() for path in (source, target) if path.exists()}
    assert settle.settle_all(deps) == 1
    assert settle.settle_all(deps) == 0
    assert browsing.details(deps, filer, number).document.state == state
    assert (target if state == "filed" else source).read_bytes() == b"mizzen\n"
    kept = {path.read_bytes() for path in (source, target) if path.exists()}
    assert kept == set(before.values())  # nothing that stood there is lost
    with deps.db.transaction() as conn:
        [step] = steps.every(conn, list_id)
    assert step.state == ("done" if state == "filed" else "put_back")


def test_what_is_found_moved_is_written_to_disk_before_it_is_on_record(
    deps: Deps, filer: int, folder: int, number: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    interrupted(deps, filer, number, folder, monkeypatch)
    source, target = deps.arrivals.root / "Uploads/scan 1.txt", deps.drive.root / "Finance/2025" / NAME
    source.rename(target)  # in memory only, as after a process that died before it wrote its folders
    written: list[int] = []
    plain, record = os.fsync, settle.record_done
    monkeypatch.setattr(os, "fsync", lambda fd: (written.append(os.fstat(fd).st_ino), plain(fd)))

    def on_record(*args: Any) -> None:
        assert {source.parent.stat().st_ino, target.parent.stat().st_ino} <= set(written)
        record(*args)

    monkeypatch.setattr(settle, "record_done", on_record)
    assert settle.settle_all(deps) == 1
    assert browsing.details(deps, filer, number).document.state == "filed"


def test_a_file_that_another_program_took_meanwhile_is_said_to_be_gone(
    deps: Deps, filer: int, folder: int, number: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    interrupted(deps, filer, number, folder, monkeypatch)
    (deps.arrivals.root / "Uploads/scan 1.txt").unlink()
    settle.settle_all(deps)
    with pytest.raises(NotFound):
        browsing.details(deps, filer, number)
    book = finding.entries(deps, filer, before=None, number=number, mine=False, quiet=True)
    assert [told.entry.action for told in book] == ["gone"]
    assert book[0].entry.reason == said("lost")
    assert_records_agree(deps)


def test_what_is_in_motion_is_not_begun_again(
    deps: Deps, filer: int, folder: int, number: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    interrupted(deps, filer, number, folder, monkeypatch)
    slip = Slip(who="mrc", when="12.3.2025", what="Other", folder=folder)
    with pytest.raises(StepInMotion):
        filing.file_arrival(deps, filer, number, slip, TODAY)


def test_a_list_that_somebody_runs_is_not_settled_from_under_them(
    deps: Deps, filer: int, folder: int, number: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    list_id = interrupted(deps, filer, number, folder, monkeypatch)
    with at_work(deps) as (_, hold):
        assert hold(list_id)
        assert settle.settle_list(deps, list_id) is None
    assert settle.settle_list(deps, list_id) == "failed"
    assert_records_agree(deps)


def test_after_settling_the_arrival_can_be_filed(
    deps: Deps, filer: int, folder: int, number: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    interrupted(deps, filer, number, folder, monkeypatch)
    settle.settle_all(deps)
    slip = Slip(who="mrc", when="12.3.2025", what="Mizzen sail", folder=folder)
    done = filing.file_arrival(deps, filer, number, slip, TODAY)
    assert done.path == f"Finance/2025/{NAME}"
    assert_records_agree(deps)
