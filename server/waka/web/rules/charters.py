"""Charters of folders, and how names keep to them."""

from __future__ import annotations

from flask import Response

from waka.core.rules.charter import Charter, Kinds
from waka.web import schemas as s
from waka.web.changes import schemas as sl
from waka.web.changes.routes import shown
from waka.web.door import blueprint, deps, person, reply
from waka.web.rules import charter_schemas as sc
from waka.web.rules import schemas as sr
from waka.web.rules.routes import REFUSED
from waka.work.rules import charters, conformance, patterns

bp = blueprint("charters", __name__)


@bp.get("/rules/charters", responses={200: sc.CharteredFolders, **REFUSED})
def chartered() -> Response:
    """The folders that declare something themselves."""
    return reply(sc.CharteredFolders(folders=charters.declared(deps(), person().id)))


@bp.get("/folders/<int:folder>/charter", responses={200: sc.CharterShown, **REFUSED})
def show(path: s.FolderPath) -> Response:
    """What a folder declares and what holds in it, from there or from above."""
    found = charters.show(deps(), person().id, path.folder)
    return reply(
        sc.CharterShown(
            folder=sc.FolderOfCharter.model_validate(found.folder, extra="ignore"), edition=found.edition,
            own=_parts(found.own), holds=_parts(found.holds), by=sc.CharterFrom.model_validate(found.by),
            paths=[sc.FolderAbove(folder=folder, path=where) for folder, where in found.paths.items()],
            keeper=found.keeper, revision=sr.Revision.model_validate(found.revision), names_by=found.names_by,
            people=[sc.Nameable(person=one, name=name) for one, name in found.people.items()],
        )
    )  # fmt: skip


def _parts(charter: Charter) -> sc.CharterParts:
    return sc.CharterParts.model_validate(charter, extra="ignore")


@bp.put("/folders/<int:folder>/charter", responses={204: None, **REFUSED})
def put(path: s.FolderPath, body: sc.CharterPut) -> Response:
    """Let a folder declare this in place of what it declared. Nothing is moved or renamed by it."""
    parts = body.model_dump(exclude={"seen", "names", "kinds"})
    kinds = Kinds(codes=tuple(body.kinds.codes), others=body.kinds.others) if body.kinds is not None else None
    names = patterns.Wish(**body.names.model_dump()) if body.names is not None else None
    wanted = charters.Wanted(charter=Charter(folder=path.folder, kinds=kinds, **parts), names=names)
    charters.put(deps(), person().id, wanted, body.seen)
    return Response(status=204)


@bp.get("/folders/<int:folder>/names", responses={200: sc.NamesKept, **REFUSED})
def names_kept(path: s.FolderPath) -> Response:
    """How names in a folder and beneath it keep to their patterns, and those that do not, with what they could be."""
    found = conformance.show(deps(), person().id, path.folder)
    return reply(sc.NamesKept.model_validate(found))


@bp.post("/lists/names", responses={201: sl.ChangeList, **REFUSED})
def mend(body: sc.NamesMended) -> Response:
    """Propose the list that gives names that do not conform what they could be called."""
    by = patterns.Wish(**body.by.model_dump()) if body.by is not None else None
    list_id = conformance.propose(deps(), person().id, body.folder, body.which, by)
    return shown(list_id, 201)
