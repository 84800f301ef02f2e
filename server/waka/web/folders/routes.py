"""Folders and documents."""

from __future__ import annotations

from typing import Literal
from urllib.parse import quote

from flask import Response, g, request
from werkzeug.wsgi import wrap_file

from waka.reading.troubles import TROUBLES
from waka.records.folders.listing import Scope
from waka.web import proxies
from waka.web import schemas as s
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.web.find.routes import entry_of
from waka.web.folders import schemas as sf
from waka.web.frame import framed
from waka.web.sheets import spreadsheet
from waka.work.documents import looking
from waka.work.finding import search as finding
from waka.work.folders import as_sheet, browsing
from waka.work.naming import shorthand

bp = blueprint("folders", __name__)
CHUNK = 1 << 18
_STATES: dict[str, Literal["waiting", "filed", "binned"]] = {
    "waiting": "waiting", "filed": "filed", "binned": "binned",
}  # fmt: skip
MISSING: Responses = {401: s.Problem, 404: s.Problem, 422: s.Problem, 503: s.Problem}


@bp.get("/folders", responses={200: s.Outline, 401: s.Problem, 503: s.Problem})
def outline() -> Response:
    """The folders that the person may see, in outline order, with counts."""
    found = browsing.outline(deps(), person().id)
    return reply(s.Outline(folders=[s.OutlineEntry.model_validate(entry) for entry in found]))


@bp.get("/folders/<int:folder>/documents", responses={200: s.FolderPage, 400: s.Problem, **MISSING})
def folder_page(path: s.FolderPath, query: s.FolderQuery) -> Response:
    """A page of a folder's documents, sorted; with those that it shows by cross-reference."""
    return listed(Scope("folder", path.folder), query)


@bp.get("/tags/<int:tag>/documents", responses={200: s.FolderPage, 400: s.Problem, **MISSING})
def tag_page(path: sf.TagPath, query: s.FolderQuery) -> Response:
    """A page of the documents with a tag."""
    return listed(Scope("tag", tag=path.tag), query)


@bp.get("/bin", responses={200: s.FolderPage, 400: s.Problem, **MISSING})
def bin_page(query: s.FolderQuery) -> Response:
    """A page of what is in the bin and could be restored by this person."""
    return listed(Scope("bin"), query)


def listed(scope: Scope, query: s.FolderQuery) -> Response:
    page = browsing.page(
        deps(), person().id, scope, query.sort, descending=query.descending, after=query.after
    )
    head = s.FolderHead.model_validate(page.folder, extra="ignore") if page.folder else None
    return reply(s.FolderPage(folder=head, documents=[row_of(row) for row in page.documents], next=page.next))


def row_of(row: browsing.Row) -> s.Listed:
    item = row.listed
    return s.Listed(
        number=item.id, name=item.name,
        segments=list(row.segments),
        conforms=item.conforms, who=item.who, when=item.when, kind=item.kind,
        reference=item.reference, amount=item.amount, currency=item.currency, what=item.what, fields=dict(row.fields),
        size=item.size, changed_at=item.changed_at,
        changed_by=item.changed_by, added_at=item.added_at, added_by=item.added_by,
        folder=item.folder_id, folder_path=item.folder_path, pages=item.pages,
        media_type=item.media_type, version=item.version, edition=item.edition, tags=list(row.tags),
        binned_at=item.binned_at,
        binned_by=item.binned_by, reason=item.reason, right=item.right, fresh=item.fresh, strange=row.strange,
    )  # fmt: skip


@bp.get("/folders/<int:folder>/groups", responses={200: sf.Groups, 400: s.Problem, **MISSING})
def folder_groups(path: s.FolderPath, query: sf.GroupQuery) -> Response:
    """How many documents of a folder each month, year, kind or party has."""
    found = browsing.groups(deps(), person().id, Scope("folder", path.folder), query.by)
    return reply(sf.Groups(groups=[sf.Group(key=key, count=count) for key, count in found]))


@bp.get("/folders/<int:folder>/numbers", responses={200: sf.Numbers, **MISSING})
def folder_numbers(path: s.FolderPath, query: sf.NameQuery) -> Response:
    """The documents of a folder whose name fits, to be chosen at once."""
    found = browsing.numbers(deps(), person().id, Scope("folder", path.folder), query.name)
    return reply(sf.Numbers(numbers=found))


@bp.get("/folders/<int:folder>/documents.csv", responses={200: None, **MISSING})
def folder_sheet(path: s.FolderPath) -> Response:
    """The documents of a folder with their fields, as a spreadsheet that can be edited and brought back."""
    name, chunks = as_sheet.folder_as_csv(deps(), person().id, path.folder)
    return spreadsheet(chunks, name, "csv")


@bp.post("/folders/<int:folder>/seen", responses={204: None, **MISSING})
def folder_seen(path: s.FolderPath) -> Response:
    """Remember that the person has seen what is new in a folder."""
    browsing.looked_in(deps(), person().id, path.folder)
    return Response(status=204)


@bp.get("/lately", responses={200: sf.Lately, 401: s.Problem, 503: s.Problem})
def lately() -> Response:
    """What the person had open lately, and what others changed."""
    found = browsing.lately(deps(), person().id)
    changed = [entry_of(finding.Told(entry=e, from_segments=(), to_segments=())) for e in found.changed]
    return reply(sf.Lately(opened=[row_of(row) for row in found.opened], changed=changed))


