"""Every endpoint of the OpenAPI document, asked by people who may not: nothing of what is hidden comes out.

The table names every endpoint; one that is missing fails the test, so that a new endpoint brings its
row along.
"""

import json
import re
import secrets
from typing import Any

import pytest

from tests.web.conftest import Visitor
from waka.demo.make import PASSWORD
from waka.records.people import people
from waka.web.app import DOCUMENT, create_app
from waka.work.deps import Deps
from waka.work.people import signing_in

RENAMING = {"documents": [1, 2], "sentence": 'drop "x"'}
FOLDERS = {"patterns": "{name}", "listed": "one", "base": 2}
GROUPING = {"documents": [1, 2], "text": "Finance/{when yyyy}/{who}", "base": None}
SLIP = {"kind": "invoice", "who": "mrc", "when": "1 1 26", "what": "x", "folder": 2}


class _Some:
    """Stands for any value."""

    def __eq__(self, other: object) -> bool:
        return True

    def __hash__(self) -> int:
        return 0


SOME = _Some()
MOVE = {"act": "move", "documents": [1], "folder": 2}
PATTERN = {"text": "{what}", "joiner": "-", "letter_case": "lower", "transliterate": True, "longest": 80}
WISH = {"replaces": False, "grants": []}

# method and path → a body; status and what may come for somebody who may see nothing
TABLE: dict[tuple[str, str], tuple[Any, int, Any]] = {
    ("get", "/api/health"): (None, 200, "open"),
    ("post", "/api/sign-in"): ({"login": "nobody", "password": "x"}, 401, "open"),
    ("post", "/api/sign-out"): (None, 204, None),
    ("get", "/api/me"): (None, 200, "own"),
    ("get", "/api/house"): (None, 200, "house"),
    ("get", "/api/desk"): (None, 200, {"waiting": [], "filed_today": 0, "notices": [], "recent": [],
                                       "may_file": False}),
    ("post", "/api/desk/{number}/preview"): (SLIP, 404, None),
    ("get", "/api/desk/{number}/filling"): (None, 404, None),
    ("get", "/api/desk/{number}/pages/{page}/words"): (None, 404, None),
    ("get", "/api/desk/{number}/pages/{page}/outline"): (None, 404, None),
    ("get", "/api/desk/{number}/inside"): (None, 404, None),
    ("post", "/api/desk/{number}/inside"): ({"places": [0]}, 404, None),
    ("get", "/api/desk/{number}/same"): (None, 404, None),
    ("post", "/api/desk/{number}/unlock"): ({"password": "x"}, 404, None),
    ("get", "/api/desk/{number}/begins"): (None, 404, None),
    ("get", "/api/desk/divider"): (None, 200, "own"),
    ("post", "/api/desk/pages"): ({"documents": [[{"number": 1, "page": 1}]]}, 403, None),
    ("get", "/api/desk/{number}/same/{other}"): (None, 404, None),
    ("post", "/api/desk/{number}/file-onto"): ({"onto": 1}, 404, None),
    ("get", "/api/desk/{number}/together"): (None, 404, None),
    ("post", "/api/desk/file-together"): ({"arrivals": [{"number": 1, "seen": 1, "slip": SLIP}]}, 404, None),
    ("put", "/api/desk/{number}/slip"): (SLIP, 404, None),
    ("get", "/api/desk/{number}/could-be-asked"): (None, 404, None),
    ("put", "/api/desk/{number}/question"): ({"of": 2, "text": "ours?"}, 404, None),
    ("delete", "/api/desk/{number}/question"): (None, 404, None),
    ("post", "/api/desk/{number}/answer"): ({"text": "yes"}, 404, None),
    ("put", "/api/desk/{number}/later"): ({"later": True}, 404, None),
    ("post", "/api/desk/{number}/file"): (SLIP, 404, None),
    ("get", "/api/folders"): (None, 200, {"folders": []}),
    ("get", "/api/folders/{folder}/documents"): (None, 404, None),
    ("get", "/api/documents/{number}"): (None, 404, None),
    ("get", "/api/documents/{number}/pages/{page}"): (None, 404, None),
    ("get", "/api/documents/{number}/text"): (None, 404, None),
    ("get", "/api/documents/{number}/file"): (None, 404, None),
    ("get", "/api/documents/{number}/formatted"): (None, 404, None),
    ("get", "/api/documents/{number}/matches"): (None, 404, None),
    ("get", "/api/documents/{number}/versions"): (None, 404, None),
    ("post", "/api/documents/{number}/versions/{version}/restore"): (None, 404, None),
    ("get", "/api/find"): (None, 200, {"words": ["invoice"], "found": [], "is_cut": False}),
    ("get", "/api/logbook"): (None, 200, {"entries": [], "next": None}),
    ("get", "/api/old-path"): (None, 200, {"documents": []}),
    ("post", "/api/changes/{list_id}/undo"): (None, 404, None),
    ("post", "/api/changes/undo"): (None, 409, None),
    ("post", "/api/changes/look"): (MOVE, 404, None),
    ("post", "/api/changes"): (MOVE, 404, None),
    ("get", "/api/lists"): (None, 200, {"lists": []}),
    ("post", "/api/lists"): ({"do": "move", "documents": [1], "into": 2}, 404, None),
    ("post", "/api/lists/sheet"): (b"from,to\nx,y", 201, "own"),
    ("post", "/api/lists/mapping/look"): ({"source": "Finance", "target": "x"}, 200, {
        "matches": [], "others": [], "matching": 0, "staying": 0, "not_matching": 0, "lost": [], "close": []}),
    ("post", "/api/lists/grouping/look"): (GROUPING, 200, {
        "fault": None, "groups": [], "folders": 0, "moving": 0, "staying": 0, "lacks": []}),
    ("post", "/api/lists/grouping"): (GROUPING, 400, None),
    ("post", "/api/lists/renaming/look"): (RENAMING, 200, {
        "sentence": 'drop "x"', "fault": None, "names": [], "documents": 0, "changing": 0, "in_doubt": 0, "in_the_way": 0,
        "ask": None, "parts": [], "either_way": False}),
    ("post", "/api/lists/renaming"): (RENAMING, 400, None),
    ("post", "/api/lists/folders/look"): (FOLDERS, 404, None),
    ("post", "/api/lists/folders"): (FOLDERS, 404, None),
    ("post", "/api/lists/mapping"): ({"source": "Finance", "target": "x"}, 400, None),
    ("get", "/api/lists/{list_id}"): (None, 404, None),
    ("delete", "/api/lists/{list_id}"): (None, 404, None),
    ("patch", "/api/lists/{list_id}"): ({}, 404, None),
    ("get", "/api/lists/{list_id}/steps"): (None, 404, None),
    ("post", "/api/lists/{list_id}/check"): (None, 404, None),
    ("post", "/api/lists/{list_id}/mend"): ({"positions": [1], "leave": True}, 404, None),
    ("get", "/api/lists/{list_id}/could-be-named"): (None, 404, None),
    ("put", "/api/lists/{list_id}/named"): ({"named": []}, 404, None),
    ("put", "/api/lists/{list_id}/approval"): ({"approves": True, "seen": None}, 404, None),
    ("post", "/api/lists/{list_id}/run"): ({}, 404, None),
    ("post", "/api/lists/{list_id}/pause"): (None, 404, None),
    ("post", "/api/lists/{list_id}/cancel"): (None, 404, None),
    ("post", "/api/lists/{list_id}/leave-failed"): (None, 404, None),
    ("post", "/api/lists/{list_id}/undo"): ({}, 404, None),
    ("get", "/api/lists/{list_id}/proof"): (None, 404, None),
    ("get", "/api/lists/{list_id}/proof.csv"): (None, 404, None),
    ("get", "/api/lists/{list_id}/proof/read"): (None, 404, None),
    ("get", "/api/lists/{list_id}/steps.{form}"): (None, 404, None),
    ("get", "/api/carried"): (None, 200, {"total": 0, "documents": []}),
    ("post", "/api/carried"): ({"documents": [1]}, 200, {"total": 0, "documents": []}),
    ("delete", "/api/carried"): (None, 204, None),
    ("get", "/api/folders/{folder}/rights"): (None, 404, None),
    ("post", "/api/folders/{folder}/rights/look"): (WISH, 404, None),
    ("put", "/api/folders/{folder}/rights"): (WISH, 404, None),
    ("get", "/api/folders/{folder}/groups"): (None, 404, None),
    ("get", "/api/folders/{folder}/numbers"): (None, 404, None),
    ("get", "/api/folders/{folder}/documents.csv"): (None, 404, None),
    ("get", "/api/rules"): (None, 403, None),
    ("post", "/api/rules/names/look"): (PATTERN | {"folder": 2}, 404, None),
    ("get", "/api/kept"): (None, 200, {"texts": []}),
    ("put", "/api/kept"): ({"what": "renaming", "name": "mine", "text": "tidy the spaces"}, 204, None),
    ("delete", "/api/kept/{kept}"): (None, 404, None),
    ("get", "/api/rules/charters"): (None, 200, {"folders": []}),
    ("get", "/api/folders/{folder}/charter"): (None, 404, None),
    ("put", "/api/folders/{folder}/charter"): ({"seen": 0, "purpose": "x"}, 404, None),
    ("get", "/api/folders/{folder}/names"): (None, 404, None),
    ("post", "/api/lists/names"): ({"folder": 2}, 404, None),
    ("put", "/api/rules/fields/{code}"): ({"label": "Deck", "type": "text"}, 403, None),
    ("put", "/api/rules/kinds/{code}"): ({"label": "Survey"}, 403, None),
    ("get", "/api/rules/names/learned"): (None, 404, None),
    ("get", "/api/rules/parties/alike"): (None, 403, None),
    ("get", "/api/rules/parties/{party}/merging"): (None, 403, None),
    ("post", "/api/rules/parties/{party}/merge"): ({"into": 2, "seen": 0}, 403, None),
    ("get", "/api/rules/parties.csv"): (None, 403, None),
    ("post", "/api/rules/parties/sheet/look"): ({"text": "party\nSomebody"}, 403, None),
    ("post", "/api/rules/parties/sheet"): ({"text": "party\nSomebody"}, 403, None),
    ("put", "/api/rules/parties/{party}"): ({"name": "Somebody"}, 403, None),
    ("post", "/api/folders/{folder}/seen"): (None, 404, None),
    ("get", "/api/folders/{folder}/zip"): (None, 404, None),
    ("put", "/api/folders/{folder}/tags"): ({"put_on": ["x"]}, 404, None),
    ("get", "/api/documents/zip"): (None, 404, None),
    ("post", "/api/documents/{number}/opened"): (None, 404, None),
    ("post", "/api/documents/{number}/shorthand"): ({"typed": "mrc 1 1 26"}, 404, None),
    ("put", "/api/documents/{number}/note"): ({"note": "x"}, 404, None),
    ("put", "/api/documents/{number}/references"): ({"folder": 2, "shown": True}, 404, None),
    ("get", "/api/tags"): (None, 200, {"tags": []}),
    ("put", "/api/tags"): ({"documents": [1], "put_on": ["x"]}, 404, None),
    ("get", "/api/tags/{tag}/documents"): (None, 200, {"folder": None, "documents": [], "next": None}),
    ("get", "/api/tags/{tag}/folders"): (None, 200, {"folders": []}),
    ("get", "/api/bin"): (None, 200, {"folder": None, "documents": [], "next": None}),
    ("get", "/api/bin/old"): (None, 200, {"count": 0, "bytes": 0}),
    ("post", "/api/bin/old"): ({"days": 0, "count": 1}, 400, None),
    ("get", "/api/lately"): (None, 200, {"opened": [], "changed": []}),
    ("get", "/api/storage"): (None, 404, None),
    ("put", "/api/storage/limit"): ({"limit": 5_000_000}, 403, None),
    ("get", "/api/drive"): (None, 200, {"to_take": 0, "taken": 0, "bytes_to_take": 0, "bytes_taken": 0, "swept_at": SOME,
                                        "held": None, "questions": [], "notices": [], "whole_at": SOME, "stuck": [],
                                        "folder_questions": []}),
    ("post", "/api/drive/folder-questions/{question}"): ({"answer": "same"}, 404, None),
    ("post", "/api/drive/stuck/{stuck}/again"): (None, 404, None),
    ("put", "/api/me/password"): ({"old": "x", "new": "y"}, 401, None),
    ("get", "/api/me/sessions"): (None, 200, "own"),
    ("delete", "/api/me/sessions/{session}"): (None, 404, None),
    ("post", "/api/drive/questions/{question}"): ({"answer": "same"}, 404, None),
    ("post", "/api/uploads"): (None, 400, None),
    ("patch", "/api/uploads/{upload}"): (b"x", 400, None),
    ("delete", "/api/uploads/{upload}"): (None, 404, None),
    ("get", "/api/office"): (None, 403, None),
    ("post", "/api/desk/{number}/discard"): ({"reason": ""}, 403, None),
    ("post", "/api/desk/{number}/take-back"): (None, 403, None),
    ("get", "/api/desk/discarded"): (None, 200, {"arrivals": []}),
    ("get", "/api/office/settings"): (None, 403, None),
    ("put", "/api/office/settings"): ({"currency": "EUR"}, 403, None),
    ("post", "/api/office/people"): ({"login": "x", "name": "X"}, 403, None),
    ("post", "/api/office/people/{account}/invitation"): (None, 403, None),
    ("get", "/api/office/people/{account}/belongings"): (None, 403, None),
    ("post", "/api/office/people/{account}/switch-off"): ({}, 403, None),
    ("put", "/api/office/people/{account}/administrator"): ({"administrator": True}, 403, None),
    ("post", "/api/office/teams"): ({"name": "x", "members": []}, 403, None),
    ("put", "/api/office/teams/{team}"): ({"name": "x", "members": []}, 403, None),
    ("delete", "/api/office/teams/{team}"): (None, 403, None),
    ("put", "/api/office/points/{point}"): ({"holders": []}, 403, None),
    ("get", "/api/invitations/{secret}"): (None, 404, "open"),
    ("post", "/api/invitations/{secret}"): ({"password": "long enough it is"}, 404, "open"),
}  # fmt: skip
QUERY = {
    "/api/find": "?q=invoice", "/api/kept": "?what=folders", "/api/desk/{number}/slip": "?seen=1", "/api/desk/{number}/file": "?seen=1", "/api/desk/{number}/file-onto": "?seen=1", "/api/logbook": "?quiet=false",
    "/api/folders/{folder}/groups": "?by=kind", "/api/rules/parties/{party}/merging": "?into=2",
    "/api/rules/names/learned": "?folder=2", "/api/documents/zip": "?numbers=1",
    "/api/old-path": "?path=Finance/Invoices/2026/2026-11-04_gmf_red-diesel.pdf",
}  # fmt: skip


