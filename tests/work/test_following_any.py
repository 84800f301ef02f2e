"""Any sequence of outside changes, with sweeps at any time: in the end the records are as the disk is."""

import os
import shutil
from pathlib import Path

from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, rule

from tests.again import Databases
from tests.conftest import LONG
from tests.work.drive import small_drive
from tests.work.test_following_table import domains, restored_copy, settle
from waka.records.finding import logbook
from waka.records.outside import stuck
from waka.work.folders import access
from waka.work.folders.access import Holder, Wish
from waka.work.outside.sweeping import DriveSweeper

NAMES = st.sampled_from(["a.txt", "b.txt", "c.txt"])
FOLDERS = st.sampled_from(["", "One", "Two", "One/Deep", "Kept"])


class AnySequence(RuleBasedStateMachine):
    """Other programs do anything, sweeps come at any time; in the end records are as the disk is."""

    databases: Databases
    folder: Path
    count = 0

    @initialize()
    def begin(self) -> None:
        type(self).count += 1
        self.home = self.folder / f"{os.getpid()}-{self.count}"
        self.context = self.databases.empty(self.home)
        self.deps = self.context.__enter__()
        self.drive = small_drive(self.deps)
        self.root = self.drive.root
        for name in ("One/Deep", "Two", "Kept"):
            (self.root / name).mkdir(parents=True)
        (self.root / "Kept/secret.txt").write_text("kept by the mate")
        self.sweeper = DriveSweeper(self.deps, 0.0)
        self.sweeper.sweep()
        access.grant(
            self.deps, self.drive.keeper, self.drive.folder("Kept"),
            Wish(replaces=True, grants=[(Holder(person=self.drive.keeper), "keeper")]),
        )  # fmt: skip
        self.rights = domains(self.deps)
        self.edits = 0

    def place(self, folder: str) -> Path:
        path = self.root / folder
        path.mkdir(parents=True, exist_ok=True)
        return path

    @rule(folder=FOLDERS, name=NAMES, text=st.sampled_from(["x", "y", ""]))
    def write(self, folder: str, name: str, text: str) -> None:
        path = self.place(folder) / name
        if not path.is_dir():
            path.write_text(text)

    @rule(folder=FOLDERS, name=NAMES)
    def edit(self, folder: str, name: str) -> None:
        path = self.root / folder / name
        if path.is_file():
            self.edits += 1
            path.write_text(f"edit {self.edits}")

    @rule(folder=FOLDERS, name=NAMES, to=FOLDERS, new=NAMES)
    def move(self, folder: str, name: str, to: str, new: str) -> None:
        path = self.root / folder / name
        if path.is_file():
            path.replace(self.place(to) / new)  # over whatever stands there

    @rule(folder=FOLDERS, name=NAMES, to=FOLDERS, new=NAMES)
    def copy(self, folder: str, name: str, to: str, new: str) -> None:
        path, target = self.root / folder / name, self.place(to) / new
        if path.is_file() and path != target and not (target.exists() and target.samefile(path)):
            shutil.copy(path, target)

    @rule(folder=FOLDERS, name=NAMES, to=FOLDERS, new=NAMES)
    def link(self, folder: str, name: str, to: str, new: str) -> None:
        path, target = self.root / folder / name, self.place(to) / new
        if path.is_file() and not target.exists():
            os.link(path, target)

    @rule(folder=FOLDERS, name=NAMES)
    def remove(self, folder: str, name: str) -> None:
        (self.root / folder / name).unlink(missing_ok=True)

    @rule(
        folder=st.sampled_from(["One", "Two", "One/Deep", "Kept"]),
        to=st.sampled_from(["Three", "Two/In", "Four"]),
    )
    def move_folder(self, folder: str, to: str) -> None:
        path, target = self.root / folder, self.root / to
        if path.is_dir() and not target.exists() and path not in target.parents:
            target.parent.mkdir(parents=True, exist_ok=True)
            path.rename(target)

    @rule(folder=st.sampled_from(["One", "Two", "One/Deep"]))
    def remove_folder(self, folder: str) -> None:
        shutil.rmtree(self.root / folder, ignore_errors=True)

    @rule(folder=st.sampled_from(["One", "Two"]))
    def restore_folder(self, folder: str) -> None:
        if (self.root / folder).is_dir():
            restored_copy(self.root, self.root / folder)

    @rule()
    def sweep(self) -> None:
        self.sweeper.sweep()

    @rule()
    def start_again(self) -> None:
        self.sweeper = DriveSweeper(self.deps, 0.0)

    @invariant()
    def no_right_is_wider_than_it_was(self) -> None:
        if hasattr(self, "rights"):
            for domain, who in domains(self.deps).items():
                assert who <= self.rights.get(domain, set())

    def teardown(self) -> None:
        if not hasattr(self, "context"):
            return
        try:
            settle(self.deps, self.sweeper)
            with self.deps.db.transaction() as conn:
                assert stuck.everything(conn) == []
                assert logbook.last(conn) > 0
        finally:
            self.context.__exit__(None, None, None)
            shutil.rmtree(self.home, ignore_errors=True)


def test_any_sequence_ends_with_records_that_are_as_the_disk_is(databases: Databases, tmp_path: Path) -> None:
    AnySequence.databases, AnySequence.folder = databases, tmp_path
    machine = AnySequence.TestCase
    machine.settings = settings(
        max_examples=2_000 if LONG else 40, stateful_step_count=18, deadline=None, database=None,
        suppress_health_check=list(HealthCheck), derandomize=not LONG,
    )  # fmt: skip
    machine().runTest()
