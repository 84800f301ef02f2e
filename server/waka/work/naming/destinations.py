"""Where a slip leads: by a charter, by its party or kind, or where such documents were filed before."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final, Literal

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.ids import PersonId
from waka.core.learning.places import Filed, place
from waka.core.names import Destination, Fields, Led, Missing, PatternError
from waka.errors import BadRequest
from waka.records.folders import folders
from waka.records.folders.access import MAY_FILE
from waka.records.folders.folders import Folder
from waka.records.rules import charters, fields
from waka.work.office import settings_of

from .house import Naming
from .slips import Understood

LedBy = Literal["charter", "party", "kind", "learned"]
LEARNED_FROM = 20  #: the latest documents of the same kind, and party or title
LEARNED_FROM_KIND = 40  #: the latest documents of the same kind


@dataclass(frozen=True, slots=True, kw_only=True)
class Lead:
    """A folder that is proposed: one that is there, and the path beneath it that is still to be made."""

    by: LedBy
    why: Said
    folder: Folder
    make: str
    path: str  #: of all of it
    sure: bool = True  #: enough that nobody need look at it twice


def read(conn: Connection, text: str) -> Destination:
    """Return the destination that *text* writes. Raises ``PatternError``, also where a field is none of the drive's."""
    registry = fields.registry(conn)
    found = Destination.read(text, year_begins=settings_of(conn).year_begins, types=registry.types)
    for slot in found.slots:
        if registry.one(slot.field) is None:
            raise PatternError(text, max(text.find(slot.field), 0), f"There is no field “{slot.field}”",
                               "Add it in Rules, Fields.")  # fmt: skip
    return found


def understood(conn: Connection, text: str | None) -> str | None:
    """Return a destination as it is kept, None for none. Raises ``BadRequest`` for one that is not understood."""
    text = (text or "").strip()
    if not text:
        return None
    try:
        return read(conn, text).text
    except PatternError as error:
        raise BadRequest(f"{error.why}.", mend=error.mend, field="destination", at=error.at) from None


def lead(conn: Connection, person: PersonId, house: Naming, slip: Understood, values: Fields) -> Lead | None:
    """Return where *slip* leads, None where nothing says so or the person may not file there.

    *values*: what it says, as names tell it. A charter that takes its kind comes before the destination of the party,
    this before that of the kind, and all before what is learned.
    """
    chartered = _by_charter(conn, person, house, slip, values)
    if chartered is not None:
        return chartered
    who = slip.who.name if slip.who is not None else None
    kind = slip.kind or ""
    asked: list[tuple[LedBy, Said, str | None]] = [
        (
            "party",
            said("led_by_party", name=who or ""),
            house.destinations.get(who) if who is not None else None,
        ),
        ("kind", said("led_by_kind", name=house.kinds.get(kind, "")), house.kind_destinations.get(kind)),
    ]
    for by, why, text in asked:
        if text is None:
            continue
        try:
            led = read(conn, text).lead(values, house.parties)
        except PatternError:  # of a field that is gone
            continue
        found = _usable(conn, person, by, why, _levels(led))
        if found is not None:
            return found
    return _learned(conn, person, house, slip)


def _by_charter(
    conn: Connection, person: PersonId, house: Naming, slip: Understood, values: Fields
) -> Lead | None:
    """Return where the first charter leads that takes documents of this kind and says where they go beneath it."""
    asked = [
        charter for charter in charters.every(conn)
        if charter.destination is not None and charter.kinds is not None and slip.kind in charter.kinds.codes
    ]  # fmt: skip
    for charter in asked:
        folder = folders.one(conn, charter.folder, person)
        if folder is None or folder.right not in MAY_FILE:
            continue
        try:
            led = read(conn, charter.destination or "").lead(values, house.parties)
        except PatternError:  # of a field that is gone
            continue
        why = said("led_by_charter", name=folder.path or "Drive")
        above = folder.path.split("/") if folder.path else []
        found = _usable(conn, person, "charter", why, _levels(led, above))
        if found is not None:
            return found
    return None


def _levels(led: Led | Missing, above: Sequence[str] = ()) -> list[str] | None:
    return None if isinstance(led, Missing) else [*above, *(level.text for level in led.levels)]


def _usable(
    conn: Connection, person: PersonId, by: LedBy, why: Said, names: Sequence[str] | None
) -> Lead | None:
    """Return the folder that *names* lead to from the root; None where there are none, or nobody may file there."""
    if names is None:
        return None
    way = folders.way(conn, person, names)
    deepest = way[-1]
    # whoever may not see where the way ends is not told of it
    if deepest.right not in MAY_FILE:
        return None
    folder = folders.one(conn, deepest.id, person)
    if folder is None:
        return None
    make = "/".join(names[len(way) - 1 :])
    path = "/".join(part for part in (folder.path, make) if part)
    return Lead(by=by, why=why, folder=folder, make=make, path=path)


def _learned(conn: Connection, person: PersonId, house: Naming, slip: Understood) -> Lead | None:
    """Return where documents of the same kind went: of the same party, else called the same, else of any.

    Where those of the party only lean somewhere, that is doubtful, unless surer ones went the same way.
    """
    if slip.kind is None:
        return None
    who = slip.who.name if slip.who is not None else None
    party = house.ids.get(who) if who is not None else None
    leaning: Lead | None = None
    for way in _WAYS:
        told = {"party": who, "what": slip.what, "kind": house.kinds.get(slip.kind, slip.kind)}[way]
        if not told or (way == "party" and party is None):
            continue
        such = folders.such_filed(
            conn, person, kind=slip.kind, party=party if way == "party" else None,
            what=slip.what if way == "what" else None, latest=LEARNED_FROM_KIND if way == "kind" else LEARNED_FROM,
        )  # fmt: skip
        found = place([Filed(path=one.path, when=one.when, who=one.who) for one in such], slip.when, who)
        if found is None or (way != "party" and not found.is_sure):
            continue
        why = said(
            _WHY_LEARNED[way], count=found.count, of=found.of, name=told, path=found.example or "Drive"
        )
        lead = _usable(conn, person, "learned", why, found.path.split("/") if found.path else [])
        if lead is None or (leaning is not None and leaning.path != lead.path):
            continue
        if found.is_sure:
            return lead
        leaning = replace(lead, sure=False)
    return leaning


_WAYS: Final = ("party", "what", "kind")
_WHY_LEARNED: Final = {
    "party": "led_by_learned_party", "what": "led_by_learned_what", "kind": "led_by_learned_kind",
}  # fmt: skip
