"""Slips filled in with what stands on the page: each field with where it was read, and what else it may be."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal, TypeVar

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.fields.evidence.context import Found
from waka.core.fields.evidence.page import Box
from waka.core.fields.evidence.senders import Office
from waka.core.fields.evidence.slip import Clerk, Read
from waka.core.ids import DocumentId, PersonId
from waka.records.desk import naming
from waka.records.rules import fields
from waka.work import office
from waka.work.deps import Deps
from waka.work.documents import words
from waka.work.documents.looking import find
from waka.work.documents.papers import as_parts

MOST = 5  #: candidates of a field that are offered
T = TypeVar("T")
State = Literal["read", "waits", "off"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Offered:
    """What may be typed into a field, and where it stands on the page."""

    value: str  #: as it would be typed
    shown: str  #: as it stands on the page
    box: Box | None
    why: Said
    sure: bool  #: enough that nobody need look at it twice


@dataclass(frozen=True, slots=True, kw_only=True)
class Filling:
    """What a slip can be filled in with. *waits*: nobody has read the pages yet; *off*: the office wants none of it."""

    state: State
    fields: Mapping[str, Sequence[Offered]]


def filling(deps: Deps, person: PersonId, number: DocumentId) -> Filling:
    """Return what was read of an arrival, for who sees it. Raises ``NotFound``."""
    document = find(deps, person, number)
    with deps.db.transaction() as conn:
        if not office.settings_of(conn).fills_slips:
            return Filling(state="off", fields={})
        clerk, house = _clerk(conn, person)
    parts = words.of(deps, document.sha256)
    if parts is None:
        return Filling(state="read" if document.trouble else "waits", fields={})
    told = _offered(clerk.read(as_parts(parts)), house)
    if not document.pages:
        # what has no pages has no places on them to point at
        told = {
            code: [replace(one, box=None, why=_of_text(one.why)) for one in some]
            for code, some in told.items()
        }
    return Filling(state="read", fields=told)


def _of_text(why: Said) -> Said:
    return said("read_in_text") if why.code == "read_on_page" else why


@dataclass(frozen=True, slots=True)
class _House:
    kinds: frozenset[str]
    further: Mapping[
        str, Sequence[str]
    ]  #: codes of further fields that are asked for, with the kinds that have them
    currency: str


def _clerk(conn: Connection, person: PersonId) -> tuple[Clerk, _House]:
    """Return who reads for this person: what they may not see of parties is not known to them."""
    settings = office.settings_of(conn)
    known = {one.name: one.spellings for one in naming.parties_seen(conn, person)}
    clerk = Clerk(
        Office(names=settings.names, addresses=settings.addresses, parties=known),
        settings.date_order,
        settings.currency,
    )
    kinds = frozenset(kind.code for kind in naming.kinds(conn) if not kind.retired)
    registry = fields.registry(conn)
    further = {one.code: one.kinds for one in registry.further if not one.retired}
    return clerk, _House(kinds, further, settings.currency)


def _offered(read: Read, house: _House) -> dict[str, list[Offered]]:
    told: dict[str, list[Offered]] = {}
    if read.sorts and read.kind in house.kinds:
        title = read.sorts[0].title
        box = title.box() if title is not None else None
        told["kind"] = [
            Offered(
                value=read.kind or "", shown=title.text if title else "", box=box, why=_why(read.sorts[0].why, box),
                sure=_is_clear([one.score for one in read.sorts]),
            )
        ]  # fmt: skip
    for code, found in (("who", read.who), ("reference", read.reference), ("what", read.what)):
        told[code] = _some(found, str)
    told["when"] = _some(read.when, _day)
    foreign = f" {read.currency}" if read.currency not in (None, house.currency) else ""
    told["amount"] = _some(read.amount, lambda value: f"{value}{foreign}")
    for code, days in (("due", read.due), ("expires", read.expires)):
        if code in house.further and (not house.further[code] or read.kind in house.further[code]):
            told[code] = _some(days, _day)
    if read.kind == "coursework":
        for code, further in (("learner", read.who), ("assignment", read.what)):
            if code in house.further:
                told[code] = _some(further, str)
    return {code: some for code, some in told.items() if some}


def _some(found: Sequence[Found[T]], typed: Callable[[T], str]) -> list[Offered]:
    clear = _is_clear([one.score for one in found])
    return [
        Offered(
            value=typed(one.value),
            shown=one.text,
            box=one.box,
            why=_why(one.why, one.box),
            sure=clear and at == 0,
        )
        for at, one in enumerate(found[:MOST])
    ]


CLEAR, APART = (
    3.8,
    1.2,
)  #: the score of the first from which on it is sure, and how far the second stands behind it


def _is_clear(scores: Sequence[float]) -> bool:
    return bool(scores) and scores[0] >= CLEAR and (len(scores) < 2 or scores[0] - scores[1] >= APART)


def _day(value: date) -> str:
    return value.isoformat()


def _why(why: str, box: Box | None) -> Said:
    if why.startswith("exact"):
        return said("read_exactly")
    if why.startswith("mail"):
        return said("read_in_mail")
    return said("read_on_page", page=box[0]) if box is not None else said("read_in_text")
