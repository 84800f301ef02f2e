"""Name patterns: tried on real documents while they are written, and names read by those that are new to them."""

from __future__ import annotations

import threading
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.fields.record import Record, filled, told_by_name
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import (
    Composed,
    FieldValue,
    Pattern,
    PatternError,
    Segment,
    Style,
    ambiguity,
    compose,
    split_extension,
)
from waka.core.names.movable import Form, as_it_is, forms, otherwise, pieces
from waka.core.names.segments import segments_of, with_extension
from waka.core.rules.advice import advice, narrow_numbers
from waka.records.finding import to_index
from waka.records.folders import survey
from waka.records.rules import patterns as kept
from waka.records.rules.patterns import Revision
from waka.work.deps import Deps
from waka.work.naming.house import Naming
from waka.work.naming.reading import NameReader

from .keeping import assert_keeps

SAMPLES = 10
READ_AT_ONCE = 2_000  #: names in one transaction
FOLDERS_AT_ONCE = 200
LONG_IN_A_LIST = 60  #: characters, beyond which a list of usual width cuts a name off


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """A pattern as it is written."""

    text: str
    joiner: str
    letter_case: str
    transliterate: bool
    longest: int


def as_kept(revision: Revision) -> Wish:
    """Return a pattern that is kept, as it would be written."""
    return Wish(
        text=revision.text, joiner=revision.joiner, letter_case=revision.letter_case,
        transliterate=revision.transliterate, longest=revision.longest,
    )  # fmt: skip


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
class Part:
    """A movable part of a pattern: a field, or what stands between fields."""

    text: str  #: as the pattern writes it
    field: str | None
    label: str = ""
    shown: str = ""  #: what it writes, of an example
    optional: bool = False
    otherwise: str = ""  #: the same, needed where it was optional and optional where it was needed
    forms: Sequence[Form] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Looked:
    fault: Fault | None = None
    parts: Sequence[Part] = ()
    advice: Sequence[Said] = ()
    samples: Sequence[Sample] = ()


def look(deps: Deps, person: PersonId, folder: FolderId, wish: Wish) -> Looked:
    """Return what a pattern would come to in *folder* and beneath it; nothing changes.

    Raises ``NotFound``, and ``NotAllowed`` for all but keepers of the folder.
    """
    with deps.db.transaction() as conn:
        assert_keeps(conn, person, folder)
        house = Naming.load(conn)
        try:
            pattern = read(house, wish)
        except Unfit as unfit:
            return Looked(fault=unfit.fault)
        numbers = kept.samples(conn, person, folder, SAMPLES)
        found = survey.by_number(conn, person, numbers)
        by_folder = house.among(conn, {source.folder_id for source in found.values()})
        samples = [
            _sample(by_folder(found[number].folder_id), pattern, found[number])
            for number in numbers if number in found
        ]  # fmt: skip
        records = [house.in_names(source.record) for source in found.values()]
        told = [_with_label(house, one) for one in (*advice(pattern), *narrow_numbers(pattern, records))]
        parts = _parts(house, pattern, list(found.values()))
    return Looked(parts=parts, advice=told, samples=_with_twins(samples))


def _parts(house: Naming, pattern: Pattern, sources: Sequence[survey.Source]) -> list[Part]:
    """Return *pattern* in movable parts, each field as it writes one of the samples."""
    examples: dict[str, FieldValue] = {}
    for source in sources:
        examples = house.in_names(source.record) | examples
    found: list[Part] = []
    for piece in pieces(pattern.text, house.registry.types):
        slot = piece.slot
        if slot is None:
            found.append(
                Part(text=piece.text, field=None, shown=piece.text.replace("{{", "{").replace("}}", "}"))
            )
            continue
        example, label = examples.get(slot.field), house.label(slot.field)
        found.append(
            Part(
                text=piece.text, field=slot.field, label=label, optional=slot.optional, otherwise=otherwise(piece),
                shown=as_it_is(piece, pattern.style, example, house.parties) or label,
                forms=list(forms(piece, pattern.style, example, house.parties)),
            )
        )  # fmt: skip
    return found


def is_due(conn: Connection) -> bool:
    """Whether there are names to be read by a pattern that is new to them."""
    return kept.is_being_read(conn)


def read_names(deps: Deps, stop: threading.Event) -> None:
    """Say of every document whose name is to be read again whether it conforms to the pattern that holds there."""
    while not stop.is_set():
        with deps.db.transaction() as conn:
            folders = kept.next_folders(conn, FOLDERS_AT_ONCE)
            if not folders:
                return
            some = kept.next_names(conn, folders, READ_AT_ONCE)
            reader = NameReader.load(conn).among(conn, folders)
            lost = [one.id for one in some if one.conforms and not reader(one.folder).conforms(one.name)]
            # only what conforms now and did not may tell something new
            read = {one.id: reader(one.folder).read(one.name, one.kind) for one in some if not one.conforms}
            won = {number: record for number, (record, conforms) in read.items() if conforms}
            kept.correct(conn, dict.fromkeys(lost, False) | dict.fromkeys(won, True))
            _fill(conn, won)
            last = some[-1].folder if len(some) == READ_AT_ONCE else None
            kept.done(conn, [folder for folder in folders if last is None or folder < last])
            if last is not None:
                kept.done_to(conn, last, some[-1].id)


def _fill(conn: Connection, read: Mapping[DocumentId, Record]) -> None:
    """Fill what is empty of documents whose names are read now; it is marked as coming from the name."""
    given: dict[DocumentId, Record] = {}
    for number, was in kept.records(conn, list(read)).items():
        empty = set(filled(read[number])) - set(filled(was))
        if empty:
            given[number] = told_by_name(was, read[number], sorted(empty))
    kept.fill(conn, given)
    to_index.put(conn, list(given))


class Unfit(Exception):
    """A pattern that cannot be used."""

    def __init__(self, fault: Fault) -> None:
        super().__init__(fault.why)
        self.fault = fault


def _with_label(house: Naming, one: Said) -> Said:
    """Return advice with what the field is called in place of its code."""
    code = one.facts.get("field")
    return replace(one, facts={**one.facts, "field": house.label(code)}) if isinstance(code, str) else one


def read(house: Naming, wish: Wish) -> Pattern:
    """Return the pattern that is wished for. Raises ``Unfit``."""
    try:
        style = Style(
            joiner=wish.joiner, case=wish.letter_case, transliterate=wish.transliterate, longest=wish.longest,
            year_begins=house.office.year_begins,
        )  # fmt: skip
        pattern = Pattern.read(wish.text, style, house.registry.types)
    except PatternError as error:
        raise Unfit(Fault(at=error.at, why=f"{error.why}.", mend=error.mend)) from None
    except ValueError as error:
        raise Unfit(Fault(at=0, why=f"{error}.", mend="Choose another.")) from None
    unknown = next((slot.field for slot in pattern.slots if house.registry.one(slot.field) is None), None)
    if unknown is not None:
        at = max(wish.text.find(unknown), 0)
        raise Unfit(Fault(at=at, why=f"There is no field “{unknown}”.", mend="Add it in Rules, Fields."))
    mixed = ambiguity(pattern)
    if mixed is not None:
        told = " and ".join(house.label(code) for code in mixed)
        raise Unfit(
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
