"""Folders on disk: made, moved as a whole, removed when empty. Nothing is ever replaced."""

from __future__ import annotations

import errno
import os
from collections.abc import Iterator
from contextlib import AbstractContextManager, contextmanager

from waka.errors import DriveTrouble, FolderNotEmpty, NameTaken, UnsafePath

from .hands import Hands
from .moving import rename_no_replace
from .tree import INODE_BITS, Tree, shown
from .trouble import trouble


def folder_inode(tree: Tree, path: bytes) -> int | None:
    """Return the inode of the folder at *path*, or None where there is none."""
    try:
        with tree.folder(path) as fd:
            return os.fstat(fd).st_ino & INODE_BITS
    except (FileNotFoundError, UnsafePath):
        return None


def make(tree: Tree, path: bytes, hands: Hands | None = None) -> int:
    """Make one folder and return its inode. Raises ``NameTaken``, ``DriveTrouble``, ``UnsafePath``.

    With *hands* the folder above is written to disk with the batch, before anything is put on record.
    """
    with _told(path), _above(tree, path, hands) as (above, name):
        os.mkdir(name, dir_fd=above)
        _write(above, hands)
        return os.stat(name, dir_fd=above, follow_symlinks=False).st_ino & INODE_BITS


def move(tree: Tree, source: bytes, target: bytes, inode: int) -> None:
    """Move the folder at *source*, which must have *inode*, with all in it. Raises as ``make``."""
    with _told(target), tree.parent(source) as (old_above, old), tree.parent(target) as (above, name):
        found = os.stat(old, dir_fd=old_above, follow_symlinks=False)
        if found.st_ino & INODE_BITS != inode:
            raise DriveTrouble(
                f"“{shown(source)}” is no longer the folder that it was; nothing was moved.",
                mend="Look at it again.",
            )
        # no link and unlink here: a folder cannot be linked, and a plain rename replaces an empty one
        rename_no_replace(old_above, old, above, name, where=shown(target))
        os.fsync(above)
        os.fsync(old_above)


def remove(tree: Tree, path: bytes, hands: Hands | None = None) -> None:
    """Remove an empty folder, with *hands* as ``make``. Raises ``FolderNotEmpty``, ``DriveTrouble``."""
    try:
        with _told(path), _above(tree, path, hands) as (above, name):
            os.rmdir(name, dir_fd=above)
            _write(above, hands)
        if hands is not None:
            hands.forget(tree, path)
    except DriveTrouble as error:
        if error.__cause__ is not None and getattr(error.__cause__, "errno", 0) == errno.ENOTEMPTY:
            raise FolderNotEmpty(shown(path)) from error
        raise


def _above(tree: Tree, path: bytes, hands: Hands | None) -> AbstractContextManager[tuple[int, bytes]]:
    return hands.parent(tree, path) if hands is not None else tree.parent(path)


def _write(folder: int, hands: Hands | None) -> None:
    if hands is not None:
        hands.touched(folder)
    else:
        os.fsync(folder)


@contextmanager
def _told(path: bytes) -> Iterator[None]:
    """Turn what the file system says into words."""
    folder, _, name = shown(path).rpartition("/")
    try:
        yield
    except FileExistsError as error:
        raise NameTaken(name, folder) from error
    except FileNotFoundError as error:
        raise DriveTrouble(
            f"“{folder or 'Drive'}” is no longer there; nothing was changed.",
            mend="Look again at where it was.",
        ) from error
    except OSError as error:
        raise trouble(f"“{shown(path)}” cannot be changed", error, mend="Ask the administrator.") from error
