"""Who has a change list in hand, held by the drive itself.

A database lock goes with its connection, but a process that has lost its connection may still be in the
midst of moving files. So whoever moves them also holds a lock that goes only with the process, or when
it has let go of the files: one byte for each list in a file of our corner, by an open file description
lock (Linux fcntl(2), F_OFD_SETLK), which threads of one process keep from each other as well.
"""

from __future__ import annotations

import errno
import fcntl
import os
import struct
from collections.abc import Iterator
from contextlib import contextmanager

import structlog

from waka.core.ids import ListId

from .faults import reach
from .tree import OWN, Tree
from .trouble import trouble

log = structlog.get_logger()
_HELD = (errno.EAGAIN, errno.EACCES)
_LACKING = (errno.EINVAL, errno.ENOLCK, errno.ENOSYS, errno.ENOTSUP)


class Holds:
    """The lists that one worker has in hand."""

    def __init__(self, fd: int) -> None:
        self._fd = fd

    def take(self, list_id: ListId) -> bool:
        """Take list *list_id* in hand; False where somebody else has it."""
        try:
            fcntl.fcntl(self._fd, fcntl.F_OFD_SETLK, _lock(fcntl.F_WRLCK, list_id, 1))
        except OSError as error:
            if error.errno in _HELD:
                return False
            if error.errno not in _LACKING:
                raise
            # a file system without locks: the database's lock alone has to do
            log.warning("drive_without_locks", error=str(error))
        return True

    def let_go(self) -> None:
        # by itself, for a child process that was just made may still share the description
        try:
            fcntl.fcntl(self._fd, fcntl.F_OFD_SETLK, _lock(fcntl.F_UNLCK, 0, 0))
        except OSError as error:
            if error.errno not in _LACKING:
                raise


def prepare_holds(drive: Tree) -> None:
    os.close(_open(drive))


def _open(drive: Tree) -> int:
    path = os.path.join(drive.root, os.fsdecode(OWN), "lists")  # noqa: PTH118 - opened by descriptor
    return os.open(path, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC | os.O_NOFOLLOW, 0o600)


@contextmanager
def holds(drive: Tree) -> Iterator[Holds]:
    """Yield what a worker holds lists by; they are let go at the end, or with the process.

    Raises ``DriveTrouble`` where the drive may not be written: nothing could be moved there either.
    """
    try:
        reach("holding")
        fd = _open(drive)
    except OSError as error:
        raise trouble("Nothing can be moved on this drive", error) from error
    held = Holds(fd)
    try:
        yield held
    finally:
        held.let_go()
        os.close(fd)


def _lock(kind: int, start: int, length: int) -> bytes:
    """Return a ``struct flock`` for *length* bytes from *start*; 0 bytes are all there are."""
    return struct.pack("hhqqi4x", kind, os.SEEK_SET, start, length, 0)
