"""What bytes are, whatever their name says."""

from __future__ import annotations

import zipfile
from dataclasses import dataclass
from typing import BinaryIO

import filetype

from .zips import Damaged, open_zip

HEAD = 1 << 16


@dataclass(frozen=True, slots=True)
class Sniffed:
    media_type: str
    extension: str  #: with its dot, lower case; '' where none is known


TEXT = Sniffed("text/plain", ".txt")
PDF = Sniffed("application/pdf", ".pdf")
ZIP = Sniffed("application/zip", ".zip")
UNKNOWN = Sniffed("application/octet-stream", "")
_OFFICE = {
    "word/": Sniffed("application/vnd.openxmlformats-officedocument.wordprocessingml.document", ".docx"),
    "xl/": Sniffed("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", ".xlsx"),
    "ppt/": Sniffed("application/vnd.openxmlformats-officedocument.presentationml.presentation", ".pptx"),
}  # fmt: skip
_OPEN_DOCUMENT = {
    "application/vnd.oasis.opendocument.text": ".odt",
    "application/vnd.oasis.opendocument.spreadsheet": ".ods",
    "application/vnd.oasis.opendocument.presentation": ".odp",
}
_MAIL_HEADS = (b"from:", b"received:", b"return-path:", b"mime-version:", b"message-id:",
               b"date:", b"subject:", b"to:", b"delivered-to:")  # fmt: skip
_FITTING = {
    ".jpg": {".jpg", ".jpeg"},
    ".tif": {".tif", ".tiff"},
    ".zip": {".zip", ".epub"},
    ".docx": {".docx", ".docm"},
    ".xlsx": {".xlsx", ".xlsm"},
    ".gz": {".gz", ".tgz", ".tar.gz"},
    ".htm": {".htm", ".html"},
}
_TELLING = {".pdf", ".jpg", ".png", ".gif", ".tif", ".docx", ".xlsx", ".pptx", ".odt", ".ods",
            ".odp", ".zip", ".eml"}  # fmt: skip


def sniff(file: BinaryIO) -> Sniffed:
    """Return what *file* is, by its content alone. In a reading process only: it looks into zips."""
    file.seek(0)
    found = sniff_head(file.read(HEAD))
    return _zipped(file) if found == ZIP else found


def sniff_head(head: bytes) -> Sniffed:
    """Return what a file is by its first bytes: quick, and safe for any."""
    if not head:
        return UNKNOWN
    if head.startswith(b"%PDF-"):
        return PDF
    if head.startswith(b"PK\x03\x04") or head.startswith(b"PK\x05\x06"):
        return ZIP
    guessed = filetype.guess(head)
    if guessed is not None:
        extension = f".{guessed.extension}"
        return Sniffed(guessed.mime, ".tif" if extension == ".tiff" else extension)
    if b"%PDF-" in head[:1024]:
        return PDF  # ISO 32000-1, annex H.3.4.1: readers accept a header within the first 1024 bytes
    return _textual(head)


def _zipped(file: BinaryIO) -> Sniffed:
    plain = ZIP
    try:
        with open_zip(file) as archive:
            names = archive.namelist()[:2000]
            if "mimetype" in names and archive.getinfo("mimetype").file_size < 200:
                told = archive.read("mimetype").decode("ascii", "replace").strip()
                if told in _OPEN_DOCUMENT:
                    return Sniffed(told, _OPEN_DOCUMENT[told])
    except (Damaged, zipfile.BadZipFile, OSError, NotImplementedError, RuntimeError):
        return plain
    if "[Content_Types].xml" in names:
        for folder, office in _OFFICE.items():
            if any(name.startswith(folder) for name in names):
                return office
    return plain


def _textual(head: bytes) -> Sniffed:
    if b"\0" in head:
        return UNKNOWN
    first = head.lstrip().split(b"\n", 1)[0].lower()
    lines = [line.lower() for line in head.splitlines()[:12]]
    if first.startswith(_MAIL_HEADS) and sum(line.startswith(_MAIL_HEADS) for line in lines) >= 2:
        return Sniffed("message/rfc822", ".eml")
    if first.startswith((b"<!doctype html", b"<html")):
        return Sniffed("text/html", ".htm")
    try:
        # the head may end inside a character
        head[:-3].decode("utf-8") if len(head) == HEAD else head.decode("utf-8")
    except UnicodeDecodeError:
        control = sum(byte < 9 or 13 < byte < 32 for byte in head)
        return UNKNOWN if control > len(head) // 100 else TEXT
    return TEXT


def wrong_extension(extension: str, fitting: str) -> str | None:
    """Return the extension that should stand instead of *extension*, or None where it will do.

    Speaks up only where the content says for certain what it is.
    """
    if fitting not in _TELLING or extension.lower() in _FITTING.get(fitting, {fitting}):
        return None
    return fitting
