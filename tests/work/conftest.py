"""A folder to file into, a party with a short form, an arrival."""

import pytest

from tests.support import leave_slips_empty
from tests.work.drive import SmallDrive, hand_in, small_drive
from tests.work.lists import Lists
from waka.records.desk import naming
from waka.records.folders import folders
from waka.work.deps import Deps


@pytest.fixture
def folder(deps: Deps, filer: int) -> int:
    """A folder Finance/2025 in the drive, and a party with a short form."""
    (deps.drive.root / "Finance/2025").mkdir(parents=True)
    with deps.db.transaction() as conn:
        root = folders.root(conn)
        assert root is not None
        naming.add_party(conn, "Marlow Rope & Canvas", "mrc")
        return folders.add(conn, folders.add(conn, root, "Finance"), "2025")


@pytest.fixture
def number(deps: Deps, filer: int) -> int:
    return hand_in(deps, filer, "scan 1.txt", b"mizzen\n")


@pytest.fixture
def drive(deps: Deps) -> SmallDrive:
    return small_drive(deps)


@pytest.fixture
def made(drive: SmallDrive) -> Lists:
    return Lists(drive)


@pytest.fixture
def filled(drive: SmallDrive) -> SmallDrive:
    """The small drive of an office that has its slips filled in."""
    with drive.deps.db.transaction() as conn:
        url = conn.info.dsn + f" password={conn.info.password}"
    leave_slips_empty(url, wish=False)
    return drive
