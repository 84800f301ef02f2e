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

from .filling import Filler, Filling, Offered
from .same import same_as

MOST_LOOKED_AT = 200  #: arrivals, the oldest first


@dataclass(frozen=True, slots=True, kw_only=True)
class Alike:
    """An arrival, and what its slip can be filled in with."""

    number: DocumentId
    fields: Mapping[str, Sequence[Offered]]
    here: DocumentId | None  #: the filed document that it is already, or an edition of


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    is_read: bool  #: else the pages of the first wait to be read
    arrivals: Sequence[Alike]


def alike(deps: Deps, person: PersonId, number: DocumentId) -> Found:
    """Return the arrivals of the kind and the party of *number*, itself first; only what is read and not set aside.

    Kind and party are what the slip says, or what it would be filled in with. Raises ``NotFound``.
    """
    filler = Filler(deps, person)
    with deps.db.transaction() as conn:
        queue = arrivals.queue(conn, person)
    mine = next((one for one in queue if one.id == number), None)
    if mine is None:
        raise NotFound(f"No. {number} on the desk")
    first = _filling(deps, person, filler, mine, hurries=True)
    if first.state == "waits":
        return Found(is_read=False, arrivals=[])
    found, wanted = [_alike(deps, person, mine, first)], _about(mine, first)
    rest = [one for one in queue if one.id != number and not one.later][:MOST_LOOKED_AT]
    for one in rest if wanted is not None else []:
        told = _filling(deps, person, filler, one)
        if told.state != "waits" and _about(one, told) == wanted:
            found.append(_alike(deps, person, one, told))
    return Found(is_read=True, arrivals=found)


def _alike(deps: Deps, person: PersonId, one: Queued, told: Filling) -> Alike:
    same = same_as(deps, person, one.id)
    return Alike(number=one.id, fields=told.fields, here=same[0].number if same else None)


def _filling(deps: Deps, person: PersonId, filler: Filler, one: Queued, *, hurries: bool = False) -> Filling:
    if one.trouble:
        return Filling(state="read", fields={})
    with deps.db.transaction() as conn:
        document = documents.one(conn, one.id, person)
    return Filling(state="read", fields={}) if document is None else filler.of(document, hurries=hurries)


def _about(one: Queued, told: Filling) -> tuple[str, frozenset[str]] | None:
    """Return the kind and the words of the party's name, as far as both are known."""
    said = {code: str(one.slip.get(code) or "") for code in ("kind", "who")}
    if not any(said.values()):
        said = {code: some[0].value for code, some in told.fields.items() if code in said and some}
    party = frozenset(words_of(said.get("who", "")))
    return (said["kind"], party) if said.get("kind") and party else None
