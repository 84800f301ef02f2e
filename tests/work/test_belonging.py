"""A drive and a database belong together: strangers, restored ones and bare mount points are refused, and lose nothing."""

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import replace
from datetime import date
from pathlib import Path

import psycopg
import pytest
from click.testing import CliRunner

from tests.support import EMPTY, World, assert_records_agree, name_of
from tests.work.drive import SAIL, SmallDrive, hand_in, small_drive
from waka import cli, launch
from waka.core.changes.belonging import Belonging, Mark, belonging
from waka.errors import CannotStart, DriveAway, ForeignDrive, NotAllowed
from waka.launch import opened
from waka.records.finding import logbook
from waka.settings import Settings
from waka.work.changes.ways import filing
from waka.work.deps import Deps
from waka.work.documents import storing, versions
from waka.work.naming.slips import Slip
from waka.work.outside import belonging as belongs
from waka.work.outside.belonging import Telling
from waka.work.outside.sweeping import DriveSweeper


@pytest.mark.parametrize(
    ("identity", "last", "mark", "expect"),
    [
        (None, 0, None, Belonging.NEW),
        ("a", 5, None, Belonging.BARE),
        (None, 0, Mark(identity="a"), Belonging.STRANGER),
        ("b", 9, Mark(identity="a", generation=3), Belonging.STRANGER),
        ("a", 9, Mark(identity="a", generation=9), Belonging.OURS),
        ("a", 9, Mark(identity="a", generation=2), Belonging.OURS),
        ("a", 8, Mark(identity="a", generation=9), Belonging.RESTORED),
    ],
)
def test_how_a_database_and_a_drive_stand_to_each_other(
    identity: str | None, last: int, mark: Mark | None, expect: Belonging
) -> None:
    assert belonging(identity, last, mark) is expect


@pytest.mark.parametrize("text", ["a1\n7\n", "a1\n", "a1"])
def test_a_mark_is_read_as_it_was_written_and_as_earlier_ones_were(text: str) -> None:
    assert Mark.parse(text).identity == "a1"
    assert Mark.parse(Mark(identity="a1", generation=7).text()) == Mark(identity="a1", generation=7)


@pytest.mark.parametrize("text", ["", "\n", "not a mark at all\n", "a1\nmany\n"])
def test_what_is_no_mark_is_refused(text: str) -> None:
    with pytest.raises(ValueError):
        Mark.parse(text)


@pytest.fixture
def deps(own_deps: Deps) -> Deps:
    return own_deps


@contextmanager
def another(world: World, home: Path, drive: SmallDrive, **more: bool) -> Iterator[Deps]:
    """A second Waka, with a home and a database of its own, on the same drive."""
    settings = replace(world.settings(home), drive=drive.root)
    with opened(settings, world.database(EMPTY), 4, **more) as found:
        yield found


def corner(root: Path) -> dict[str, bytes]:
    return {
        str(path.relative_to(root)): path.read_bytes()
        for path in (root / ".waka").rglob("*")
        if path.is_file() and path.name != "lists"
    }


def test_a_second_waka_on_the_drive_is_refused_and_kept_versions_stay(
    the_world: World, tmp_path: Path, drive: SmallDrive
) -> None:
    keep_a_version(drive)
    before = corner(drive.root)
    with pytest.raises(ForeignDrive, match="another Waka"), another(the_world, tmp_path / "two", drive):
        pass
    assert corner(drive.root) == before
    # even where nobody asked first
    with another(the_world, tmp_path / "two", drive, admit=False) as two:
        with pytest.raises(ForeignDrive):
            DriveSweeper(two, 0.0).sweep()
        with two.db.transaction() as conn:
            assert conn.execute("select count(*) from document").fetchone() == (0,)
    assert corner(drive.root) == before
    assert_records_agree(drive.deps)


def keep_a_version(drive: SmallDrive) -> None:
    """Give the bill a second version, so that its first one is kept in the store."""
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"the corrected bill")
    slip = Slip(kind="invoice", who="mrc", when="12.3.2025", what="Mizzen sail", folder=drive.folder("Finance/2025"),
                as_version=True)  # fmt: skip
    filing.file_arrival(drive.deps, drive.filer, number, slip, date(2026, 11, 20))
    assert versions.history(drive.deps, drive.keeper, drive.number(SAIL)).earlier


def test_an_older_database_that_was_restored_is_refused(
    the_world: World, tmp_path: Path, drive: SmallDrive
) -> None:
    """The backup knows less than the drive was told of."""
    drive.deps.db.pool.close()
    backup = the_world.database(name_of(drive.deps.db.pool.conninfo))
    with opened(drive.deps.settings, drive.deps.db.pool.conninfo, 4) as now:
        later = replace(drive, deps=now)
        keep_a_version(later)
        telling = Telling(now)
        telling.tell()
        telling.tell()  # what was read is told the next time
        with now.db.transaction() as conn:
            assert now.drive.mark().generation == logbook.last(conn)  # type: ignore[union-attr]
        before = corner(now.drive.root)
        with (
            pytest.raises(ForeignDrive, match="later state"),
            opened(replace(now.settings, home=tmp_path / "restored"), backup, 4),
        ):
            pass
        assert corner(now.drive.root) == before
        with opened(now.settings, backup, 4, admit=False) as restored:
            with pytest.raises(NotAllowed):
                belongs.adopt(restored, "alba")
            assert belongs.adopt(restored, "magnus") == 1  # the version that it does not know of
            assert [p.name for p in (now.drive.root / ".waka/unknown").rglob("*") if p.is_file()]
            assert storing.tidy_all(restored) == 0
            DriveSweeper(restored, 0.0).sweep()
        with pytest.raises(ForeignDrive):  # and from then on the one before is a stranger
            DriveSweeper(now, 0.0).sweep()


