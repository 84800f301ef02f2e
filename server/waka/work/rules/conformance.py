"""How the names in a folder keep to their patterns: a share, those that do not, why, and what they could be called."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass, replace
from itertools import chain
from typing import Literal

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import Said, said
from waka.core.changes.proposal import Proposal
from waka.core.fields.record import with_fields_of
from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.core.names import Pattern, Segment, split_extension
from waka.core.names.segments import segments_of
from waka.core.rules.oddness import Case, Judged, judge
from waka.core.words import counted
from waka.errors import BadRequest, NotFound
from waka.records.folders import folders, survey
from waka.records.folders.survey import Source
from waka.records.rules import charters
from waka.records.rules import patterns as kept
from waka.records.rules.patterns import Counts
from waka.work.changes.structure import Structure
from waka.work.changes.ways.kept_list import propose as keep_list
from waka.work.deps import Deps
from waka.work.naming.house import Naming
from waka.work.naming.kinds_taken import KindsTaken
from waka.work.naming.reading import NameReader
from waka.work.rules.patterns import Unfit, Wish, as_kept, read

MOST = 5_000  #: names that are looked at together, and mended by one list
SHOWN = 300
MOST_EARLIER = 8  #: earlier patterns that names are tried with

Which = Literal["earlier", "known", "all"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Odd:
    """A document whose name does not conform, or whose kind does not belong where it stands."""

    number: DocumentId
    path: str  #: of its folder
    segments: Sequence[Segment]
    says: Sequence[Said]
    could_be: Sequence[Segment]  #: empty where something is missing
    by_earlier: bool
    guessed: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class NamesKept:
    counts: Counts
    is_being_read: bool
    odd: Sequence[Odd]
    by_earlier: int  #: names that an earlier pattern made
    known: int  #: names that could be mended by what is known
    guessed: int  #: names that could be mended by what was guessed from them
    is_cut: bool  #: there are more than were looked at


@dataclass(frozen=True, slots=True)
class _Found:
    source: Source
    judged: Judged
    house: Naming
    kinds: Sequence[str] | None  #: that belong there, where its own does not


def show(deps: Deps, person: PersonId, folder: FolderId) -> NamesKept:
    """Return how the names in a folder and beneath it keep to their patterns. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if folders.one(conn, folder, person) is None:
            raise NotFound("The folder")
        # asked first: where names are read between these questions, what is told is asked for again
        is_being_read = kept.is_being_read(conn)
        counts = kept.counts(conn, person, folder)
        structure = Structure(survey.folders(conn, person))
        found = list(_found(conn, person, folder, structure))
    first = sorted(
        found, key=lambda one: (not one.judged.by_earlier, one.judged.stem is None, one.judged.guessed)
    )
    return NamesKept(
        counts=counts, is_being_read=is_being_read, odd=[_told(structure, one) for one in first[:SHOWN]],
        by_earlier=sum(one.judged.by_earlier for one in found),
        known=sum(one.judged.stem is not None and not one.judged.guessed for one in found),
        guessed=sum(one.judged.guessed for one in found), is_cut=len(found) >= MOST,
    )  # fmt: skip


def propose(deps: Deps, person: PersonId, folder: FolderId, which: Which, by: Wish | None = None) -> ListId:
    """Make the list that gives names that do not conform what they could be called.

    *which*: those that an earlier pattern made; all that what is known suffices for; those that were guessed too.
    *by*: a pattern that names are read by as if it were an earlier one. Raises ``NotFound``, ``BadRequest``.
    """
    with deps.db.transaction() as conn:
        there = folders.one(conn, folder, person)
        if there is None:
            raise NotFound("The folder")
        reader = NameReader.load(conn)
        wants = [
            _proposal(reader, one)
            for one in _found(conn, person, folder, Structure(survey.folders(conn, person)), by)
            if _is_wanted(one.judged, which)
        ]
    if not wants:
        raise BadRequest("No name would change.", mend="Fill in what the documents' fields lack.")
    title = counted("mend_names", len(wants), path=there.path or "Drive")
    return keep_list(deps, person, wants, title=title, origin="chosen")


