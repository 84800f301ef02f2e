"""The configuration of nginx that the documentation gives, word for word, in front of a running server."""

import http.client
import re
import socket
import subprocess
from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.conftest import serving
from tests.support import Client, World, free_port, wait_until
from waka.settings import CHECKOUT

SLOW = 40


@pytest.fixture(scope="module")
def front(the_world: World, tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[int, Path]]:
    """Yield the port of nginx and the drive behind it."""
    home = tmp_path_factory.mktemp("nginx") / "home"
    with serving(the_world, home) as server:
        server.env.update({"WAKA_TRUSTED_PROXIES": "127.0.0.1", "WAKA_HANDOVER": "/drive-files"})
        server.start(**server.env)
        told = (CHECKOUT / "docs/real-drive.md").read_text()
        documented = re.search(r"^limit_conn_zone.*?^}$", told, re.MULTILINE | re.DOTALL)
        assert documented is not None
        port = free_port()
        text = documented.group(0).replace("listen 443 ssl;", f"listen 127.0.0.1:{port};")
        text = text.replace("http://127.0.0.1:8520", server.address).replace(
            "/srv/common", str(server.settings.drive)
        )
        text = text.replace("client_header_timeout 15s", "client_header_timeout 2s")
        place = home / "nginx"
        place.mkdir()
        config = place / "nginx.conf"
        config.write_text(
            f"daemon off; pid {place}/pid; error_log {place}/error.log; user root; events {{ worker_connections 512; }}\n"
            f"http {{ access_log off; client_body_temp_path {place}/body; proxy_temp_path {place}/proxy;\n"
            f"fastcgi_temp_path {place}/f; uwsgi_temp_path {place}/u; scgi_temp_path {place}/s;\n{text}\n}}\n"
        )
        process = subprocess.Popen(["/usr/sbin/nginx", "-c", str(config), "-p", str(place)])
        try:
            wait_until(lambda: _listens(port), "nginx answers")
            yield port, server.settings.drive
        finally:
            process.terminate()
            process.wait(10)


def _listens(port: int) -> bool:
    with socket.socket() as probe:
        return probe.connect_ex(("127.0.0.1", port)) == 0


def first_document(client: Client) -> tuple[int, str]:
    folder = next(
        f for f in client.ask("GET", "/api/folders")[1]["folders"] if f["path"] == "Finance/Invoices/2026"
    )
    one = client.ask("GET", f"/api/folders/{folder['id']}/documents")[1]["documents"][0]
    return one["number"], f"Finance/Invoices/2026/{one['name']}"


def raw(port: int, path: str, cookie: str = "", **headers: str) -> tuple[int, dict[str, str], bytes]:
    conn = http.client.HTTPConnection("127.0.0.1", port, timeout=30)
    try:
        conn.request("GET", path, headers={"Cookie": cookie, **headers})
        answer = conn.getresponse()
        return answer.status, {name.lower(): value for name, value in answer.getheaders()}, answer.read()
    finally:
        conn.close()


def test_nginx_sends_the_files_and_only_to_who_may_have_them(front: tuple[int, Path]) -> None:
    port, drive = front
    client = Client(port).sign_in("tamsin")
    number, path = first_document(client)
    status, headers, body = raw(port, f"/api/documents/{number}/file", client.cookie)
    assert (status, body) == (200, (drive / path).read_bytes())
    assert (
        headers["content-disposition"].startswith("attachment")
        and "sandbox" in headers["content-security-policy"]
    )
    assert headers["x-content-type-options"] == "nosniff" and "x-accel-redirect" not in headers
    assert "last-modified" in headers, "nginx itself has read it"
    status, _, part = raw(port, f"/api/documents/{number}/file", client.cookie, Range="bytes=0-3")
    assert (status, part) == (206, (drive / path).read_bytes()[:4])
    assert raw(port, f"/api/documents/{number}/file")[0] == 401
    assert raw(port, f"/drive-files/{path}", client.cookie)[0] == 404


def test_who_asks_without_the_web_server_gets_the_file_all_the_same(front: tuple[int, Path]) -> None:
    port, drive = front
    client = Client(port).sign_in("tamsin")
    number, path = first_document(client)
    # an arrival does not stand in the drive: it comes from Waka itself
    arrival = client.ask("GET", "/api/desk")[1]["waiting"][0]["number"]
    assert raw(port, f"/api/documents/{arrival}/file", client.cookie)[0] == 200
    assert raw(port, f"/api/documents/{number}/file", client.cookie)[2] == (drive / path).read_bytes()


def test_slow_lines_are_let_go_and_cost_nobody_an_answer(front: tuple[int, Path]) -> None:
    port, _ = front
    lines = [socket.create_connection(("127.0.0.1", port)) for _ in range(SLOW)]
    try:
        for line in lines:
            line.sendall(b"GET /api/health HTTP/1.1\r\nHost: x\r\nX-Slow: ")
        assert raw(port, "/api/health")[0] == 200
        for line in lines:
            line.settimeout(20)
            while line.recv(1000):
                pass  # told that it took too long, and shut
    finally:
        for line in lines:
            line.close()


def test_one_address_has_so_many_requests_at_once_and_no_more(front: tuple[int, Path]) -> None:
    port, _ = front
    lines = [socket.create_connection(("127.0.0.1", port)) for _ in range(80)]
    try:
        for line in lines:
            line.sendall(b"POST /api/sign-in HTTP/1.1\r\nHost: x\r\nContent-Length: 500\r\n\r\n{")
        wait_until(lambda: raw(port, "/api/health")[0] == 503, "the bound of 60 is reached")
    finally:
        for line in lines:
            line.close()
    wait_until(lambda: raw(port, "/api/health")[0] == 200, "others are answered again")
