"""The filing slip: what was typed, understood; the name that comes of it; where it will stand."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from datetime import date
from functools import cached_property

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.fields.money import Money, read_money
from waka.core.fields.office import OfficeSettings
from waka.core.fields.record import Record
from waka.core.fields.registry import Registry, Value, in_name, read
from waka.core.fields.typed import SHORT_FORM, propose_short, read_date
from waka.core.ids import FolderId, PartyId, PersonId
from waka.core.names import (
    Composed,
    FieldType,
    FieldValue,
    Parties,
    Party,
    Pattern,
    Segment,
    compose,
    split_extension,
)
from waka.core.names.segments import ODD, segments_of, segments_of_known
from waka.core.words import worded
from waka.records.desk import naming
from waka.records.rules import charters, fields
from waka.work.office import settings_of

EXAMPLES = {"day_first": "12 3 25", "month_first": "3 12 25"}
MOST_SEEN = 20_000  #: names whose parts are kept


@dataclass(frozen=True, slots=True, kw_only=True)
class Slip:
    """What a person typed; every field as text, '' where it is empty."""

    kind: str = ""
    who: str = ""
    short: str = ""  #: the short form for a party that is new or has none
    when: str = ""
    what: str = ""
    reference: str = ""
    amount: str = ""
    fields: Mapping[str, str] = field(
        default_factory=dict
    )  #: what was typed for further fields, by their codes
    folder: FolderId | None = None
    make: str = ""  #: the path beneath ``folder`` that it goes to, as far as it is still to be made
    extension: str | None = None  #: in place of the arrival's own
    as_version: bool = False  #: where the name is taken: as a new version of what stands there


@dataclass(frozen=True, slots=True, kw_only=True)
class Who:
    """The party that was typed, as far as it is known."""

    name: str
    short: str | None
    known: bool
    proposed: str | None  #: a short form for a party that has none


@dataclass(frozen=True, slots=True, kw_only=True)
class Problem:
    field: str
    said: Said

    @property
    def message(self) -> str:
        return worded(self.said.code, self.said.facts)


@dataclass(frozen=True, slots=True, kw_only=True)
class Understood:
    """A slip with every field read."""

    kind: str | None
    who: Who | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Money | None
    further: Mapping[str, Value]  #: by code; a party by its name
    problems: list[Problem]


@dataclass(frozen=True)
class Naming:
    """The patterns and parties of the drive, read once for a use-case."""

    pattern: Pattern  #: of the whole drive; of a folder where it was asked for with ``at``
    parties: Parties
    kinds: dict[str, str] = field(default_factory=dict)
    office: OfficeSettings = field(default_factory=OfficeSettings)
    registry: Registry = field(default_factory=Registry)
    ids: dict[str, PartyId] = field(default_factory=dict)  #: of the parties, by their names
    destinations: dict[str, str] = field(default_factory=dict)  #: of the parties, by their names
    kind_destinations: dict[str, str] = field(default_factory=dict)  #: by the kinds' codes
    hidden: frozenset[str] = frozenset()  #: short forms of parties that the person may not know of
    patterns: dict[FolderId, Pattern] = field(
        default_factory=dict
    )  #: of charters, by the folders that declare them
    _seen: dict[str, tuple[Segment, ...]] = field(default_factory=dict, compare=False)
    _by: dict[Pattern, Naming] = field(default_factory=dict, compare=False)

    @classmethod
    def load(cls, conn: Connection) -> Naming:
        """Return the drive's pattern and parties; what this process had last, while they are the same."""
        stamp = naming.stamp(conn)
        known = _loaded.get(stamp)
        if known is None:
            kinds = naming.kinds(conn)
            registry = fields.registry(conn)
            rows = naming.party_rows(conn)
            office = settings_of(conn)
            known = cls(
                naming.pattern(conn, registry.types, office.year_begins),
                Parties.of(Party(row.name, row.short, tuple(row.spellings)) for row in rows),
                {kind.code: kind.label for kind in kinds},
                office,
                registry,
                {row.name: row.id for row in rows},
                {row.name: row.destination for row in rows if row.destination},
                {kind.code: kind.destination for kind in kinds if kind.destination},
                patterns=naming.patterns(conn, registry.types, office.year_begins),
            )
            _loaded.clear()
            _loaded[stamp] = known
        return known

    def seen_by(self, conn: Connection, person: PersonId) -> Naming:
        """Return the same as far as *person* may know of it: a short form that is taken is taken all the same."""
        seen = {row.name for row in naming.parties_seen(conn, person)}
        hidden = frozenset(p.short for p in self.parties.known if p.short and p.name not in seen)
        return replace(self, hidden=hidden, _by={}) if hidden else self

    def by(self, naming: FolderId | None) -> Naming:
        """Return the same with the pattern of the charter of *naming*; None: that of the whole drive."""
        pattern = self.patterns.get(naming) if naming is not None else None
        if pattern is None:
            return self
        made = self._by.get(pattern)
        if made is None:
            made = self._by[pattern] = replace(self, pattern=pattern, _seen={}, _by={})
        return made

    def among(self, conn: Connection, folders: Iterable[FolderId]) -> Callable[[FolderId | None], Naming]:
        """Return what gives, of some *folders*, each with the pattern that holds there."""
        if not self.patterns:
            return lambda _: self
        by = charters.naming(conn, set(folders))
        return lambda folder: self.by(by.get(folder)) if folder is not None else self

    def at(self, conn: Connection, folder: FolderId | None) -> Naming:
        """Return the same with the pattern that holds in *folder*; None: that of the whole drive."""
        return self.among(conn, [folder])(folder) if folder is not None else self

    @cached_property
    def names(self) -> dict[PartyId, str]:
        """The parties' names by their numbers."""
        return {number: name for name, number in self.ids.items()}

    def label(self, code: str) -> str:
        """Return what the field *code* is called."""
        field = self.registry.one(code)
        return field.label if field is not None else code

    def told(self, kept_fields: Mapping[str, str]) -> dict[str, str]:
        """Return further fields as a person is told them: a party by its name, all else as it is kept."""
        types = self.registry.types
        return {
            code: self.names.get(PartyId(int(kept)), "") if types.get(code) is FieldType.PARTY else kept
            for code, kept in kept_fields.items()
            if code in types
        }

    def in_names(self, record: Record) -> dict[str, FieldValue]:
        """Return what a record says, as names tell it."""
        found: dict[str, FieldValue | None] = {
            "kind": self.kinds.get(record.kind or ""), "who": self.names.get(record.party) if record.party else None,
            "when": record.when, "what": record.what, "reference": record.reference, "amount": record.amount,
        }  # fmt: skip
        told = self.told(record.further)
        for one in self.registry.further:
            if one.code in told:
                found[one.code] = in_name(one, record.further[one.code], told[one.code])
        return {code: value for code, value in found.items() if value is not None}

    def name_of(self, record: Record, name: str) -> str | None:
        """Return the name that the fields of *record* make in place of *name*; None where one is missing."""
        composed = compose(self.pattern, self.in_names(record), self.parties)
        return composed.stem + split_extension(name)[1] if isinstance(composed, Composed) else None

    def segments(self, name: str) -> tuple[Segment, ...]:
        """Return *name* in parts; lists show the same names again and again, so they are kept."""
        found = self._seen.get(name)
        if found is None:
            if len(self._seen) >= MOST_SEEN:
                self._seen.clear()
            found = self._seen[name] = segments_of(name, self.pattern, self.parties)
        return found

    def segments_known(self, name: str, *, conforms: bool) -> tuple[Segment, ...]:
        """Return *name* in parts as its record has it; for long lists."""
        return segments_of_known(name, self.pattern, conforms=conforms)

    def segments_anywhere(self, name: str) -> tuple[Segment, ...]:
        """Return *name* in parts by the first pattern of the drive that reads it, wherever it stood."""
        found = self.segments(name)
        others = (self.by(folder).segments(name) for folder in self.patterns) if _is_odd(found) else iter(())
        return next((one for one in others if not _is_odd(one)), found)


