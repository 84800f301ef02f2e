"""Uploads in pieces: tus 1.0.0, https://tus.io/protocols/resumable-upload (core, creation, termination)."""

from __future__ import annotations

import base64
import binascii
from collections.abc import Iterator
from uuid import UUID

from flask import Response, request
from werkzeug.exceptions import ClientDisconnected

from waka.core.ids import FolderId
from waka.errors import BadRequest
from waka.web import schemas as s
from waka.web.door import Responses, blueprint, deps, person
from waka.web.folders import schemas as sf
from waka.work.desk import uploading

bp = blueprint("uploads", __name__)
CHUNK = 1 << 18
VERSION = "1.0.0"
REFUSED: Responses = {
    400: s.Problem, 401: s.Problem, 403: s.Problem, 404: s.Problem, 409: s.Problem, 412: s.Problem,
    413: s.Problem, 415: s.Problem, 422: s.Problem, 503: s.Problem,
}  # fmt: skip
_BODY = {
    "requestBody": {
        "required": True,
        "content": {"application/offset+octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}


@bp.after_request
def _version(answer: Response) -> Response:
    answer.headers["Tus-Resumable"] = VERSION
    answer.headers["Cache-Control"] = "no-store"
    return answer


@bp.post("/uploads", responses={201: None, **REFUSED})
def begin() -> Response:
    """Announce an upload: Upload-Length, and in Upload-Metadata a path, perhaps a folder's id, what was confirmed."""
    told = _metadata(request.headers.get("Upload-Metadata", ""))
    folder = told.get("folder", "")
    found = uploading.begin(
        deps(), person().id, path=told.get("path") or told.get("filename", ""),
        size=_number("Upload-Length"), confirmed=told.get("confirmed", ""),
        folder=FolderId(int(folder)) if folder.isdigit() and len(folder) < 18 else None,
    )  # fmt: skip
    answer = Response(status=201)
    answer.headers["Location"] = f"/api/uploads/{found.id}"
    return _told(answer, found)


@bp.route("/uploads/<uuid:upload>", methods=["HEAD"])
def how_far(upload: UUID) -> Response:
    """How much of an upload is here."""
    found = uploading.how_far(deps(), person().id, upload)
    answer = Response(status=200)
    answer.headers["Upload-Length"] = str(found.size)
    return _told(answer, found)


@bp.patch("/uploads/<string:upload>", responses={204: None, **REFUSED}, openapi_extensions=_BODY)
def receive(path: sf.UploadPath) -> Response:
    """The piece that begins at Upload-Offset; the last one makes it a document, told in Upload-Document."""
    if request.mimetype != "application/offset+octet-stream":
        raise BadRequest("A piece is sent as application/offset+octet-stream.")
    found = uploading.receive(deps(), person().id, UUID(path.upload), _number("Upload-Offset"), _chunks())
    return _told(Response(status=204), found)


@bp.delete("/uploads/<string:upload>", responses={204: None, **REFUSED})
def give_up(path: sf.UploadPath) -> Response:
    """Give an upload up: what came of it is removed."""
    uploading.give_up(deps(), person().id, UUID(path.upload))
    return Response(status=204)


def _told(answer: Response, found: uploading.Progress) -> Response:
    answer.headers["Upload-Offset"] = str(found.received)
    if found.number is not None:
        answer.headers["Upload-Document"] = str(found.number)
    return answer


def _number(header: str) -> int:
    value = request.headers.get(header, "")
    if not value.isascii() or not value.isdigit() or len(value) > 15:
        raise BadRequest(f"{header} says how many bytes, in digits.")
    return int(value)


def _metadata(header: str) -> dict[str, str]:
    """Return the pairs of Upload-Metadata: words with base64 values, between commas."""
    found = {}
    for pair in header.split(","):
        key, _, value = pair.strip().partition(" ")
        try:
            found[key] = base64.b64decode(value, validate=True).decode()
        except (binascii.Error, UnicodeDecodeError) as error:
            raise BadRequest("Upload-Metadata holds words with base64 values of UTF-8.") from error
    if any("\0" in value for value in found.values()):
        raise BadRequest("A name has no NUL sign.")
    return found


def _chunks() -> Iterator[bytes]:
    try:
        while chunk := request.stream.read(CHUNK):
            yield chunk
    except (ClientDisconnected, OSError):
        return  # what came stays; the sender goes on from there
