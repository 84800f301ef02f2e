"""Every endpoint of the OpenAPI document, asked by people who may not: nothing of what is hidden comes out.

The table names every endpoint; one that is missing fails the test, so that a new endpoint brings its
row along.
"""

from typing import Any

import psycopg
import pytest

from tests.web.conftest import Visitor
from waka.web.app import create_app, document
from waka.work.deps import Deps

SLIP = {"kind": "invoice", "who": "mrc", "when": "1 1 26", "what": "x", "folder": 2}

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
    ("put", "/api/desk/{number}/slip"): (SLIP, 404, None),
    ("put", "/api/desk/{number}/later"): ({"later": True}, 404, None),
    ("post", "/api/desk/{number}/file"): (SLIP, 404, None),
    ("post", "/api/desk/uploads"): (b"x", 403, None),
    ("get", "/api/folders"): (None, 200, {"folders": []}),
    ("get", "/api/folders/{folder}/documents"): (None, 404, None),
    ("get", "/api/documents/{number}"): (None, 404, None),
    ("get", "/api/documents/{number}/pages/{page}"): (None, 404, None),
    ("get", "/api/documents/{number}/text"): (None, 404, None),
    ("get", "/api/documents/{number}/file"): (None, 404, None),
    ("get", "/api/find"): (None, 200, {"words": ["invoice"], "found": [], "is_cut": False}),
    ("get", "/api/logbook"): (None, 200, {"entries": [], "next": None}),
    ("get", "/api/old-path"): (None, 200, {"documents": []}),
    ("post", "/api/changes/{list_id}/undo"): (None, 404, None),
}  # fmt: skip
QUERY = {
    "/api/find": "?q=invoice", "/api/desk/uploads": "?name=x.txt", "/api/logbook": "?quiet=false",
    "/api/old-path": "?path=Finance/Invoices/2026/2026-11-04_gmf_red-diesel.pdf",
}  # fmt: skip


def endpoints(deps: Deps) -> set[tuple[str, str]]:
    paths = document(create_app(deps))["paths"]
    return {(method, path) for path, methods in paths.items() for method in methods}


def test_the_table_names_every_endpoint(demo_deps: Deps) -> None:
    assert endpoints(demo_deps) == set(TABLE)


def addresses(path: str, deps: Deps) -> list[str]:
    """Return *path* for documents that are filed and waiting, folders and lists that exist."""
    with psycopg.connect(deps.db.pool.conninfo) as conn:
        filed = conn.execute("select min(id) from document where state = 'filed'").fetchone()
        waiting = conn.execute("select min(id) from document where state = 'waiting'").fetchone()
        folder = conn.execute("select folder_id from document where state = 'filed'").fetchone()
    assert filed and waiting and folder
    return [
        path.format(number=number, page=1, folder=folder[0], list_id=1) + QUERY.get(path, "")
        for number in (filed[0], waiting[0])
    ]


def ask(visitor: Visitor, method: str, address: str, body: Any) -> Any:
    if isinstance(body, bytes):
        return visitor.ask(method, address, data=body)
    return visitor.ask(method, address, body)


@pytest.mark.parametrize(("method", "path"), sorted(TABLE), ids=" ".join)
def test_somebody_without_a_right_gets_nothing(
    visitor: Visitor, demo_deps: Deps, method: str, path: str
) -> None:
    body, status, shown = TABLE[method, path]
    visitor.sign_in("stranger")
    for address in addresses(path, demo_deps):
        answer = ask(visitor, method, address, body)
        assert answer.status_code == status, answer.text
        if isinstance(shown, dict):
            assert answer.json == shown
        elif shown is None and status != 204:
            told = answer.json["detail"]
            assert "pdf" not in told and "Finance" not in told
        if path == "/api/sign-out":
            visitor.sign_in("stranger")


@pytest.mark.parametrize(("method", "path"), sorted(TABLE), ids=" ".join)
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
    if path == "/api/sign-in":
        return
    visitor.sign_in("hazel").csrf = "guessed"
    for address in addresses(path, demo_deps):
        answer = ask(visitor, method, address, TABLE[method, path][0])
        assert (answer.status_code, answer.json["code"]) == (403, "forged_request")


def test_a_folder_with_grants_of_its_own_is_hidden_from_the_rest(visitor: Visitor, demo_deps: Deps) -> None:
    """Trainees gets its own grants, for the keeper alone: the filer no longer meets it anywhere."""
    with psycopg.connect(demo_deps.db.pool.conninfo) as conn:
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
    visitor.sign_in("hazel")
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
    answer = visitor.ask("POST", f"/api/desk/{twin['number']}/file", {**SLIP, "folder": hidden[0][1]})
    assert answer.status_code == 404
