"""The patterns, parties, kinds and fields that names are made and read with: loaded once while they are the same."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from psycopg import Connection

from waka.core.fields.office import OfficeSettings
from waka.core.fields.record import Record
from waka.core.fields.registry import Registry, in_name
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
from waka.records.desk import naming
from waka.records.rules import charters, fields
from waka.work.office import settings_of

MOST_SEEN = 20_000  #: names whose parts are kept


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
