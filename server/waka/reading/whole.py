"""All words of a document, read or recognised, kept so that nothing is recognised twice."""

from __future__ import annotations

import gzip
import secrets
from collections.abc import Callable
from io import BufferedReader
from pathlib import Path

import msgspec

from .parts import Part
from .reader import Reader

VERSION = 5  #: of what reads; what an earlier one read is read again


def packed(parts: list[Part]) -> bytes:
    return gzip.compress(msgspec.msgpack.encode(parts), 5)


def unpacked(data: bytes) -> list[Part]:
    """Return what ``packed`` made. Raises ``ValueError`` for anything else."""
    try:
        return msgspec.msgpack.decode(gzip.decompress(data), type=list[Part])
    except (gzip.BadGzipFile, EOFError, msgspec.DecodeError) as error:
        raise ValueError(str(error)) from error


class WordsKept:
    """The words of documents by the checksum of their bytes, in files below a folder."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder

    def _path(self, sha256: bytes) -> Path:
        told = sha256.hex()
        return self._folder / told[:2] / f"{told}.{VERSION}.gz"

    def get(self, sha256: bytes) -> list[Part] | None:
        try:
            return unpacked(self._path(sha256).read_bytes())
        except (FileNotFoundError, ValueError):
            return None

    def put(self, sha256: bytes, parts: list[Part]) -> None:
        path = self._path(sha256)
        path.parent.mkdir(parents=True, exist_ok=True)
        half = path.with_name(f".{secrets.token_hex(8)}")
        half.write_bytes(packed(parts))
        half.replace(path)


def all_words(
    reader: Reader,
    recogniser: Reader | None,
    file: BufferedReader,
    begins: Callable[[int, int], None] | None = None,
) -> tuple[list[Part], bool]:
    """Return the parts of *file* with their words, and whether that is all there is.

    Pages that are pictures are recognised where there is a *recogniser*; *begins* is told before each which one it is,
    from 1, and of how many. Raises ``Unreadable``, ``ReadingAway``.
    """
    parts, unread = reader.words(file)
    if not unread:
        return parts, True
    if recogniser is None:
        return parts, False
    pages = list(parts[0].pages)
    for nth, number in enumerate(unread, 1):
        if begins is not None:
            begins(nth, len(unread))
        page = recogniser.recognise(file, parts[0].media_type, number)
        if number <= len(pages):
            pages[number - 1] = page
        else:
            pages.append(page)
    return [msgspec.structs.replace(parts[0], pages=pages), *parts[1:]], True
