"""Slow lines: whoever sends or takes slowly costs nobody else an answer."""

import contextlib
import socket
import threading
import time
from collections.abc import Iterator

import pytest

from tests.support import Client, Server

SLOW = 100


@contextlib.contextmanager
def slow_lines(server: Server, first: bytes, then: bytes) -> Iterator[list[socket.socket]]:
    """Hold many connections that send *first* and then a byte at a time."""
    lines = [socket.create_connection(("127.0.0.1", server.port)) for _ in range(SLOW)]
    over = threading.Event()

    def drip() -> None:
        while not over.wait(0.5):
            for line in lines:
                with contextlib.suppress(OSError):
                    line.send(then)

    for line in lines:
        line.sendall(first)
    dripping = threading.Thread(target=drip, daemon=True)
    dripping.start()
    try:
        yield lines
    finally:
        over.set()
        dripping.join()
        for line in lines:
            line.close()


@pytest.mark.parametrize(
    ("first", "then"),
    [
        (b"GET /api/health HTTP/1.1\r\nHost: x\r\n", b"X-A: b\r\n"),
        (b"POST /api/sign-in HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 9000\r\n\r\n{", b" "),
        (b"PATCH /api/uploads/00000000-0000-4000-8000-000000000000 HTTP/1.1\r\nHost: x\r\nContent-Length: 900000\r\n\r\n", b"x"),
        (b"", b""),
    ],
    ids=["head", "body", "upload", "silent"],
)  # fmt: skip
def test_slow_lines_of_strangers_cost_nobody_an_answer(
    demo_server: Server, first: bytes, then: bytes
) -> None:
    client = Client(demo_server.port).sign_in()
    with slow_lines(demo_server, first, then):
        time.sleep(1)
        for _ in range(20):
            assert client.ask("GET", "/api/desk")[0] == 200
            assert client.ask("GET", "/api/health")[0] == 200


def test_slow_takers_cost_nobody_an_answer(demo_server: Server) -> None:
    """Twenty who ask for documents and then do not read what comes."""
    client = Client(demo_server.port).sign_in()
    size = 12_000_000
    number = client.hand_in("large.bin", b"x" * size)
    lines = []
    for _ in range(20):
        line = socket.socket()
        line.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 4096)
        line.connect(("127.0.0.1", demo_server.port))
        line.sendall(
            f"GET /api/documents/{number}/file HTTP/1.1\r\nHost: x\r\nCookie: {client.cookie}\r\n\r\n".encode()
        )
        lines.append(line)
    time.sleep(1)
    try:
        for _ in range(10):
            assert client.ask("GET", "/api/desk")[0] == 200
        whole = client.ask("GET", f"/api/documents/{number}/file")[1]
        assert len(whole) == size
    finally:
        for line in lines:
            line.close()
