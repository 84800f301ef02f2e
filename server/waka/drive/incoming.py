"""New files: what lies in the arrivals folder, and uploads streamed into it."""

from __future__ import annotations

import hashlib
import os
import secrets
import stat
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from waka.core.names import mend_name, numbered
from waka.errors import NameTaken, TooLarge, UploadCutOff

from .moving import rename_no_replace
from .tree import FileStat, Tree, shown
from .trouble import trouble

DEEPEST = 32  #: levels beneath an arrival point; deeper is reported, not walked


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    """A file in the arrivals folder, or something there that cannot be taken and why."""

    path: bytes
    stat: FileStat | None
    reason: str | None = None


def walk(tree: Tree) -> Iterator[Found]:
    """Yield everything beneath *tree* without following links; hidden files are left alone."""
    yield from _walk(tree, b"", 0)


def _walk(tree: Tree, path: bytes, depth: int) -> Iterator[Found]:
    if depth > DEEPEST:
        yield Found(path=path, stat=None, reason="folders nested too deep")
        return
    try:
        with tree.folder(path) as fd:
            entries = sorted(os.fsencode(name) for name in os.listdir(fd))
            found = [(name, _lstat(name, fd)) for name in entries]
    except OSError as error:
        yield Found(path=path, stat=None, reason=f"cannot be read: {error.strerror}")
        return
    for name, info in found:
        if name.startswith(b".") or info is None:
            continue
        here = path + b"/" + name if path else name
        if stat.S_ISDIR(info.st_mode):
            yield from _walk(tree, here, depth + 1)
        elif stat.S_ISREG(info.st_mode):
            yield Found(path=here, stat=FileStat.of(info))
        elif stat.S_ISLNK(info.st_mode):
            yield Found(path=here, stat=None, reason="a link; links are not followed")
        else:
            yield Found(path=here, stat=None, reason="no ordinary file")


def _lstat(name: bytes, fd: int) -> os.stat_result | None:
    try:
        return os.stat(name, dir_fd=fd, follow_symlinks=False)
    except FileNotFoundError:
        return None


@dataclass(frozen=True, slots=True, kw_only=True)
class Received:
    path: bytes
    stat: FileStat
    sha256: bytes


def receive(
    tree: Tree, folder: bytes, name: str, chunks: Iterable[bytes], expected: int | None, most: int
) -> Received:
    """Stream an upload into *folder* of the arrivals under *name*, numbered where that is taken.

    The file appears whole or not at all. *expected* is the announced number of bytes. Raises
    ``UploadCutOff`` where fewer came, ``TooLarge`` beyond *most* bytes, ``DriveTrouble``.
    """
    work_name = secrets.token_hex(12).encode()
    safe = mend_name(name.rpartition("/")[2])
    try:
        with (
            tree.parent(tree.work + b"/" + work_name, make=True) as (work, half),
            tree.folder(folder, make=True) as target,
        ):
            try:
                digest = _write(work, half, chunks, expected, most, safe)
                final = place(work, half, target, safe)
            except BaseException:
                _drop(half, work)
                raise
            os.fsync(target)
            found = FileStat.of(os.stat(final, dir_fd=target, follow_symlinks=False))
    except OSError as error:
        raise trouble(f"“{safe}” could not be stored", error) from error
    return Received(path=folder + b"/" + final, stat=found, sha256=digest)


def _write(
    work: int, half: bytes, chunks: Iterable[bytes], expected: int | None, most: int, name: str
) -> bytes:
    digest, size = hashlib.sha256(), 0
    fd = os.open(half, os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_CLOEXEC, 0o644, dir_fd=work)
    with open(fd, "wb") as file:  # noqa: PTH123 - a descriptor, not a path
        for chunk in chunks:
            size += len(chunk)
            if size > most:
                raise TooLarge(
                    f"“{name}” is larger than the {most // 1024 // 1024} MB that an upload may have.",
                    mend="Put it into the arrivals folder instead.",
                )
            digest.update(chunk)
            file.write(chunk)
        if expected is not None and size != expected:
            raise UploadCutOff(
                f"“{name}” was cut off after {size} of {expected} bytes; nothing was kept.",
                mend="Send it again.",
            )
        file.flush()
        os.fsync(fd)
    return digest.digest()


def place(work: int, half: bytes, target: int, name: str) -> bytes:
    """Rename *half* into the folder *target* under *name*, numbered where taken; return the name."""
    taken: list[str] = []
    while True:
        final = (numbered(name, taken) if taken else name).encode()
        try:
            rename_no_replace(work, half, target, final, where="")
        except NameTaken:
            taken.append(shown(final))
            continue
        return final


def _drop(name: bytes, fd: int) -> None:
    try:
        os.unlink(name, dir_fd=fd)
    except FileNotFoundError:
        return


def free_name(tree: Tree, folder: bytes, name: bytes) -> bytes:
    """Return *name*, or its first free number, for a file that goes back to the arrivals."""
    with tree.folder(folder, make=True) as fd:
        taken = {os.fsencode(n) for n in os.listdir(fd)}
    if name not in taken:
        return name
    return numbered(mend_name(shown(name)), [shown(n) for n in taken]).encode()
