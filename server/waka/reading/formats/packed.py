"""Zip archives: what is in them, by name."""

from __future__ import annotations

import stat
import zipfile
from collections.abc import Iterator
from typing import BinaryIO

from waka.reading.entries import BOMB_BYTES, BOMB_RATIO, MOST_BYTES, Entry, Refused, climbs_out
from waka.reading.zips import Damaged, open_zip

from .base import Format

MOST_ROWS = 20_000
_UTF8, _ENCRYPTED = 1 << 11, 1


def _starts(head: bytes) -> bool:
    return head.startswith((b"PK\x03\x04", b"PK\x05\x06"))


def _text(file: BinaryIO) -> Iterator[str]:
    with open_zip(file) as archive:
        for info in archive.infolist()[:MOST_ROWS]:
            yield f"{info.filename}\t{info.file_size} bytes"


def _name(info: zipfile.ZipInfo) -> str:
    """Return a name as it was meant: what is not said to be UTF-8 often is all the same (APPNOTE.TXT, appendix D)."""
    if info.flag_bits & _UTF8:
        return info.filename
    try:
        return info.filename.encode("cp437").decode("utf-8")
    except UnicodeError:
        return info.filename


def _refused(info: zipfile.ZipInfo, name: str) -> Refused | None:
    if climbs_out(name):
        return "climbs_out"
    if info.flag_bits & _ENCRYPTED:
        return "asks_password"
    if stat.S_ISLNK(info.external_attr >> 16):
        return "is_link"
    if info.file_size > BOMB_BYTES and info.file_size > BOMB_RATIO * max(1, info.compress_size):
        return "is_bomb"
    return None


def _entries(file: BinaryIO) -> Iterator[Entry]:
    with open_zip(file) as archive:
        for at, info in enumerate(archive.infolist()):
            name = _name(info)
            if (
                not info.is_dir()
                and not name.startswith("__MACOSX/")
                and not name.replace("\\", "/").rpartition("/")[2].startswith(".")
            ):
                yield Entry(at, name, info.file_size, _refused(info, name))


def _entry(file: BinaryIO, at: int) -> bytes:
    with open_zip(file) as archive:
        info = archive.infolist()[at]
        with archive.open(info) as opened:
            data = opened.read(MOST_BYTES + 1)
    if len(data) > MOST_BYTES or len(data) != info.file_size:
        raise Damaged("it is of another size than it claims")
    return data


FORMAT = Format(
    code="zip",
    media_types=("application/zip",),
    extension=".zip",
    starts=_starts,
    text=_text,
    entries=_entries,
    entry=_entry,
)
