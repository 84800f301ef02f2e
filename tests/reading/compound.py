"""Compound files ([MS-CFB], version 3) and the mail items in them ([MS-OXMSG]), as small as they may be."""

from __future__ import annotations

import itertools
import struct
from collections.abc import Mapping
from datetime import UTC, datetime

Tree = Mapping[str, "bytes | Tree"]
SECTOR, FREE, END, IN_TABLE = 512, 0xFFFFFFFF, 0xFFFFFFFE, 0xFFFFFFFD
SMALL = 4096  #: bytes below which a stream would stand in the small one: all are made longer


def compound(tree: Tree) -> bytes:
    """Return a compound file with storages and streams; each stream is filled up with zeros where it is short."""
    entries: list[list[object]] = [["Root Entry", 5, FREE, FREE, FREE, b""]]

    def add(tree: Tree) -> int:
        # siblings stand in a chain to the right, sorted as the format asks: by length, then by capitals
        numbers = []
        for name in sorted(tree, key=lambda name: (len(name), name.upper())):
            inside = tree[name]
            number = len(entries)
            entries.append(
                [name, 2, FREE, FREE, FREE, inside] if isinstance(inside, bytes) else [name, 1, FREE, FREE, FREE, b""]
            )  # fmt: skip
            numbers.append(number)
            if not isinstance(inside, bytes):
                entries[number][4] = add(inside)
        for number, following in itertools.pairwise(numbers):
            entries[number][3] = following
        return numbers[0] if numbers else FREE

    entries[0][4] = add(tree)
    sectors: list[bytes] = []
    table: list[int] = []

    def put(data: bytes) -> int:
        first, many = len(sectors), -(-len(data) // SECTOR)
        for at in range(many):
            sectors.append(data[at * SECTOR : (at + 1) * SECTOR].ljust(SECTOR, b"\0"))
            table.append(first + at + 1 if at + 1 < many else END)
        return first

    directory = b""
    for name, kind, left, right, child, data in entries:
        assert isinstance(name, str) and isinstance(data, bytes)
        start, size = (END, 0) if kind != 2 else (put(data.ljust(SMALL, b"\0")), max(len(data), SMALL))
        wide = name.encode("utf-16-le") + b"\0\0"
        directory += wide.ljust(64, b"\0") + struct.pack("<HBBIII", len(wide), kind, 1, left, right, child)  # type: ignore[arg-type]
        directory += bytes(16 + 4 + 8 + 8) + struct.pack("<IQ", start, size)
    directory_at = put(directory)
    table_at, needed = len(sectors), -(-(len(table) + 2) // 128)
    table += [IN_TABLE] * needed
    whole = struct.pack(f"<{needed * 128}I", *table, *[FREE] * (needed * 128 - len(table)))
    sectors += [whole[at * SECTOR : (at + 1) * SECTOR] for at in range(needed)]
    head = (
        b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1"
        + bytes(16)
        + struct.pack("<HHHHH", 0x3E, 3, 0xFFFE, 9, 6)
        + bytes(6)
    )
    head += struct.pack("<IIIIIIIII", 0, needed, directory_at, 0, SMALL, END, 0, END, 0)
    head += struct.pack("<109I", *range(table_at, table_at + needed), *[FREE] * (109 - needed))
    return head + b"".join(sectors)


def item(
    subject: str, body: str, sender: tuple[str, str] = ("", ""), sent: datetime | None = None,
    files: Mapping[str, bytes] | None = None, mails: Mapping[str, Tree] | None = None, is_inner: bool = False,
) -> Tree:  # fmt: skip
    """Return the storages and streams of a mail, with files and other mails attached."""
    properties = bytes(24 if is_inner else 32)
    if sent is not None:
        steps = int((sent - datetime(1601, 1, 1, tzinfo=UTC)).total_seconds()) * 10_000_000
        properties += struct.pack("<HHIQ", 0x0040, 0x0039, 6, steps)
    tree: dict[str, bytes | Tree] = {"__properties_version1.0": properties}
    for code, text in ((0x0037, subject), (0x1000, body), (0x0C1A, sender[0]), (0x5D01, sender[1])):
        if text:
            tree[f"__substg1.0_{code:04X}001F"] = text.encode("utf-16-le")
    attached: list[dict[str, bytes | Tree]] = []
    for name, data in (files or {}).items():
        attached.append(
            {"__substg1.0_3707001F": name.encode("utf-16-le"), "__substg1.0_37010102": data, "__properties_version1.0": bytes(8)}
        )  # fmt: skip
    for name, inner in (mails or {}).items():
        attached.append({"__substg1.0_3707001F": name.encode("utf-16-le"), "__substg1.0_3701000D": inner})
    return tree | {f"__attach_version1.0_#{at:08X}": one for at, one in enumerate(attached)}
