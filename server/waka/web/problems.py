"""Errors over HTTP: RFC 9457 problem details, one place that maps our codes to statuses."""

from __future__ import annotations

import structlog
from flask import Flask, Response, g, request
from markupsafe import escape
from pydantic import ValidationError
from werkzeug.exceptions import HTTPException

from waka.errors import WakaError

from .frame import framed
from .schemas import Problem

log = structlog.get_logger()
MEDIA_TYPE = "application/problem+json"

STATUS = {
    "not_signed_in": 401,
    "wrong_password": 401,
    "too_many_tries": 429,
    "forged_request": 403,
    "not_allowed": 403,
    "not_found": 404,
    "bad_request": 400,
    "slip_incomplete": 422,
    "slip_changed": 409,
    "changed_meanwhile": 409,
    "name_unfit": 422,
    "name_taken": 409,
    "source_changed": 409,
    "source_gone": 409,
    "in_motion": 409,
    "busy": 409,
    "not_undoable": 409,
    "folder_not_empty": 409,
    "needs_a_look": 409,
    "undo_is_a_list": 409,
    "statement": 409,
    "list_has_errors": 409,
    "not_approved": 409,
    "count_differs": 409,
    "list_is_running": 409,
    "list_changed": 409,
    "unsafe_path": 409,
    "drive_trouble": 503,
    "drive_away": 503,
    "foreign_drive": 503,
    "too_much_for_the_database": 422,
    "still_reading": 503,
    "reading_away": 503,
    "upload_conflict": 409,
    "too_large": 413,
    "unreadable": 422,
    "database_away": 503,
    "took_too_long": 503,
}
TITLES = {
    400: "Not understood", 401: "Sign in first", 403: "Not allowed", 404: "Not here", 405: "Not here",
    409: "Something else stands in the way", 413: "Too large", 415: "Not understood",
    422: "Refused before anything moved", 429: "Too many tries", 503: "Not in order right now",
}  # fmt: skip


def problem(status: int, code: str, detail: str, mend: str | None = None, **facts: object) -> Response:
    body = Problem(
        type=f"/problems/{code}", title=TITLES.get(status, "Trouble"), status=status,
        detail=detail, code=code, mend=mend, request_id=g.get("request_id", ""), **facts,
    )  # fmt: skip
    answer = Response(body.model_dump_json(), status=status, mimetype=MEDIA_TYPE)
    if "seconds" in facts:
        answer.headers["Retry-After"] = str(facts["seconds"])
    return answer


def of(error: WakaError) -> Response:
    status = STATUS.get(error.code, 500)
    if status >= 500:
        log.error("problem", code=error.code, detail=error.message)
    if request.headers.get("Sec-Fetch-Dest") == "iframe":
        # a frame shows what it gets, and nothing where that may not stand in one
        # it runs no script and so cannot ask again by itself: where that helps, a link does
        again = '<p><a href="">Ask again</a></p>' if "seconds" in error.facts else ""
        words = escape(" ".join(filter(None, (error.message, error.mend))))
        told = framed(f"<p>{words}</p>{again}", g.get("nonce", ""))
        told.status_code = status
        return told
    return problem(status, error.code, error.message, error.mend, **error.facts)


def invalid(error: ValidationError) -> Response:
    first = error.errors()[0]
    where = ".".join(str(part) for part in first["loc"])
    return problem(422, "invalid", f"{where}: {first['msg']}", "Correct it and send it again.")


def register(app: Flask) -> None:
    @app.errorhandler(WakaError)
    def _waka(error: WakaError) -> Response:
        return of(error)

    @app.errorhandler(HTTPException)
    def _http(error: HTTPException) -> Response:
        status = error.code or 500
        code = {404: "not_found", 405: "no_such_method", 413: "too_large"}.get(status, "bad_request")
        answer = problem(status, code, error.description or error.name)
        if status == 405 and hasattr(error, "valid_methods") and error.valid_methods:
            answer.headers["Allow"] = ", ".join(error.valid_methods)
        return answer

    @app.errorhandler(Exception)
    def _unexpected(error: Exception) -> Response:
        # the person gets the request id, the log everything: never a bare 500, never a trace on screen
        log.error("unexpected", exc_info=error)
        return problem(
            500, "unexpected", "Something went wrong that Waka did not expect; nothing is half done.",
            "Try again; if it stays so, give the administrator the number below.",
        )  # fmt: skip
