"""Arrivals that are alike, to be filed together: of one kind, from one party."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from waka.core.fields.alike import words_of
from waka.core.ids import DocumentId, PersonId
from waka.errors import NotFound
from waka.records.desk import arrivals
from waka.records.desk.arrivals import Queued
from waka.records.documents import documents
from waka.work.deps import Deps
from waka.work.documents import words

from .filling import Filler, Filling, Offered

MOST_LOOKED_AT = 200  #: arrivals, the oldest first


@dataclass(frozen=True, slots=True, kw_only=True)
class Alike:
    """An arrival, and what its slip can be filled in with."""

    number: DocumentId
    fields: Mapping[str, Sequence[Offered]]


def alike(deps: Deps, person: PersonId, number: DocumentId) -> list[Alike]:
    """Return the arrivals of the kind and the party of *number*, itself first; only what is read and not set aside.

    Kind and party are what the slip says, or what it would be filled in with. Raises ``NotFound``.
    """
    filler = Filler(deps, person)
    with deps.db.transaction() as conn:
        queue = arrivals.queue(conn, person)
    mine = next((one for one in queue if one.id == number), None)
    if mine is None:
        raise NotFound(f"No. {number} on the desk")
    rest = [one for one in queue if one.id != number and not one.later][:MOST_LOOKED_AT]
    found, wanted = [], None
    for one in [mine, *rest]:
        told = _filling(deps, person, filler, one)
        about = _about(one, told)
        wanted = wanted or about
        if about is not None and about == wanted:
            found.append(Alike(number=one.id, fields=told.fields if told is not None else {}))
        if wanted is None:
            break  # nobody can say what the first one is, and so nothing is like it
    return found or [Alike(number=number, fields={})]


def _filling(deps: Deps, person: PersonId, filler: Filler, one: Queued) -> Filling | None:
    if one.trouble or not one.was_read or not filler.is_on:
        return None
    with deps.db.transaction() as conn:
        document = documents.one(conn, one.id, person)
    if document is None or words.of(deps, document.sha256) is None:
        return None
    return filler.of(document)


def _about(one: Queued, told: Filling | None) -> tuple[str, frozenset[str]] | None:
    """Return the kind and the words of the party's name, as far as both are known."""
    said = {code: str(one.slip.get(code) or "") for code in ("kind", "who")}
    if told is not None and not any(said.values()):
        said = {code: some[0].value for code, some in told.fields.items() if code in said and some}
    party = frozenset(words_of(said.get("who", "")))
    return (said["kind"], party) if said.get("kind") and party else None