@bp.post("/documents/<int:number>/opened", responses={204: None, **MISSING})
def document_opened(path: s.NumberPath) -> Response:
    browsing.opened(deps(), person().id, path.number)
    return Response(status=204)


@bp.get("/documents/<int:number>", responses={200: s.Document, **MISSING})
def document(path: s.NumberPath) -> Response:
    """All that is known of a document, wherever it stands now."""
    found = browsing.details(deps(), person().id, path.number)
    d = found.document
    return reply(
        s.Document(
            number=d.id, version=d.version, edition=d.edition, state=_STATES[d.state], name=d.name,
            segments=list(found.segments),
            conforms=d.conforms, folder=d.folder_id, folder_path=d.folder_path,
            arrival_point=d.arrival_point, kind=d.kind, who=d.who, who_short=d.who_short,
            when=d.when, what=d.what, reference=d.reference, amount=d.amount,
            currency=d.currency, fields=dict(found.fields), from_name=d.from_name,
            size=d.size,
            sha256=d.sha256.hex(), media_type=d.media_type, has_form=found.has_form, pages=d.pages,
            was_read=d.was_read,
            trouble=d.trouble, trouble_message=TROUBLES.get(d.trouble or ""), same_as=found.same_as,
            added_at=d.added_at, changed_at=d.changed_at, changed_by=d.changed_by, right=d.right,
            added_by=d.added_by, note=d.note, tags=list(found.tags), seen_by=list(found.seen_by),
            references=[s.FolderPlace.model_validate(place) for place in found.references],
            binned_at=d.binned_at, binned_by=d.binned_by, bin_reason=d.bin_reason,
        )
    )  # fmt: skip


@bp.post("/documents/<int:number>/shorthand", responses={200: sf.Expanded, **MISSING})
def expand(path: s.NumberPath, body: sf.Typed) -> Response:
    """The name that was typed in shorthand: short forms, dates, and what it is about. Nothing changes."""
    found = shorthand.expand(deps(), person().id, path.number, body.typed)
    return reply(
        sf.Expanded(
            name=found.name if found is not None else None,
            segments=list(found.segments) if found is not None else [],
        )
    )


@bp.get("/documents/<int:number>/pages/<int:page>", responses={200: None, 409: s.Problem, **MISSING})
def page_picture(path: s.PagePath, query: s.Width) -> Response:
    """A page as a JPEG picture."""
    shown = looking.page(deps(), person().id, path.number, path.page, query.width, query.version)
    answer = Response(shown.jpeg, mimetype="image/jpeg")
    answer.set_etag(shown.tag)
    # asked again each time, since a right may have ended; the bytes come only when they changed
    answer.headers["Cache-Control"] = "private, no-cache"
    answer.make_conditional(request)
    return answer


@bp.get("/documents/<int:number>/text", responses={200: s.DocumentText, **MISSING})
def document_text(path: s.NumberPath, query: s.TextQuery) -> Response:
    """What was read in a document, or what it begins with."""
    text = looking.text(deps(), person().id, path.number, query.version, most=query.most)
    return reply(s.DocumentText(text=text))


@bp.get("/documents/<int:number>/formatted", responses={200: None, 409: s.Problem, **MISSING})
def formatted(path: s.NumberPath, query: sf.FormattedQuery) -> Response:
    """A document without pages as HTML that does nothing, for a frame that may do nothing."""
    html, _ = looking.formatted(deps(), person().id, path.number, query.words, query.version)
    return framed(html, g.nonce)


@bp.get("/documents/<int:number>/matches", responses={200: sf.Matches, 409: s.Problem, **MISSING})
def matches(path: s.NumberPath, query: sf.WordsQuery) -> Response:
    """Where words stand on the pages of a document."""
    found = looking.matches(deps(), person().id, path.number, query.words)
    return reply(sf.Matches(matches=[sf.Match.model_validate(match) for match in found]))


@bp.get("/documents/<int:number>/file", responses={200: None, 409: s.Problem, **MISSING})
def document_file(path: s.NumberPath, query: s.VersionQuery) -> Response:
    """The document itself, as a download: never shown inside Waka's own pages."""
    found, file, size = looking.taken_along(deps(), person().id, path.number, query.version)
    place = looking.place_in_drive(deps(), found)
    if (
        place is not None
        and deps().settings.handover
        and proxies.is_trusted(request, deps().settings.trusted_proxies)
    ):
        # it was opened beneath the root, following no link; the web server in front sends it from there
        file.close()
        answer = Response(mimetype="application/octet-stream")
        answer.headers["X-Accel-Redirect"] = f"{deps().settings.handover}/{quote(place)}"
        answer.headers["Cache-Control"] = "private, no-cache"
    else:
        answer = Response(
            wrap_file(request.environ, file), mimetype="application/octet-stream", direct_passthrough=True
        )
        answer.content_length = size
        answer.set_etag(found.sha256.hex()[:32])
        answer.headers["Cache-Control"] = "private, no-cache"
        answer.make_conditional(request, accept_ranges=True, complete_length=size)
    answer.headers["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(found.name)}"
    answer.headers["Content-Security-Policy"] = "default-src 'none'; sandbox"
    return answer
