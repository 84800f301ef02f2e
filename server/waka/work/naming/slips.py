"""The filing slip: what was typed, understood; the name that comes of it; where it will stand."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from datetime import date
from decimal import Decimal

from psycopg import Connection

from waka.core.fields.office import OfficeSettings
from waka.core.fields.typed import SHORT_FORM, propose_short, read_amount, read_date
from waka.core.names import (
    Parties,
    Pattern,
    Segment,
)
from waka.core.names.segments import segments_of, segments_of_known
from waka.records.desk import naming
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
    folder: int | None = None
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
    message: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Understood:
    """A slip with every field read."""

    kind: str | None
    who: Who | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    problems: list[Problem]


@dataclass(frozen=True, slots=True)
class Naming:
    """The drive's pattern and parties, read once for a use-case."""

    pattern: Pattern
    parties: Parties
    kinds: dict[str, str] = field(default_factory=dict)
    office: OfficeSettings = field(default_factory=OfficeSettings)
    hidden: frozenset[str] = frozenset()  #: short forms of parties that the person may not know of
    _seen: dict[str, tuple[Segment, ...]] = field(default_factory=dict, compare=False)

    @classmethod
    def load(cls, conn: Connection) -> Naming:
        """Return the drive's pattern and parties; what this process had last, while they are the same."""
        stamp = naming.stamp(conn)
        known = _loaded.get(stamp)
        if known is None:
            kinds = {kind.code: kind.label for kind in naming.kinds(conn)}
            known = cls(naming.pattern(conn), naming.parties(conn), kinds, settings_of(conn))
            _loaded.clear()
            _loaded[stamp] = known
        return known

    def seen_by(self, conn: Connection, person: int) -> Naming:
        """Return the same as far as *person* may know of it: a short form that is taken is taken all the same."""
        seen = {row.name for row in naming.parties_seen(conn, person)}
        hidden = frozenset(p.short for p in self.parties.known if p.short and p.name not in seen)
        return replace(self, hidden=hidden) if hidden else self

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


_loaded: dict[str, Naming] = {}  #: the last one, by its stamp


def understand(slip: Slip, house: Naming, today: date) -> Understood:
    """Return what was typed, read, with a problem for every field that is not understood."""
    problems: list[Problem] = []
    when = read_date(slip.when, today, house.office.date_order) if slip.when.strip() else None
    if slip.when.strip() and when is None:
        problems.append(
            Problem(
                field="when", message=f"“{slip.when}” is no date: try {EXAMPLES[house.office.date_order]}"
            )
        )
    amount = read_amount(slip.amount) if slip.amount.strip() else None
    if slip.amount.strip() and amount is None:
        problems.append(Problem(field="amount", message=f"“{slip.amount}” is no amount"))
    if slip.kind and slip.kind not in house.kinds:
        problems.append(Problem(field="kind", message=f"There is no kind “{slip.kind}”"))
    who = _who(slip, house)
    if who is not None and who.proposed is not None:
        problems += _short_problems(who.proposed, house)
    return Understood(
        kind=slip.kind if slip.kind in house.kinds else None, who=who, when=when,
        what=slip.what.strip() or None, reference=slip.reference.strip() or None, amount=amount,
        problems=problems,
    )  # fmt: skip


def _who(slip: Slip, house: Naming) -> Who | None:
    typed = " ".join(slip.who.split())
    if not typed:
        return None
    short = typed.lower()
    parties = house.parties
    party = (None if short in house.hidden else parties.with_short(short)) or parties.named(typed)
    if party is not None and party.short:
        return Who(name=party.name, short=party.short, known=True, proposed=None)
    name = party.name if party else typed
    proposed = slip.short.strip().lower() or propose_short(name, parties)
    return Who(name=name, short=None, known=party is not None, proposed=proposed)


def _short_problems(short: str, house: Naming) -> list[Problem]:
    taken = house.parties.with_short(short)
    if taken is not None:
        whose = "is taken" if short in house.hidden else f"already stands for {taken.name}"
        return [Problem(field="short", message=f"“{short}” {whose}")]
    if not SHORT_FORM.fullmatch(short):
        return [Problem(field="short", message="A short form is 1 to 16 letters a-z and digits")]
    return []
