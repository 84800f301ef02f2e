"""Several mails in one file (RFC 4155)."""

from __future__ import annotations

import email
import email.policy
import re
from collections.abc import Iterator
from typing import BinaryIO

from waka.reading.entries import Entry

from .base import MOST_READ, Format

MOST_LINES = 2_000  #: of its text
_BEGINS = re.compile(rb"(?:\A|(?<=\n))From \S+.*\r?\n")
_QUOTED = re.compile(rb"^>(>*From )", re.MULTILINE)
_UNFIT = re.compile(r"[/\\\x00-\x1f]+")


def _starts(head: bytes) -> bool:
    first, _, rest = head.partition(b"\n")
    return (
        first.startswith(b"From ")
        and b"@" in first
        and re.search(rb"^(?:From|Date|Received|Subject):", rest, re.M) is not None
    )


def _mails(file: BinaryIO) -> Iterator[bytes]:
    data = file.read(MOST_READ)
    begins = [found.span() for found in _BEGINS.finditer(data)]
    for (_, begin), (end, _) in zip(begins, [*begins[1:], (len(data), 0)], strict=True):
        # a line that began with From was given a sign when it was put in
        yield _QUOTED.sub(rb"\1", data[begin:end]).rstrip(b"\r\n") + b"\n"


def _name(mail: bytes) -> str:
    subject = str(email.message_from_bytes(mail[:64_000], policy=email.policy.default)["Subject"] or "mail")
    return f"{' '.join(_UNFIT.sub(' ', subject).split())[:100] or 'mail'}.eml"


def _text(file: BinaryIO) -> Iterator[str]:
    for at, mail in enumerate(_mails(file)):
        if at < MOST_LINES:
            yield _name(mail).removesuffix(".eml")


def _entries(file: BinaryIO) -> Iterator[Entry]:
    for at, mail in enumerate(_mails(file)):
        yield Entry(at, _name(mail), len(mail))


def _entry(file: BinaryIO, at: int) -> bytes:
    return list(_mails(file))[at]


FORMAT = Format(
    code="mbox", media_types=("application/mbox",), extension=".mbox", starts=_starts, text=_text,
    entries=_entries, entry=_entry,
)  # fmt: skip
