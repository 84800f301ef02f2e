"""Change lists of any number: proposed, looked at, mended, run, proved, undone; and what is carried."""

from __future__ import annotations

from collections.abc import Sequence

from flask import Response, request

from waka.core.changes.findings import Said
from waka.core.ids import ListId
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import Filter
from waka.web import schemas as s
from waka.web.changes import schemas as sl
from waka.web.desk.routes import slip_of
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.web.sheets import spreadsheet
from waka.work.changes import carrying, evidence, lists, looking, proving
from waka.work.changes.named import Shared
from waka.work.changes.sheets import MOST_BYTES
from waka.work.changes.ways import chosen, emptying, mapping, sheet
from waka.work.changes.ways import undo as undoing

bp = blueprint("lists", __name__)
REFUSED: Responses = {400: s.Problem, 401: s.Problem, 403: s.Problem, 404: s.Problem, 409: s.Problem,
                      422: s.Problem, 503: s.Problem}  # fmt: skip


def _said(told: Said | None) -> s.Said | None:
    return s.Said.model_validate(told) if told is not None else None


def told(found: ChangeList, status: int = 200) -> Response:
    return reply(_lists([found])[0], status)


def shown(list_id: ListId, status: int = 200) -> Response:
    """Answer with a list as it is now."""
    return reply(_list(*lists.one_shared(deps(), person().id, list_id)), status)


def _lists(found: Sequence[ChangeList]) -> list[sl.ChangeList]:
    return [_list(one, shared) for one, shared in lists.shared(deps(), person().id, found)]


def _list(found: ChangeList, shared: Shared) -> sl.ChangeList:
    is_own = shared.part is None
    return sl.ChangeList(
        id=found.id, title=s.Said.model_validate(found.title), origin=found.origin, state=found.state,
        maker=shared.maker, part=shared.part, approves=shared.approves, 
        named=[sl.Named.model_validate(one) for one in shared.named],
        can_decide=is_own or shared.part == "decide",
        is_being_checked=found.wish == "check", can_run=is_own and not shared.lacks and lists.can_run(found),
        can_undo=is_own and lists.can_undo(found),
        collision=found.collision, on_failure=found.on_failure, remove_empty=found.ask.remove_empty,
        summary=sl.Summary.model_validate(found.summary), created_at=found.created_at,
        checked_at=found.checked_at, begun_at=found.begun_at, finished_at=found.finished_at,
        at_hand=found.at_hand, trouble=_said(found.trouble), seconds=found.seconds, steps=found.steps,
        steps_done=found.steps_done, steps_failed=found.steps_failed, bytes=found.bytes,
        bytes_done=found.bytes_done, undo_of=found.undo_of, undone_by=found.undone_by,
    )  # fmt: skip


@bp.get("/lists", responses={200: sl.ChangeLists, **REFUSED})
def mine(query: sl.ListQuery) -> Response:
    """The change lists that the person made or is named in, latest first."""
    return reply(sl.ChangeLists(lists=_lists(lists.mine(deps(), person().id, query.before))))


@bp.post("/lists", responses={201: sl.ChangeList, **REFUSED})
def propose(body: sl.Choice) -> Response:
    """Propose a list of what was chosen, or of what is carried. Nothing moves."""
    numbers = carrying.numbers(deps(), person().id) if body.carried else body.documents
    choice = chosen.Choice(
        do=body.do,
        documents=numbers,
        folders=body.folders,
        into=body.into,
        reason=body.reason.strip() or None,
        name=body.name.strip() or None,
        fields=slip_of(body.fields) if body.fields is not None else None,
        renames=body.renames,
    )
    list_id = chosen.propose_chosen(deps(), person().id, choice)
    if body.carried:
        carrying.put_down(deps(), person().id)
    return shown(list_id, 201)


@bp.get("/bin/old", responses={200: sl.OldInBin, **REFUSED})
def old_in_bin(query: sl.AgeQuery) -> Response:
    """How much has been in the bin for longer than some days, of what the person keeps."""
    return reply(sl.OldInBin.model_validate(emptying.old(deps(), person().id, query.days)))


