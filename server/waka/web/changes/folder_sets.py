"""Lists that make sets of folders."""

from __future__ import annotations

from flask import Response
from pydantic import Field

from waka.core.ids import FolderId
from waka.web import schemas as s
from waka.web.changes import schemas as sl
from waka.web.changes.routes import REFUSED, shown
from waka.web.door import blueprint, deps, person, reply
from waka.work.changes.ways import folder_sets

bp = blueprint("folder_sets", __name__)


class FolderSetAsked(s.Asked):
    patterns: str = Field(
        max_length=4_000,
        description="Destinations whose fields are the columns of the list, one on each line",
    )
    listed: str = Field(max_length=200_000, description="A name on each line, or CSV with heads")
    base: FolderId = Field(ge=1, le=s.NUMBER_MAX, description="The folder that they are made in")


class FolderOfSet(s.Wire):
    path: str
    missing: int = Field(description="How many of its levels, at its end, are still to be made")


class FolderSetFault(s.Fault):
    part: str = Field(description="patterns or list")


class FolderSetLooked(s.Wire):
    fault: FolderSetFault | None
    folders: list[FolderOfSet]
    new: int
    lacking: list[int] = Field(description="Lines in which a column that is needed is empty")


@bp.post("/lists/folders/look", responses={200: FolderSetLooked, **REFUSED})
def look(body: FolderSetAsked) -> Response:
    """Which folders a list and some patterns make. Nothing is made."""
    found = folder_sets.look(deps(), person().id, folder_sets.Asked(**body.model_dump()))
    fault = found.fault
    return reply(
        FolderSetLooked(
            fault=FolderSetFault(part=fault.part, at=fault.at, why=f"{fault.why}.", mend=fault.mend) if fault else None,
            folders=[FolderOfSet.model_validate(one) for one in found.folders],
            new=found.new, lacking=list(found.lacking),
        )
    )  # fmt: skip


@bp.post("/lists/folders", responses={201: sl.ChangeList, **REFUSED})
def propose(body: FolderSetAsked) -> Response:
    """Propose the list that makes them; those that are there are left alone."""
    list_id = folder_sets.propose(deps(), person().id, folder_sets.Asked(**body.model_dump()))
    return shown(list_id, 201)
