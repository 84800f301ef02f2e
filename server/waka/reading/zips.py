"""Zips of other people: opened only where their directory and what they unpack to are of a sensible size."""

from __future__ import annotations

import os
import struct
import zipfile
from typing import BinaryIO

MOST_UNPACKED = 200 * 1024 * 1024  #: bytes that a zipped document may unpack to
MOST_DIRECTORY = 16 * 1024 * 1024  #: bytes of the list of its members, which is read whole
_END = struct.Struct("<4s4H2LH")  # end of central directory record: APPNOTE.TXT 6.3.10, 4.3.16
_LONGEST_COMMENT = 65535


class Locked(Exception):
    """The document asks for a password."""


class Damaged(Exception):
    """The document breaks off or is not what it claims to be."""


def open_zip(file: BinaryIO) -> zipfile.ZipFile:
    """Return the zip in *file*. Raises ``Damaged``."""
    size = file.seek(0, os.SEEK_END)
    file.seek(max(0, size - _END.size - _LONGEST_COMMENT))
    tail = file.read()
    at = tail.rfind(b"PK\x05\x06")
    if at < 0 or len(tail) - at < _END.size:
        raise Damaged("it breaks off: its directory is missing")
    directory = _END.unpack_from(tail, at)[5]
    if directory > MOST_DIRECTORY:  # also what only zip64 could tell: more than 4 GB
        raise Damaged("it has more members than is sensible")
    try:
        return zipfile.ZipFile(file)
    except (zipfile.BadZipFile, ValueError, NotImplementedError) as error:
        raise Damaged(str(error)) from error


def assert_bounded(file: BinaryIO) -> None:
    """Raise ``Damaged`` where a zipped document would unpack to more than is sensible."""
    with open_zip(file) as archive:
        if sum(info.file_size for info in archive.infolist()) > MOST_UNPACKED:
            raise Damaged("it would unpack to more than is sensible")
    file.seek(0)
