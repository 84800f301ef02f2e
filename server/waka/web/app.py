"""The web application, put together once and served by each process."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from flask import Response, g, send_from_directory
from flask_openapi3 import Info, OpenAPI
from werkzeug.routing import PathConverter

from waka import __version__
from waka.errors import NotFound
from waka.web import door, guard, problems, veil
from waka.web.changes import by_hand as changes
from waka.web.changes import folder_sets, grouping, kept_texts, named, renaming
from waka.web.changes import routes as lists
from waka.web.desk import routes as desk
from waka.web.desk import uploads
from waka.web.entrance import routes as entrance
from waka.web.find import routes as find
from waka.web.folders import labels, versions
from waka.web.folders import routes as folders
from waka.web.office import routes as office
from waka.web.rules import charters, merging, party_sheets
from waka.web.rules import routes as rules
from waka.work.deps import Deps

from .schemas import Problem

DOCUMENT = Path(__file__).parent / "openapi.json"
GUARDED = ("400", "401", "403", "413", "503")
INFO = Info(title="Waka", version=__version__, description="Filing for a team's shared drive.")


def create_app(deps: Deps, app: OpenAPI | None = None) -> OpenAPI:
    """Return the application on *deps*: *app*, which is put together and serves nothing yet, or else one of its own."""
    app = put_together() if app is None else app
    app.extensions["waka"] = deps
    return app


def put_together() -> OpenAPI:
    """Return the application with all that can be asked of it, before it is known what it serves.

    It takes an eighth of a second, so it is done once, before the processes that answer are forked.
    """
    app = OpenAPI(
        __name__, info=INFO, doc_ui=False, static_folder=None,
        validation_error_callback=problems.invalid, validation_error_model=Problem,
    )  # fmt: skip
    door.register(app)
    guard.register(app)
    problems.register(app)
    veil.register(app)
    for place in (
        entrance,
        desk,
        folders,
        changes,
        lists,
        named,
        folder_sets,
        grouping,
        renaming,
        kept_texts,
        merging,
        party_sheets,
        labels,
        uploads,
        versions,
        find,
        rules,
        charters,
        office,
    ):
        app.register_api(place.bp)
    _serve_interface(app)
    return app


def document(app: OpenAPI) -> dict[str, Any]:
    """Return the OpenAPI document of the API. Empty but where ``describe`` has asked for it."""
    found: dict[str, Any] = app.api_doc
    components = found.get("components", {})
    # a part that is empty is left out: the standard wants an object there or nothing
    found["components"] = {part: told for part, told in components.items() if told is not None}
    for path in found["paths"].values():
        for operation in path.values():
            for (
                status
            ) in GUARDED:  # what is looked at before any endpoint refuses in the same words everywhere
                operation["responses"].setdefault(status, _problem(int(status)))
            if "422" in operation["responses"]:
                operation["responses"]["422"] = _problem(422)
            for answer in operation["responses"].values():
                _name_problem_type(answer.get("content", {}))
    return found


def _problem(status: int) -> dict[str, Any]:
    schema = {"$ref": "#/components/schemas/Problem"}
    return {"description": problems.TITLES[status], "content": {problems.MEDIA_TYPE: {"schema": schema}}}


def _name_problem_type(content: dict[str, Any]) -> None:
    told = content.get("application/json")
    if told and str(told["schema"].get("$ref", "")).endswith("/Problem"):
        content[problems.MEDIA_TYPE] = content.pop("application/json")


class _PagePath(PathConverter):
    """A path of the interface: never one of the API, where what is not there is not there."""

    regex = "(?!api(/|$))[^/].*?"


def _serve_interface(app: OpenAPI) -> None:
    app.url_map.converters["page"] = _PagePath

    @app.route("/api/openapi.json")
    def openapi() -> Response:
        return Response(DOCUMENT.read_bytes(), mimetype="application/json")

    @app.route("/assets/<path:name>")
    def assets(name: str) -> Response:
        answer = send_from_directory(door.deps().settings.interface / "assets", name)
        answer.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return answer

    @app.route("/", defaults={"path": ""})
    @app.route("/<page:path>")
    def page(path: str) -> Response:
        shell = door.deps().settings.interface / "index.html"
        if not shell.exists():
            raise NotFound("The built interface (npm run build)")
        # the nonce lets the style sheets that the interface makes for itself through the policy
        html = shell.read_text().replace("__NONCE__", g.nonce)
        answer = Response(html, mimetype="text/html")
        answer.headers["Cache-Control"] = "no-store"
        return answer
