"""Which document a file is that another program moved, renamed, changed or put there.

A file system keeps a file's inode through moves and renames, so a file with a document's inode, size and
time is that document. Where inodes do not help, as between file systems, a checksum does, if it leaves
one answer. Whatever leaves more than one, or speaks for and against, is asked and never guessed.

Recognising comes in two passes, since checksums cost reading: ``by_inode`` first, and ``by_bytes`` with
the checksums of what that left over.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import TypeVar

Place = tuple[int, str]  #: a folder's id and a name in it


@dataclass(frozen=True, slots=True)
class Known:
    """A document whose file is not as the records say."""

    id: int
    place: Place
    size: int
    inode: int
    modified_ns: int
    sha256: bytes


@dataclass(frozen=True, slots=True)
class Found:
    """A file that no record says is there, or not so."""

    place: Place
    size: int
    inode: int
    modified_ns: int


@dataclass(frozen=True, slots=True)
class Same:
    """This file is that document."""

    known: Known
    found: Found
    edited: bool  #: its bytes may differ


@dataclass(frozen=True, slots=True)
class Doubt:
    """This file may be that document."""

    known: Known
    found: Found
    why: str


@dataclass(frozen=True, slots=True)
class Recognised:
    same: Sequence[Same] = ()
    doubts: Sequence[Doubt] = ()
    missing: Sequence[Known] = ()  #: documents that no file is certain to be
    new: Sequence[Found] = ()  #: files that no document is certain to be
    #: (a pair in doubt is among the missing and the new as well)


REPLACED = "another file stands where it was, while its own stands elsewhere"
EDITED = "it seems to have been changed and moved at once"
SEVERAL = "several files have the same content"


def by_inode(known: Iterable[Known], found: Iterable[Found]) -> Recognised:
    """Pair documents and files by inode and place.

    Certain is: the same inode, size and time, wherever it stands; the same place, whatever it holds, if
    the document's own file stands nowhere else (a file that is edited, or replaced as editors save).
    """
    missing = {one.place: one for one in known}
    new = {one.place: one for one in found}
    at_inode: dict[int, list[Found]] = defaultdict(list)
    for one in new.values():
        at_inode[one.inode].append(one)
    same: list[Same] = []
    doubts: list[Doubt] = []

    def pair(document: Known, file: Found, *, edited: bool) -> None:
        same.append(Same(document, file, edited))
        del missing[document.place], new[file.place]

    for document in list(missing.values()):
        twins = [f for f in at_inode[document.inode] if f.place in new and _is_untouched(document, f)]
        if not twins:
            continue
        # a hard link has the inode twice: the one at the document's own place is it
        file = next((f for f in twins if f.place == document.place), twins[0])
        pair(document, file, edited=False)
    paired_away = {s.known.place: s for s in same if s.known.place != s.found.place}
    for place, moved in paired_away.items():
        if place in new and not _owned(new[place], known_inodes={s.known.inode for s in same}):
            doubts.append(Doubt(moved.known, new[place], REPLACED))
    for document in list(missing.values()):
        here = new.get(document.place)
        if here is not None:
            pair(document, here, edited=True)
    for document in missing.values():
        for file in at_inode[document.inode]:
            if file.place in new:
                doubts.append(Doubt(document, file, EDITED))
    return Recognised(same, doubts, list(missing.values()), list(new.values()))


def _is_untouched(document: Known, file: Found) -> bool:
    return (file.size, file.modified_ns) == (document.size, document.modified_ns)


def _owned(file: Found, *, known_inodes: set[int]) -> bool:
    """Whether *file* is itself a document that moved there."""
    return file.inode in known_inodes


def by_bytes(left: Recognised, sha256: Mapping[Place, bytes]) -> Recognised:
    """Pair what ``by_inode`` left over by size and checksum; *sha256* of every new file that was read.

    Certain is: one document and one file with these bytes, or among several one pair with the same
    name. Empty files have no content that could tell them apart.
    """
    documents: dict[bytes, list[Known]] = defaultdict(list)
    files: dict[bytes, list[Found]] = defaultdict(list)
    for document in left.missing:
        if document.size > 0:
            documents[document.sha256].append(document)
    for file in left.new:
        digest = sha256.get(file.place)
        if file.size > 0 and digest in documents:
            files[digest].append(file)
    same = list(left.same)
    doubts: list[Doubt] = []
    for digest, candidates in files.items():
        sure, unsure = _pairs(documents[digest], candidates)
        same += sure
        doubts += unsure
    paired = {s.known.id for s in same}
    taken = {s.found.place for s in same}
    # a document in doubt because its place was taken is itself paired; its place may have found an owner
    doubts += [
        d
        for d in left.doubts
        if d.found.place not in taken and (d.why == REPLACED or d.known.id not in paired)
    ]
    return Recognised(
        same,
        doubts,
        [document for document in left.missing if document.id not in paired],
        [file for file in left.new if file.place not in taken],
    )


def _pairs(documents: Sequence[Known], files: Sequence[Found]) -> tuple[list[Same], list[Doubt]]:
    if len(documents) == len(files) == 1:
        return [Same(documents[0], files[0], False)], []
    same = []
    named_documents, named_files = _by_name(documents), _by_name(files)
    for name, namesakes in named_documents.items():
        if len(namesakes) == 1 and len(named_files.get(name, [])) == 1:
            same.append(Same(namesakes[0], named_files[name][0], False))
    paired, taken = {s.known.id for s in same}, {s.found.place for s in same}
    rest = [document for document in documents if document.id not in paired]
    others = [file for file in files if file.place not in taken]
    if len(rest) == len(others) == 1:
        return [*same, Same(rest[0], others[0], False)], []
    return same, [Doubt(document, file, SEVERAL) for document in rest for file in others]


Thing = TypeVar("Thing", Known, Found)


def _by_name(things: Sequence[Thing]) -> dict[str, list[Thing]]:
    found: dict[str, list[Thing]] = defaultdict(list)
    for thing in things:
        found[thing.place[1]].append(thing)
    return found


@dataclass(frozen=True, slots=True)
class KnownFolder:
    id: int
    parent: int | None
    name: str
    inode: int | None


@dataclass(slots=True)
class FolderMatch:
    """What became of the folders."""

    at: dict[bytes, int] = field(default_factory=dict)  #: path on disk → folder's id, as it should be
    moved: dict[int, bytes] = field(default_factory=dict)  #: folder → its path on disk now
    inodes: dict[int, int] = field(default_factory=dict)  #: folders whose inode is to be written down
    new: list[bytes] = field(default_factory=list)  #: paths that no folder is, parents first
    gone: list[int] = field(default_factory=list)


def match_folders(
    known: Mapping[bytes, KnownFolder], disk: Mapping[bytes, int], unseen: Iterable[bytes] = ()
) -> FolderMatch:
    """Say which folder on disk is which in the records: by inode, else by place.

    *known* and *disk* are by path, *disk* with inodes, parents first. Beneath *unseen* paths the disk
    could not be looked at: nothing there has gone.
    """
    match = FolderMatch()
    by_inode = {folder.inode: path for path, folder in known.items() if folder.inode is not None}
    taken: set[int] = set()
    for path, inode in disk.items():
        home = by_inode.get(inode)
        folder = known[home] if home is not None else None
        if folder is not None and home != path and disk.get(home or b"") != inode and folder.id not in taken:
            match.moved[folder.id] = path
            match.at[path] = folder.id
            taken.add(folder.id)
    for path, inode in disk.items():
        if path in match.at:
            continue
        here = known.get(path)
        if here is None or here.id in taken:
            match.new.append(path)
            continue
        match.at[path] = here.id
        taken.add(here.id)
        if here.inode != inode:
            match.inodes[here.id] = inode
    dark = tuple(path + b"/" for path in unseen) + tuple(unseen)
    match.gone = [
        folder.id for path, folder in known.items()
        if folder.id not in taken and not (dark and (path.startswith(dark) or path in dark))
    ]  # fmt: skip
    # a child that moved along with its folder has not moved itself
    homes = {folder.id: (path, folder.parent) for path, folder in known.items()}
    for id, path in list(match.moved.items()):
        above, _, name = path.rpartition(b"/")
        home, parent = homes[id]
        if parent is not None and match.at.get(above) == parent and home.rpartition(b"/")[2] == name:
            del match.moved[id]
    return match
