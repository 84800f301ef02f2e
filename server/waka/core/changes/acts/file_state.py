"""What is known of a file: enough to tell it from another."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True, kw_only=True)
class KnownFile:
    """A file as it was when it was looked at; a kept version has an inode of 0."""

    size: int = 0
    sha256: bytes = b""
    inode: int = 0
    modified_ns: int = 0
