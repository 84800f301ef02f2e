"""A list that groups what was chosen into folders composed from fields."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime
from typing import Literal
from zoneinfo import ZoneInfo

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import Said, said
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.core.names import Destination, FieldValue, Missing, PatternError, split_extension
from waka.core.names.spotting import DatesOfNames
from waka.core.words import counted
from waka.errors import BadRequest, NotFound
from waka.records.folders import survey
from waka.records.folders.survey import Source
from waka.work.changes.structure import Structure
from waka.work.deps import Deps
from waka.work.naming import destinations
from waka.work.naming.house import Naming

from .kept_list import add, checked

DatesBy = Literal["field", "name", "file"]
SHOWN = 500  #: folders shown of what a grouping comes to


@dataclass(frozen=True, slots=True, kw_only=True)
class Grouping:
    """Documents that were chosen, and the pattern of the folders that they go to."""

    text: str
    documents: Sequence[DocumentId] = ()
    beneath: FolderId | None = None  #: all that is filed in it and beneath it, in place of ``documents``
    base: FolderId | None = None  #: the folder that the pattern begins in; None: the drive
    dates: DatesBy = "field"  #: whether "when" is the field, the date in the name, or that of the file


@dataclass(frozen=True, slots=True, kw_only=True)
class Group:
    path: str  #: of the folder
    documents: int
    missing: int  #: how many of its folders, at its end, are still to be made


@dataclass(frozen=True, slots=True, kw_only=True)
class Grouped:
    """What a grouping comes to."""

    fault: PatternError | None = None
    groups: Sequence[Group] = ()  #: by path, the first ``SHOWN``
    folders: int = 0  #: all of them
    moving: int = 0
    staying: int = 0  #: already where they should go
    lacks: Sequence[tuple[Said, int]] = ()  #: what is missing, and of how many documents


def look(deps: Deps, person: PersonId, grouping: Grouping) -> Grouped:
    """Return what a grouping comes to. Nothing moves. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        structure, above = _base(conn, person, grouping)
        house = Naming.load(conn)
        try:
            destination = destinations.read(conn, grouping.text)
        except PatternError as error:
            return Grouped(fault=error)
        groups: Counter[str] = Counter()
        lacks: Counter[tuple[str, str]] = Counter()
        staying = 0
        for source, led in _led(conn, person, house, destination, grouping):
            if isinstance(led, Missing):
                lacks.update((lack.code, house.label(lack.field)) for lack in led.lacks)
                continue
            groups[led] += 1
            staying += structure.path(source.folder_id) == _joined(above, led)
        # as the person sees it: whether there is one of that name that they may not know of is not told
        from_base = structure.seen(grouping.base) if grouping.base is not None else ""
        ways = [(_joined(from_base, led), count) for led, count in sorted(groups.items())[:SHOWN]]
        shown = [Group(path=way, documents=count, missing=structure.missing(way)) for way, count in ways]
    told = [(said(code, field=label), count) for (code, label), count in lacks.most_common()]
    return Grouped(
        groups=shown, folders=len(groups), moving=sum(groups.values()) - staying, staying=staying, lacks=told
    )


def propose(deps: Deps, person: PersonId, grouping: Grouping) -> ListId:
    """Make the list of a grouping; what lacks a field stays where it is. Raises ``BadRequest``, ``NotFound``."""
    with deps.db.transaction() as conn:
        structure, above = _base(conn, person, grouping)
        try:
            destination = destinations.read(conn, grouping.text)
        except PatternError as error:
            raise BadRequest(f"{error.why}.", mend=error.mend, field="text", at=error.at) from None
        wants: list[Proposal] = []
        for source, led in _led(conn, person, Naming.load(conn), destination, grouping):
            if isinstance(led, Missing) or structure.path(source.folder_id) == _joined(above, led):
                continue
            wants.append(Proposal(act=acts.Place.code, document=source.id, into=grouping.base, to=led))
        if not wants:
            raise BadRequest("Nothing would move.", mend="Every document is there already, or lacks a field.")
        title = counted("group", len(wants), by=destination.text, dates=grouping.dates)
        list_id = add(conn, person, wants, title=title, origin="chosen", ask=Ask(into=grouping.base))
    return checked(deps, list_id, len(wants))


def _base(conn: Connection, person: PersonId, grouping: Grouping) -> tuple[Structure, str]:
    structure = Structure(survey.folders(conn, person))
    if grouping.base is not None and not structure.is_seen(grouping.base):
        raise NotFound("The folder")
    return structure, structure.path(grouping.base) if grouping.base is not None else ""


def _joined(above: str, path: str) -> str:
    return f"{above}/{path}" if above else path


def _led(
    conn: Connection, person: PersonId, house: Naming, destination: Destination, grouping: Grouping
) -> Iterator[tuple[Source, str | Missing]]:
    """Yield every chosen document that is filed, with the path that it leads to from the base."""
    numbers = list(dict.fromkeys(grouping.documents))
    if grouping.beneath is not None:
        numbers = [number for number, _ in survey.beneath(conn, grouping.beneath, person)]
    found = survey.by_number(conn, person, numbers)
    sources = [found[number] for number in numbers if number in found and found[number].state == "filed"]
    dates = _dates(house, grouping.dates, sources)
    for source, when in zip(sources, dates, strict=True):
        fields = dict(house.in_names(source._replace(when=None).record))
        if when is not None:
            fields["when"] = when
        led = destination.lead(fields, house.parties)
        yield source, led if isinstance(led, Missing) else led.path


def _dates(house: Naming, by: DatesBy, sources: Sequence[Source]) -> Sequence[FieldValue | None]:
    """Return the date of each document, as it was chosen that it be told."""
    if by == "field":
        return [source.when for source in sources]
    if by == "file":
        zone = house.office.time_zone
        return [_day(source.modified_ns, ZoneInfo(zone) if zone else None) for source in sources]
    stems = [split_extension(source.name)[0] for source in sources]
    spotted = DatesOfNames(stems)
    return [spotted.date(stem) for stem in stems]


def _day(modified_ns: int, zone: ZoneInfo | None) -> date:
    return datetime.fromtimestamp(modified_ns // 10**9, UTC).astimezone(zone).date()
