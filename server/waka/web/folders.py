"""Folders and documents."""

from __future__ import annotations

from collections.abc import Iterator
from urllib.parse import quote

from flask import Response, request, stream_with_context
from flask_openapi3 import APIBlueprint

from waka.reading.reader import TROUBLES
from waka.work import browsing, looking

from . import schemas as s
from .door import Responses, deps, person, reply, signed_in

bp = APIBlueprint("folders", __name__, url_prefix="/api")
CHUNK = 1 << 18
MISSING: Responses = {401: s.Problem, 404: s.Problem, 422: s.Problem, 503: s.Problem}


@bp.get("/folders", responses={200: s.Outline, 401: s.Problem, 503: s.Problem})
@signed_in
def outline() -> Response:
    """The folders that the person may see, in outline order, with counts."""
    found = browsing.outline(deps(), person().id)
    return reply(s.Outline(folders=[s.OutlineEntry.model_validate(entry) for entry in found]))


@bp.get("/folders/<int:folder>/documents", responses={200: s.FolderPage, 400: s.Problem, **MISSING})
@signed_in
def folder_page(path: s.FolderPath, query: s.FolderQuery) -> Response:
    """A page of a folder's documents, sorted."""
    page = browsing.page(
        deps(), person().id, path.folder, query.sort, descending=query.descending, after=query.after
    )
    listed = [
        s.Listed(
            number=item.id, name=item.name,
            segments=[s.Segment.model_validate(segment) for segment in segments],
            conforms=item.conforms, who=item.who, when=item.when, kind=item.kind,
            reference=item.reference, amount=item.amount, size=item.size,
            changed_at=item.changed_at, changed_by=item.changed_by,
        )
        for item, segments in page.documents
    ]  # fmt: skip
    head = s.FolderHead.model_validate(page.folder, extra="ignore")
    return reply(s.FolderPage(folder=head, documents=listed, next=page.next))


@bp.get("/documents/<int:number>", responses={200: s.Document, **MISSING})
@signed_in
def document(path: s.NumberPath) -> Response:
    """All that is known of a document, wherever it stands now."""
    found = browsing.details(deps(), person().id, path.number)
    d = found.document
    return reply(
        s.Document(
            number=d.id, state="filed" if d.state == "filed" else "waiting", name=d.name,
            segments=[s.Segment.model_validate(segment) for segment in found.segments],
            conforms=d.conforms, folder=d.folder_id, folder_path=d.folder_path,
            arrival_point=d.arrival_point, kind=d.kind, who=d.who, who_short=d.who_short,
            when=d.when, what=d.what, reference=d.reference, amount=d.amount, size=d.size,
            sha256=d.sha256.hex(), media_type=d.media_type, pages=d.pages, was_read=d.was_read,
            trouble=d.trouble, trouble_message=TROUBLES.get(d.trouble or ""), same_as=found.same_as,
            added_at=d.added_at, changed_at=d.changed_at, changed_by=d.changed_by, right=d.right,
        )
    )  # fmt: skip


@bp.get("/documents/<int:number>/pages/<int:page>", responses={200: None, 409: s.Problem, **MISSING})
@signed_in
def page_picture(path: s.PagePath, query: s.Width) -> Response:
    """A page as a PNG picture."""
    shown = looking.page(deps(), person().id, path.number, path.page, query.width)
    answer = Response(shown.png, mimetype="image/png")
    answer.set_etag(shown.tag)
    # asked again each time, since a right may have ended; the bytes come only when they changed
    answer.headers["Cache-Control"] = "private, no-cache"
    answer.make_conditional(request)
    return answer


@bp.get("/documents/<int:number>/text", responses={200: s.DocumentText, **MISSING})
@signed_in
def document_text(path: s.NumberPath) -> Response:
    return reply(s.DocumentText(text=looking.text(deps(), person().id, path.number)))


@bp.get("/documents/<int:number>/file", responses={200: None, 409: s.Problem, **MISSING})
@signed_in
def document_file(path: s.NumberPath) -> Response:
    """The document itself, as a download: never shown inside Waka's own pages."""
    opened = looking.content(deps(), person().id, path.number)
    found, file = opened.__enter__()

    def chunks() -> Iterator[bytes]:
        try:
            while chunk := file.read(CHUNK):
                yield chunk
        finally:
            opened.__exit__(None, None, None)

    answer = Response(stream_with_context(chunks()), mimetype="application/octet-stream")
    answer.headers["Content-Length"] = str(found.size)
    answer.headers["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(found.name)}"
    answer.headers["Content-Security-Policy"] = "default-src 'none'; sandbox"
    return answer
