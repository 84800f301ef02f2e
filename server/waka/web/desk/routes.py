"""The desk: arrivals, slips, filing."""

from __future__ import annotations

from flask import Response

from waka.core.fields.registry import kept
from waka.core.ids import PersonId
from waka.core.names import split_extension
from waka.reading.sniff import wrong_extension
from waka.records.desk.arrivals import Queued
from waka.web import schemas as s
from waka.web.desk import schemas as sd
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.work.changes.ways import discarding, filing
from waka.work.desk import asking, pages, together, unlocking
from waka.work.desk import keeping as keeping_slips
from waka.work.desk import queue as desk
from waka.work.desk.filling import Offered, filling
from waka.work.desk.inside import HOLDERS, inside, take_out
from waka.work.desk.page_words import words_on
from waka.work.desk.same import differing, same_as
from waka.work.naming.destinations import Lead
from waka.work.naming.preview import Preview
from waka.work.naming.preview import preview as look_ahead
from waka.work.naming.slips import Slip

bp = blueprint("desk", __name__)
REFUSALS: Responses = {401: s.Problem, 403: s.Problem, 404: s.Problem, 409: s.Problem, 422: s.Problem,
            503: s.Problem}  # fmt: skip


@bp.get("/house", responses={200: sd.House, 401: s.Problem})
def get_house() -> Response:
    """The name pattern, kinds and parties that slips are filled in with."""
    return reply(sd.House.model_validate(desk.house(deps(), person().id), extra="ignore"))


@bp.get("/desk", responses={200: sd.Desk, 401: s.Problem, 503: s.Problem})
def get_desk() -> Response:
    """What waits to be filed, for the person who asks."""
    found = desk.desk(deps(), person().id)
    return reply(
        sd.Desk(
            waiting=[_arrival(queued) for queued in found.waiting],
            filed_today=found.filed_today,
            notices=[sd.Notice.model_validate(notice) for notice in found.notices],
            recent=list(found.recent),
            may_file=found.may_file,
        )
    )


def _arrival(queued: Queued) -> sd.Arrival:
    extension = split_extension(queued.name)[1]
    return sd.Arrival(
        number=queued.id, name=queued.name, size=queued.size, added_at=queued.added_at,
        arrival_point=queued.arrival_point, later=queued.later, was_read=queued.was_read,
        media_type=queued.media_type, pages=queued.pages, trouble=queued.trouble,
        fitting_extension=wrong_extension(extension, queued.fitting_extension or ""),
        same_as=queued.same_as, holder=queued.holder, holder_name=queued.holder_name,
        recognising=queued.recognising, recognising_of=queued.recognising_of,
        question=_question(queued), holds=queued.media_type in HOLDERS, edition=queued.edition,
        slip=sd.Slip(**queued.slip),
    )  # fmt: skip


def _question(queued: Queued) -> sd.ArrivalQuestion | None:
    if queued.question is None:
        return None
    return sd.ArrivalQuestion(
        text=queued.question, by=queued.asked_by or "", of=queued.asked_of or "", answer=queued.answer,
        asks_me=queued.asks_me, is_mine=queued.asked_by_me,
    )  # fmt: skip


@bp.post("/desk/<int:number>/preview", responses={200: sd.Preview, **REFUSALS})
def preview(path: s.NumberPath, body: sd.Slip) -> Response:
    """What filing this slip now would come to: the name, what is missing, the neighbours."""
    with deps().db.transaction() as conn:
        seen = look_ahead(conn, person().id, path.number, slip_of(body))
    return reply(_preview(seen))


def _preview(seen: Preview) -> sd.Preview:
    read = seen.understood
    who = sd.Who.model_validate(read.who) if read.who is not None else None
    understood = sd.Understood(
        kind=read.kind, who=who, when=read.when, what=read.what, reference=read.reference,
        amount=read.amount.amount if read.amount else None, currency=read.amount.currency if read.amount else None,
        fields={code: kept(value) for code, value in read.further.items()},
        problems=[sd.FieldProblem.model_validate(problem) for problem in read.problems],
    )  # fmt: skip
    return sd.Preview(
        understood=understood, name=seen.name, segments=list(seen.segments), shortened=seen.shortened,
        findings=[sd.Finding.model_validate(finding) for finding in seen.findings],
        folder=s.FolderHead.model_validate(seen.folder, extra="ignore") if seen.folder is not None else None,
        lead=_lead(seen.lead) if seen.lead is not None else None,
        before=[sd.Beside.model_validate(one) for one in seen.before],
        after=[sd.Beside.model_validate(one) for one in seen.after],
        stands=sd.Stands.model_validate(seen.stands) if seen.stands is not None else None,
    )  # fmt: skip


def _lead(found: Lead) -> sd.Lead:
    folder = s.FolderHead.model_validate(found.folder, extra="ignore")
    return sd.Lead(
        by=found.by,
        why=s.Said.model_validate(found.why),
        folder=folder,
        make=found.make,
        path=found.path,
        sure=found.sure,
    )


