"""Which document a file is that another program moved, renamed, changed or put there.

A file system keeps a file's inode through moves and renames, but gives the inode of a file that was removed
to the next new one: an inode by itself proves nothing. With the moment of birth that the file system keeps
beside it, it proves everything: one inode, one birth, one file. Where births are not known, or inodes do
not help, as between file systems, a checksum does, if it leaves one answer. Whatever leaves more than one,
or speaks for and against, is asked and never guessed.

Recognising comes in two passes, since checksums cost reading: ``by_inode`` first, and ``by_bytes`` with
the checksums of what that left over.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import TypeVar

from waka.core.ids import DocumentId, FolderId

Place = tuple[FolderId, str]  #: a folder's id and a name in it


@dataclass(frozen=True, slots=True)
class Known:
    """A document whose file is not as the records say."""

    id: DocumentId
    place: Place
    size: int
    inode: int
    modified_ns: int
    sha256: bytes
    born_ns: int = 0  #: when its file was born, nanoseconds since 1970; 0: not known


@dataclass(frozen=True, slots=True)
class Found:
    """A file that no record says is there, or not so."""

    place: Place
    size: int
    inode: int
    modified_ns: int
    born_ns: int = 0


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
    """Pair documents and files by inode, birth and place.

    Certain is: the same inode and birth, wherever it stands and whatever became of its bytes; the same
    place, whatever it holds, if the document's own file stands nowhere else (a file that is edited, or
    replaced as editors save). An inode without a birth is left to ``by_bytes``, unless it stands in its place.
    """
    missing = {one.place: one for one in known}
    new = {one.place: one for one in found}
    at_inode: dict[int, list[Found]] = defaultdict(list)
    for one in new.values():
        at_inode[one.inode].append(one)
    owners: dict[int, list[Known]] = defaultdict(list)
    for document in missing.values():
        owners[document.inode].append(document)
    same: list[Same] = []

    def pair(document: Known, file: Found, *, edited: bool) -> None:
        same.append(Same(document, file, edited))
        del missing[document.place], new[file.place]

    for document in list(missing.values()):
        here = new.get(document.place)
        if here is not None and here.inode == document.inode and _may_be(document, here):
            # a hard link has the inode twice: the one at the document's own place is it
            pair(document, here, edited=not _is_untouched(document, here))
    for document in list(missing.values()):
        files = [f for f in at_inode[document.inode] if f.place in new and _is_proved(document, f)]
        rivals = [k for k in owners[document.inode] if k.place in missing]
        file = _own(document, files, rivals)
        if file is not None:
            pair(document, file, edited=not _is_untouched(document, file))
    doubts = _replaced(same, new)
    for document in list(missing.values()):
        here = new.get(document.place)
        if here is not None:
            pair(document, here, edited=True)
    doubts += [
        Doubt(document, file, EDITED)
        for document in missing.values()
        for file in at_inode[document.inode]
        if file.place in new and _may_be(document, file)
    ]
    return Recognised(same, doubts, list(missing.values()), list(new.values()))


def _replaced(same: Sequence[Same], new: Mapping[Place, Found]) -> list[Doubt]:
    """Return what stands where a document was whose own file stands elsewhere."""
    inodes = {s.known.inode for s in same}
    return [
        Doubt(s.known, new[s.known.place], REPLACED)
        for s in same
        if s.known.place != s.found.place and s.known.place in new and new[s.known.place].inode not in inodes
    ]


def _own(document: Known, files: Sequence[Found], rivals: Sequence[Known]) -> Found | None:
    """Return which of the files of one inode is the document's; among hard links moved together the names tell."""
    if len(files) == len(rivals) == 1:
        return files[0]
    namesakes = _by_name(files).get(document.place[1], [])
    return namesakes[0] if len(namesakes) == 1 and len(_by_name(rivals)) == len(rivals) else None


def _is_untouched(document: Known, file: Found) -> bool:
    return (file.size, file.modified_ns) == (document.size, document.modified_ns)


def _is_proved(document: Known, file: Found) -> bool:
    """Whether two with one inode are one file: both births are known, and the same."""
    return document.born_ns != 0 and document.born_ns == file.born_ns


