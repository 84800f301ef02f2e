"""The drive's name pattern: tried on real documents while it is written, changed, and every name read by it."""

from __future__ import annotations

import threading
from collections.abc import Sequence
from dataclasses import dataclass, replace

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.ids import DocumentId, PersonId
from waka.core.names import (
    Composed,
    Pattern,
    PatternError,
    Segment,
    Style,
    ambiguity,
    compose,
    split_extension,
)
from waka.core.names.segments import segments_of, with_extension
from waka.core.rules.advice import advice
from waka.errors import BadRequest
from waka.records.finding import logbook
from waka.records.folders import survey
from waka.records.rules import fields
from waka.records.rules import patterns as kept
from waka.records.rules.patterns import Counts, Revision
from waka.work.deps import Deps
from waka.work.naming.reading import NameReader
from waka.work.naming.slips import Naming

from .rules import assert_keeper

SAMPLES = 10
READ_AT_ONCE = 2_000  #: names in one transaction
LONG_IN_A_LIST = 60  #: characters, beyond which a list of usual width cuts a name off


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """A pattern as it is written."""

    text: str
    joiner: str
    letter_case: str
    transliterate: bool
    longest: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Names:
    revision: Revision
    counts: Counts
    is_being_read: bool  #: whether names conform is still being read by it


@dataclass(frozen=True, slots=True, kw_only=True)
class Fault:
    """Why a pattern cannot be used: where in its text, and what to do."""

    at: int
    why: str
    mend: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Sample:
    """A document, its name, and what the pattern would make of its fields."""

    number: DocumentId
    now: Sequence[Segment]
    made: Sequence[Segment]  #: none where something is missing
    says: Sequence[Said]
    same: bool  #: it is called so already


@dataclass(frozen=True, slots=True, kw_only=True)
class Looked:
    fault: Fault | None = None
    advice: Sequence[Said] = ()
    samples: Sequence[Sample] = ()


def show(deps: Deps, person: PersonId) -> Names:
    """Return the drive's pattern. Raises ``NotAllowed`` for all but keepers of the whole drive."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        return Names(
            revision=kept.now(conn), counts=kept.counts(conn, person),
            is_being_read=not kept.reading(conn).finished,
        )  # fmt: skip


def look(deps: Deps, person: PersonId, wish: Wish) -> Looked:
    """Return what a pattern would come to; nothing changes. Raises ``NotAllowed``."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        house = Naming.load(conn)
        try:
            pattern = _read(house, wish)
        except _Unfit as unfit:
            return Looked(fault=unfit.fault)
        numbers = kept.samples(conn, person, SAMPLES)
        found = survey.by_number(conn, person, numbers)
        samples = [_sample(house, pattern, found[number]) for number in numbers if number in found]
        told = [_with_label(house, one) for one in advice(pattern)]
    return Looked(advice=told, samples=_with_twins(samples))


def put(deps: Deps, person: PersonId, wish: Wish, seen: int) -> None:
    """Let names be made by another pattern from now on; those that are there stay, and are read by it.

    *seen*: the revision that it grew from. Raises ``NotAllowed``, ``BadRequest``.
    """
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        fields.hold(conn)
        if kept.now(conn).revision != seen:
            raise BadRequest(
                "Somebody changed the pattern meanwhile; nothing was overwritten.", mend="Look at it first."
            )
        try:
            pattern = _read(Naming.load(conn), wish)
        except _Unfit as unfit:
            raise BadRequest(
                unfit.fault.why, mend=unfit.fault.mend, field="text", at=unfit.fault.at
            ) from None
        kept.put(conn, pattern, person)
        logbook.add_about(
            conn, "pattern_changed", person=person, about=None, reason=said("pattern", text=pattern.text)
        )


def is_due(conn: Connection) -> bool:
    """Whether there are names to be read by a pattern that is new."""
    return not kept.reading(conn).finished


def read_names(deps: Deps, stop: threading.Event) -> None:
    """Say of every document whether its name conforms to the present pattern; begins again where that changes."""
    while not stop.is_set():
        with deps.db.transaction() as conn:
            kept.begin(conn)
            some = kept.next_names(conn, READ_AT_ONCE)
            if not some:
                kept.finish(conn)
                return
            reader = NameReader.load(conn)
            now = {one.id: reader.conforms(one.name) for one in some}
            kept.note(conn, {one.id: now[one.id] for one in some if now[one.id] != one.conforms}, some[-1].id)


class _Unfit(Exception):
    def __init__(self, fault: Fault) -> None:
        super().__init__(fault.why)
        self.fault = fault


def _with_label(house: Naming, one: Said) -> Said:
    """Return advice with what the field is called in place of its code."""
    code = one.facts.get("field")
    return replace(one, facts={**one.facts, "field": house.label(code)}) if isinstance(code, str) else one


def _read(house: Naming, wish: Wish) -> Pattern:
    try:
        style = Style(
            joiner=wish.joiner, case=wish.letter_case, transliterate=wish.transliterate, longest=wish.longest,
            year_begins=house.office.year_begins,
        )  # fmt: skip
        pattern = Pattern.read(wish.text, style, house.registry.types)
    except PatternError as error:
        raise _Unfit(Fault(at=error.at, why=f"{error.why}.", mend=error.mend)) from None
    except ValueError as error:
        raise _Unfit(Fault(at=0, why=f"{error}.", mend="Choose another.")) from None
    unknown = next((slot.field for slot in pattern.slots if house.registry.one(slot.field) is None), None)
    if unknown is not None:
        at = max(wish.text.find(unknown), 0)
        raise _Unfit(Fault(at=at, why=f"There is no field “{unknown}”.", mend="Add it in Rules, Fields."))
    mixed = ambiguity(pattern)
    if mixed is not None:
        told = " and ".join(house.label(code) for code in mixed)
        raise _Unfit(
            Fault(
                at=0, why=f"{told} could not be told apart in a name.", mend="Put another sign between them."
            )
        )
    return pattern


def _sample(house: Naming, pattern: Pattern, source: survey.Source) -> Sample:
    stem, extension = split_extension(source.name)
    now = segments_of(source.name, house.pattern, house.parties)
    made = compose(pattern, house.in_names(source.record), house.parties)
    if not isinstance(made, Composed):
        says = [said(lack.code, field=house.label(lack.field)) for lack in made.lacks]
        return Sample(number=source.id, now=now, made=(), says=says, same=False)
    says = [said("long_in_a_list", size=len(made.stem))] if len(made.stem) > LONG_IN_A_LIST else []
    if made.shortened is not None:
        says.append(said("shortened", field=house.label(made.shortened)))
    return Sample(
        number=source.id, now=now, made=with_extension(made.segments, extension), says=says, same=made.stem == stem
    )  # fmt: skip


def _with_twins(samples: Sequence[Sample]) -> list[Sample]:
    """Say of which samples the names would be alike."""
    names = ["".join(segment.text for segment in one.made) for one in samples]
    return [
        replace(one, says=[*one.says, said("alike")]) if name and names.count(name) > 1 else one
        for one, name in zip(samples, names, strict=True)
    ]
