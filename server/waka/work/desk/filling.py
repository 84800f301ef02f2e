"""Slips filled in with what stands on the page: each field with where it was read, and what else it may be."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal, TypeVar

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.fields.evidence.codes import IN_BARS, IN_PAYMENT_CODE
from waka.core.fields.evidence.confidence import confidence, is_sure
from waka.core.fields.evidence.context import Found
from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.page import Box
from waka.core.fields.evidence.slip import Clerk, Read
from waka.core.ids import DocumentId, PersonId
from waka.core.learning.votes import LEARNED
from waka.records.desk import naming
from waka.records.documents.documents import Document
from waka.records.rules import fields
from waka.work import office
from waka.work.deps import Deps
from waka.work.documents import words
from waka.work.documents.looking import find
from waka.work.documents.papers import as_parts

from .learned import Learned, learned, neighbours, why_learned

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
    confidence: float  #: the probability, 0 to 1, that it is right


@dataclass(frozen=True, slots=True, kw_only=True)
class Filling:
    """What a slip can be filled in with. *waits*: nobody has read the pages yet; *off*: the office wants none of it."""

    state: State
    fields: Mapping[str, Sequence[Offered]]


def filling(deps: Deps, person: PersonId, number: DocumentId) -> Filling:
    """Return what was read of an arrival, for who sees it. Raises ``NotFound``."""
    document = find(deps, person, number)
    return Filler(deps, person).of(document)


class Filler:
    """Fills slips in for one person: asked for once, for any number of documents that they may see."""

    def __init__(self, deps: Deps, person: PersonId) -> None:
        self._deps, self._person = deps, person
        with deps.db.transaction() as conn:
            self.is_on = office.settings_of(conn).fills_slips
            self._clerk, self._house = clerk_of(conn, person), _house(conn)

    def of(self, document: Document, *, hurries: bool = True) -> Filling:
        """Return what was read of a document. *hurries*: one that nobody has read yet is read before all others."""
        if not self.is_on:
            return Filling(state="off", fields={})
        parts = words.of(self._deps, document.sha256)
        if parts is None:
            if document.trouble:
                return Filling(state="read", fields={})
            if document.was_read and hurries:
                with self._deps.db.transaction() as conn:
                    words.hurry(conn, document.sha256)
            return Filling(state="waits", fields={})
        read = self._clerk.read(as_parts(parts))
        with self._deps.db.transaction() as conn:
            found = learned(read, neighbours(self._deps, conn, self._person, document))
        told = _offered(_Reading(read, found, self._house))
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
    kinds: Mapping[str, str]  #: labels of those that are asked for, by their codes
    further: Mapping[
        str, Sequence[str]
    ]  #: codes of further fields that are asked for, with the kinds that have them
    currency: str


def clerk_of(conn: Connection, person: PersonId) -> Clerk:
    """Return who reads for this person: what they may not see of parties is not known to them."""
    settings = office.settings_of(conn)
    known = {one.name: one.spellings for one in naming.parties_seen(conn, person)}
    return Clerk(
        Office(names=settings.names, addresses=settings.addresses, parties=known),
        settings.date_order,
        settings.currency,
    )


def _house(conn: Connection) -> _House:
    kinds = {kind.code: kind.label for kind in naming.kinds(conn) if not kind.retired}
    registry = fields.registry(conn)
    further = {one.code: one.kinds for one in registry.further if not one.retired}
    return _House(kinds, further, office.settings_of(conn).currency)


@dataclass(frozen=True, slots=True)
class _Reading:
    read: Read
    found: Learned
    house: _House

    def some(
        self, field: str, found: Sequence[Found[T]], typed: Callable[[T], str],
        of: Callable[[T], str] = str,
    ) -> list[Offered]:  # fmt: skip
        """Return the first of what was *found* for *field*. *of*: of what papers alike are, where only they say it."""
        told = []
        for at, one in enumerate(found[:MOST]):
            likely = confidence(field, [one, *found[:at], *found[at + 1 :]])
            if one.why == LEARNED:
                why = why_learned(field, str(one.value), self.found, of(one.value))
            else:
                why = _why(one.why, one.box)
            told.append(
                Offered(
                    value=typed(one.value), shown=one.text, box=one.box, why=why,
                    sure=at == 0 and is_sure(field, likely), confidence=round(likely, 3),
                )
            )  # fmt: skip
        return told


def _offered(reading: _Reading) -> dict[str, list[Offered]]:
    read, found, house = reading.read, reading.found, reading.house
    who = found.who[0].value if found.who else ""
    kinds = [one for one in found.kind if one.value in house.kinds]
    told = {
        "kind": reading.some("kind", kinds, str, house.kinds.__getitem__),
        "who": reading.some("who", found.who, str),
        "when": reading.some("when", read.when, date.isoformat),
        "what": reading.some("what", found.what, str, lambda _: who),
        "reference": reading.some("reference", found.reference, str),
    }  # fmt: skip
    foreign = f" {read.currency}" if read.currency not in (None, house.currency) else ""
    told["amount"] = reading.some("amount", read.amount, lambda value: f"{value}{foreign}")
    kind = told["kind"][0].value if told["kind"] else None
    for code, days in (("due", read.due), ("expires", read.expires)):
        if code in house.further and (not house.further[code] or kind in house.further[code]):
            told[code] = reading.some(code, days, date.isoformat)
    if kind == "coursework":
        told |= {
            code: told[of]
            for code, of in (("learner", "who"), ("assignment", "what"))
            if code in house.further
        }
    return {code: some for code, some in told.items() if some}


def _why(why: str, box: Box | None) -> Said:
    if why in (IN_PAYMENT_CODE, IN_BARS):
        return said("read_in_payment_code" if why == IN_PAYMENT_CODE else "read_in_bars")
    if why.startswith("exact"):
        return said("read_exactly")
    if why.startswith("mail"):
        return said("read_in_mail")
    return said("read_on_page", page=box[0]) if box is not None else said("read_in_text")
