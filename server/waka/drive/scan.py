"""A look over the whole drive, folder by folder, and checksums of many files at once."""

from __future__ import annotations

import hashlib
import os
import stat
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field

from waka.core.changes.findings import Said, said
from waka.errors import DriveTrouble, UnsafePath

from .births import births, born_ns
from .tree import INODE_BITS, OWN, Tree

DEEPEST = 100  #: levels of folders; what lies deeper is told, not taken in


@dataclass(slots=True)
class ScannedFolder:
    path: bytes  #: beneath the root, b"" for the root itself
    inode: int
    born_ns: int = 0
    files: dict[bytes, tuple[int, int, int]] = field(default_factory=dict)
    #: name → size, inode, time of change in nanoseconds
    folders: set[int] = field(default_factory=set)  #: inodes of the folders in it
    unsettled: set[bytes] = field(default_factory=set)  #: of those, what changed a moment ago
    linked: dict[bytes, int] = field(default_factory=dict)  #: of those, what has further names somewhere
    odd: list[tuple[bytes, Said]] = field(default_factory=list)  #: what cannot be taken in, and why
    trouble: Said | None = None  #: why nothing in it was seen


def scan(tree: Tree, settled_before_ns: int) -> Iterator[ScannedFolder]:
    """Yield every folder, parents first, without following links; hidden entries are left alone.

    A file is unsettled while its status changed after *settled_before_ns*: it may still be written.
    Raises ``DriveTrouble`` where the root itself cannot be read.
    """
    todo = [b""]
    while todo:
        found, deeper = _scan_one(tree, todo.pop(), settled_before_ns)
        yield found
        todo.extend(reversed(deeper))


def _scan_one(tree: Tree, path: bytes, settled_before_ns: int) -> tuple[ScannedFolder, list[bytes]]:
    found = ScannedFolder(path=path, inode=0)
    deeper: list[bytes] = []
    try:
        with tree.folder(path) as fd:
            found.inode = os.fstat(fd).st_ino & INODE_BITS
            found.born_ns = born_ns(fd)
            with os.scandir(fd) as entries:
                for entry in entries:
                    if entry.name[0] != ".":
                        _note(entry, path, found, deeper, settled_before_ns)
    except OSError as error:
        if not path:
            raise DriveTrouble(
                f"The drive cannot be read: {error.strerror}.", mend="Is the disk there?"
            ) from error
        found.trouble = said("cannot_be_read", why=error.strerror or "")
    except DriveTrouble:
        raise
    except Exception as error:
        if not path:
            raise
        found.trouble = said("trouble", why=str(error))
    deeper.sort()
    return found, deeper


def _note(
    entry: os.DirEntry[str], path: bytes, found: ScannedFolder, deeper: list[bytes], settled_before_ns: int
) -> None:
    name = os.fsencode(entry.name)
    try:
        info = entry.stat(follow_symlinks=False)
    except FileNotFoundError:
        return  # gone between the list and the look
    if stat.S_ISREG(info.st_mode):
        found.files[name] = (info.st_size, info.st_ino & INODE_BITS, info.st_mtime_ns)
        if info.st_ctime_ns > settled_before_ns:
            found.unsettled.add(name)
        if info.st_nlink > 1:
            found.linked[name] = info.st_ino & INODE_BITS
    elif stat.S_ISDIR(info.st_mode):
        here = path + b"/" + name if path else name
        if here.count(b"/") >= DEEPEST:
            found.odd.append((name, said("too_deep", most=DEEPEST)))
        elif here != OWN:
            deeper.append(here)
            found.folders.add(info.st_ino & INODE_BITS)
    elif stat.S_ISLNK(info.st_mode):
        found.odd.append((name, said("link")))
    else:
        found.odd.append((name, said("no_ordinary_file")))


@dataclass(frozen=True, slots=True)
class Read:
    """What reading some files of one folder gave."""

    sha256: dict[bytes, bytes] = field(default_factory=dict)
    born_ns: dict[bytes, int] = field(default_factory=dict)
    stood: dict[bytes, tuple[int, int, int]] = field(default_factory=dict)
    #: size, inode and time of change once it was read: what was written to meanwhile differs
    trouble: dict[bytes, Said] = field(
        default_factory=dict
    )  #: why one could not be read; not: because it is gone


def _digest(file: int) -> bytes:
    """Return the sha256 of an open file; a hundred thousand small ones spend more on buffers than on reading."""
    digest = hashlib.sha256()
    while chunk := os.read(file, READ_AT_ONCE):
        digest.update(chunk)
    return digest.digest()


def read_files(tree: Tree, folder: bytes, names: Iterable[bytes]) -> Read:
    """Return the sha256 and birth of files in one folder. Raises ``OSError`` where the folder cannot be opened."""
    found = Read()
    with tree.folder(folder) as fd:
        for name in names:
            try:
                file = os.open(name, os.O_RDONLY | os.O_NOFOLLOW | os.O_CLOEXEC | os.O_NONBLOCK, dir_fd=fd)
                try:
                    if stat.S_ISREG(os.fstat(file).st_mode):
                        found.sha256[name] = _digest(file)
                        found.born_ns[name] = born_ns(file)
                        info = os.fstat(file)
                        found.stood[name] = (info.st_size, info.st_ino & INODE_BITS, info.st_mtime_ns)
                finally:
                    os.close(file)
            except FileNotFoundError:
                continue
            except OSError as error:
                found.trouble[name] = said("cannot_be_read", why=error.strerror or "")
    return found


def digests(tree: Tree, folder: bytes, names: Iterable[bytes]) -> dict[bytes, bytes]:
    """Return the sha256 of files in one folder; those that cannot be read are left out."""
    return read_files(tree, folder, names).sha256


def births_in(tree: Tree, folder: bytes, names: Iterable[bytes]) -> dict[bytes, int]:
    """Return when files in one folder were born, as far as they are there and the file system tells."""
    try:
        with tree.folder(folder) as fd:
            return births(fd, list(names))
    except (OSError, UnsafePath, DriveTrouble):
        return {}


READ_AT_ONCE = 1 << 16  #: bytes
FEW = 20  #: names in one folder that are looked at one by one


def files_in(tree: Tree, folder: bytes, names: Iterable[bytes]) -> dict[bytes, tuple[int, int, int]]:
    """Return size, inode and time of change of files in one folder, as far as they are there."""
    names = list(names)
    if len(names) <= FEW:
        looked = {name: tree.stat(folder + b"/" + name if folder else name) for name in names}
        return {name: (s.size, s.inode, s.modified_ns) for name, s in looked.items() if s is not None}
    found: dict[bytes, tuple[int, int, int]] = {}
    try:
        with tree.folder(folder) as fd, os.scandir(fd) as entries:
            for entry in entries:
                if entry.is_file(follow_symlinks=False):
                    info = entry.stat(follow_symlinks=False)
                    found[os.fsencode(entry.name)] = (
                        info.st_size,
                        info.st_ino & INODE_BITS,
                        info.st_mtime_ns,
                    )
    except (FileNotFoundError, UnsafePath, DriveTrouble):
        return {}
    return found
