"""A disk that is full, or may not be written: a list stops, says so, loses nothing, and goes on when it can."""

import os
import random
import shutil
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, replace
from pathlib import Path

import pytest

from tests.faults.papers import PASSWORD, assert_all_agree, papers
from tests.support import EMPTY, World, files_beneath
from waka.core.changes.proposal import Proposal
from waka.core.words import given
from waka.errors import DriveTrouble
from waka.launch import opened
from waka.records.changes.lists import ChangeList
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways import by_hand, kept_list
from waka.work.changes.ways.asks import Ask
from waka.work.deps import Deps
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in


def test_no_space_stops_says_so_and_goes_on_when_there_is_room(the_world: World, tmp_path: Path) -> None:
    """On a small file system of its own where one can be mounted, else with a fault beneath the drive."""
    with small_disk(tmp_path / "disk") as disk, twelve_plans(the_world, tmp_path, disk) as (deps, keeper):
        asks = [Proposal(act="copy", document=n, to="Copies") for n in papers(deps)]
        list_id = kept_list.propose(deps, keeper, asks, title=given("Copies"), origin="chosen")
        disk.fill()
        failed = run_once(deps, keeper, list_id)
        assert failed.state == "failed" and failed.trouble is not None
        assert failed.trouble.code == "disk_full"
        assert failed.steps_done < 13
        disk.free()
        assert_all_agree(deps)
        assert run_once(deps, keeper, list_id).state == "done"
        assert len(files_beneath(disk.drive / "Copies")) == 12
        assert_all_agree(deps)


def test_a_read_only_drive_stops_says_so_and_goes_on_when_it_is_not(the_world: World, tmp_path: Path) -> None:
    with small_disk(tmp_path / "disk") as disk, twelve_plans(the_world, tmp_path, disk) as (deps, keeper):
        numbers = list(papers(deps))
        asks = [Proposal(act="place", document=n, to="Plans") for n in numbers]
        list_id = kept_list.propose(deps, keeper, asks, title=given("Plans"), origin="chosen")
        disk.forbid()
        failed = run_once(deps, keeper, list_id)
        assert failed.state == "failed" and failed.trouble is not None
        assert failed.trouble.code == "disk_read_only"
        # by hand, too
        with pytest.raises(DriveTrouble, match="Read-only") as told:
            by_hand.run(deps, keeper, Ask(act="rename", documents=numbers[:1], name="x.txt"))
        assert "ask the administrator" in (told.value.mend or "")
        disk.allow()
        assert_all_agree(deps)
        assert run_once(deps, keeper, list_id).state == "done"
        assert len(files_beneath(disk.drive / "Plans")) == 12
        assert_all_agree(deps)


@contextmanager
def twelve_plans(the_world: World, tmp_path: Path, disk: "Disk") -> Iterator[tuple[Deps, int]]:
    """Twelve documents of 100 KB on a small disk, and their keeper."""
    home = tmp_path / "home"
    home.mkdir()
    with opened(replace(the_world.settings(home), drive=disk.drive), the_world.database(EMPTY), 4) as deps:
        keeper = signing_in.add_person(
            deps, login="magnus", name="Magnus Orr", password=PASSWORD, right="keeper"
        )
        for at in range(12):
            (disk.drive / f"plan-{at}.txt").write_bytes(random.Random(at).randbytes(100_000))
        take_in(deps, keeper)
        while index_next(deps):
            pass
        yield deps, keeper


def run_once(deps: Deps, keeper: int, list_id: int) -> ChangeList:
    lists.run(deps, keeper, list_id)
    run_list(deps, list_id)
    return lists.one(deps, keeper, list_id)


@dataclass
class Disk:
    """A small file system that can be filled and made read-only; where none can be mounted, by a fault."""

    drive: Path
    is_mounted: bool

    def fill(self) -> None:
        if self.is_mounted:
            (self.drive / ".filler").write_bytes(b"x" * 1_200_000)
        else:
            os.environ["WAKA_FAULT"] = "full:copying"

    def free(self) -> None:
        if self.is_mounted:
            (self.drive / ".filler").unlink()
        os.environ.pop("WAKA_FAULT", None)

    def forbid(self) -> None:
        if self.is_mounted:
            subprocess.run(["mount", "-o", "remount,ro", str(self.drive)], check=True)
        else:
            os.environ["WAKA_FAULT"] = "readonly:holding"

    def allow(self) -> None:
        if self.is_mounted:
            subprocess.run(["mount", "-o", "remount,rw", str(self.drive)], check=True)
        os.environ.pop("WAKA_FAULT", None)


@contextmanager
def small_disk(folder: Path) -> Iterator[Disk]:
    folder.mkdir()
    mount = ["mount", "-t", "tmpfs", "-o", "size=3m,mode=755", "none", str(folder)]
    disk = Disk(folder, subprocess.run(mount, capture_output=True).returncode == 0)
    try:
        yield disk
    finally:
        os.environ.pop("WAKA_FAULT", None)
        if disk.is_mounted:
            subprocess.run(["umount", "-l", str(folder)], check=True)
        shutil.rmtree(folder, ignore_errors=True)
