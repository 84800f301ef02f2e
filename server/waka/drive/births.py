"""When a file or folder was born, as its file system says: statx(2), which Python does not offer yet.

Together with the inode it names one file for good: an inode is given away again, never with the same birth.
0 where the file system, or the system, does not tell.
"""

from __future__ import annotations

import ctypes
import struct

_AT_EMPTY_PATH = 0x1000
_AT_SYMLINK_NOFOLLOW = 0x100
_STATX_BTIME = 0x800
_MASK_AT, _BTIME_AT = 0, 80  #: offsets in struct statx, see linux/stat.h
_BIGGEST = (1 << 63) - 1
_statx = getattr(ctypes.CDLL(None, use_errno=True), "statx", None)


def born_ns(fd: int, name: bytes = b"") -> int:
    """Return the birth of the open file *fd*, or of *name* in the open folder *fd*, in nanoseconds since 1970."""
    if _statx is None:
        return 0
    told = ctypes.create_string_buffer(256)
    flags = _AT_SYMLINK_NOFOLLOW if name else _AT_EMPTY_PATH
    if _statx(fd, name, flags, _STATX_BTIME, told) != 0:
        return 0
    (mask,) = struct.unpack_from("=I", told, _MASK_AT)
    if not mask & _STATX_BTIME:
        return 0
    seconds, nanoseconds = struct.unpack_from("=qI", told, _BTIME_AT)
    found = seconds * 1_000_000_000 + nanoseconds
    return found if 0 < found <= _BIGGEST else 0


def births(folder: int, names: list[bytes]) -> dict[bytes, int]:
    """Return the births of some files in an open folder; those that are gone, or not told, are left out."""
    found = {name: born_ns(folder, name) for name in names}
    return {name: born for name, born in found.items() if born}