def _is_wanted(judged: Judged, which: Which) -> bool:
    if judged.stem is None or (which == "earlier" and not judged.by_earlier):
        return False
    return which == "all" or not judged.guessed


def _proposal(reader: NameReader, found: _Found) -> Proposal:
    source, judged = found.source, found.judged
    name = (judged.stem or "") + split_extension(source.name)[1]
    if not judged.fields:
        return Proposal(act=acts.Place.code, document=source.id, name=name, record=source.record)
    only = tuple(judged.fields)
    told = replace(reader.by(found.house).record_of(judged.fields), from_name=only)
    record = with_fields_of(source.record, told, only)
    return Proposal(act=acts.Correct.code, document=source.id, record=record, only=only, name=name)


def _found(
    conn: Connection, person: PersonId, folder: FolderId, structure: Structure, by: Wish | None = None
) -> Iterator[_Found]:
    kinds = _kinds(conn, structure, folder)
    numbers = kept.odd(conn, person, folder, kinds.by_folder, MOST)
    known = survey.by_number(conn, person, numbers)
    by_folder: dict[FolderId, list[Source]] = {}
    for number in numbers:
        if number in known:
            by_folder.setdefault(known[number].folder_id, []).append(known[number])
    house = Naming.load(conn)
    at = house.among(conn, by_folder)
    earlier = _Earlier(conn, house, structure, by)
    for one, sources in by_folder.items():
        there = at(one)
        cases = [
            Case(
                stem=split_extension(source.name)[0], fields=there.in_names(source.record), pattern=there.pattern,
                earlier=earlier.of(one, there.pattern),
            )
            for source in sources
        ]  # fmt: skip
        belong = kinds.by_folder.get(one)
        for source, judged in zip(sources, judge(cases, there.parties, there.label), strict=True):
            strange = None if kinds.fit(one, source.kind) else belong
            if judged.reasons or strange is not None:
                yield _Found(source, judged, there, strange)


def _kinds(conn: Connection, structure: Structure, folder: FolderId) -> KindsTaken:
    """Return the kinds that belong in a folder and in those beneath it, where a charter says so."""
    declared = [one for one in charters.every(conn) if one.kinds is not None]
    ways = {one: structure.way(one) for one in structure.rows} if declared else {}
    return KindsTaken.along(declared, {one: way for one, way in ways.items() if folder in way})


class _Earlier:
    """The patterns that names of a folder may have been made by: its own revisions, and those of folders above it."""

    def __init__(self, conn: Connection, house: Naming, structure: Structure, by: Wish | None) -> None:
        self._house, self._structure = house, structure
        try:
            self._first = [read(house, by)] if by is not None else []
        except Unfit as unfit:
            raise BadRequest(unfit.fault.why, mend=unfit.fault.mend, field="by", at=unfit.fault.at) from None
        self._by_folder: dict[FolderId | None, list[Pattern]] = {}
        for revision in kept.every(conn):
            with suppress(Unfit):  # of a field that is gone
                self._by_folder.setdefault(revision.folder_id, []).append(read(house, as_kept(revision)))

    def of(self, folder: FolderId, now: Pattern) -> list[Pattern]:
        """Return them, the likeliest first. *now*: the pattern that holds there."""
        revisions = [self._by_folder.get(one, ()) for one in (*self._structure.way(folder), None)]
        found = dict.fromkeys([*self._first, *chain.from_iterable(revisions)])
        found.pop(now, None)
        return list(found)[:MOST_EARLIER]


def _told(structure: Structure, found: _Found) -> Odd:
    source, judged, house = found.source, found.judged, found.house
    stem, extension = split_extension(source.name)
    says = list(judged.reasons)
    if found.kinds is not None:
        says.append(said("other_kind_here", kinds=[house.kinds.get(code, code) for code in found.kinds]))
    could_be = segments_of(judged.stem + extension, house.pattern, house.parties) if judged.stem else ()
    return Odd(
        number=source.id, path=structure.seen(source.folder_id), segments=house.segments_anywhere(source.name),
        says=says, could_be=could_be if judged.stem != stem else (), by_earlier=judged.by_earlier,
        guessed=judged.guessed,
    )  # fmt: skip