def _may_be(document: Known, file: Found) -> bool:
    """Whether nothing speaks against two with one inode being one file."""
    return 0 in (document.born_ns, file.born_ns) or document.born_ns == file.born_ns


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
    # one content, one inode and one time: the very file, though its birth is not known
    for document in documents:
        own = [f for f in files if (f.inode, f.modified_ns) == (document.inode, document.modified_ns)]
        rivals = [d for d in documents if (d.inode, d.modified_ns) == (document.inode, document.modified_ns)]
        if len(own) == len(rivals) == 1 and _may_be(document, own[0]):
            same.append(Same(document, own[0], False))
    paired, taken = {s.known.id for s in same}, {s.found.place for s in same}
    documents = [document for document in documents if document.id not in paired]
    files = [file for file in files if file.place not in taken]
    if len(documents) == len(files) == 1:
        return [*same, Same(documents[0], files[0], False)], []
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


def moved_together(same: Iterable[Same]) -> list[list[Same]]:
    """Return *same* in groups that have to be written down together: one takes the place that another leaves.

    Groups of one are most; a swap or a ring is one group, a row of files that each took the next one's place too.
    """
    pairs = list(same)
    leaving = {pair.known.place: at for at, pair in enumerate(pairs)}
    group = list(range(len(pairs)))

    def leader(at: int) -> int:
        while group[at] != at:
            group[at] = at = group[group[at]]
        return at

    for at, pair in enumerate(pairs):
        before = leaving.get(pair.found.place)
        if before is not None:
            group[leader(at)] = leader(before)
    found: dict[int, list[Same]] = defaultdict(list)
    for at, pair in enumerate(pairs):
        found[leader(at)].append(pair)
    return list(found.values())


@dataclass(frozen=True, slots=True)
class KnownFolder:
    id: FolderId
    parent: FolderId | None
    name: str
    inode: int | None
    born_ns: int = 0  #: 0: not known


@dataclass(frozen=True, slots=True)
class FoundFolder:
    inode: int
    born_ns: int = 0


@dataclass(slots=True)
class FolderMatch:
    """What became of the folders."""

    at: dict[bytes, FolderId] = field(default_factory=dict)  #: path on disk → folder's id, as it should be
    moved: dict[FolderId, bytes] = field(default_factory=dict)  #: folder → its path on disk now
    seen: dict[FolderId, FoundFolder] = field(
        default_factory=dict
    )  #: folders whose inode or birth is to be written down
    new: list[bytes] = field(default_factory=list)  #: paths that no folder is, parents first
    gone: list[FolderId] = field(default_factory=list)


HoldsSame = Callable[[FolderId, bytes], bool]  #: whether the folder at a path holds what that folder held


def _proves_nothing(folder: FolderId, path: bytes) -> bool:
    return False


def _is_same_folder(folder: KnownFolder, found: FoundFolder, path: bytes, holds_same: HoldsSame) -> bool:
    """Whether two of one inode are one folder."""
    if folder.born_ns and found.born_ns:
        return folder.born_ns == found.born_ns
    return holds_same(folder.id, path)


def match_folders(
    known: Mapping[bytes, KnownFolder], disk: Mapping[bytes, FoundFolder], unseen: Iterable[bytes] = (),
    holds_same: HoldsSame = _proves_nothing,
) -> FolderMatch:  # fmt: skip
    """Say which folder on disk is which in the records: by inode and birth, else by place.

    *known* and *disk* are by path, *disk* parents first. Beneath *unseen* paths the disk could not be looked
    at: nothing there has gone. Where a birth is not known, *holds_same* decides whether a folder of the
    same inode is the same. Rights go with a folder, so none is said to be another on less: it is new then.
    """
    match = FolderMatch()
    by_inode = {folder.inode: path for path, folder in known.items() if folder.inode is not None}
    taken: set[int] = set()
    for path, found in disk.items():
        home = by_inode.get(found.inode)
        if home is None or home == path:
            continue
        folder, there = known[home], disk.get(home)
        if folder.id in taken or (there is not None and there.inode == found.inode):
            continue
        if _is_same_folder(folder, found, path, holds_same):
            match.moved[folder.id] = path
            match.at[path] = folder.id
            taken.add(folder.id)
    for path, found in disk.items():
        if path in match.at:
            folder = known[by_inode[found.inode]]
        else:
            here = known.get(path)
            if here is None or here.id in taken:
                match.new.append(path)
                continue
            match.at[path] = here.id
            taken.add(here.id)
            folder = here
        if (folder.inode, folder.born_ns) != (found.inode, found.born_ns):
            match.seen[folder.id] = found
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
