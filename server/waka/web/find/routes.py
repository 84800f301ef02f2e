"""Find and the logbook."""

from __future__ import annotations

from flask import Response

from waka.web import schemas as s
from waka.web.door import blueprint, deps, person, reply
from waka.work.finding import search as finding

bp = blueprint("find", __name__)


@bp.get("/find", responses={200: s.Finds, 401: s.Problem, 422: s.Problem, 503: s.Problem})
def find(query: s.FindQuery) -> Response:
    """Names by any part, fields and text by words and their beginnings; best first."""
    finds = finding.find(deps(), person().id, query.q)
    found = [
        s.Found(
            number=f.hit.id, name=f.hit.name, folder=f.hit.folder_id,
            segments=list(f.segments),
            marked_name=list(f.marked_name),
            snippet=list(f.snippet),
            folder_path=f.hit.folder_path, who=f.hit.who, when=f.hit.when, kind=f.hit.kind,
            what=f.hit.what, reference=f.hit.reference, amount=f.hit.amount,
            currency=f.hit.currency, fields=dict(f.fields),
            size=f.hit.size,
            changed_at=f.hit.changed_at, edition=f.hit.edition,
        )
        for f in finds.found
    ]  # fmt: skip
    return reply(s.Finds(words=list(finds.words), found=found, is_cut=finds.is_cut))


@bp.get("/logbook", responses={200: s.Logbook, 401: s.Problem, 422: s.Problem, 503: s.Problem})
def logbook(query: s.LogbookQuery) -> Response:
    """What happened, latest first."""
    entries = finding.entries(
        deps(), person().id, before=query.before, number=query.number, mine=query.mine,
        quiet=query.quiet,
    )  # fmt: skip
    following = entries[-1].entry.id if len(entries) == finding.ENTRIES else None
    return reply(s.Logbook(entries=[entry_of(told) for told in entries], next=following))


def entry_of(told: finding.Told) -> s.Entry:
    e = told.entry
    return s.Entry(
        id=e.id, at=e.at, action=e.action, person=e.person, initials=e.initials,
        document_id=e.document_id, list_id=e.list_id, from_path=e.from_path, to_path=e.to_path,
        from_segments=list(told.from_segments),
        to_segments=list(told.to_segments),
        reason=s.Said.model_validate(e.reason) if e.reason is not None else None,
        now_name=e.now_name, now_state=e.now_state, undoable=e.undoable,
        folder_id=e.folder_id, undoes=e.undoes,
    )  # fmt: skip


@bp.get("/old-path", responses={200: s.OldPath, 401: s.Problem, 422: s.Problem, 503: s.Problem})
def old_path(query: s.PathQuery) -> Response:
    """The documents that ever stood at a path, as they are now."""
    found = finding.at_path(deps(), person().id, query.path)
    places = [s.Place(number=d.id, name=d.name, folder_path=d.folder_path, state=d.state) for d in found]
    return reply(s.OldPath(documents=places))
