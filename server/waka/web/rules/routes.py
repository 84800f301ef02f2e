"""The team's own rules: fields, kinds and parties."""

from __future__ import annotations

from flask import Response

from waka.core.fields.registry import Choice, Field
from waka.core.names import FieldType
from waka.web import schemas as s
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.web.rules import schemas as sr
from waka.work.rules import learned, patterns, rules

bp = blueprint("rules", __name__)
REFUSED: Responses = {400: s.Problem, 401: s.Problem, 403: s.Problem, 404: s.Problem, 422: s.Problem,
                      503: s.Problem}  # fmt: skip


@bp.get("/rules", responses={200: sr.Rules, **REFUSED})
def show_rules() -> Response:
    """The fields, kinds and parties of the drive, for who keeps all of it."""
    found = rules.rules(deps(), person().id)
    return reply(sr.Rules.model_validate(found))


@bp.put("/rules/fields/<string:code>", responses={204: None, **REFUSED})
def put_field(path: sr.FieldPath, body: sr.FieldPut) -> Response:
    """Add a field of the team's own, or change one; its type stays."""
    choices = [Choice(code=choice.code, label=choice.label.strip()) for choice in body.choices]
    wanted = Field(
        code=path.code, label=body.label, type=FieldType(body.type), kinds=body.kinds, choices=choices,
        shown=body.shown,
        retired=body.retired,
    )  # fmt: skip
    rules.put_field(deps(), person().id, wanted)
    return Response(status=204)


@bp.put("/rules/kinds/<string:code>", responses={204: None, **REFUSED})
def put_kind(path: sr.FieldPath, body: sr.KindPut) -> Response:
    rules.put_kind(
        deps(), person().id, path.code, body.label, retired=body.retired, destination=body.destination
    )
    return Response(status=204)


@bp.put("/rules/parties/<int:party>", responses={204: None, **REFUSED})
def put_party(path: sr.PartyPath, body: sr.PartyPut) -> Response:
    """Change what a party is called; its former name stays one of its spellings."""
    rules.put_party(deps(), person().id, path.party, rules.PartyWish(**body.model_dump()))
    return Response(status=204)


@bp.post("/rules/names/look", responses={200: sr.PatternLooked, **REFUSED})
def look_at_pattern(body: sr.PatternLook) -> Response:
    """What a pattern would make of some real documents; nothing changes."""
    wish = patterns.Wish(**body.model_dump(exclude={"folder"}))
    found = patterns.look(deps(), person().id, body.folder, wish)
    return reply(sr.PatternLooked.model_validate(found))


@bp.get("/rules/names/learned", responses={200: sr.LearnedPatterns, **REFUSED})
def learned_patterns(query: sr.LearnQuery) -> Response:
    """The patterns that the names in a folder follow already, the one first that tells most."""
    return reply(sr.LearnedPatterns.model_validate(learned.from_names(deps(), person().id, query.folder)))