@bp.get(
    "/desk/<int:number>/filling", responses={200: sd.Filling, 401: s.Problem, 404: s.Problem, 503: s.Problem}
)
def get_filling(path: s.NumberPath) -> Response:
    """What a slip can be filled in with: what stands on the pages, and where."""
    found = filling(deps(), person().id, path.number)
    told = {code: [_offered(one) for one in some] for code, some in found.fields.items()}
    return reply(sd.Filling(state=found.state, fields=told))


def _offered(one: Offered) -> sd.OfferedValue:
    box = None
    if one.box is not None:
        _, left, top, right, bottom = one.box
        box = (left, top, right - left, bottom - top)
    page = one.box[0] if one.box is not None else None
    return sd.OfferedValue(
        value=one.value,
        shown=one.shown,
        page=page,
        box=box,
        why=s.Said.model_validate(one.why),
        sure=one.sure,
        confidence=one.confidence,
    )


@bp.get(
    "/desk/<int:number>/pages/<int:page>/words",
    responses={200: sd.PageWords, 401: s.Problem, 404: s.Problem, 503: s.Problem},
)
def get_page_words(path: s.PagePath) -> Response:
    """The words on a page, for a person to take them into the slip."""
    found = words_on(deps(), person().id, path.number, path.page)
    return reply(sd.PageWords.model_validate(found))


@bp.get("/desk/<int:number>/inside", responses={200: sd.Inside, **REFUSALS})
def get_inside(path: s.NumberPath) -> Response:
    """The files in an arrival, before anything is unpacked."""
    found = inside(deps(), person().id, path.number)
    return reply(sd.Inside(held=[sd.Held.model_validate(one) for one in found]))


@bp.post("/desk/<int:number>/inside", responses={200: sd.TakenOut, **REFUSALS})
def take_files_out(path: s.NumberPath, body: sd.TakeOutAsked) -> Response:
    """Make arrivals of some of the files in an arrival."""
    return reply(sd.TakenOut(numbers=take_out(deps(), person().id, path.number, body.places)))


@bp.post("/desk/<int:number>/unlock", responses={200: sd.TakenOut, **REFUSALS})
def unlock(path: s.NumberPath, body: sd.Unlocking) -> Response:
    """Open an arrival that asks for a password: an arrival without it takes its place."""
    opened = unlocking.unlock(deps(), person().id, path.number, body.password)
    return reply(sd.TakenOut(numbers=[opened]))


@bp.get("/desk/<int:number>/begins", responses={200: sd.Parted, **REFUSALS})
def get_begins(path: s.NumberPath) -> Response:
    """Where in a stack of pages documents seem to begin."""
    found = pages.begins(deps(), person().id, path.number)
    if found is None:
        return reply(sd.Parted(is_read=False, begins=[1], blank=[]))
    return reply(sd.Parted(is_read=True, begins=list(found.begins), blank=list(found.blank)))


@bp.get("/desk/<int:number>/pages/<int:page>/outline", responses={200: sd.Outlined, **REFUSALS})
def get_outline(path: s.PagePath) -> Response:
    """Where the sheet in a photograph is, for a person to mend it."""
    return reply(sd.Outlined(corners=pages.outline(deps(), person().id, path.number, path.page)))


@bp.get("/desk/divider", responses={200: None, 401: s.Problem, 503: s.Problem})
def get_divider() -> Response:
    """A sheet to print, PDF, that is laid between two documents before they are scanned as a stack."""
    return Response(
        pages.divider_sheet(),
        mimetype="application/pdf",
        headers={"Content-Disposition": 'inline; filename="divider.pdf"'},
    )


@bp.post("/desk/pages", responses={200: sd.TakenOut, **REFUSALS})
def make_of_pages(body: sd.PagesAsked) -> Response:
    """Make arrivals of pages of others, which go into the bin."""
    made = [[pages.PageOf(**page.model_dump()) for page in some] for some in body.documents]
    return reply(sd.TakenOut(numbers=pages.make(deps(), person().id, made)))


@bp.get("/desk/<int:number>/same", responses={200: sd.SameDocuments, **REFUSALS})
def get_same(path: s.NumberPath) -> Response:
    """The filed documents that an arrival is already, or a later edition of."""
    found = same_as(deps(), person().id, path.number)
    return reply(sd.SameDocuments(found=[sd.SameDocument.model_validate(one) for one in found]))


@bp.get("/desk/<int:number>/same/<int:other>", responses={200: sd.Differing, **REFUSALS})
def get_differing(path: sd.OtherPath) -> Response:
    """Where an arrival and a document differ."""
    found = differing(deps(), person().id, path.number, path.other)
    return reply(sd.Differing.model_validate(found))


