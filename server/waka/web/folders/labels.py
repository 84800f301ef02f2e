"""Tags, notes, cross-references; zips; storage; what is asked of keepers."""

from __future__ import annotations

from urllib.parse import quote

from flask import Response, stream_with_context

from waka.web import schemas as s
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.web.folders import schemas as sf
from waka.work.folders import labelling, storage, taking_out
from waka.work.outside import answering
from waka.work.upkeep import health

bp = blueprint("labels", __name__)
REFUSED: Responses = {400: s.Problem, 401: s.Problem, 403: s.Problem, 404: s.Problem, 422: s.Problem,
                      503: s.Problem}  # fmt: skip


@bp.get("/tags", responses={200: sf.Tags, 401: s.Problem, 503: s.Problem})
def tags() -> Response:
    """The tags on what the person may see, with how many."""
    found = labelling.tags(deps(), person().id)
    return reply(sf.Tags(tags=[sf.Tag.model_validate(tag) for tag in found]))


@bp.put("/tags", responses={200: sf.Count, **REFUSED})
def set_tags(body: sf.SetTags) -> Response:
    """Put tags on documents, and take others off."""
    count = labelling.set_tags(
        deps(), person().id, body.documents, put_on=body.put_on, take_off=body.take_off
    )
    return reply(sf.Count(count=count))


@bp.get("/tags/<int:tag>/folders", responses={200: sf.TaggedFolders, **REFUSED})
def tagged_folders(path: sf.TagPath) -> Response:
    found = labelling.tagged_folders(deps(), person().id, path.tag)
    return reply(sf.TaggedFolders(folders=[sf.TaggedFolder.model_validate(place) for place in found]))


@bp.put("/folders/<int:folder>/tags", responses={200: sf.TagNames, **REFUSED})
def set_folder_tags(path: s.FolderPath, body: sf.SetTags) -> Response:
    """Put tags on a folder, and take others off; those it has then."""
    found = labelling.set_folder_tags(
        deps(), person().id, path.folder, put_on=body.put_on, take_off=body.take_off
    )
    return reply(sf.TagNames(tags=found))


@bp.put("/documents/<int:number>/note", responses={204: None, **REFUSED})
def set_note(path: s.NumberPath, body: sf.Note) -> Response:
    labelling.set_note(deps(), person().id, path.number, body.note)
    return Response(status=204)


@bp.put("/documents/<int:number>/references", responses={204: None, **REFUSED})
def refer(path: s.NumberPath, body: sf.Refer) -> Response:
    """Show a document in a further folder, or no longer."""
    labelling.refer(deps(), person().id, path.number, body.folder, shown=body.shown)
    return Response(status=204)


@bp.get("/documents/zip", responses={200: None, **REFUSED})
def documents_zip(query: sf.ZipQuery) -> Response:
    """Several documents as one zip."""
    return _sent(taking_out.of_documents(deps(), person().id, query.as_numbers))


@bp.get("/folders/<int:folder>/zip", responses={200: None, **REFUSED})
def folder_zip(path: s.FolderPath) -> Response:
    """A folder as a zip, with its structure, as far as the person may see it."""
    return _sent(taking_out.of_folder(deps(), person().id, path.folder))


def _sent(zipped: taking_out.Zip) -> Response:
    answer = Response(stream_with_context(zipped.chunks), mimetype="application/zip")
    answer.headers["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(zipped.name)}"
    return answer


@bp.get("/storage", responses={200: sf.Storage, **REFUSED})
def glance(query: sf.StorageQuery) -> Response:
    """What takes the room, by folder, year and kind."""
    return reply(sf.Storage.model_validate(storage.glance(deps(), person(), query.folder)))


@bp.put("/storage/limit", responses={204: None, **REFUSED})
def set_limit(body: sf.Limit) -> Response:
    storage.set_limit(deps(), person(), body.limit)
    return Response(status=204)


@bp.get("/drive", responses={200: sf.Drive, 401: s.Problem, 503: s.Problem})
def drive() -> Response:
    """How far taking in is; what is asked of the person; what cannot be taken in."""
    found = health.drive(deps(), person().id)
    state = found.state
    return reply(
        sf.Drive(
            to_take=state.to_take, taken=state.taken, bytes_to_take=state.bytes_to_take,
            bytes_taken=state.bytes_taken, swept_at=state.ended_at,
            held=s.Said.model_validate(state.held) if state.held is not None else None,
            questions=[sf.Question.model_validate(question) for question in found.questions],
            notices=[sf.DriveNotice(path=path, reason=s.Said.model_validate(reason)) for path, reason in found.notices],
            whole_at=state.whole_at, stuck=[sf.Stuck.model_validate(item) for item in found.stuck],
            folder_questions=[sf.FolderQuestion.model_validate(one) for one in found.folder_questions],
        )
    )  # fmt: skip


@bp.post("/drive/stuck/<int:stuck>/again", responses={204: None, **REFUSED})
def try_again(path: sf.StuckPath) -> Response:
    """Have something that was set aside tried now, not when its time comes."""
    health.try_again(deps(), person().id, path.stuck)
    return Response(status=204)


@bp.post("/drive/questions/<int:question>", responses={204: None, **REFUSED})
def answer(path: sf.QuestionPath, body: sf.Answer) -> Response:
    """Say whether a file that was found is the document that is missing."""
    answering.answer(deps(), person().id, path.question, body.answer)
    return Response(status=204)


@bp.post("/drive/folder-questions/<int:question>", responses={204: None, **REFUSED})
def answer_folder(path: sf.QuestionPath, body: sf.Answer) -> Response:
    """Say whether a new folder is one that is gone, and so gets its grants."""
    answering.answer_folder(deps(), person().id, path.question, body.answer)
    return Response(status=204)
