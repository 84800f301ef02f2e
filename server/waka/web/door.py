"""What every endpoint stands on: the parts, who asks, request ids, and the headers that every answer carries."""

from __future__ import annotations

import os
import secrets
import time
from typing import Any

import structlog
from flask import Flask, Request, Response, current_app, g, request
from flask_openapi3 import APIBlueprint
from pydantic import BaseModel

from waka.reading.turns import asker
from waka.records.people.people import Person
from waka.work.deps import Deps

log = structlog.get_logger()
COOKIE = "waka_session"
DEVICE = "waka_device"  #: what a browser is known by, sent when somebody signs in with it
CSRF_HEADER = "X-Waka-CSRF"
Responses = dict[str | int, type[BaseModel] | dict[Any, Any] | None]


def blueprint(name: str, module: str) -> APIBlueprint:
    """Return what a module's endpoints hang on.

    Its schemas are put together only where ``describe`` writes them down: that takes longer than all
    the rest of a start.
    """
    return APIBlueprint(name, module, url_prefix="/api", doc_ui=os.environ.get("WAKA_DESCRIBE") == "1")


def deps() -> Deps:
    found: Deps = current_app.extensions["waka"]
    return found


def person() -> Person:
    """Return who asks. Only inside an endpoint that is not open (``guard.OPEN``)."""
    found: Person = g.person
    return found


def reply(model: BaseModel, status: int = 200) -> Response:
    return Response(model.model_dump_json(), status=status, mimetype="application/json")


def register(app: Flask) -> None:
    @app.before_request
    def _begin() -> None:
        g.request_id = secrets.token_hex(5)
        g.started = time.perf_counter()
        g.nonce = secrets.token_urlsafe(16)
        structlog.contextvars.clear_contextvars()
        asker.set(None)  # until it is known who asks: a thread has answered others before
        structlog.contextvars.bind_contextvars(request_id=g.request_id)

    @app.after_request
    def _end(answer: Response) -> Response:
        headers = answer.headers
        headers.setdefault("Content-Security-Policy", policy(g.nonce))
        headers["X-Content-Type-Options"] = "nosniff"
        headers["Referrer-Policy"] = "same-origin"
        headers["Cross-Origin-Opener-Policy"] = "same-origin"
        headers["Cross-Origin-Resource-Policy"] = "same-origin"
        headers["X-Request-Id"] = g.request_id
        if request.path.startswith("/api/") and "Cache-Control" not in headers:
            headers["Cache-Control"] = "no-store"
        if not request.path.startswith("/assets/"):
            took = round((time.perf_counter() - g.started) * 1000, 1)
            log.info("request", method=request.method, path=told(request),
                     status=answer.status_code, ms=took)  # fmt: skip
        return answer


def told(asked: Request) -> str:
    """Return the path of a request for the log: by its rule where a part of it is a secret."""
    rule = asked.url_rule.rule if asked.url_rule is not None else ""
    return rule if "secret" in rule else asked.path.replace("\n", "�")


def policy(nonce: str) -> str:
    """Return the Content-Security-Policy: nothing but our own files, and styles we made ourselves."""
    return (
        "default-src 'none'; script-src 'self'; connect-src 'self'; img-src 'self' data: blob:; "
        f"font-src 'self'; frame-src 'self'; style-src 'self' 'nonce-{nonce}'; base-uri 'none'; "
        "form-action 'self'; frame-ancestors 'none'"
    )
