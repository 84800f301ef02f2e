"""What is looked at before any endpoint: who asks, whether it came from our page, how large it is, whether it is text.

Every endpoint of the API is closed unless it is named here, and nothing of a body is read before that is
settled: a visitor who is not signed in sends us nothing that costs memory.
"""

from __future__ import annotations

import secrets
from typing import Any

from flask import Flask, g, request
from flask.json.provider import DefaultJSONProvider

from waka.errors import BadRequest, ForgedRequest, TooLarge
from waka.reading.turns import asker
from waka.work.changes.sheets import MOST_BYTES
from waka.work.people import signing_in

from .door import COOKIE, CSRF_HEADER, deps

OPEN = {"entrance.sign_in", "entrance.get_health", "office.invited", "office.accept"}  #: without a session
SMALL, USUAL = 1 << 14, 1 << 22  #: bytes of a body: from who is not signed in, and of a change
LARGE = {"lists.propose_sheet": MOST_BYTES + 1}
STREAMED = {"desk.upload", "uploads.receive"}  #: bodies that are files, bounded where they are written
DEEPEST = 60  #: brackets within one another


def register(app: Flask) -> None:
    app.json = _Json(app)

    @app.before_request
    def _settle() -> None:
        endpoint = request.endpoint or ""
        if request.blueprint is None:
            return  # the interface's own files, and addresses that are none
        is_open = endpoint in OPEN
        _bound(endpoint, is_open=is_open)
        if is_open:
            _assert_own_page()
        else:
            g.person = signing_in.who(deps(), request.cookies.get(COOKIE))
            asker.set(g.person.id)
            if request.method not in ("GET", "HEAD") and not secrets.compare_digest(
                request.headers.get(CSRF_HEADER, "").encode(), g.person.csrf.encode()
            ):
                raise ForgedRequest
        _assert_text()


def _assert_own_page() -> None:
    if request.method != "GET" and request.headers.get("Sec-Fetch-Site", "same-origin") not in (
        "same-origin",
        "none",
    ):
        raise ForgedRequest


def _bound(endpoint: str, *, is_open: bool) -> None:
    """Let no more of a body in than its endpoint can need."""
    if endpoint in STREAMED:
        request.max_content_length = deps().settings.max_upload_bytes
        return
    most = SMALL if is_open else LARGE.get(endpoint, USUAL)
    request.max_content_length = most
    if (request.content_length or 0) > most:
        raise TooLarge(f"That is more than the {most:,} bytes that are read here.", mend="Send less at once.")


def _assert_text() -> None:
    """Refuse signs that are no text, which no name, word or path can have."""
    told = [*request.args.values(), *(request.view_args or {}).values()]
    if any(isinstance(value, str) and not _is_text(value) for value in told):
        raise BadRequest("The address has signs that are no text.")


def _is_text(text: str) -> bool:
    return "\0" not in text and not any(0xD800 <= ord(sign) <= 0xDFFF for sign in text)


class _Json(DefaultJSONProvider):
    """JSON of a sensible depth whose texts are texts."""

    sort_keys = False

    def loads(self, s: str | bytes, **kwargs: Any) -> Any:
        try:
            found = super().loads(s, **kwargs)
        except RecursionError as error:
            raise BadRequest("The JSON is nested deeper than anything here.") from error
        _assert_plain(found)
        return found


def _assert_plain(found: Any) -> None:
    """Raise ``BadRequest`` for depth beyond all sense, and for texts with NUL or half of a surrogate pair."""
    todo = [(found, 0)]
    while todo:
        value, depth = todo.pop()
        if depth > DEEPEST:
            raise BadRequest("The JSON is nested deeper than anything here.")
        if isinstance(value, str):
            if not value.isascii() or "\0" in value:
                if not _is_text(value):
                    raise BadRequest("A text has signs that are no text.")
        elif isinstance(value, dict):
            todo += [(part, depth + 1) for pair in value.items() for part in pair]
        elif isinstance(value, list):
            todo += [(part, depth + 1) for part in value]
