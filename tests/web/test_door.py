"""The door: sign-in and its slow-down, headers, problem details, refusals of bad input."""

import re
import socket

import pytest

from tests.support import Client, Server
from tests.web.conftest import Visitor
from waka.errors import TooManyTries, WrongPassword
from waka.work.deps import Deps
from waka.work.people import signing_in
from waka.work.upkeep.health import Lately


def test_the_session_cookie_is_kept_from_scripts_and_other_sites(visitor: Visitor) -> None:
    answer = visitor.client.post(
        "/api/sign-in", json={"login": "TAMSIN", "password": "fair winds at tern point"}
    )
    cookie = answer.headers["Set-Cookie"]
    assert "HttpOnly" in cookie and "SameSite=Strict" in cookie
    assert "Secure" not in cookie  # the demo is served without https; WAKA_HTTPS=1 adds it


def test_signing_out_ends_the_session(visitor: Visitor) -> None:
    visitor.sign_in("tamsin")
    cookie = visitor.client.get_cookie("waka_session")
    assert cookie is not None
    assert visitor.ask("POST", "/api/sign-out").status_code == 204
    visitor.client.set_cookie("waka_session", cookie.value)
    assert visitor.ask("GET", "/api/me").status_code == 401


def test_guessing_is_slowed_down(deps: Deps, filer: int) -> None:
    for _ in range(signing_in.FREE_TRIES):
        with pytest.raises(WrongPassword):
            signing_in.sign_in(deps, "tamsin", "wrong", "10.0.0.9")
    with pytest.raises(TooManyTries):
        signing_in.sign_in(deps, "tamsin", "fair winds here", "10.0.0.9")
    # somebody at another address is not locked out by it
    assert signing_in.sign_in(deps, "tamsin", "fair winds here", "10.0.0.10").person.login == "tamsin"


@pytest.mark.parametrize(("failures", "seconds"), [(0, 0), (4, 0), (5, 2), (6, 4), (8, 16), (30, 900)])
def test_the_wait_doubles(failures: int, seconds: float) -> None:
    assert signing_in.delay(failures, failures, failures) == seconds


def test_a_stranger_learns_nothing_from_a_wrong_name(visitor: Visitor) -> None:
    told = [
        visitor.client.post("/api/sign-in", json={"login": login, "password": "x"}).json
        for login in ("magnus", "nobody at all")
    ]
    assert told[0]["detail"] == told[1]["detail"]  # type: ignore[index]


def test_every_answer_carries_a_strict_policy(visitor: Visitor) -> None:
    for path in ("/", "/api/me", "/api/health", "/nowhere"):
        policy = visitor.client.get(path).headers["Content-Security-Policy"]
        assert "default-src 'none'" in policy and "unsafe" not in policy
    page = visitor.client.get("/").text
    nonce = re.search(r'csp-nonce" content="([^"]+)"', page)
    assert nonce and nonce[1] != "__NONCE__"


def test_a_download_can_run_nothing_here(visitor: Visitor) -> None:
    visitor.sign_in("tamsin")
    number = visitor.ask("GET", "/api/desk").json["waiting"][0]["number"]
    answer = visitor.ask("GET", f"/api/documents/{number}/file")
    assert answer.headers["Content-Disposition"].startswith("attachment; filename*=UTF-8''First%20aid")
    assert "sandbox" in answer.headers["Content-Security-Policy"]
    assert int(answer.headers["Content-Length"]) == len(answer.data)
    answer.close()
    part = visitor.client.get(f"/api/documents/{number}/file", headers={"Range": "bytes=0-3"})
    assert (part.status_code, part.data) == (206, b"%PDF"[:4] if part.data[:1] == b"%" else part.data[:4])
    part.close()