@bp.post("/desk/<int:number>/file-onto", responses={200: s.Outcome, **REFUSALS})
def file_onto(path: s.NumberPath, query: sd.Seen, body: sd.OntoAsked) -> Response:
    """File the arrival as the newest version of a document, which keeps its name, place and fields."""
    outcome = filing.file_onto(deps(), person().id, path.number, body.onto, seen=query.seen)
    return reply(s.Outcome.model_validate(outcome))


@bp.put("/desk/<int:number>/slip", responses={200: sd.Edition, **REFUSALS})
def save_slip(path: s.NumberPath, query: sd.Seen, body: sd.Slip) -> Response:
    """Keep a slip as far as it is filled in, where nobody else changed it since."""
    edition = keeping_slips.save_slip(deps(), person().id, path.number, slip_of(body), query.seen)
    return reply(sd.Edition(edition=edition))


@bp.get("/desk/<int:number>/could-be-asked", responses={200: sd.Colleagues, **REFUSALS})
def get_could_be_asked(path: s.NumberPath) -> Response:
    """Who may be asked about an arrival: whoever sees it."""
    found = asking.could_be_asked(deps(), person().id, path.number)
    return reply(sd.Colleagues(people=[sd.Colleague.model_validate(one) for one in found]))


@bp.put("/desk/<int:number>/question", responses={204: None, **REFUSALS})
def ask(path: s.NumberPath, body: sd.QuestionAsked) -> Response:
    """Pass an arrival on to a colleague with a question."""
    asking.ask(deps(), person().id, path.number, PersonId(body.of), body.text)
    return Response(status=204)


@bp.post("/desk/<int:number>/answer", responses={204: None, **REFUSALS})
def answer(path: s.NumberPath, body: sd.AnswerGiven) -> Response:
    """Answer what was asked about an arrival."""
    asking.answer(deps(), person().id, path.number, body.text)
    return Response(status=204)


@bp.delete("/desk/<int:number>/question", responses={204: None, **REFUSALS})
def ask_no_more(path: s.NumberPath) -> Response:
    """Take a question back."""
    asking.take_back(deps(), person().id, path.number)
    return Response(status=204)


@bp.put("/desk/<int:number>/later", responses={204: None, **REFUSALS})
def set_later(path: s.NumberPath, body: sd.Later) -> Response:
    keeping_slips.set_later(deps(), person().id, path.number, body.later)
    return Response(status=204)


@bp.post("/desk/<int:number>/file", responses={200: s.Outcome, **REFUSALS})
def file_arrival(path: s.NumberPath, query: sd.Seen, body: sd.Slip) -> Response:
    """File the arrival: a change list of one step."""
    outcome = filing.file_arrival(deps(), person().id, path.number, slip_of(body), seen=query.seen)
    return reply(s.Outcome.model_validate(outcome))


@bp.get("/desk/<int:number>/together", responses={200: sd.AlikeArrivals, **REFUSALS})
def get_together(path: s.NumberPath) -> Response:
    """The arrivals that are of the same kind from the same party, to be filed together."""
    found = together.alike(deps(), person().id, path.number)
    told = [
        sd.AlikeArrival(
            number=one.number,
            fields={code: [_offered(offer) for offer in some] for code, some in one.fields.items()},
            here=one.here,
        )
        for one in found.arrivals
    ]
    return reply(sd.AlikeArrivals(is_read=found.is_read, arrivals=told))


@bp.post("/desk/file-together", responses={200: sd.FiledTogether, **REFUSALS})
def file_together(body: sd.TogetherAsked) -> Response:
    """File several arrivals as one change list; all of them or none."""
    wanted = [
        filing.Wanted(number=one.number, slip=slip_of(one.slip), seen=one.seen) for one in body.arrivals
    ]
    return reply(sd.FiledTogether.model_validate(filing.file_together(deps(), person().id, wanted)))


@bp.post("/desk/<int:number>/discard", responses={200: sd.Moved, **REFUSALS})
def discard(path: s.NumberPath, body: sd.DiscardAsked) -> Response:
    """Put an arrival into the bin: it is not worth filing."""
    return reply(sd.Moved.model_validate(discarding.discard(deps(), person().id, path.number, body.reason)))


@bp.post("/desk/<int:number>/take-back", responses={200: sd.Moved, **REFUSALS})
def take_back(path: s.NumberPath) -> Response:
    """Let a discarded arrival wait on the desk again."""
    return reply(sd.Moved.model_validate(discarding.take_back(deps(), person().id, path.number)))


@bp.get("/desk/discarded", responses={200: sd.DiscardedArrivals, **REFUSALS})
def show_discarded() -> Response:
    """What was discarded from the desk, the latest first."""
    found = discarding.discarded(deps(), person().id)
    arrivals = [
        sd.DiscardedArrival(
            number=one.id, name=one.name, size=one.size, reason=one.reason, binned_at=one.binned_at,
            binned_by=one.binned_by,
        )
        for one in found
    ]  # fmt: skip
    return reply(sd.DiscardedArrivals(arrivals=arrivals))


def slip_of(body: sd.Slip) -> Slip:
    return Slip(**body.model_dump())
