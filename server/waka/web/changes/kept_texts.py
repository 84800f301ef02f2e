"""Sentences and sets of folders that people keep under names."""

from __future__ import annotations

from flask import Response
from pydantic import Field

from waka.records.rules.kept_texts import What
from waka.web import schemas as s
from waka.web.changes.routes import REFUSED
from waka.web.door import blueprint, deps, person, reply
from waka.work.rules import kept_texts

bp = blueprint("kept_texts", __name__)


class KeptQuery(s.Asked):
    what: What


class KeptText(s.Wire):
    id: int
    name: str
    texts: list[str] = Field(description="Its revisions, latest first")


class KeptTexts(s.Wire):
    texts: list[KeptText]


class KeptPut(KeptQuery):
    name: str = Field(min_length=1, max_length=100)
    text: str = Field(min_length=1, max_length=40_000)


class KeptPath(s.Asked):
    kept: int = Field(ge=1, le=s.NUMBER_MAX)


@bp.get("/kept", responses={200: KeptTexts, **REFUSED})
def own(query: KeptQuery) -> Response:
    """What the person keeps, each with its revisions."""
    found = kept_texts.own(deps(), person().id, query.what)
    return reply(KeptTexts(texts=[KeptText.model_validate(one) for one in found]))


@bp.put("/kept", responses={204: None, **REFUSED})
def keep(body: KeptPut) -> Response:
    """Keep a text under a name, as its next revision where it has some."""
    kept_texts.put(deps(), person().id, body.what, body.name, body.text)
    return Response(status=204)


@bp.delete("/kept/<int:kept>", responses={204: None, **REFUSED})
def forget(path: KeptPath) -> Response:
    """Offer what was kept no more."""
    kept_texts.forget(deps(), person().id, path.kept)
    return Response(status=204)
