"""The folder tree: nothing outside its root is ever reached."""

import hashlib
import os
from pathlib import Path

import pytest

from waka.drive.incoming import DEEPEST, walk
from waka.drive.tree import FileStat, Tree, parts_of, shown
from waka.errors import DriveTrouble, UnsafePath


@pytest.fixture
def tree(tmp_path: Path) -> Tree:
    found = Tree(tmp_path / "drive", b".waka/work")
    found.prepare()
    (tmp_path / "secret.txt").write_text("outside")
    (found.root / "Finance").mkdir()
    (found.root / "Finance/a.txt").write_text("inside")
    (found.root / "out").symlink_to(tmp_path)
    (found.root / "Finance/link.txt").symlink_to(tmp_path / "secret.txt")
    return found


@pytest.mark.parametrize(
    "path",
    [
        b"../secret.txt",
        b"Finance/../../secret.txt",
        b"/etc/passwd",
        b"Finance//a.txt",
        b"./a",
        b"a\0b",
        b"a/",
    ],
)
def test_a_path_that_leads_up_or_nowhere_is_refused(tree: Tree, path: bytes) -> None:
    with pytest.raises(UnsafePath):
        parts_of(path)
    with pytest.raises(UnsafePath), tree.reading(path):
        pass
    assert tree.stat(path) is None


@pytest.mark.parametrize("path", [b"out/secret.txt", b"Finance/link.txt", b"Finance/a.txt/b"])
def test_a_link_on_the_way_or_at_the_end_is_not_followed(tree: Tree, path: bytes) -> None:
    with pytest.raises(UnsafePath), tree.reading(path):
        pass
    assert tree.stat(path) is None


def test_an_ordinary_file_is_read_and_known(tree: Tree) -> None:
    with tree.reading(b"Finance/a.txt") as file:
        assert file.read() == b"inside"
    found = tree.stat(b"Finance/a.txt")
    assert found == FileStat.of((tree.root / "Finance/a.txt").stat())
    assert tree.sha256(b"Finance/a.txt") == hashlib.sha256(b"inside").digest()


def test_pipes_and_devices_are_no_documents(tree: Tree) -> None:
    os.mkfifo(tree.root / "pipe")
    with pytest.raises(UnsafePath, match="no ordinary file"), tree.reading(b"pipe"):
        pass
    assert tree.stat(b"pipe") is None


def test_folders_are_made_where_they_are_missing(tree: Tree) -> None:
    tree.make_folder(b"Letters/2026/04")
    tree.make_folder(b"Letters/2026/04")
    assert (tree.root / "Letters/2026/04").is_dir()
    with pytest.raises(UnsafePath):
        tree.make_folder(b"out/made-outside")
    assert not (tree.root.parent / "made-outside").exists()


def test_our_own_corner_is_not_listed(tree: Tree) -> None:
    assert sorted(tree.names(b"")) == [b"Finance", b"out"]


def test_a_root_that_is_gone_is_said(tree: Tree) -> None:
    tree.root.rename(tree.root.with_name("unplugged"))
    with pytest.raises(DriveTrouble, match="cannot be opened"):
        tree.names(b"")


def test_walking_reports_what_it_does_not_enter(tree: Tree) -> None:
    (tree.root / ".hidden").write_text("x")
    found = {shown(f.path): f.reason.code if f.reason else None for f in walk(tree)}
    assert found == {
        "Finance/a.txt": None,
        "Finance/link.txt": "link",
        "out": "link",
    }


def test_walking_ends_in_a_bottomless_tree(tree: Tree) -> None:
    deep = tree.root
    for _ in range(DEEPEST + 20):
        deep = deep / "d"
        deep.mkdir()
    (deep / "file.txt").write_text("too deep")
    reasons = [f.reason.code for f in walk(tree) if f.reason]
    assert "too_deep" in reasons


def test_names_that_are_no_text_are_shown_with_a_sign(tree: Tree) -> None:
    assert shown(b"caf\xe9.txt") == "caf\ufffd.txt"
