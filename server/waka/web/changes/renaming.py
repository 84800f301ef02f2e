"""Lists that rename many: by a sentence, or by examples."""

from __future__ import annotations

from flask import Response

from waka.web import schemas as s
from waka.web.changes import renaming_schemas as sr
from waka.web.changes import schemas as sl
from waka.web.changes.routes import REFUSED, shown
from waka.web.door import blueprint, deps, person, reply
from waka.work.changes.ways import renaming

bp = blueprint("renaming", __name__)


@bp.post("/lists/renaming/look", responses={200: sr.RenamingLooked, **REFUSED})
def look(body: sr.RenamingAsked) -> Response:
    """What becomes of the names of some documents, by a sentence or by examples. Nothing changes."""
    found = renaming.look(deps(), person().id, _renaming(body))
    fault = found.fault
    return reply(
        sr.RenamingLooked(
            sentence=found.sentence,
            fault=s.Fault(at=fault.at, why=f"{fault.why}.", mend=fault.mend) if fault is not None else None,
            names=[sr.NewName.model_validate(one) for one in found.names],
            documents=found.documents, changing=found.changing, in_doubt=found.in_doubt, in_the_way=found.in_the_way,
            ask=found.ask, either_way=found.either_way,
            parts=[
                sr.PartOfName(text=one.text, part=one.part.text if one.part is not None else None)
                for one in found.parts
            ],
        )
    )  # fmt: skip


@bp.post("/lists/renaming", responses={201: sl.ChangeList, **REFUSED})
def propose(body: sr.RenamingAsked) -> Response:
    """Propose the list that renames them."""
    list_id = renaming.propose(deps(), person().id, _renaming(body))
    return shown(list_id, 201)


def _renaming(body: sr.RenamingAsked) -> renaming.Renaming:
    return renaming.Renaming(
        documents=body.documents, sentence=body.sentence, order=body.order, month_first=body.month_first,
        examples={one.number: one.name for one in body.examples},
    )  # fmt: skip
