"""Whom a list names: to look at it, to decide, or to say yes before it runs."""

from __future__ import annotations

from flask import Response

from waka.web import schemas as s
from waka.web.changes import named_schemas as sn
from waka.web.changes import schemas as sl
from waka.web.changes.routes import REFUSED, shown
from waka.web.door import blueprint, deps, person, reply
from waka.work.changes import named

bp = blueprint("named", __name__)


@bp.get("/lists/<int:list_id>/could-be-named", responses={200: sn.CouldBeNamed, **REFUSED})
def could_be_named(path: s.ListPath) -> Response:
    """Those who may see all that a list is about."""
    found = named.could_be_named(deps(), person().id, path.list_id)
    return reply(sn.CouldBeNamed(people=[sn.Someone.model_validate(one) for one in found]))


@bp.put("/lists/<int:list_id>/named", responses={200: sl.ChangeList, **REFUSED})
def name(path: s.ListPath, body: sn.Names) -> Response:
    """Name others in a list: to look at it, to decide, or to say yes before it runs."""
    named.name(deps(), person().id, path.list_id, {one.person: one.part for one in body.named})
    return shown(path.list_id)


@bp.put("/lists/<int:list_id>/approval", responses={200: sl.ChangeList, **REFUSED})
def approve(path: s.ListPath, body: sn.Approval) -> Response:
    """Say yes to a list as it was looked at, or take that back."""
    named.approve(deps(), person().id, path.list_id, approves=body.approves, seen=body.seen)
    return shown(path.list_id)
