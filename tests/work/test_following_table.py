"""Every kind of outside change, alone and in pairs, while Waka watches and while it is down, on files, folders and trees.

What is expected is the same of all: in the end the records are as the disk is, each document is there once,
nothing waits for ever, no sweep fails, and nobody sees what they did not see before but by a file that another program
itself put under their eyes.
"""

import os
import shutil
from collections.abc import Callable, Iterator
from itertools import product
from pathlib import Path

import psycopg
import pytest

from tests.again import Databases
from tests.conftest import LONG
from tests.support import World, assert_records_agree
from tests.work.drive import SmallDrive, small_drive
from waka.core.changes.findings import said
from waka.core.words import worded
from waka.records.outside import following, questions, stuck
from waka.work.deps import Deps
from waka.work.folders import access
from waka.work.outside import answering
from waka.work.outside.sweeping import DriveSweeper
from waka.work.outside.taking_in import index_next

A, B = "Finance/2025/2025-03-12_mrc_mizzen-sail.txt", "Letters/note.txt"
FILE, FOLDER, TREE = "Letters/note.txt", "Trainees", "Finance"


def settle(deps: Deps, sweeper: DriveSweeper | None = None) -> None:
    """Sweep until nothing changes any more, which has to come soon."""
    sweeper = sweeper or DriveSweeper(deps, 0.0)
    left: list[int] = []
    while left[-2:] != [0, 0]:
        left.append(sweeper.sweep())
        assert len(left) < 6 or left[-2:] == [0, 0], f"it never comes to rest: {left}"
    while index_next(deps):
        pass
    assert_records_agree(deps)


# what happens, to a thing of each size: a file, a folder with one file, a tree of folders that hold only folders


def add(root: Path, at: Path) -> None:
    if at.is_dir():
        (at / "deeper/still").mkdir(parents=True, exist_ok=True)
        (at / "deeper/still/new.txt").write_text(f"new {len(list(at.rglob('*')))}")
    else:
        at.with_name("new beside.txt").write_text("new beside")


def edit(root: Path, at: Path) -> None:
    for file in files(at):
        with file.open("a") as out:
            out.write(", and more")


def rename(root: Path, at: Path) -> None:
    at.rename(at.with_name("renamed " + at.name))


def move(root: Path, at: Path) -> None:
    (root / "Elsewhere").mkdir(exist_ok=True)
    at.rename(root / "Elsewhere" / at.name)


def remove(root: Path, at: Path) -> None:
    shutil.rmtree(at) if at.is_dir() else at.unlink()


def overwrite(root: Path, at: Path) -> None:
    """Another document of the drive is moved over it."""
    for file in files(at)[:1]:
        others = [f for f in files(root) if f != file]
        if others:
            others[0].replace(file)


def copy(root: Path, at: Path) -> None:
    target = at.with_name("copy of " + at.name)
    shutil.copytree(at, target, dirs_exist_ok=True) if at.is_dir() else shutil.copy(at, target)


def swap(root: Path, at: Path) -> None:
    others = [
        p
        for p in sorted(at.parent.iterdir())
        if p != at and not p.name.startswith(".") and p.is_dir() == at.is_dir()
    ]
    if others:
        at.rename(root / "held")
        others[0].rename(at)
        (root / "held").rename(others[0])


def another_of_the_same(root: Path, at: Path) -> None:
    """The same bytes once more, and the first of them gone."""
    for file in files(at)[:1]:
        shutil.copy(file, file.with_name("same again.txt" if file.name == "same.txt" else "same.txt"))
        file.unlink()


def reuse(root: Path, at: Path) -> None:
    """Removed, and others made at once, which get the inodes that are free now."""
    copies = {f.relative_to(root): f.stat().st_size for f in files(at)}
    remove(root, at)
    for number, (_, size) in enumerate(copies.items() or [("", 3)]):
        place = root / f"Strangers {number}"
        place.mkdir(exist_ok=True)
        (place / f"stranger {number}.txt").write_bytes(b"x" * size)


def hard_link(root: Path, at: Path) -> None:
    for file in files(at):
        link = file.with_name("link to " + file.name)
        if not link.exists():
            os.link(file, link)


def restored_copy(root: Path, at: Path) -> None:
    """Taken from a backup: all inodes are new, paths and bytes the same."""
    aside = root.with_name("aside")
    shutil.rmtree(aside, ignore_errors=True)
    (shutil.copytree if at.is_dir() else shutil.copy2)(at, aside)
    remove(root, at)
    shutil.move(aside, at)


