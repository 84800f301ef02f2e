"""A folder tree, entered only beneath its root and never through a link.

Paths are bytes beneath the root with ``/`` between parts, as the file system writes them. Every folder
on the way is opened by itself with O_NOFOLLOW, so that a link that another program puts in place
between a look and a step leads nowhere.
"""

from __future__ import annotations

import errno
import hashlib
import os
import stat
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from io import BufferedReader
from pathlib import Path

from waka.core.changes.belonging import Mark
from waka.errors import DriveTrouble, UnsafePath

CHUNK = 1 << 20
INODE_BITS = (1 << 63) - 1  #: as much of an inode number as a bigint holds
OWN = b".waka"  #: our corner of the drive; never listed or served


@dataclass(frozen=True, slots=True, kw_only=True)
class FileStat:
    size: int
    inode: int
    modified_ns: int
    gave_way: FileStat | None = None  #: what stood in its place before, where that went elsewhere

    @classmethod
    def of(cls, found: os.stat_result) -> FileStat:
        return cls(size=found.st_size, inode=found.st_ino & INODE_BITS, modified_ns=found.st_mtime_ns)


def shown(path: bytes) -> str:
    """Return *path* as a person can read it; bytes that are no text become �."""
    return path.decode("utf-8", "replace")


def parts_of(path: bytes) -> list[bytes]:
    """Return the parts of *path*. Raises ``UnsafePath`` for any that leads up or nowhere."""
    parts = path.split(b"/") if path else []
    if any(part in (b"", b".", b"..") or b"\0" in part for part in parts):
        raise UnsafePath(
            f"“{shown(path)}” is no path beneath the drive.", mend="Choose a folder of the drive."
        )
    return parts


class Tree:
    """One root on disk: the drive, or the arrivals."""

    def __init__(self, root: Path, work: bytes, corners: tuple[bytes, ...] = ()) -> None:
        self.root = root
        self.corners = corners  #: further folders of our own
        self.work = work  #: where half-made files live, on the same file system

    def prepare(self) -> None:
        """Make the root and the corner for work in progress."""
        for corner in (self.work, *self.corners):
            (self.root / os.fsdecode(corner)).mkdir(parents=True, exist_ok=True)

    @property
    def _mark(self) -> Path:
        return self.root / os.fsdecode(self.work.partition(b"/")[0]) / "mark"

    def mark(self) -> Mark | None:
        """Return what this tree bears, None where it was never marked. Raises ``DriveTrouble``."""
        try:
            return Mark.parse(self._mark.read_text())
        except (FileNotFoundError, NotADirectoryError):
            return None
        except ValueError as error:
            raise DriveTrouble(
                f"{self._mark} is damaged: it does not say which database {self.root} belongs to.",
                mend="Restore it from a backup, or say it anew: bin/waka drive adopt.",
            ) from error
        except OSError as error:
            raise DriveTrouble(f"{self._mark} cannot be read: {error.strerror}.") from error

    def set_mark(self, mark: Mark) -> None:
        """Mark the tree, so that an empty mount point or another database's drive is not mistaken for it."""
        half = self._mark.with_name(f"mark.{os.getpid()}")
        with half.open("w") as file:
            file.write(mark.text())
            file.flush()
            os.fsync(file.fileno())
        half.replace(self._mark)

    @contextmanager
    def folder(self, path: bytes, *, make: bool = False) -> Iterator[int]:
        """Yield a descriptor of the folder at *path*. Raises ``UnsafePath``, ``DriveTrouble``."""
        fd = self._open_root()
        try:
            for part in parts_of(path):
                if make:
                    _make(part, fd)
                deeper = _step(part, fd, path)
                os.close(fd)
                fd = deeper
            yield fd
        finally:
            os.close(fd)

    def _open_root(self) -> int:
        try:
            return os.open(self.root, os.O_RDONLY | os.O_DIRECTORY | os.O_CLOEXEC)
        except OSError as error:
            raise DriveTrouble(
                f"{self.root} cannot be opened: {error.strerror}.",
                mend="Is the disk there? See bin/waka health.",
            ) from error

    @contextmanager
    def parent(self, path: bytes, *, make: bool = False) -> Iterator[tuple[int, bytes]]:
        """Yield a descriptor of the folder that holds *path*, and its last part."""
        *above, name = parts_of(path) or [b""]
        if not name:
            raise UnsafePath("The root itself is no document.")
        with self.folder(b"/".join(above), make=make) as fd:
            yield fd, name

    def stat(self, path: bytes) -> FileStat | None:
        """Return what is known of the regular file at *path*, or None where there is none."""
        try:
            with self.parent(path) as (fd, name):
                found = os.stat(name, dir_fd=fd, follow_symlinks=False)
        except (FileNotFoundError, UnsafePath):
            return None
        return FileStat.of(found) if stat.S_ISREG(found.st_mode) else None

    def write_above(self, path: bytes) -> None:
        """Write the folder that holds *path* to disk, where there is one."""
        try:
            with self.parent(path) as (fd, _):
                os.fsync(fd)
        except (FileNotFoundError, UnsafePath):
            return

    @contextmanager
    def reading(self, path: bytes) -> Iterator[BufferedReader]:
        """Yield the regular file at *path*. Raises ``FileNotFoundError``, ``UnsafePath``."""
        with self.parent(path) as (folder, name):
            # O_NONBLOCK: opening a pipe that nobody writes to must not hang
            flags = os.O_RDONLY | os.O_NOFOLLOW | os.O_CLOEXEC | os.O_NONBLOCK
            try:
                fd = os.open(name, flags, dir_fd=folder)
            except OSError as error:
                if error.errno == errno.ELOOP:
                    raise UnsafePath(f"“{shown(path)}” is a link; it is not followed.") from error
                raise
        with open(fd, "rb") as file:  # noqa: PTH123 - a descriptor, not a path
            if not stat.S_ISREG(os.fstat(fd).st_mode):
                raise UnsafePath(f"“{shown(path)}” is no ordinary file.")
            yield file

    def sha256(self, path: bytes) -> bytes:
        with self.reading(path) as file:
            return hashlib.file_digest(file, "sha256").digest()

    def names(self, path: bytes) -> list[bytes]:
        """Return the names in the folder at *path*, in no order; our own corner left out."""
        with self.folder(path) as fd:
            found = [os.fsencode(name) for name in os.listdir(fd)]
        return [name for name in found if path or name not in (OWN, self.work)]

    def make_folder(self, path: bytes) -> None:
        """Make the folder at *path* and what is missing above it."""
        with self.folder(path, make=True) as fd:
            os.fsync(fd)


def _make(part: bytes, fd: int) -> None:
    try:
        os.mkdir(part, dir_fd=fd)
        os.fsync(fd)
    except FileExistsError:
        return
    except OSError as error:
        raise DriveTrouble(f"The folder “{shown(part)}” cannot be made: {error.strerror}.") from error


def _step(part: bytes, fd: int, whole: bytes) -> int:
    try:
        return os.open(part, os.O_RDONLY | os.O_DIRECTORY | os.O_NOFOLLOW | os.O_CLOEXEC, dir_fd=fd)
    except OSError as error:
        if error.errno in (errno.ELOOP, errno.ENOTDIR):
            raise UnsafePath(
                f"“{shown(part)}” in “{shown(whole)}” is a link or no folder; it is not followed.",
                mend="Choose a real folder.",
            ) from error
        raise