OTHERS = {"account": 1, "code": "deck", "party": 1, "session": 1_000_000, "kept": 1_000_000, "team": 1, "point": 1, "secret": "nobody-was-ever-told", "tag": 1,
          "other": 1, "question": 1, "stuck": 1, "version": 1, "form": "csv", "upload": "00000000-0000-4000-8000-000000000000"}  # fmt: skip


def endpoints(deps: Deps) -> set[tuple[str, str]]:
    """Return what the application really answers, which the document has to name as well."""
    answered = {
        (method.lower(), re.sub(r"<(?:\w+:)?(\w+)>", r"{\1}", rule.rule))
        for rule in create_app(deps).url_map.iter_rules()
        for method in rule.methods or ()
        if rule.rule.startswith("/api/") and method not in ("HEAD", "OPTIONS")
    } - {("get", "/api/openapi.json")}
    paths = json.loads(DOCUMENT.read_text())["paths"]
    assert answered == {(method, path) for path, methods in paths.items() for method in methods}
    return answered


def test_the_table_names_every_endpoint(demo_deps: Deps) -> None:
    assert endpoints(demo_deps) == set(TABLE)


def addresses(path: str, deps: Deps) -> list[str]:
    """Return *path* for documents that are filed and waiting, folders and lists that exist."""
    with deps.db.transaction() as conn:
        filed = conn.execute("select min(id) from document where state = 'filed'").fetchone()
        waiting = conn.execute("select min(id) from document where state = 'waiting'").fetchone()
        folder = conn.execute("select folder_id from document where state = 'filed'").fetchone()
    assert filed and waiting and folder
    return [
        path.format(number=number, page=1, folder=folder[0], list_id=1, **OTHERS) + QUERY.get(path, "")
        for number in (filed[0], waiting[0])
    ]


