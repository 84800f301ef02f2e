"""Mail kept as an Outlook item ([MS-OXMSG]) in a compound file ([MS-CFB]): made a message, and read as any mail is."""

from __future__ import annotations

import struct
from datetime import UTC, datetime, timedelta
from email.errors import MessageError
from email.message import EmailMessage
from email.utils import format_datetime, formataddr
from typing import TYPE_CHECKING, BinaryIO

from waka.reading.zips import Damaged

from .base import MOST_READ, decoded
from .mail import MOST_PARTS, mail_format

if TYPE_CHECKING:
    import olefile

MAGIC = b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1"  #: of a compound file
PROPERTIES = "__properties_version1.0"
DEEPEST = 5  #: mails within mails
_SUBJECT, _BODY, _HTML, _TO = 0x0037, 0x1000, 0x1013, 0x0E04
_SENDER, _ADDRESS, _SMTP = 0x0C1A, 0x0C1F, 0x5D01
_SENT, _DELIVERED = 0x0039, 0x0E06
_DATA, _LONG_NAME, _NAME, _MIME = 0x3701, 0x3707, 0x3704, 0x370E
_EPOCH = datetime(1601, 1, 1, tzinfo=UTC)  #: of FILETIME, in steps of 100 ns

Storage = list[str]  #: the path of a storage in the compound file


def is_message(file: BinaryIO) -> bool:
    """Whether a compound file is a mail."""
    import olefile

    try:
        with olefile.OleFileIO(file) as compound:
            return bool(compound.exists(PROPERTIES))
    except (OSError, ValueError, struct.error, IndexError):
        return False


def _opened(file: BinaryIO) -> EmailMessage:
    import olefile

    try:
        with olefile.OleFileIO(file) as compound:
            return _Item(compound, []).message()
    except (OSError, ValueError, struct.error, IndexError) as error:
        raise Damaged(str(error)) from error


class _Item:
    """A message in a compound file: the whole, or one that is attached to another."""

    def __init__(self, compound: olefile.OleFileIO, at: Storage) -> None:
        self._compound, self._at = compound, at

    def message(self, depth: int = 0) -> EmailMessage:
        made = EmailMessage()
        name = self._text(_SENDER)
        address = self._text(_SMTP) or self._text(_ADDRESS)
        if name or address:
            _set(made, "From", formataddr((name, address)) if "@" in address else name)
        for header, code in (("To", _TO), ("Subject", _SUBJECT)):
            _set(made, header, self._text(code))
        sent = self._time(_SENT) or self._time(_DELIVERED)
        if sent is not None:
            _set(made, "Date", format_datetime(sent))
        made.set_content(self._text(_BODY))
        html = self._bytes(_HTML, 0x0102)
        if html:
            made.add_alternative(decoded(html), subtype="html")
        for attached in self._storages("__attach_version1.0_")[:MOST_PARTS]:
            _attach(made, _Item(self._compound, attached), depth)
        return made

    def name(self) -> str:
        return self._text(_LONG_NAME) or self._text(_NAME)

    def data(self) -> bytes:
        return self._bytes(_DATA, 0x0102)

    def inner(self) -> _Item | None:
        """Return the message that is attached here, if it is one."""
        path = [*self._at, f"__substg1.0_{_DATA:04X}000D"]
        return _Item(self._compound, path) if self._compound.exists([*path, PROPERTIES]) else None

    def _bytes(self, code: int, kind: int) -> bytes:
        path = [*self._at, f"__substg1.0_{code:04X}{kind:04X}"]
        if not self._compound.exists(path):
            return b""
        with self._compound.openstream(path) as stream:
            return bytes(stream.read(MOST_READ))

    def _text(self, code: int) -> str:
        wide = self._bytes(code, 0x001F)
        told = wide.decode("utf-16-le", "replace") if wide else decoded(self._bytes(code, 0x001E))
        return told.rstrip("\0")

    def _time(self, code: int) -> datetime | None:
        path = [*self._at, PROPERTIES]
        if not self._compound.exists(path):
            return None
        with self._compound.openstream(path) as stream:
            data = stream.read(1 << 20)
        # 32 bytes before the properties of a message of its own, 24 of one in another; each has 16
        for at in range(24 if self._at else 32, len(data) - 15, 16):
            if data[at : at + 4] == struct.pack("<HH", 0x0040, code):
                (steps,) = struct.unpack_from("<Q", data, at + 8)
                return _EPOCH + timedelta(microseconds=steps // 10) if steps < 1 << 59 else None
        return None

    def _storages(self, prefix: str) -> list[Storage]:
        depth = len(self._at) + 1
        found = {
            tuple(path[:depth])
            for path in self._compound.listdir(streams=True, storages=True)
            if path[: depth - 1] == self._at and len(path) >= depth and path[depth - 1].startswith(prefix)
        }
        return [list(path) for path in sorted(found)]


def _set(made: EmailMessage, header: str, text: str) -> None:
    said = " ".join(text.split())[:2_000]
    if said:
        try:
            made[header] = said
        except (MessageError, ValueError, IndexError):  # a name that is none in the form of a header
            made[f"X-{header}"] = "unreadable"


def _attach(made: EmailMessage, item: _Item, depth: int) -> None:
    inner = item.inner()
    if inner is None:
        made.add_attachment(
            item.data(), maintype="application", subtype="octet-stream", filename=item.name() or "attachment"
        )
    elif depth < DEEPEST:
        made.add_attachment(inner.message(depth + 1), filename=item.name() or None)


FORMAT = mail_format("msg", "application/vnd.ms-outlook", ".msg", _opened)
