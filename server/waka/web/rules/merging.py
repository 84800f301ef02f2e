"""Two parties made one."""

from __future__ import annotations

from flask import Response
from pydantic import Field

from waka.core.ids import PartyId
from waka.web import schemas as s
from waka.web.door import blueprint, deps, person, reply
from waka.web.rules import schemas as sr
from waka.web.rules.routes import REFUSED
from waka.work.rules import merging

bp = blueprint("merging", __name__)


class IntoQuery(s.Asked):
    into: PartyId = Field(ge=1, le=s.NUMBER_MAX, description="The party that it is from then on")


class MergeAsked(IntoQuery):
    seen: int = Field(ge=0, le=s.NUMBER_MAX, description="How many documents the person was told of")


class AlikePair(s.Wire):
    keep: sr.NumberedParty = Field(description="The one with more documents")
    merge: sr.NumberedParty
    keep_documents: int
    merge_documents: int


class AlikeParties(s.Wire):
    pairs: list[AlikePair]


class Merging(s.Wire):
    name: str
    short: str | None
    short_gone: str | None = Field(description="Names that tell the party by it conform no more")
    documents: int
    named: int = Field(description="Of these, those whose file's name tells the party")
    spellings: list[str]
    destination: str | None


@bp.get("/rules/parties/alike", responses={200: AlikeParties, **REFUSED})
def alike_parties() -> Response:
    """Parties that may be one, written in two ways; the likest first."""
    found = merging.pairs(deps(), person().id)
    return reply(AlikeParties(pairs=[AlikePair.model_validate(pair) for pair in found]))


@bp.get("/rules/parties/<int:party>/merging", responses={200: Merging, **REFUSED})
def look_at_merging(path: sr.PartyPath, query: IntoQuery) -> Response:
    """What becomes of two parties when one is merged into the other; nothing changes."""
    found = merging.look(deps(), person().id, path.party, query.into)
    return reply(
        Merging(
            name=found.name, short=found.short, short_gone=found.short_gone, documents=found.told.documents,
            named=found.told.named, spellings=list(found.spellings), destination=found.destination,
        )
    )  # fmt: skip


@bp.post("/rules/parties/<int:party>/merge", responses={204: None, **REFUSED})
def merge_party(path: sr.PartyPath, body: MergeAsked) -> Response:
    """Let a party be another one from now on: its documents name that one, its names are spellings of it."""
    merging.merge(deps(), person().id, path.party, body.into, body.seen)
    return Response(status=204)