def ask(visitor: Visitor, method: str, address: str, body: Any) -> Any:
    if isinstance(body, bytes):
        return visitor.ask(method, address, data=body)
    return visitor.ask(method, address, body)


@pytest.fixture
def stranger(demo_deps: Deps) -> str:
    """Somebody without any right, who has done nothing yet."""
    login = f"stranger-{secrets.token_hex(4)}"
    person = signing_in.add_person(
        demo_deps, login=login, name="Sly Stranger", password=PASSWORD, right="reader"
    )
    with demo_deps.db.transaction() as conn:
        people.revoke_all(conn, person)
    return login


@pytest.mark.parametrize(("method", "path"), sorted(TABLE), ids=str)
def test_somebody_without_a_right_gets_nothing(
    visitor: Visitor, stranger: str, demo_deps: Deps, method: str, path: str
) -> None:
    body, status, shown = TABLE[method, path]
    visitor.sign_in(stranger)
    for address in addresses(path, demo_deps):
        answer = ask(visitor, method, address, body)
        assert answer.status_code == status, answer.text
        if isinstance(shown, dict):
            assert answer.json == shown
        elif shown is None and status != 204:
            told = answer.json["detail"]
            assert "pdf" not in told and "Finance" not in told
        if path == "/api/sign-out":
            visitor.sign_in(stranger)