def _is_odd(segments: tuple[Segment, ...]) -> bool:
    return any(segment.field == ODD for segment in segments)


_loaded: dict[str, Naming] = {}  #: the last one, by its stamp


def understand(slip: Slip, house: Naming, today: date) -> Understood:
    """Return what was typed, read, with a problem for every field that is not understood."""
    problems: list[Problem] = []
    when = read_date(slip.when, today, house.office.date_order) if slip.when.strip() else None
    if slip.when.strip() and when is None:
        example = EXAMPLES[house.office.date_order]
        problems.append(Problem(field="when", said=said("no_date", typed=slip.when, example=example)))
    amount = read_money(slip.amount, house.office.currency) if slip.amount.strip() else None
    if slip.amount.strip() and amount is None:
        problems.append(Problem(field="amount", said=said("no_amount", typed=slip.amount)))
    if slip.kind and slip.kind not in house.kinds:
        problems.append(Problem(field="kind", said=said("no_kind", typed=slip.kind)))
    who = _who(slip, house)
    if who is not None and who.proposed is not None:
        problems += _short_problems(who.proposed, house)
    return Understood(
        kind=slip.kind if slip.kind in house.kinds else None, who=who, when=when,
        what=slip.what.strip() or None, reference=slip.reference.strip() or None, amount=amount,
        further=_further(slip, house, today, problems), problems=problems,
    )  # fmt: skip