@pytest.mark.parametrize(
    ("method", "path", "body", "status"),
    [
        ("GET", "/api/documents/0", None, 422),
        ("GET", "/api/documents/99999999999999999999", None, 422),
        ("GET", "/api/documents/minus", None, 404),
        ("GET", "/api/folders/1/documents?sort=colour", None, 400),
        ("GET", "/api/folders/1/documents?after=nonsense", None, 400),
        ("GET", "/api/folders/1/documents?after=W10=", None, 400),
        ("GET", "/api/find", None, 422),
        ("GET", "/api/find?q=%00", None, 400),
        ("GET", "/api/find?q='%3b--", None, 200),
        ("GET", "/api/find?q=%25_%5c'", None, 200),
        ("PUT", "/api/desk/1/slip?seen=1", {"what": "\ud800"}, 400),
        ("GET", "/api/find?q=" + "a+" * 190, None, 200),
        ("GET", "/api/old-path?path=%00", None, 400),
        ("DELETE", "/api/desk", None, 405),
        ("POST", "/api/desk/1/file?seen=1", {"extension": "../x"}, 422),
        ("POST", "/api/desk/1/file?seen=1", {"colour": "red"}, 422),
        ("POST", "/api/desk/1/file?seen=1", [], 422),
        ("PUT", "/api/desk/1/slip?seen=1", {"what": "x\u0000y"}, 400),
        ("PUT", "/api/desk/1/slip?seen=1", {"who": {"a": [[[[]]]]}}, 422),
        ("GET", "/api/folders/1/documents?after=WyJ4IiwgIngiXQ==", None, 400),
        ("PUT", "/api/tags", {"documents": [1], "put_on": ["x\ud800"]}, 400),
        ("PUT", "/api/tags", {"documents": [10**19], "put_on": ["x"]}, 422),
        ("POST", "/api/sign-in", {"login": "a\u0000b", "password": "x"}, 400),
    ],
)
def test_bad_input_is_refused_in_words(
    visitor: Visitor, method: str, path: str, body: object, status: int
) -> None:
    visitor.sign_in("tamsin")
    answer = visitor.ask(method, path, body)
    assert answer.status_code == status, answer.text
    if status >= 400:
        assert answer.mimetype == "application/problem+json"
        assert {"type", "title", "status", "detail", "code", "request_id"} <= set(answer.json)
        assert answer.json["request_id"] == answer.headers["X-Request-Id"]


def test_an_upload_cut_off_half_way_goes_on_where_it_broke(demo_server: Server) -> None:
    client = Client(demo_server.port).sign_in()
    place = client.announce("half.txt", 15)
    head = (
        f"Host: x\r\nCookie: {client.cookie}\r\nX-Waka-CSRF: {client.csrf}\r\nTus-Resumable: 1.0.0\r\n"
        "Content-Type: application/offset+octet-stream\r\nConnection: close\r\n"
    )
    with socket.create_connection(("127.0.0.1", demo_server.port)) as half:
        half.sendall(
            f"PATCH {place} HTTP/1.1\r\n{head}Upload-Offset: 0\r\nContent-Length: 15\r\n\r\nonly ".encode()
        )
        half.shutdown(socket.SHUT_WR)
        b"".join(iter(lambda: half.recv(65536), b""))
    assert not list((demo_server.settings.arrivals / "Uploads").glob("*")), "what is not whole is no arrival"
    assert client.ask("HEAD", place)[0] == 200
    here = client.answered["Upload-Offset"]
    told = {
        "Upload-Offset": here,
        "Content-Type": "application/offset+octet-stream",
        "Tus-Resumable": "1.0.0",
    }
    assert client.ask("PATCH", place, b"only this part."[int(here) :], told)[0] == 204
    number = client.answered["Upload-Document"]
    assert client.ask("GET", f"/api/documents/{number}/file") == (200, b"only this part.")


def test_health_says_what_is_not_in_order_and_no_path(deps: Deps) -> None:
    from waka.web.app import create_app
    from waka.work.upkeep import health

    deps.kept(Lately).seconds = 0.0  # looked at anew each time
    client = create_app(deps).test_client()
    assert client.get("/api/health").json["in_order"] is True  # type: ignore[index]
    deps.drive.root.rename(deps.drive.root.with_name("unplugged"))
    answer = client.get("/api/health")
    assert answer.status_code == 503
    assert {part["part"]: part["in_order"] for part in answer.json["parts"]}["drive"] is False  # type: ignore[index]
    assert str(deps.settings.home) not in answer.text
    told = {check.part: check.told for check in health.check(deps)}
    assert "bears no mark" in told["drive"]
    with deps.db.transaction() as conn:
        conn.execute("delete from _yoyo_migration")
    told = {check.part: check.told for check in health.check(deps)}
    assert "0001_slice" in told["migrations"]
