"""How the reading processes are spoken to: a JSON head and bytes, each with its length before it, over a socket.

Nothing from a reading process is unpickled: it looked at other people's files.
"""

from __future__ import annotations

import json
import socket
import struct
from typing import Any

_LENGTHS = struct.Struct("!II")
MOST_HEAD, MOST_BODY = 1 << 20, 64 << 20


class Broken(Exception):
    """The other side is gone, or says what it should not."""


def send(to: socket.socket, head: dict[str, Any], body: bytes = b"", fds: list[int] | None = None) -> None:
    told = json.dumps(head).encode()
    lengths = _LENGTHS.pack(len(told), len(body))
    if fds:
        socket.send_fds(to, [lengths], fds)
    else:
        to.sendall(lengths)
    to.sendall(told)
    to.sendall(body)


def receive(of: socket.socket) -> tuple[dict[str, Any], bytes, list[int]]:
    """Return head, body and descriptors of the next message. Raises ``Broken``, ``TimeoutError``."""
    lengths, fds, _, _ = socket.recv_fds(of, _LENGTHS.size, 1)
    while 0 < len(lengths) < _LENGTHS.size:
        lengths += _whole(of, _LENGTHS.size - len(lengths))
    if not lengths:
        raise Broken("closed")
    head, body = _LENGTHS.unpack(lengths)
    if head > MOST_HEAD or body > MOST_BODY:
        raise Broken("too long")
    try:
        told = json.loads(_whole(of, head))
    except ValueError as error:
        raise Broken("no JSON") from error
    if not isinstance(told, dict):
        raise Broken("no object")
    return told, _whole(of, body), fds


def _whole(of: socket.socket, size: int) -> bytes:
    pieces = []
    while size:
        piece = of.recv(min(size, 1 << 20))
        if not piece:
            raise Broken("closed")
        pieces.append(piece)
        size -= len(piece)
    return b"".join(pieces)