def files(at: Path) -> list[Path]:
    if at.is_file():
        return [at]
    return sorted(p for p in at.rglob("*") if p.is_file() and ".waka" not in p.parts)


Change = Callable[[Path, Path], None]
CHANGES: list[Change] = [
    add,
    edit,
    rename,
    move,
    remove,
    overwrite,
    copy,
    swap,
    another_of_the_same,
    reuse,
    hard_link,
    restored_copy,
]
# what becomes of the number of a lone file: where it stands after, None where it is gone
ALONE: dict[Change, str | None] = {
    add: FILE, edit: FILE, rename: "Letters/renamed note.txt", move: "Elsewhere/note.txt", remove: None,
    overwrite: None, copy: FILE, another_of_the_same: "Letters/same.txt", reuse: None, hard_link: FILE, restored_copy: FILE,
}  # fmt: skip


@pytest.fixture
def kept(drive: SmallDrive) -> SmallDrive:
    """The small drive, with a folder that the keeper keeps to himself."""
    drive.keep_to("Trainees", drive.keeper)
    settle(drive.deps)
    return drive


def seen(deps: Deps) -> dict[int, set[str]]:
    """What each person sees: the contents, whatever they are called now."""
    with deps.db.transaction() as conn:
        found = conn.execute(
            'select s.person_id, encode(d.sha256, \'hex\') from document d join folder f on f.id = d.folder_id'
            " join sight s on s.access_id = f.access_id where d.state = 'filed'").fetchall()  # fmt: skip
    told: dict[int, set[str]] = {}
    for person, digest in found:
        told.setdefault(person, set()).add(digest)
    return told


def domains(deps: Deps) -> dict[int, set[tuple[int, str]]]:
    """Who has which right under each folder that rules itself."""
    with deps.db.transaction() as conn:
        found = conn.execute('select access_id, person_id, "right" from sight').fetchall()
    told: dict[int, set[tuple[int, str]]] = {}
    for domain, person, right in found:
        told.setdefault(domain, set()).add((person, right))
    return told


def secrets_seen_by(deps: Deps, person: int) -> list[str]:
    """Where *person* sees documents that were kept from them."""
    with deps.db.transaction() as conn:
        return [row[0] for row in conn.execute(
            "select folder_path(d.folder_id) || '/' || d.name from document d join folder f on f.id = d.folder_id"
            " join sight s on s.access_id = f.access_id where d.state = 'filed' and s.person_id = %s"
            " and d.sha256 = sha256('kept by the mate')", (person,))]  # fmt: skip


@pytest.mark.parametrize("down", [False, True], ids=["running", "down"])
@pytest.mark.parametrize("thing", [FILE, FOLDER, TREE], ids=["file", "folder", "tree"])
@pytest.mark.parametrize("change", CHANGES, ids=lambda c: c.__name__)
def test_one_change(kept: SmallDrive, change: Change, thing: str, down: bool) -> None:
    sweeper = DriveSweeper(kept.deps, 0.0)
    if not down:
        sweeper.sweep()
    number = kept.number(FILE)
    rights = domains(kept.deps)
    change(kept.root, kept.root / thing)
    settle(kept.deps, sweeper)
    if thing == FILE and change in ALONE:
        assert kept.path(number) == ALONE[change]
        assert answering.questions(kept.deps, kept.keeper) == []
    with kept.deps.db.transaction() as conn:
        assert stuck.everything(conn) == []
    for domain, who in domains(kept.deps).items():
        assert who <= rights.get(domain, set()), "a right is wider than it was"
    if change not in (copy, move, reuse, another_of_the_same, overwrite, swap) and thing == FOLDER:
        assert secrets_seen_by(kept.deps, kept.filer) == []
    if thing == FOLDER and change in (rename, move):  # the same folder: its grants went with it
        assert secrets_seen_by(kept.deps, kept.filer) == []


@pytest.mark.parametrize("first", CHANGES, ids=lambda c: c.__name__)
def test_two_changes_at_once(databases: Databases, tmp_path: Path, first: Change) -> None:
    """Each second change between the same two sweeps; in a short run each pair on one thing, watched or down in turn."""
    ways = list(product([FILE, FOLDER, TREE], [True, False]))
    turn = CHANGES.index(first)
    # in a short run of each two changes one order or the other
    short = [
        (c, ways[(turn + at) % len(ways)])
        for at, c in enumerate(CHANGES) if ((turn + at) % 2 == 0) == (turn <= at)
    ]  # fmt: skip
    pairs = product(CHANGES, ways) if LONG else short
    for at, (second, (thing, down)) in enumerate(pairs):
        with databases.empty(tmp_path / f"{at}") as deps:
            drive = small_drive(deps)
            drive.keep_to("Trainees", drive.keeper)
            sweeper = DriveSweeper(deps, 0.0)
            if not down:
                sweeper.sweep()
            rights = domains(deps)
            first(drive.root, drive.root / thing)
            there = [t for t in (thing, TREE, FOLDER, "Letters") if (drive.root / t).exists()]
            other = drive.root / there[0]
            second(drive.root, other)
            try:
                settle(deps, sweeper)
            except AssertionError as error:
                raise AssertionError(
                    f"{first.__name__}, then {second.__name__} of {thing}: {error}"
                ) from error
            for domain, who in domains(deps).items():
                assert who <= rights.get(domain, set()), f"{second.__name__} of {thing} widens a right"


