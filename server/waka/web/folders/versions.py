"""The versions of a document."""

from __future__ import annotations

from flask import Response

from waka.records.documents.versions import Version
from waka.web import schemas as s
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.web.folders import version_schemas as sv
from waka.work.changes.ways.reverting import restore as restore_version
from waka.work.documents import versions

bp = blueprint("versions", __name__)
MISSING: Responses = {401: s.Problem, 404: s.Problem, 422: s.Problem, 503: s.Problem}


@bp.get("/documents/<int:number>/versions", responses={200: sv.History, **MISSING})
def history(path: s.NumberPath) -> Response:
    """What a document was before something was filed onto it, latest first."""
    found = versions.history(deps(), person().id, path.number)
    return reply(
        sv.History(
            current=sv.Current.model_validate(found.current), earlier=[_version(one) for one in found.earlier]
        )
    )


def _version(one: Version) -> sv.Version:
    return sv.Version(
        id=one.id, number=one.number, version=one.version, name=one.name, size=one.size, sha256=one.sha256.hex(),
        since=one.since, by=one.by, came_as=one.came_as, restored=one.restored, ended_at=one.ended_at,
        ended_by=one.ended_by, media_type=one.media_type, pages=one.pages, trouble=one.trouble,
    )  # fmt: skip


@bp.post(
    "/documents/<int:number>/versions/<int:version>/restore",
    responses={200: sv.Restored, 403: s.Problem, 409: s.Problem, **MISSING},
)
def restore(path: sv.VersionPath) -> Response:
    """Make an earlier version the newest; what is the newest now is kept."""
    done = restore_version(deps(), person().id, path.number, path.version)
    return reply(sv.Restored.model_validate(done))
