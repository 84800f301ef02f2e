"""What filing a slip now would come to: the name that it composes, where that stands, and what is in the way."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.fields.registry import in_name, kept
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import (
    Composed,
    FieldValue,
    Finding,
    Parties,
    Party,
    Segment,
    check_name,
    compose,
    split_extension,
)
from waka.core.names.segments import with_extension
from waka.core.rules.charter import Coming, holding, objections
from waka.core.words import worded
from waka.drive.tree import shown
from waka.errors import NotFound
from waka.reading.sniff import wrong_extension
from waka.records.documents import documents, versions
from waka.records.documents.documents import Document
from waka.records.folders import folders, survey
from waka.records.folders.folders import Folder
from waka.records.rules import charters
from waka.work import office

from .destinations import Lead, lead
from .house import Naming
from .slips import Problem, Slip, Understood, understand

STRIP = 4  #: neighbours shown each way


@dataclass(frozen=True, slots=True, kw_only=True)
class Beside:
    """A neighbour in the strip."""

    number: DocumentId
    name: str
    segments: Sequence[Segment]


@dataclass(frozen=True, slots=True, kw_only=True)
class Stands:
    """The document that has the name already."""

    number: DocumentId
    name: str
    version: int
    same_bytes: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Preview:
    understood: Understood
    name: str | None  #: None while something is missing
    segments: Sequence[Segment] = ()
    shortened: str | None = None
    findings: Sequence[Finding] = ()
    folder: Folder | None = None  #: where it stands, or above what is still to be made
    make: str = ""  #: the path beneath that is still to be made
    lead: Lead | None = None  #: where the slip leads, while no folder is chosen
    before: Sequence[Beside] = ()
    after: Sequence[Beside] = ()
    stands: Stands | None = None


def compose_name(
    understood: Understood, document: Document, slip: Slip, house: Naming
) -> tuple[Composed | None, str, list[Problem]]:
    """Return the composed name, its extension, and what the pattern still needs."""
    who = understood.who
    parties = house.parties
    if who is not None and who.proposed is not None:
        others = [party for party in parties.known if party.name != who.name]
        parties = Parties.of([*others, Party(who.name, who.proposed)])
    composed = compose(house.pattern, _values(understood, house), parties)
    extension = slip.extension
    if extension is None:
        extension = split_extension(_own_name(document))[1]
    if isinstance(composed, Composed):
        return composed, extension, []
    told = {problem.field for problem in understood.problems}
    lacks = [Problem(field=lack.field, said=said(lack.code, field=house.label(lack.field)))
             for lack in composed.lacks if lack.field not in told]  # fmt: skip
    return None, extension, lacks


def _values(read: Understood, house: Naming) -> dict[str, FieldValue]:
    """Return what a slip says, as a name tells it."""
    values: dict[str, FieldValue | None] = {
        "kind": house.kinds.get(read.kind or ""), "who": read.who.name if read.who else None, "when": read.when,
        "what": read.what, "reference": read.reference, "amount": read.amount.amount if read.amount else None,
    }  # fmt: skip
    for field in house.registry.further:
        if field.code in read.further:
            told = kept(read.further[field.code])
            values[field.code] = in_name(field, told, told)
    return {name: value for name, value in values.items() if value is not None}


def _own_name(document: Document) -> str:
    if document.arrival_path is not None:
        return shown(document.arrival_path.rpartition(b"/")[2])
    return document.name


def preview(
    conn: Connection, person: PersonId, number: DocumentId, slip: Slip, today: date | None = None
) -> Preview:
    """Return what filing *slip* now would come to. Raises ``NotFound``."""
    document = documents.one(conn, number, person)
    if document is None:
        raise NotFound(f"No. {number}")
    return preview_of(
        conn, person, document, slip, Naming.load(conn).seen_by(conn, person), today or office.today(conn)
    )


def preview_of(
    conn: Connection, person: PersonId, document: Document, slip: Slip, house: Naming, today: date, *,
    shows_beside: bool = True,
) -> Preview:  # fmt: skip
    """Return what filing *slip* would come to. *shows_beside*: with the names before and after it in its folder."""
    understood = understand(slip, house, today)
    led = leads(conn, person, house, understood) if slip.folder is None else None
    folder = led.folder if led is not None else None
    make = led.make if led is not None else slip.make
    if slip.folder is not None:
        folder = folders.one(conn, slip.folder, person)
    # by the pattern of where it goes, which holds in what is made there too
    house = house.at(conn, folder.id if folder is not None else None)
    composed, extension, lacks = compose_name(understood, document, slip, house)
    understood.problems.extend(lacks)
    findings = _extension_findings(document, extension)
    if composed is None:
        return Preview(
            understood=understood, name=None, findings=findings, folder=folder, make=make, lead=led
        )
    name = composed.stem + extension
    if folder is not None:
        findings += _objections(conn, house, folder, make, understood.kind)
    stands: Stands | None = None
    before: list[Beside] = []
    after: list[Beside] = []
    if folder is not None and not make:
        beside = documents.names_beside(conn, folder=folder.id, name=name, person=person, ignore=document.id)
        room = len(folder.path) + 1 if folder.path else 0
        stands = _standing(conn, person, document, folder.id, name) if beside else None
        findings += _collision(check_name(name, neighbours=beside, parent_length=room), stands, slip)
        if shows_beside:
            around = documents.neighbours(conn, folder=folder.id, name=name, person=person, each_way=STRIP)
            before, after = (
                [Beside(number=n.id, name=n.name, segments=house.segments(n.name)) for n in side]
                for side in around
            )
    else:
        room = len(f"{folder.path}/{make}/") if folder is not None else 0
        findings += check_name(name, parent_length=room)
    return Preview(
        understood=understood, name=name, segments=with_extension(composed.segments, extension),
        shortened=composed.shortened, findings=findings, folder=folder, make=make, lead=led, before=before,
        after=after, stands=stands,
    )  # fmt: skip


def _objections(
    conn: Connection, house: Naming, folder: Folder, make: str, kind: str | None
) -> list[Finding]:
    """Return what the charter of *folder* says of a document of that kind."""
    declared = charters.every(conn)
    if not declared:
        return []
    way = folders.above(conn, folder.id)
    holds = holding(way, declared)
    above = way.index(holds.by.deepest) if holds.by.deepest is not None else 0
    documents_there = survey.counts(conn, [folder.id]).get(folder.id, 0) if not make else 0
    coming = Coming(kind=kind, depth=above + make.count("/") + bool(make), documents=documents_there + 1)
    return [
        Finding(one.code, worded(one.code, one.facts), None)
        for one in objections(holds, coming, house.kinds, folder.path or "Drive")
    ]


def leads(conn: Connection, person: PersonId, house: Naming, understood: Understood) -> Lead | None:
    """Return where a slip leads, whatever folder was chosen."""
    return lead(conn, person, house, understood, _values(understood, house))


def _standing(
    conn: Connection, person: PersonId, document: Document, folder: FolderId, name: str
) -> Stands | None:
    found = versions.standing(conn, folder=folder, name=name, person=person, ignore=document.id)
    if found is None:
        return None
    return Stands(number=found.id, name=found.name, version=found.version,
                  same_bytes=found.sha256 == document.sha256)  # fmt: skip


def _collision(findings: list[Finding], stands: Stands | None, slip: Slip) -> list[Finding]:
    """Return *findings* as they are where the arrival becomes a new version of what stands there."""
    if stands is None or not slip.as_version:
        return findings
    others = [found for found in findings if found.code not in ("taken", "twin")]
    if stands.same_bytes:
        told = Finding("identical", f"The same bytes stand there already, as No. {stands.number}", None)
    else:
        told = Finding(
            "new_version",
            f"Becomes version {stands.version + 1} of No. {stands.number}; the earlier one is kept",
            None,
        )
    return [told, *others]


def _extension_findings(document: Document, extension: str) -> list[Finding]:
    better = wrong_extension(extension, document.fitting_extension or "")
    if better is None:
        return []
    told = f"The name ends in “{extension}”" if extension else "The name has no extension"
    return [Finding("wrong_extension", f"{told}, but the content is {better[1:].upper()}", better)]