def test_a_folder_with_the_inode_of_a_private_one_is_open_to_nobody_new(kept: SmallDrive) -> None:
    """The private folder goes; one with its very inode comes elsewhere. Its grants stay where they were."""
    inode = (kept.root / "Trainees").stat().st_ino
    for _ in range(200):
        remove(kept.root, kept.root / "Trainees")
        stranger = kept.root / "Letters/Strangers"
        stranger.mkdir()
        if stranger.stat().st_ino == inode:
            break
        stranger.rmdir()
        (kept.root / "Trainees").mkdir()
        inode = (kept.root / "Trainees").stat().st_ino
        with kept.deps.db.transaction() as conn:
            conn.execute(
                "update folder set inode = %s where name = 'Trainees'", (inode,)
            )  # as if it had always been this one
        (kept.root / "Trainees/log.txt").write_text("kept by the mate")
    else:
        pytest.skip("this file system gives no inode again")
    (stranger / "hello.txt").write_text("for everybody in Letters")
    settle(kept.deps)
    with kept.deps.db.transaction() as conn:
        found = conn.execute(
            "select own_access, access_id = 1 from folder where name = 'Strangers'"
        ).fetchone()
        assert conn.execute(
            "select count(*) from folder where name = 'Trainees' and removed_at is null"
        ).fetchone() == (0,)
    assert found == (False, True)


@pytest.mark.parametrize("looked", ["at both at once", "after the copy", "after the removal"])
def test_a_private_folder_copied_and_removed_asks_before_it_has_its_grants_again(
    kept: SmallDrive, looked: str
) -> None:
    """As between two disks: all inodes are new, the name is another, the bytes are the same."""
    aside = shutil.copytree(kept.root / "Trainees", kept.root.with_name("aside"), copy_function=shutil.copy)
    if looked == "after the removal":
        remove(kept.root, kept.root / "Trainees")
        settle(kept.deps)
    aside.rename(kept.root / "Letters/Learners")
    if looked == "after the copy":
        settle(kept.deps)
    if looked != "after the removal":
        remove(kept.root, kept.root / "Trainees")
    settle(kept.deps)
    with kept.deps.db.transaction() as conn:
        [question] = questions.folder_questions(conn, kept.keeper)
        assert questions.folder_questions(conn, kept.filer) == []
    assert (question.stood_at, question.found_path, question.documents) == ("Trainees", "Letters/Learners", 1)
    answering.answer_folder(kept.deps, kept.keeper, question.id, "same")
    assert secrets_seen_by(kept.deps, kept.filer) == []
    who = {why.person_id for why in access.rights(kept.deps, kept.keeper, question.found_id).people}
    assert who == {kept.keeper}
    with kept.deps.db.transaction() as conn:
        assert questions.folder_questions(conn, kept.keeper) == []
    settle(kept.deps)


