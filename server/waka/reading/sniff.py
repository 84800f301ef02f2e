"""What bytes are, whatever their name says."""

from __future__ import annotations

import zipfile
from dataclasses import dataclass
from typing import BinaryIO

import filetype

from .formats import FORMATS, Format, of, outlook, packed, pdf, plain, rtf
from .zips import Damaged, open_zip

HEAD = 1 << 16


@dataclass(frozen=True, slots=True)
class Sniffed:
    media_type: str
    extension: str  #: with its dot, lower case; '' where none is known


def _as(known: Format) -> Sniffed:
    return Sniffed(known.media_types[0], known.extension)


UNKNOWN = Sniffed("application/octet-stream", "")
MAIL_ITEM = _as(outlook.FORMAT)
TEXT, PDF, ZIP = _as(plain.FORMAT), _as(pdf.FORMAT), _as(packed.FORMAT)
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
            ".odp", ".zip", ".eml", ".msg", ".rtf"}  # fmt: skip


def sniff(file: BinaryIO) -> Sniffed:
    """Return what *file* is, by its content alone. In a reading process only: it looks into zips."""
    file.seek(0)
    head = file.read(HEAD)
    found = sniff_head(head)
    if head.startswith(outlook.MAGIC):
        return MAIL_ITEM if outlook.is_message(file) else found
    return _zipped(file) if found == ZIP else found


def sniff_head(head: bytes) -> Sniffed:
    """Return what a file is by its first bytes: quick, and safe for any."""
    if not head:
        return UNKNOWN
    for known in (pdf.FORMAT, packed.FORMAT, rtf.FORMAT):
        if known.starts is not None and known.starts(head):
            return _as(known)
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
                declared = of(told)
                if declared is not None and declared.is_packed:
                    return _as(declared)
    except (Damaged, zipfile.BadZipFile, OSError, NotImplementedError, RuntimeError):
        return plain
    if "[Content_Types].xml" in names:
        for office in FORMATS:
            if office.inside and any(name.startswith(office.inside) for name in names):
                return _as(office)
    return plain


def _textual(head: bytes) -> Sniffed:
    if b"\0" in head:
        return UNKNOWN
    for known in FORMATS:
        if known.starts is not None and known.starts(head):
            return _as(known)
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
