"""What files hold other files: listed before anything is unpacked, and each taken out by itself, within bounds."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Literal

import msgspec

MOST_ENTRIES = 500
MOST_BYTES = 48 << 20  #: of one file that is taken out
MOST_TOTAL = 1 << 30  #: of all of them
BOMB_RATIO, BOMB_BYTES = (
    200,
    8 << 20,
)  #: unpacked by packed, from so many bytes on, that no honest file reaches

Refused = Literal["climbs_out", "asks_password", "is_link", "too_large", "is_bomb"]


class Entry(msgspec.Struct, frozen=True):
    """A file in another one."""

    at: int  #: its place, by which it is taken out
    name: str  #: as it is called there, with its folders
    size: int  #: in bytes, as is claimed
    refused: Refused | None = None  #: why it cannot be taken out


class TooMany(Exception):
    """There is more in it than is sensible."""


def bounded(entries: Iterable[Entry]) -> Iterator[Entry]:
    """Yield *entries*, refused where they are too large. Raises ``TooMany``."""
    total = 0
    for count, entry in enumerate(entries):
        total += entry.size
        if count >= MOST_ENTRIES or total > MOST_TOTAL:
            raise TooMany
        if entry.refused is None and entry.size > MOST_BYTES:
            yield msgspec.structs.replace(entry, refused="too_large")
        else:
            yield entry


def climbs_out(name: str) -> bool:
    """Whether a path leads out of the folder that it is unpacked into."""
    parts = name.replace("\\", "/").split("/")
    return ".." in parts or name.startswith(("/", "\\")) or (len(name) > 1 and name[1] == ":")
