"""New files: what lies in the arrivals folder, and where whole uploads are put in it."""

from __future__ import annotations

import os
import stat
from collections.abc import Iterator
from dataclasses import dataclass

from waka.core.changes.findings import Said, said
from waka.core.names import mend_name, numbered
from waka.errors import NameTaken

from .moving import rename_no_replace
from .tree import FileStat, Tree, shown

DEEPEST = 32  #: levels beneath an arrival point; deeper is reported, not walked


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    """A file in the arrivals folder, or something there that cannot be taken and why."""

    path: bytes
    stat: FileStat | None
    reason: Said | None = None


def walk(tree: Tree) -> Iterator[Found]:
    """Yield everything beneath *tree* without following links; hidden files are left alone."""
    yield from _walk(tree, b"", 0)


def _walk(tree: Tree, path: bytes, depth: int) -> Iterator[Found]:
    if depth > DEEPEST:
        yield Found(path=path, stat=None, reason=said("too_deep", most=DEEPEST))
        return
    try:
        with tree.folder(path) as fd:
            entries = sorted(os.fsencode(name) for name in os.listdir(fd))
            found = [(name, _lstat(name, fd)) for name in entries]
    except OSError as error:
        yield Found(path=path, stat=None, reason=said("cannot_be_read", why=error.strerror or ""))
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
            yield Found(path=here, stat=None, reason=said("link"))
        else:
            yield Found(path=here, stat=None, reason=said("no_ordinary_file"))


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


def free_name(tree: Tree, folder: bytes, name: bytes) -> bytes:
    """Return *name*, or its first free number, for a file that goes back to the arrivals."""
    with tree.folder(folder, make=True) as fd:
        taken = {os.fsencode(n) for n in os.listdir(fd)}
    if name not in taken:
        return name
    return numbered(mend_name(shown(name)), [shown(n) for n in taken]).encode()
