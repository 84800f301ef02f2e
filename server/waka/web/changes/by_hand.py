"""Changes by hand, and undo."""

from __future__ import annotations

from flask import Response

from waka.web import schemas as s
from waka.web.changes import by_hand_schemas as sc
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.work.changes.ways import by_hand
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.asks import Ask
from waka.work.naming.slips import Slip

bp = blueprint("changes", __name__)
REFUSED: Responses = {
    400: s.Problem, 401: s.Problem, 403: s.Problem, 404: s.Problem, 409: s.Problem, 422: s.Problem,
    503: s.Problem,
}  # fmt: skip


@bp.post("/changes/look", responses={200: sc.Checked, **REFUSED})
def look(body: sc.Ask) -> Response:
    """What a change would come to, checked; nothing changes."""
    return reply(sc.Checked.model_validate(by_hand.look(deps(), person().id, _ask(body))))


@bp.post("/changes", responses={200: sc.Done, **REFUSED})
def run(body: sc.Ask) -> Response:
    """Change it at once; what has to be looked at first is refused until it was."""
    return reply(sc.Done.model_validate(by_hand.run(deps(), person().id, _ask(body))))


def _ask(body: sc.Ask) -> Ask:
    told = body.model_dump()
    fields = told.pop("fields")
    return Ask(**told, fields=Slip(**fields) if fields else None)


@bp.post("/changes/undo", responses={200: sc.Undone, **REFUSED})
def undo_last() -> Response:
    """Undo what the person did last."""
    return reply(sc.Undone.model_validate(undoing.undo_last(deps(), person().id)))


@bp.post("/changes/<int:list_id>/undo", responses={200: sc.Undone, **REFUSED})
def undo(path: s.ListPath) -> Response:
    """Put back what a change list changed."""
    return reply(sc.Undone.model_validate(undoing.undo(deps(), person().id, path.list_id)))
