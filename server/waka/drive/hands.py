"""Folders held open for a batch of moves, and written to disk once at its end.

Opening every folder on the way for every file costs more than the moves themselves. A folder held open
stays the one that was entered without following links, whatever another program does to its path.
"""

from __future__ import annotations

import os
from collections import OrderedDict
from collections.abc import Iterator
from contextlib import contextmanager

from .tree import Tree, parts_of

MOST_OPEN = 400


class Hands:
    """Descriptors of folders, by tree and path, until ``let_go``."""

    def __init__(self) -> None:
        self._open: OrderedDict[tuple[str, bytes], int] = OrderedDict()
        self._touched: set[int] = set()

    @contextmanager
    def parent(self, tree: Tree, path: bytes) -> Iterator[tuple[int, bytes]]:
        """Yield a descriptor of the folder that holds *path*, and its last part. Raises as ``Tree.parent``."""
        *above, name = parts_of(path) or [b""]
        if not name:
            with tree.parent(path) as found:
                yield found
            return
        folder = b"/".join(above)
        key = (os.fspath(tree.root), folder)
        fd = self._open.get(key)
        if fd is None:
            if len(self._open) >= MOST_OPEN:
                self.sync()
                self._close_some()
            with tree.folder(folder) as opened:
                fd = self._open[key] = os.dup(opened)
        yield fd, name

    def touched(self, fd: int) -> None:
        """Remember to write this folder to disk."""
        self._touched.add(fd)

    def sync(self) -> None:
        """Write every folder that was touched to disk."""
        for fd in self._touched:
            os.fsync(fd)
        self._touched.clear()

    def forget(self, tree: Tree, path: bytes) -> None:
        """Let go of the folder at *path*, which is gone: there is nothing of it to write."""
        fd = self._open.pop((os.fspath(tree.root), b"/".join(parts_of(path))), None)
        if fd is not None:
            self._touched.discard(fd)
            os.close(fd)

    def _close_some(self) -> None:
        for _ in range(len(self._open) // 2):
            _, fd = self._open.popitem(last=False)
            os.close(fd)

    def let_go(self) -> None:
        """Close every folder; what is not synced is not promised."""
        for fd in self._open.values():
            os.close(fd)
        self._open.clear()
        self._touched.clear()