@bp.post("/bin/old", responses={201: sl.ChangeList, **REFUSED})
def empty_bin(body: sl.Emptying) -> Response:
    """Make the list that destroys it for good. It is looked at and run like any other, and cannot be undone."""
    list_id = emptying.empty(deps(), person().id, body.days, body.count)
    return shown(list_id, 201)


@bp.post(
    "/lists/sheet",
    responses={201: sl.ChangeList, 413: s.Problem, **REFUSED},
    openapi_extensions={
        "requestBody": {
            "required": True,
            "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
        }
    },
)
def propose_sheet(query: sl.SheetQuery) -> Response:
    """Propose a list of a spreadsheet's rows: the body is CSV or XLSX, with the columns from and to."""
    rows = sheet.read(deps(), request.stream.read(MOST_BYTES + 1))
    list_id = sheet.propose_sheet(deps(), person().id, rows, query.name)
    return shown(list_id, 201)


@bp.post("/lists/mapping/look", responses={200: sl.Mapped, **REFUSED})
def look_at_mapping(body: sl.MappingAsked) -> Response:
    """What fits two path patterns, what does not, and why."""
    found = mapping.look_at_mapping(deps(), person().id, body.source, body.target)
    return reply(
        sl.Mapped(
            matches=[sl.PathPair(path=path, goes=goes) for path, goes in found.matches],
            others=[sl.PathWhy(path=path, why=why) for path, why in found.others],
            matching=found.matching, staying=found.staying, not_matching=found.not_matching,
            lost=list(found.lost), close=list(found.close),
        )
    )  # fmt: skip


@bp.post("/lists/mapping", responses={201: sl.ChangeList, **REFUSED})
def propose_mapping(body: sl.MappingAsked) -> Response:
    """Propose a list that restructures a tree by two path patterns."""
    list_id = mapping.propose_mapping(deps(), person().id, body.source, body.target)
    return shown(list_id, 201)


@bp.get("/lists/<int:list_id>", responses={200: sl.ChangeList, **REFUSED})
def one(path: s.ListPath) -> Response:
    """A list: what it comes to, and how far it is."""
    return shown(path.list_id)


@bp.delete("/lists/<int:list_id>", responses={204: None, **REFUSED})
def discard(path: s.ListPath) -> Response:
    """Throw away a list of which nothing was done."""
    lists.discard(deps(), person().id, path.list_id)
    return Response(status=204)


@bp.get("/lists/<int:list_id>/steps", responses={200: sl.StepPage, **REFUSED})
def steps(path: s.ListPath, query: sl.StepQuery) -> Response:
    """A page of a list's steps, from any place in it."""
    wanted = Filter(finding=query.finding, state=query.state, act=query.act)
    found = looking.page_of(deps(), person().id, path.list_id, wanted, query.start)
    return reply(sl.StepPage(total=found.total, steps=[_step(step) for step in found.steps]))


def _step(found: looking.Step) -> sl.Step:
    step = found.step
    return sl.Step(
        at=found.at, position=step.position, act=step.act, number=step.number if step.is_seen else None,
        folder=step.folder if step.is_seen else None, from_path=found.from_path, to_path=found.to_path,
        from_segments=list(found.from_segments), to_segments=list(found.to_segments), state=step.state,
        size=step.size if step.is_seen else 0, needs=step.needs,
        findings=[s.StepFinding.model_validate(f) for f in step.findings] if step.is_seen else [],
        failure=_said(step.failure) if step.is_seen else None, row=step.row,
    )  # fmt: skip


@bp.post("/lists/<int:list_id>/check", responses={200: sl.ChangeList, **REFUSED})
def check(path: s.ListPath) -> Response:
    """Check a list against today's drive."""
    return told(lists.check(deps(), person().id, path.list_id))


@bp.patch("/lists/<int:list_id>", responses={200: sl.ChangeList, **REFUSED})
def choose(path: s.ListPath, body: sl.Choices) -> Response:
    """Set what holds for the whole list; it is checked anew where that changes its steps."""
    return told(lists.choose(deps(), person().id, path.list_id, **body.model_dump()))


@bp.post("/lists/<int:list_id>/mend", responses={200: sl.ChangeList, **REFUSED})
def mend(path: s.ListPath, body: sl.Mend) -> Response:
    """Take steps out, name them otherwise or meet their collisions: some, or all with a finding."""
    return told(lists.mend(deps(), person().id, path.list_id, lists.Mend(**body.model_dump())))


