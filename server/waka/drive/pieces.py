"""Files that come in pieces: kept in a corner of the arrivals until they are whole."""

from __future__ import annotations

import fcntl
import hashlib
import os
from collections.abc import Iterable
from io import FileIO

from waka.core.names import mend_name
from waka.errors import UploadConflict

from .incoming import Received, place
from .tree import CHUNK, FileStat, Tree
from .trouble import trouble


def append(
    tree: Tree, work_name: bytes, at: int, chunks: Iterable[bytes], most: int
) -> tuple[int, bytes | None]:
    """Write *chunks* at offset *at*, at most up to *most* bytes; return the size the file has after.

    Where the file began with this call, its sha256 as well, so that it need not be read again.
    What came before a connection broke stays. Raises ``UploadConflict`` where another piece is being
    written or what is here ends elsewhere, ``DriveTrouble``.
    """
    digest = hashlib.sha256() if at == 0 else None
    size = at
    try:
        with tree.parent(tree.work + b"/" + work_name, make=True) as (folder, name):
            fd = os.open(name, os.O_WRONLY | os.O_CREAT | os.O_CLOEXEC | os.O_NOFOLLOW, 0o644, dir_fd=folder)
            with open(fd, "r+b", buffering=0) as file:  # noqa: PTH123 - a descriptor, not a path
                _hold(file, at)
                for piece in chunks:
                    kept = piece[: most - size]
                    file.write(kept)
                    size += len(kept)
                    if digest is not None:
                        digest.update(kept)
                os.fsync(fd)
    except OSError as error:
        raise trouble("The upload could not be stored", error) from error
    return size, digest.digest() if digest is not None else None


def _hold(file: FileIO, at: int) -> None:
    """Keep others from writing until *file* is closed, and go to its end, which must be *at*."""
    end = file.seek(0, os.SEEK_END)
    try:
        fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError as error:
        raise UploadConflict(end) from error
    end = file.seek(0, os.SEEK_END)  # whoever held it before may have written on
    if end != at:
        raise UploadConflict(end)


def size_of(tree: Tree, work_name: bytes) -> int:
    """Return how many bytes have come."""
    found = tree.stat(tree.work + b"/" + work_name)
    return found.size if found else 0


def finish(tree: Tree, work_name: bytes, folder: bytes, name: str, digest: bytes | None) -> Received:
    """Put a whole file into *folder* under *name*, numbered where that is taken."""
    safe = mend_name(name)
    with (
        tree.parent(tree.work + b"/" + work_name) as (work, half),
        tree.folder(folder, make=True) as target,
    ):
        if digest is None:
            with tree.reading(tree.work + b"/" + work_name) as file:
                whole = hashlib.sha256()
                while piece := file.read(CHUNK):
                    whole.update(piece)
                digest = whole.digest()
        final = place(work, half, target, safe)
        os.fsync(target)
        found = FileStat.of(os.stat(final, dir_fd=target, follow_symlinks=False))
    return Received(path=folder + b"/" + final, stat=found, sha256=digest)


def drop(tree: Tree, work_name: bytes) -> None:
    with tree.parent(tree.work + b"/" + work_name, make=True) as (folder, name):
        try:
            os.unlink(name, dir_fd=folder)
        except FileNotFoundError:
            return