def test_a_drive_that_is_not_mounted_is_waited_for_and_nothing_is_made_in_its_place(
    the_world: World, home: Path, deps: Deps
) -> None:
    for tree in (deps.drive, deps.arrivals):
        away = tree.root.with_name("away")
        tree.root.rename(away)
        for root in (None, tree.root):
            if root is not None:
                root.mkdir()
            with pytest.raises(DriveAway):
                belongs.admit(deps)
            assert not tree.root.exists() or not list(tree.root.iterdir())
        tree.root.rmdir()
        away.rename(tree.root)
        belongs.admit(deps)


def test_a_restored_drive_asks_nothing_and_keeps_rights_numbers_and_history(
    drive: SmallDrive, tmp_path: Path
) -> None:
    """All inodes are new; paths and bytes are the same."""
    import shutil

    drive.keep_to("Trainees", drive.keeper)
    numbers = {path: drive.number(path) for path in (SAIL, "Trainees/log.txt")}
    copy = tmp_path / "copy"
    shutil.copytree(drive.root, copy, copy_function=shutil.copy)  # times are new as well
    shutil.rmtree(drive.root)
    copy.rename(drive.root)
    with drive.deps.db.transaction() as conn:
        last = logbook.last(conn)
    sweeper = DriveSweeper(drive.deps, 0.0)
    for _ in range(3):
        sweeper.sweep()
    assert {path: drive.number(path) for path in numbers} == numbers
    with drive.deps.db.transaction() as conn:
        assert logbook.last(conn) == last  # nothing happened to any of them
        assert conn.execute("select count(*) from question").fetchone() == (0,)
        access = conn.execute("select own_access and replaces from folder where name = 'Trainees'").fetchone()
    assert access == (True,)
    assert_records_agree(drive.deps)


@pytest.mark.parametrize(
    ("home", "drive", "arrivals", "told"),
    [
        ("d/home", "d", "a", "WAKA_HOME lies in WAKA_DRIVE"),
        ("x", "x", "a", "WAKA_HOME lies in WAKA_DRIVE"),
        ("a/home", "d", "a", "WAKA_HOME lies in WAKA_ARRIVALS"),
        ("h", "d", "d/in", "WAKA_ARRIVALS lies in WAKA_DRIVE"),
        ("h", "d", "d", "WAKA_ARRIVALS lies in WAKA_DRIVE"),
        ("h", "a/d", "a", "WAKA_DRIVE lies in WAKA_ARRIVALS"),
        ("h", "link/d", "a", "WAKA_DRIVE lies in WAKA_ARRIVALS"),
        ("h", "h/database/d", "a", "which Waka keeps for itself"),
        ("h", "h/drive", "h/arrivals", None),
        ("h", "d", "a", None),
    ],
)
def test_folders_that_lie_in_one_another_are_refused_with_the_reason(
    tmp_path: Path, home: str, drive: str, arrivals: str, told: str | None
) -> None:
    (tmp_path / "a").mkdir()
    (tmp_path / "link").symlink_to(tmp_path / "a")
    names = zip(("WAKA_HOME", "WAKA_DRIVE", "WAKA_ARRIVALS"), (home, drive, arrivals), strict=True)
    settings = Settings.read({name: str(tmp_path / part) for name, part in names})
    if told is None:
        launch.assert_apart(settings)
        return
    with pytest.raises(CannotStart, match=told):
        launch.assert_apart(settings)


def test_the_command_line_says_what_is_wrong_and_adopts(
    the_world: World, tmp_path: Path, drive: SmallDrive, monkeypatch: pytest.MonkeyPatch
) -> None:
    url = the_world.database(EMPTY)
    env = {"WAKA_HOME": str(tmp_path / "two"), "WAKA_DRIVE": str(drive.root), "WAKA_DATABASE_URL": url}
    for name, value in env.items():
        monkeypatch.setenv(name, value)
    with opened(replace(Settings.read(), drive=tmp_path / "elsewhere"), url, 3) as two:
        small_drive(two)
    with psycopg.connect(url) as conn:
        conn.execute("delete from setting where name = 'drive_mark'")
    run = CliRunner()
    health = run.invoke(cli.waka, ["health"])
    assert health.exit_code == 1 and "another Waka's database" in health.output
    refused = run.invoke(cli.waka, ["drive", "adopt", "--as", "magnus"], input="n\n")
    assert refused.exit_code == 1 and "bears the mark of another database" in refused.output
    adopted = run.invoke(cli.waka, ["drive", "adopt", "--as", "magnus", "--yes"])
    assert adopted.exit_code == 0 and "Adopted" in adopted.output, adopted.output
    health = run.invoke(cli.waka, ["health"])
    assert health.exit_code == 0, health.output