@bp.post("/lists/<int:list_id>/run", responses={200: sl.ChangeList, **REFUSED})
def run(path: s.ListPath, body: sl.Run) -> Response:
    """Let a list run in the background: all of it, or a few steps to try it; or go on with it."""
    return told(lists.run(deps(), person().id, path.list_id, body.only, body.first, body.seen))


@bp.post("/lists/<int:list_id>/pause", responses={200: sl.ChangeList, **REFUSED})
def pause(path: s.ListPath) -> Response:
    return told(lists.ask_to_stop(deps(), person().id, path.list_id, "pause"))


@bp.post("/lists/<int:list_id>/cancel", responses={200: sl.ChangeList, **REFUSED})
def cancel(path: s.ListPath) -> Response:
    """Stop a list; what is done stays done and can be undone."""
    return told(lists.ask_to_stop(deps(), person().id, path.list_id, "cancel"))


@bp.post("/lists/<int:list_id>/leave-failed", responses={200: sl.ChangeList, **REFUSED})
def leave_failed(path: s.ListPath) -> Response:
    """Leave the steps that failed where they are, so that the rest can go on."""
    return told(lists.leave_failed(deps(), person().id, path.list_id))


@bp.post("/lists/<int:list_id>/undo", responses={201: sl.ChangeList, **REFUSED})
def undo(path: s.ListPath, body: sl.UndoSome) -> Response:
    """Propose a list that puts back what this one did."""
    undo_id = undoing.propose_undo(deps(), person().id, path.list_id, body.positions, body.seen)
    return shown(undo_id, 201)


@bp.get("/lists/<int:list_id>/proof", responses={200: sl.Proof, **REFUSED})
def proof(path: s.ListPath) -> Response:
    """Files, bytes and checksums before and after, and what did not arrive."""
    return reply(sl.Proof.model_validate(proving.prove(deps(), person().id, path.list_id)))


@bp.get("/lists/<int:list_id>/proof/read", responses={200: sl.ReadSlice, **REFUSED})
def read_again(path: s.ListPath, query: sl.ReadQuery) -> Response:
    """Some of the documents of a list, read again; `after` says where to go on, null at the end."""
    return reply(
        sl.ReadSlice.model_validate(evidence.read_again(deps(), person().id, path.list_id, query.after))
    )


@bp.get("/lists/<int:list_id>/proof.csv", responses={200: None, **REFUSED})
def proof_csv(path: s.ListPath, query: sl.ProofQuery) -> Response:
    """The proof step by step."""
    title, chunks = proving.proof_csv(deps(), person().id, path.list_id, read=query.read)
    return spreadsheet(chunks, f"{title} (proof).csv", "csv")


@bp.get("/lists/<int:list_id>/steps.<string:form>", responses={200: None, **REFUSED})
def steps_sheet(path: sl.SheetPath) -> Response:
    """The list as a spreadsheet, which can be edited and brought back."""
    if path.form == "csv":
        title, chunks = looking.csv_of(deps(), person().id, path.list_id)
        return spreadsheet(chunks, f"{title}.csv", "csv")
    title, data = looking.xlsx_of(deps(), person().id, path.list_id)
    return spreadsheet([data], f"{title}.xlsx", "xlsx")


def _carried(found: carrying.Carried) -> Response:
    documents = [
        sl.CarriedDocument(
            number=d.number, name=d.name, segments=list(segments), folder_path=d.folder_path, folder=d.folder,
            size=d.size,
        )
        for d, segments in found.documents
    ]  # fmt: skip
    return reply(sl.Carried(total=found.total, documents=documents))


@bp.get("/carried", responses={200: sl.Carried, **REFUSED})
def carried() -> Response:
    """What the person carries from one place to another."""
    return _carried(carrying.carried(deps(), person().id))


@bp.post("/carried", responses={200: sl.Carried, **REFUSED})
def pick_up(body: sl.PickUp) -> Response:
    """Take documents along."""
    return _carried(carrying.pick_up(deps(), person().id, body.documents))


@bp.delete("/carried", responses={204: None, **REFUSED})
def put_back() -> Response:
    """Carry nothing any more; everything is still where it was."""
    carrying.put_down(deps(), person().id)
    return Response(status=204)
