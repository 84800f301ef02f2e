"""What one sweep of the drive found: files, documents and folders that do not agree, and what reading them gave."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from itertools import islice
from typing import TypeVar

import psycopg

from waka.core.changes.findings import Said, said
from waka.core.changes.recognise import Found, Known, Place
from waka.core.ids import FolderId
from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import read_files
from waka.errors import DriveTrouble, UnsafePath, WakaError
from waka.work.deps import Deps
from waka.work.outside.setting_aside import SetAside


@dataclass
class Seen:
    """What one sweep found."""

    files: int = 0
    new: list[Found] = field(default_factory=list)
    known: list[Known] = field(default_factory=list)
    unsettled: int = 0
    any_gone: bool = True  #: whether there is any document that could come back
    notices: list[tuple[str, Said, int | None]] = field(default_factory=list)
    paths: dict[FolderId, bytes] = field(default_factory=dict)  #: of the folders on disk, by id
    old_paths: dict[FolderId, bytes] = field(default_factory=dict)  #: of those that were recorded

    def path(self, place: Place) -> bytes:
        above = self.paths[place[0]]
        return above + b"/" + to_bytes(place[1]) if above else to_bytes(place[1])

    def told(self, place: Place) -> str:
        """Return the path of *place* for the logbook."""
        above = readable(to_text(self.paths.get(place[0], self.old_paths.get(place[0], b""))))
        return f"{above}/{readable(place[1])}" if above else readable(place[1])


@dataclass
class Read:
    """What reading some files gave, by place."""

    sha256: dict[Place, bytes] = field(default_factory=dict)
    born_ns: dict[Place, int] = field(default_factory=dict)
    stood: set[Place] = field(default_factory=set)  #: as they were seen, once they were read


def read_found(deps: Deps, seen: Seen, set_aside: SetAside, files: Sequence[Found]) -> Read:
    """Return the checksums of *files*; one that cannot be read is set aside and left out."""
    by_folder: dict[FolderId, list[Found]] = {}
    for file in files:
        by_folder.setdefault(file.place[0], []).append(file)
    all_read = Read()
    for folder, some in by_folder.items():
        try:
            read = read_files(deps.drive, seen.paths[folder], [to_bytes(f.place[1]) for f in some])
        except (OSError, DriveTrouble, UnsafePath):
            continue  # the folder went away: the next sweep will see
        for file in some:
            raw = to_bytes(file.place[1])
            if raw in read.trouble:
                set_aside.add(file, seen.told(file.place), read.trouble[raw])
            elif raw in read.sha256:
                if read.stood[raw] == (file.size, file.inode, file.modified_ns):
                    all_read.stood.add(file.place)
                all_read.sha256[file.place] = read.sha256[raw]
                all_read.born_ns[file.place] = read.born_ns[raw]
    return all_read


Thing = TypeVar("Thing")


def chunks(things: Sequence[Thing], size: int) -> Iterator[list[Thing]]:
    iterator = iter(things)
    while chunk := list(islice(iterator, size)):
        yield chunk


def reason_of(error: WakaError | psycopg.Error) -> Said:
    """Return why something could not be written down."""
    if isinstance(error, WakaError):
        return said("trouble", why=error.message)
    return said("database_refuses", why=str(error).splitlines()[0])