def _further(slip: Slip, house: Naming, today: date, problems: list[Problem]) -> dict[str, Value]:
    """Return what was typed for further fields; note in *problems* what is not understood."""
    found: dict[str, Value] = {}
    for code, typed in slip.fields.items():
        one = house.registry.one(code)
        if not typed.strip():
            continue
        if one is None:
            problems.append(Problem(field=code, said=said("no_field", typed=code)))
            continue
        value = read(one, typed, today=today, order=house.office.date_order, currency=house.office.currency)
        if value is None:
            problems.append(Problem(field=code, said=said(_NOT[one.type], typed=typed)))
        elif one.type is FieldType.PARTY:
            found[code] = (_who_is(typed, house) or (typed, None))[0]
        else:
            found[code] = value
    return found


_NOT = {
    FieldType.DATE: "no_date", FieldType.MONEY: "no_amount", FieldType.NUMBER: "no_number",
    FieldType.CHOICE: "no_choice", FieldType.TEXT: "too_much", FieldType.CODE: "too_much",
    FieldType.PARTY: "too_much",
}  # fmt: skip


def _who_is(typed: str, house: Naming) -> tuple[str, str | None] | None:
    """Return the name and the short form of the party that is meant, where it is known."""
    short = typed.lower()
    party = (None if short in house.hidden else house.parties.with_short(short)) or house.parties.named(typed)
    return (party.name, party.short) if party is not None else None


def _who(slip: Slip, house: Naming) -> Who | None:
    typed = " ".join(slip.who.split())
    if not typed:
        return None
    name, short = _who_is(typed, house) or (typed, None)
    known = house.parties.named(name) is not None
    if known and short:
        return Who(name=name, short=short, known=True, proposed=None)
    proposed = slip.short.strip().lower() or propose_short(name, house.parties)
    return Who(name=name, short=None, known=known, proposed=proposed)


def _short_problems(short: str, house: Naming) -> list[Problem]:
    taken = house.parties.with_short(short)
    if taken is not None:
        if short in house.hidden:
            return [Problem(field="short", said=said("short_taken_unseen", typed=short))]
        return [Problem(field="short", said=said("short_taken", typed=short, party=taken.name))]
    if not SHORT_FORM.fullmatch(short):
        return [Problem(field="short", said=said("short_form"))]
    return []
