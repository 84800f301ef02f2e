"""One file from here to there: atomic, and never replacing what is there.

Within a file system a move is ``renameat2(RENAME_NOREPLACE)``, one call that either happened or did
not; where a file system has no such call, ``link`` then ``unlink``, between which both names lead to
the same file. Between file systems the bytes are copied to a corner of the target, read back in
the same pass against the recorded checksum, put in place, and only then removed at the source.
"""

from __future__ import annotations

import ctypes
import errno
import hashlib
import os
import stat
from collections.abc import Callable, Iterator
from contextlib import AbstractContextManager, contextmanager
from dataclasses import dataclass

from waka.core.changes.settle import End, Ends
from waka.core.ids import DocumentId
from waka.errors import DriveTrouble, NameTaken, SourceChanged, SourceGone, UnsafePath, WakaError

from .faults import lacks, reach
from .hands import Hands
from .tree import CHUNK, FileStat, Tree, shown
from .trouble import trouble

RENAME_NOREPLACE = 1
_libc = ctypes.CDLL(None, use_errno=True)
_UNSUPPORTED = (errno.ENOSYS, errno.EINVAL, errno.ENOTSUP)


@dataclass(frozen=True, slots=True, kw_only=True)
class Move:
    """What is to be moved, as it was when the intent was recorded."""

    number: DocumentId
    source: Tree
    source_path: bytes
    target: Tree
    target_path: bytes
    size: int
    inode: int
    modified_ns: int
    sha256: bytes
    work_name: bytes  #: of the half-made copy, unique to the step

    def is_this(self, found: FileStat) -> bool:
        return (found.size, found.inode, found.modified_ns) == (
            self.size, self.inode, self.modified_ns,
        )  # fmt: skip

    def is_this_at_source(self) -> bool:
        found = self.source.stat(self.source_path)
        return found is not None and self.is_this(found)


def carry_out(move: Move, hands: Hands | None = None) -> FileStat:
    """Move the file and return what is known of it at the target.

    With *hands*, of a batch, the folders are written to disk when the batch ends. Raises ``SourceGone``,
    ``SourceChanged``, ``NameTaken``, ``UnsafePath`` or ``DriveTrouble``; after each of them the file is at
    its source, whole, and nothing is at the target that was not.
    """
    with (
        as_told(move),
        _parent(move.source, move.source_path, hands) as (source, source_name),
        _parent(move.target, move.target_path, hands) as (target, target_name),
    ):
        assert_unchanged(move, source, source_name)
        reach("before_move")
        if os.fstat(source).st_dev == os.fstat(target).st_dev:
            _rename(move, source, source_name, target, target_name)
        else:
            _copy(move, source, source_name, target, target_name)
        reach("after_move")
        for fd in (target, source):
            hands.touched(fd) if hands else os.fsync(fd)
        return FileStat.of(os.stat(target_name, dir_fd=target, follow_symlinks=False))


@contextmanager
def as_told(move: Move) -> Iterator[None]:
    """Turn what the disk says into what a person can read: which file, where to, why, what to do."""
    try:
        yield
    except FileNotFoundError as error:
        raise _missing(move) from error
    except OSError as error:
        raise _trouble(move, error) from error


def _parent(tree: Tree, path: bytes, hands: Hands | None) -> AbstractContextManager[tuple[int, bytes]]:
    return hands.parent(tree, path) if hands else tree.parent(path)


def copy_out(move: Move) -> FileStat:
    """Copy the file beside its source and return what is known of the copy. Raises as ``carry_out``."""
    with (
        as_told(move),
        move.source.parent(move.source_path) as (source, source_name),
        move.target.parent(move.target_path) as (target, target_name),
    ):
        assert_unchanged(move, source, source_name)
        _copy_into_place(move, source, source_name, target, target_name)
        reach("after_move")
        os.fsync(target)
        return FileStat.of(os.stat(target_name, dir_fd=target, follow_symlinks=False))


def is_copied(move: Move, *, target_is_known: bool) -> bool:
    """Whether an interrupted copy stands whole at its target."""
    if target_is_known:
        return False
    found = move.target.stat(move.target_path)
    return found is not None and found.inode != move.inode and _same_bytes(move, found)


def assert_unchanged(move: Move, fd: int, name: bytes) -> None:
    found = os.stat(name, dir_fd=fd, follow_symlinks=False)
    if not stat.S_ISREG(found.st_mode):
        raise UnsafePath(f"“{shown(move.source_path)}” is no longer an ordinary file.")
    if not move.is_this(FileStat.of(found)):
        raise SourceChanged(shown(name), move.number)


def _rename(move: Move, source: int, old: bytes, target: int, new: bytes) -> None:
    rename_no_replace(source, old, target, new, where=shown(move.target_path))
    found = os.stat(new, dir_fd=target, follow_symlinks=False)
    if FileStat.of(found).inode != move.inode:
        # somebody swapped the file between the look and the move: give it back
        rename_no_replace(target, new, source, old, where=shown(move.source_path))
        raise SourceChanged(shown(old), move.number)


