"""What lies in the drive's own corner and no record knows: set aside by day in ``.waka/unknown``, and kept for long.

It may be another database's, or of a time that a restored database does not know: it may be the only copy.
"""

from __future__ import annotations

import os
import shutil
import time
from collections.abc import Iterable
from contextlib import suppress
from datetime import date

from waka.errors import NameTaken

from .moving import rename_no_replace
from .tree import OWN, Tree

PLACE = OWN + b"/unknown"
RECENT = 3600.0  #: seconds in which what is taken aside belongs to somebody at work


def _names(drive: Tree, folder: bytes) -> list[bytes]:
    with suppress(FileNotFoundError), drive.folder(folder) as fd:
        return [os.fsencode(name) for name in os.listdir(fd)]
    return []


def binned_on_disk(drive: Tree) -> list[bytes]:
    folder = OWN + b"/bin"
    return [folder + b"/" + name for name in _names(drive, folder)]


def work_on_disk(drive: Tree) -> list[bytes]:
    """Return what was left in the folder for work in progress by whoever is at work no more."""
    found = []
    for name in _names(drive, drive.work):
        path = drive.work + b"/" + name
        with suppress(FileNotFoundError), drive.folder(drive.work) as fd:
            changed = os.stat(name, dir_fd=fd, follow_symlinks=False).st_ctime
            if not name.startswith(b".") and time.time() - changed > RECENT:
                found.append(path)
    return found


def list_of(path: bytes) -> int | None:
    """Return the number of the change list that a file in the folder for work belongs to."""
    parts = path.rpartition(b"/")[2].split(b"-")
    return int(parts[1]) if parts[0] == b"step" and len(parts) > 1 and parts[1].isdigit() else None


def put_among_unknown(drive: Tree, paths: Iterable[bytes], day: date) -> int:
    """Move files of the drive's own corner to the unknown of *day*; return how many."""
    moved = 0
    for path in paths:
        kept = PLACE + b"/" + day.isoformat().encode() + b"/" + path.removeprefix(OWN + b"/")
        while True:
            try:
                with drive.parent(path) as source, drive.parent(kept, make=True) as target:
                    rename_no_replace(*source, *target, where=os.fsdecode(kept))
                    os.fsync(target[0])
                moved += 1
            except FileNotFoundError:
                pass  # whoever works beside us has it
            except NameTaken:
                kept += b"+"  # one of the same name came aside earlier today
                continue
            break
    return moved


def unknown(drive: Tree) -> dict[str, int]:
    """Return how many files were set aside on which day."""
    found: dict[str, int] = {}
    for day in _names(drive, PLACE):
        with suppress(ValueError):
            told = date.fromisoformat(day.decode("ascii", "replace")).isoformat()
            found[told] = sum(
                len(files) for _, _, files in os.walk(drive.root / os.fsdecode(PLACE + b"/" + day))
            )
    return found


def drop_unknown_before(drive: Tree, day: date) -> None:
    """Remove what was set aside before *day*."""
    for told in unknown(drive):
        if date.fromisoformat(told) < day:
            shutil.rmtree(drive.root / os.fsdecode(PLACE) / told)
