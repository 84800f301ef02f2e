"""Names as the file system writes them, in bytes, and as text that leads back to the very same bytes.

A file system takes any bytes; most names are UTF-8, some are not. Bytes that are no UTF-8 become signs of
a private corner of Unicode (U+F780 to U+F7FF, one for each byte from 0x80), so that every name is a text
that a database keeps and a screen shows, and none is lost or confused with another. A name that already
has such signs has each of their bytes turned the same way: the mapping stays one to one.
"""

from __future__ import annotations

_CORNER = 0xF700  #: plus the byte, 0x80 to 0xff
_TO_CORNER = {0xDC00 + byte: _CORNER + byte for byte in range(0x80, 0x100)}
_FROM_CORNER = {_CORNER + byte: 0xDC00 + byte for byte in range(0x80, 0x100)}
_IN_CORNER = {
    _CORNER + byte: "".join(chr(_CORNER + part) for part in chr(_CORNER + byte).encode())
    for byte in range(0x80, 0x100)
}
_TO_UNKNOWN = dict.fromkeys(_FROM_CORNER, "\N{REPLACEMENT CHARACTER}")


def to_text(raw: bytes) -> str:
    """Return *raw* as text, ``to_bytes`` of which is *raw*."""
    try:
        text = raw.decode()
    except UnicodeDecodeError:
        text = raw.decode("utf-8", "surrogateescape")
    if text.isascii():
        return text
    return text.translate(_IN_CORNER).translate(_TO_CORNER)


def to_bytes(text: str) -> bytes:
    """Return the bytes that *text* stands for. Raises ``UnicodeEncodeError`` for half a surrogate pair."""
    if text.isascii():
        return text.encode()
    return text.translate(_FROM_CORNER).encode("utf-8", "surrogateescape")


def readable(text: str) -> str:
    """Return *text* for a person: what stands for a strange byte becomes the sign for the unknown."""
    return text if text.isascii() else text.translate(_TO_UNKNOWN)