def rename_no_replace(source: int, old: bytes, target: int, new: bytes, *, where: str) -> None:
    """Rename beneath two folder descriptors. Raises ``NameTaken`` or ``OSError``."""
    code = errno.ENOSYS
    if not lacks("renameat2"):
        done = _libc.renameat2(source, old, target, new, RENAME_NOREPLACE)
        code = 0 if done == 0 else ctypes.get_errno()
    if code in _UNSUPPORTED:
        code = _link_and_unlink(source, old, target, new)
    if code == errno.EEXIST:
        raise NameTaken(shown(new), where.rpartition("/")[0])
    if code:
        raise OSError(code, os.strerror(code))


def _link_and_unlink(source: int, old: bytes, target: int, new: bytes) -> int:
    try:
        os.link(old, new, src_dir_fd=source, dst_dir_fd=target, follow_symlinks=False)
    except OSError as error:
        return error.errno or errno.EIO
    reach("after_link")
    os.unlink(old, dir_fd=source)
    return 0


def _copy(move: Move, source: int, old: bytes, target: int, new: bytes) -> None:
    _copy_into_place(move, source, old, target, new)
    reach("after_link")
    os.fsync(target)
    try:
        # only what was copied may go: a file that changed meanwhile stays
        assert_unchanged(move, source, old)
        reach("before_unlink")
        os.unlink(old, dir_fd=source)
    except FileNotFoundError:
        return  # another program removed it after it was copied: the copy is all there is, and has arrived
    except (WakaError, OSError):
        remove_name(new, target)
        raise


def _copy_into_place(move: Move, source: int, old: bytes, target: int, new: bytes) -> None:
    with move.target.parent(move.target.work + b"/" + move.work_name, make=True) as (work, name):
        remove_name(name, work)  # what an interrupted try of this very step left behind
        try:
            copy_bytes(move, source, old, work, name)
            reach("after_copy")
            rename_no_replace(work, name, target, new, where=shown(move.target_path))
        except BaseException:
            remove_name(name, work)
            raise


def copy_bytes(move: Move, source: int, old: bytes, work: int, name: bytes) -> None:
    digest = hashlib.sha256()
    read = os.open(old, os.O_RDONLY | os.O_NOFOLLOW | os.O_CLOEXEC, dir_fd=source)
    with open(read, "rb") as reader:  # noqa: PTH123 - a descriptor, not a path
        write = os.open(name, os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_CLOEXEC, 0o644, dir_fd=work)
        with open(write, "wb") as writer:  # noqa: PTH123
            while chunk := reader.read(CHUNK):
                digest.update(chunk)
                writer.write(chunk)
                reach("copying")
            writer.flush()
            os.fsync(write)
            os.utime(write, ns=(move.modified_ns, move.modified_ns))
    if digest.digest() != move.sha256:
        raise SourceChanged(shown(old), move.number)


def remove_name(name: bytes, fd: int) -> None:
    try:
        os.unlink(name, dir_fd=fd)
    except FileNotFoundError:
        return


def look(move: Move, *, target_is_known: bool) -> Ends:
    """Return what stands at both ends of an interrupted move.

    *target_is_known*: the records know another document at the target, so that it cannot be this one.
    """
    target_fits = _same_bytes if _crosses(move) else _same_inode
    target = _end(move.target, move.target_path, lambda found: target_fits(move, found))
    if target is End.THIS and target_is_known:
        target = End.OTHER
    return Ends(source=_end(move.source, move.source_path, move.is_this), target=target)


def _end(tree: Tree, path: bytes, is_this: Callable[[FileStat], bool]) -> End:
    found = tree.stat(path)
    if found is None:
        return End.NOTHING
    return End.THIS if is_this(found) else End.OTHER


def _crosses(move: Move) -> bool:
    return move.source.root.stat().st_dev != move.target.root.stat().st_dev


def _same_inode(move: Move, found: FileStat) -> bool:
    return found.inode == move.inode and found.size == move.size


def _same_bytes(move: Move, found: FileStat) -> bool:
    return found.size == move.size and move.target.sha256(move.target_path) == move.sha256


def drop_source(move: Move) -> None:
    """Remove the old name of a file that has arrived, where it still leads to that file."""
    with move.source.parent(move.source_path) as (fd, name):
        found = os.stat(name, dir_fd=fd, follow_symlinks=False)
        if move.is_this(FileStat.of(found)):
            os.unlink(name, dir_fd=fd)
            os.fsync(fd)


def drop_work(move: Move) -> None:
    """Remove the half-made copy of an interrupted move, if there is one."""
    with move.target.parent(move.target.work + b"/" + move.work_name, make=True) as (fd, name):
        remove_name(name, fd)


def _missing(move: Move) -> SourceGone | DriveTrouble:
    if move.source.stat(move.source_path) is None:
        return SourceGone(shown(move.source_path.rpartition(b"/")[2]), move.number)
    folder = shown(move.target_path.rpartition(b"/")[0])
    return DriveTrouble(
        f"The folder “{folder}” is no longer there; nothing was moved.",
        mend="Choose another folder.",
    )


def _trouble(move: Move, error: OSError) -> DriveTrouble:
    name, where = shown(move.source_path), shown(move.target_path)
    return trouble(f"“{name}” could not be moved to “{where}”", error, "It is still where it was.")