@pytest.mark.parametrize(("method", "path"), sorted(TABLE), ids=str)
def test_nobody_gets_in_without_signing_in(visitor: Visitor, demo_deps: Deps, method: str, path: str) -> None:
    body, _, shown = TABLE[method, path]
    if shown == "open":
        return
    for address in addresses(path, demo_deps):
        answer = ask(visitor, method, address, body)
        assert answer.status_code == 401
        assert answer.json["code"] == "not_signed_in"


@pytest.mark.parametrize(("method", "path"), sorted(key for key in TABLE if key[0] != "get"))
def test_a_change_without_the_token_is_refused(
    visitor: Visitor, demo_deps: Deps, method: str, path: str
) -> None:
    if TABLE[method, path][2] == "open":
        return
    visitor.sign_in("tamsin").csrf = "guessed"
    for address in addresses(path, demo_deps):
        answer = ask(visitor, method, address, TABLE[method, path][0])
        assert (answer.status_code, answer.json["code"]) == (403, "forged_request")


def test_a_folder_with_grants_of_its_own_is_hidden_from_the_rest(visitor: Visitor, demo_deps: Deps) -> None:
    """Trainees gets its own grants, for the keeper alone: the filer no longer meets it anywhere."""
    with demo_deps.db.transaction() as conn:
        top = conn.execute("select id from folder where name = 'Trainees'").fetchone()
        assert top is not None
        conn.execute(
            "with recursive beneath as (select id from folder where id = %(top)s union all"
            " select f.id from folder f join beneath b on f.parent_id = b.id)"
            " update folder set access_id = %(top)s where id in (select id from beneath)",
            {"top": top[0]},
        )
        conn.execute(
            "insert into sight (access_id, person_id, \"right\") select %s, id, 'keeper' from person"
            " where login = 'magnus'", (top[0],))  # fmt: skip
        hidden = conn.execute(
            "select d.id, d.folder_id from document d join folder f on f.id = d.folder_id"
            " where f.access_id = %s", (top[0],)).fetchall()  # fmt: skip
    keeper = Visitor(create_app(demo_deps).test_client()).sign_in("magnus")
    assert keeper.ask("GET", "/api/find?q=bowline").json["found"]
    visitor.sign_in("tamsin")
    outline = visitor.ask("GET", "/api/folders").json["folders"]
    assert not [entry for entry in outline if entry["path"].startswith("Trainees")]
    whole = next(entry for entry in outline if entry["path"] == "")
    theirs = next(e for e in keeper.ask("GET", "/api/folders").json["folders"] if e["path"] == "")
    assert theirs["documents"] - whole["documents"] == len(hidden)
    assert visitor.ask("GET", "/api/find?q=bowline").json["found"] == []
    for number, folder in hidden[:3]:
        assert visitor.ask("GET", f"/api/documents/{number}").status_code == 404
        assert visitor.ask("GET", f"/api/documents/{number}/pages/1").status_code == 404
        assert visitor.ask("GET", f"/api/folders/{folder}/documents").status_code == 404
        assert visitor.ask("GET", f"/api/logbook?number={number}&quiet=false").json["entries"] == []
    desk = visitor.ask("GET", "/api/desk").json["waiting"]
    twin = next(a for a in desk if a["name"] == "passage plan ines.pdf")
    assert twin["same_as"] is None
    assert next(a for a in keeper.ask("GET", "/api/desk").json["waiting"]
                if a["number"] == twin["number"])["same_as"] is not None  # fmt: skip
    answer = visitor.ask("POST", f"/api/desk/{twin['number']}/preview", {**SLIP, "folder": hidden[0][1]})
    assert answer.json["folder"] is None and answer.json["before"] == answer.json["after"] == []
    answer = visitor.ask("POST", f"/api/desk/{twin['number']}/file?seen=1", {**SLIP, "folder": hidden[0][1]})
    assert answer.status_code == 404
