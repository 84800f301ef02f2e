"""What the API answers to somebody who may: the shape that its own document promises, and true contents."""

import io

import pytest
from PIL import Image
from pydantic import BaseModel

from tests.web.conftest import Visitor
from waka.reading import reader as reading
from waka.reading.turns import asker
from waka.records.database import value
from waka.web import schemas as s
from waka.web.app import create_app
from waka.web.desk import schemas as sd
from waka.work.deps import Deps
from waka.work.people import signing_in


@pytest.fixture
def tamsin(visitor: Visitor) -> Visitor:
    return visitor.sign_in("tamsin")


@pytest.mark.parametrize(
    ("path", "model"),
    [
        ("/api/me", s.Me), ("/api/house", sd.House), ("/api/desk", sd.Desk), ("/api/folders", s.Outline),
        ("/api/find?q=mizzen", s.Finds), ("/api/logbook?quiet=false", s.Logbook), ("/api/health", s.Health),
        ("/api/old-path?path=minutes_nov.docx", s.OldPath), ("/api/documents/1", s.Document),
        ("/api/documents/1/text", s.DocumentText),
    ],
)  # fmt: skip
def test_answers_have_the_shape_that_is_promised(tamsin: Visitor, path: str, model: type[BaseModel]) -> None:
    answer = tamsin.ask("GET", path)
    assert answer.status_code == 200
    model.model_validate_json(answer.data, extra="forbid")


@pytest.mark.parametrize("sort", ["name", "who", "when", "kind", "reference", "size", "changed"])
def test_a_folder_is_listed_both_ways(tamsin: Visitor, sort: str) -> None:
    folder = next(
        f for f in tamsin.ask("GET", "/api/folders").json["folders"] if f["path"].endswith("s/2026")
    )
    ways = []
    for down in ("false", "true"):
        path = f"/api/folders/{folder['id']}/documents?sort={sort}&descending={down}"
        page = s.FolderPage.model_validate_json(tamsin.ask("GET", path).data)
        ways.append([d.number for d in page.documents])
        assert page.next is None
    assert ways[0] == ways[1][::-1]
    assert len(ways[0]) == folder["own"]


def test_segments_together_are_the_name(tamsin: Visitor) -> None:
    found = s.Finds.model_validate_json(tamsin.ask("GET", "/api/find?q=2026").data).found
    assert len(found) > 20
    for one in found:
        assert "".join(segment["text"] for segment in one.segments) == one.name
        assert "".join(piece["text"] for piece in one.marked_name) == one.name
        assert any(piece["marked"] for piece in [*one.marked_name, *one.snippet])


def test_a_page_is_a_picture_and_is_asked_for_again_only_when_it_changed(tamsin: Visitor) -> None:
    found = tamsin.ask("GET", "/api/find?q=antifouling").json["found"][0]
    path = f"/api/documents/{found['number']}/pages/1?width=300"
    answer = tamsin.ask("GET", path)
    assert answer.mimetype == "image/jpeg"
    assert Image.open(io.BytesIO(answer.data)).width == 480  # pictures are made in few sizes
    assert answer.headers["Cache-Control"] == "private, no-cache"
    again = tamsin.ask("GET", path, headers={"If-None-Match": answer.headers["ETag"]})
    assert (again.status_code, again.data) == (304, b"")


@pytest.mark.parametrize(
    ("name", "status", "trouble"),
    [("renewal_notice.pdf", 422, "locked"), ("delivery note torn.pdf", 422, "damaged"),
     ("empty scan.pdf", 422, "empty")],
)  # fmt: skip
def test_a_document_in_trouble_says_so_where_it_would_be_shown(
    tamsin: Visitor, name: str, status: int, trouble: str
) -> None:
    arrival = next(a for a in tamsin.ask("GET", "/api/desk").json["waiting"] if a["name"] == name)
    assert arrival["trouble"] == trouble
    for what in ("pages/1", "text"):
        answer = tamsin.ask("GET", f"/api/documents/{arrival['number']}/{what}")
        assert (answer.status_code, answer.json["trouble"]) == (status, trouble)
    assert tamsin.ask("GET", f"/api/documents/{arrival['number']}").json["trouble_message"]


def test_the_api_describes_itself(tamsin: Visitor) -> None:
    told = tamsin.client.get("/api/openapi.json").json
    assert told is not None
    assert told["openapi"].startswith("3.1")
    refusals = told["paths"]["/api/desk/{number}/file"]["post"]["responses"]["409"]["content"]
    assert list(refusals) == ["application/problem+json"]
    piece = told["paths"]["/api/uploads/{upload}"]["patch"]["requestBody"]["content"]
    assert list(piece) == ["application/offset+octet-stream"]


def test_a_frame_that_cannot_ask_again_by_itself_offers_it(
    tamsin: Visitor, monkeypatch: pytest.MonkeyPatch
) -> None:
    found = tamsin.ask("GET", "/api/find?q=minutes").json["found"]
    number = next(one["number"] for one in found if one["name"].endswith(".docx"))
    path, frame = f"/api/documents/{number}/formatted", {"Sec-Fetch-Dest": "iframe"}
    with monkeypatch.context() as patched:
        patched.setattr(reading, "FRAME_PATIENCE", 0.0)
        answer = tamsin.client.get(path, headers=frame)
    assert (answer.status_code, answer.mimetype) == (503, "text/html")
    assert '<a href="">Ask again</a>' in answer.text
    shown = tamsin.ask("GET", path, headers=frame)
    assert shown.status_code == 200 and "Ask again" not in shown.text


def test_a_frame_is_told_why_nothing_can_be_shown_in_it(deps: Deps) -> None:
    signing_in.add_person(
        deps, login="tamsin", name="Tamsin Brook", password="fair winds here", right="filer"
    )
    visitor = Visitor(create_app(deps).test_client()).sign_in("tamsin", "fair winds here")
    answer = visitor.client.get("/api/documents/99/formatted", headers={"Sec-Fetch-Dest": "iframe"})
    assert (answer.status_code, answer.mimetype) == (404, "text/html")
    assert "No. 99 is not here, or not for you to see." in answer.text
    policy = answer.headers["Content-Security-Policy"]
    assert "frame-ancestors 'self'" in policy and "sandbox" in policy
    assert "Ask again" not in answer.text  # which would not help
    # whoever else asks is answered as a program is
    plain = visitor.client.get("/api/documents/99/formatted")
    assert (plain.status_code, plain.mimetype) == (404, "application/problem+json")


def test_what_somebody_looks_at_is_read_in_their_turn_and_nothing_in_that_of_who_asked_before(
    tamsin: Visitor, demo_deps: Deps, monkeypatch: pytest.MonkeyPatch
) -> None:
    turns: list[int | None] = []
    monkeypatch.setattr(demo_deps.reader, "page", lambda *_: turns.append(asker.get()) or b"\xff\xd8\xff")
    found = tamsin.ask("GET", "/api/find?q=invoice").json["found"]
    number = next(one["number"] for one in found if one["name"].endswith(".pdf"))
    assert tamsin.ask("GET", f"/api/documents/{number}/pages/1?width=240").status_code == 200
    with demo_deps.db.transaction() as conn:
        assert turns == [value(conn, "select id from person where login = 'tamsin'", {})]
    tamsin.ask("GET", "/api/health")
    assert asker.get() is None
