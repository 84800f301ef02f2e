"""The desk: arrivals, slips, filing."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, date, datetime

from flask import Response, request
from werkzeug.exceptions import ClientDisconnected

from waka.core.names import split_extension
from waka.reading.sniff import wrong_extension
from waka.records.arrivals import Queued
from waka.work import arriving, desk, filing, slips
from waka.work.slips import Slip

from . import schemas as s
from . import schemas_desk as sd
from .door import Responses, blueprint, deps, person, reply

bp = blueprint("desk", __name__)
CHUNK = 1 << 18
REFUSALS: Responses = {401: s.Problem, 403: s.Problem, 404: s.Problem, 409: s.Problem, 422: s.Problem,
            503: s.Problem}  # fmt: skip


@bp.get("/house", responses={200: sd.House, 401: s.Problem})
def get_house() -> Response:
    """The name pattern, kinds and parties that slips are filled in with."""
    return reply(sd.House.model_validate(desk.house(deps(), person().id), extra="ignore"))


@bp.get("/desk", responses={200: sd.Desk, 401: s.Problem, 503: s.Problem})
def get_desk() -> Response:
    """What waits to be filed, for the person who asks."""
    found = desk.desk(deps(), person().id)
    return reply(
        sd.Desk(
            waiting=[_arrival(queued) for queued in found.waiting],
            filed_today=found.filed_today,
            notices=[sd.Notice.model_validate(notice) for notice in found.notices],
            recent=list(found.recent),
            may_file=found.may_file,
        )
    )


def _arrival(queued: Queued) -> sd.Arrival:
    extension = split_extension(queued.name)[1]
    return sd.Arrival(
        number=queued.id, name=queued.name, size=queued.size, added_at=queued.added_at,
        arrival_point=queued.arrival_point, later=queued.later, was_read=queued.was_read,
        media_type=queued.media_type, pages=queued.pages, trouble=queued.trouble,
        fitting_extension=wrong_extension(extension, queued.fitting_extension or ""),
        same_as=queued.same_as, edition=queued.edition, slip=sd.Slip(**queued.slip),
    )  # fmt: skip


@bp.post("/desk/<int:number>/preview", responses={200: sd.Preview, **REFUSALS})
def preview(path: s.NumberPath, body: sd.Slip) -> Response:
    """What filing this slip now would come to: the name, what is missing, the neighbours."""
    with deps().db.transaction() as conn:
        seen = slips.preview(conn, person().id, path.number, slip_of(body), _today())
    return reply(sd.Preview.model_validate(seen, extra="ignore"))


@bp.put("/desk/<int:number>/slip", responses={200: sd.Edition, **REFUSALS})
def save_slip(path: s.NumberPath, query: sd.Seen, body: sd.Slip) -> Response:
    """Keep a slip as far as it is filled in, where nobody else changed it since."""
    edition = filing.save_slip(deps(), person().id, path.number, slip_of(body), query.seen)
    return reply(sd.Edition(edition=edition))


@bp.put("/desk/<int:number>/later", responses={204: None, **REFUSALS})
def set_later(path: s.NumberPath, body: sd.Later) -> Response:
    filing.set_later(deps(), person().id, path.number, body.later)
    return Response(status=204)


@bp.post("/desk/<int:number>/file", responses={200: s.Outcome, **REFUSALS})
def file_arrival(path: s.NumberPath, query: sd.Seen, body: sd.Slip) -> Response:
    """File the arrival: a change list of one step."""
    outcome = filing.file_arrival(deps(), person().id, path.number, slip_of(body), _today(), query.seen)
    return reply(s.Outcome.model_validate(outcome))


@bp.post(
    "/desk/uploads",
    responses={201: sd.Uploaded, 400: s.Problem, 413: s.Problem, **REFUSALS},
    openapi_extensions={
        "requestBody": {
            "required": True,
            "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
        }
    },
)
def upload(query: sd.UploadName) -> Response:
    """Hand a document in: the request's body is the file."""
    number = arriving.upload(deps(), person().id, query.name, _chunks(), request.content_length)
    return reply(sd.Uploaded(number=number), 201)


def _chunks() -> Iterator[bytes]:
    try:
        while chunk := request.stream.read(CHUNK):
            yield chunk
    except (ClientDisconnected, OSError):
        return  # what came is shorter than what was announced, and is refused as such


def slip_of(body: sd.Slip) -> Slip:
    return Slip(**body.model_dump())


def _today() -> date:
    return datetime.now(UTC).astimezone().date()
