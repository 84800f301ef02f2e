"""Lists that group what was chosen into folders composed from fields."""

from __future__ import annotations

from flask import Response

from waka.web import schemas as s
from waka.web.changes import schemas as sl
from waka.web.changes.routes import REFUSED, shown
from waka.web.door import blueprint, deps, person, reply
from waka.work.changes.ways import grouping

bp = blueprint("grouping", __name__)


@bp.post("/lists/grouping/look", responses={200: sl.Grouped, **REFUSED})
def look(body: sl.GroupingAsked) -> Response:
    """What folders a pattern makes of what was chosen, and what is missing. Nothing moves."""
    found = grouping.look(deps(), person().id, grouping.Grouping(**body.model_dump()))
    fault = found.fault
    return reply(
        sl.Grouped(
            fault=s.Fault(at=fault.at, why=f"{fault.why}.", mend=fault.mend) if fault is not None else None,
            groups=[sl.LedFolder.model_validate(one) for one in found.groups],
            folders=found.folders, moving=found.moving, staying=found.staying,
            lacks=[sl.Lacking(said=s.Said.model_validate(why), documents=count) for why, count in found.lacks],
        )
    )  # fmt: skip


@bp.post("/lists/grouping", responses={201: sl.ChangeList, **REFUSED})
def propose(body: sl.GroupingAsked) -> Response:
    """Propose the list that moves what was chosen into folders composed from fields."""
    list_id = grouping.propose(deps(), person().id, grouping.Grouping(**body.model_dump()))
    return shown(list_id, 201)
