"""What is known of a file: enough to tell it from another."""

from __future__ import annotations

import msgspec


class KnownFile(msgspec.Struct, frozen=True, kw_only=True, gc=False):
    """A file as it was when it was looked at; a kept version has an inode of 0."""

    size: int = 0
    sha256: bytes = b""
    inode: int = 0
    modified_ns: int = 0