def test_one_that_cannot_be_written_down_holds_up_no_other(
    kept: SmallDrive, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The database refuses one of many; it is set aside with its reason, and taken once that is mended."""
    plain = following.take_in

    def refuse(conn, files, person):  # type: ignore[no-untyped-def]
        if any(file.name == "refused.txt" for file in files):
            raise psycopg.errors.ProgramLimitExceeded("it is too much")
        return plain(conn, files, person)

    monkeypatch.setattr(following, "take_in", refuse)
    for name in ("a.txt", "b.txt", "refused.txt", "z.txt"):
        (kept.root / "Letters" / name).write_text(name)
    sweeper = DriveSweeper(kept.deps, 0.0)
    assert [sweeper.sweep() for _ in range(3)][-1] == 0, "and it keeps no sweep restless"
    assert {kept.number(f"Letters/{name}") for name in ("a.txt", "b.txt", "z.txt")}
    with kept.deps.db.transaction() as conn:
        [item] = stuck.for_keeper(conn, kept.keeper)
        assert stuck.for_keeper(conn, kept.filer) == []
    assert (item.shown, item.part) == ("Letters/refused.txt", "following") and "it is too much" in worded(
        item.reason.code, item.reason.facts
    )
    monkeypatch.undo()
    settle(kept.deps)  # another sweeper, as after a start: it is tried at once
    assert kept.number("Letters/refused.txt")
    with kept.deps.db.transaction() as conn:
        assert stuck.everything(conn) == []


@pytest.fixture
def as_somebody_else(kept: SmallDrive, the_world: World) -> Iterator[None]:
    """What Waka does is done by an account that may not read everything, as it is outside of tests."""
    if os.geteuid() != 0:
        yield
        return
    for path in (kept.root, *kept.root.rglob("*")):
        os.chown(path, 65534, 65534)
    for above in kept.root.parents:
        if above == Path("/tmp"):
            break
        above.chmod(above.stat().st_mode | 0o711)
    # the database's socket is for its account alone; here one more is let in
    ways = (the_world.own.data.parent, the_world.own.data, the_world.own.socket)
    modes = [way.stat().st_mode for way in ways]
    for way, mode in zip(ways, modes, strict=True):
        way.chmod(mode | 0o011)
    os.seteuid(65534)
    try:
        yield
    finally:
        os.seteuid(0)
        for way, mode in zip(ways, modes, strict=True):
            way.chmod(mode)


def test_a_file_that_cannot_be_read_is_told_and_tried_later(kept: SmallDrive, as_somebody_else: None) -> None:
    secret = kept.root / "Letters/shut.txt"
    secret.write_text("nobody may read this")
    secret.chmod(0)
    (kept.root / "Letters/open.txt").write_text("this one, everybody")
    sweeper = DriveSweeper(kept.deps, 0.0)
    assert [sweeper.sweep() for _ in range(4)][-2:] == [0, 0]
    assert kept.number("Letters/open.txt")
    with kept.deps.db.transaction() as conn:
        [item] = stuck.for_keeper(conn, kept.keeper)
    assert item.shown == "Letters/shut.txt" and item.reason == said("cannot_be_read", why="Permission denied")
    secret.chmod(0o600)
    settle(kept.deps)
    assert kept.number("Letters/shut.txt")


def test_a_path_longer_than_the_system_takes_is_followed_like_any_other(kept: SmallDrive) -> None:
    fd = os.open(kept.root, os.O_RDONLY)
    for at in range(30):
        name = f"{at:02}" + "abcdefghij" * 18
        os.mkdir(name, dir_fd=fd)
        deeper = os.open(name, os.O_RDONLY, dir_fd=fd)
        os.close(fd)
        fd = deeper
    file = os.open("deep.txt", os.O_CREAT | os.O_WRONLY, dir_fd=fd)
    os.write(file, b"deep down")
    os.close(file)
    os.close(fd)
    (kept.root / "Letters/after.txt").write_text("behind it")
    sweeper = DriveSweeper(kept.deps, 0.0)
    assert [sweeper.sweep() for _ in range(4)][-1] == 0
    from waka.work.documents.reading import read_what_waits

    read_what_waits(kept.deps)
    with kept.deps.db.transaction() as conn:
        unread = conn.execute("select count(*) from content where read_at is null").fetchone()
        long = conn.execute(
            "select length(folder_path(folder_id)) from document where name = 'deep.txt'"
        ).fetchone()
    assert unread == (0,) and long and long[0] > 4096


def test_folders_that_an_earlier_edition_left_beneath_a_removed_one_are_found_to_be_gone(
    kept: SmallDrive,
) -> None:
    number = kept.number(A)
    remove(kept.root, kept.root / "Finance")
    with kept.deps.db.transaction() as conn:
        conn.execute("update folder set removed_at = now() where name = 'Finance'")
    settle(kept.deps)
    assert kept.path(number) is None


def test_a_tree_of_folders_that_is_removed_leaves_no_ghosts_and_comes_back_with_its_numbers(
    kept: SmallDrive,
) -> None:
    numbers = {path: kept.number(path) for path in (A, "Finance/2026/2026-01-09_mrc_canvas.txt")}
    aside = kept.root.with_name("aside")
    (kept.root / "Finance").rename(aside)
    settle(kept.deps)
    assert [kept.path(number) for number in numbers.values()] == [None, None]
    shutil.copytree(aside, kept.root / "Finance", copy_function=shutil.copy)
    settle(kept.deps)
    assert {path: kept.path(number) for path, number in numbers.items()} == {path: path for path in numbers}
