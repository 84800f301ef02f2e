"""The filing slip: what was typed, understood; the name that comes of it; where it will stand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from decimal import Decimal

from psycopg import Connection

from waka.core.fields.typed import SHORT_FORM, propose_short, read_amount, read_date
from waka.core.names import (
    Composed,
    Finding,
    Parties,
    Party,
    Pattern,
    Segment,
    check_name,
    compose,
    split_extension,
)
from waka.core.names.segments import segments_of, segments_of_known, with_extension
from waka.drive.tree import shown
from waka.errors import NotFound
from waka.reading.sniff import wrong_extension
from waka.records import documents, folders, naming, versions
from waka.records.documents import Document
from waka.records.folders import Folder

STRIP = 4  #: neighbours shown each way
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


@dataclass(frozen=True, slots=True, kw_only=True)
class Beside:
    """A neighbour in the strip."""

    number: int
    name: str
    segments: Sequence[Segment]


@dataclass(frozen=True, slots=True, kw_only=True)
class Stands:
    """The document that has the name already."""

    number: int
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
    folder: Folder | None = None
    before: Sequence[Beside] = ()
    after: Sequence[Beside] = ()
    stands: Stands | None = None


@dataclass(frozen=True, slots=True)
class Naming:
    """The drive's pattern and parties, read once for a use-case."""

    pattern: Pattern
    parties: Parties
    kinds: dict[str, str] = field(default_factory=dict)
    hidden: frozenset[str] = frozenset()  #: short forms of parties that the person may not know of
    _seen: dict[str, tuple[Segment, ...]] = field(default_factory=dict, compare=False)

    @classmethod
    def load(cls, conn: Connection) -> Naming:
        """Return the drive's pattern and parties; what this process had last, while they are the same."""
        stamp = naming.stamp(conn)
        known = _loaded.get(stamp)
        if known is None:
            kinds = {kind.code: kind.label for kind in naming.kinds(conn)}
            known = cls(naming.pattern(conn), naming.parties(conn), kinds)
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
    when = read_date(slip.when, today) if slip.when.strip() else None
    if slip.when.strip() and when is None:
        problems.append(Problem(field="when", message=f"“{slip.when}” is no date: try 12 3 25"))
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


def compose_name(
    understood: Understood, document: Document, slip: Slip, house: Naming
) -> tuple[Composed | None, str, list[Problem]]:
    """Return the composed name, its extension, and what the pattern still needs."""
    who = understood.who
    parties = house.parties
    if who is not None and who.proposed is not None:
        others = [party for party in parties.known if party.name != who.name]
        parties = Parties.of([*others, Party(who.name, who.proposed)])
    values = {
        "kind": house.kinds.get(understood.kind or ""), "who": who.name if who else None,
        "when": understood.when, "what": understood.what, "reference": understood.reference,
        "amount": understood.amount,
    }  # fmt: skip
    composed = compose(
        house.pattern, {name: value for name, value in values.items() if value is not None}, parties
    )
    extension = slip.extension
    if extension is None:
        extension = split_extension(_own_name(document))[1]
    if isinstance(composed, Composed):
        return composed, extension, []
    told = {problem.field for problem in understood.problems}
    lacks = [Problem(field=lack.field, message=f"{lack.field} {lack.why}")
             for lack in composed.lacks if lack.field not in told]  # fmt: skip
    return None, extension, lacks


def _own_name(document: Document) -> str:
    if document.arrival_path is not None:
        return shown(document.arrival_path.rpartition(b"/")[2])
    return document.name


def preview(conn: Connection, person: int, number: int, slip: Slip, today: date) -> Preview:
    """Return what filing *slip* now would come to. Raises ``NotFound``."""
    document = documents.one(conn, number, person)
    if document is None:
        raise NotFound(f"No. {number}")
    return preview_of(conn, person, document, slip, Naming.load(conn).seen_by(conn, person), today)


def preview_of(
    conn: Connection, person: int, document: Document, slip: Slip, house: Naming, today: date
) -> Preview:
    understood = understand(slip, house, today)
    composed, extension, lacks = compose_name(understood, document, slip, house)
    understood.problems.extend(lacks)
    folder = folders.one(conn, slip.folder, person) if slip.folder is not None else None
    findings = _extension_findings(document, extension)
    if composed is None:
        return Preview(understood=understood, name=None, findings=findings, folder=folder)
    name = composed.stem + extension
    stands: Stands | None = None
    before: list[Beside] = []
    after: list[Beside] = []
    if folder is not None:
        beside = documents.names_beside(conn, folder=folder.id, name=name, person=person, ignore=document.id)
        room = len(folder.path) + 1 if folder.path else 0
        stands = _standing(conn, person, document, folder.id, name) if beside else None
        findings += _collision(check_name(name, neighbours=beside, parent_length=room), stands, slip)
        around = documents.neighbours(conn, folder=folder.id, name=name, person=person, each_way=STRIP)
        before, after = (
            [Beside(number=n.id, name=n.name, segments=house.segments(n.name)) for n in side]
            for side in around
        )
    else:
        findings += check_name(name)
    return Preview(
        understood=understood, name=name, segments=with_extension(composed.segments, extension),
        shortened=composed.shortened, findings=findings, folder=folder, before=before, after=after, stands=stands,
    )  # fmt: skip


def _standing(conn: Connection, person: int, document: Document, folder: int, name: str) -> Stands | None:
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
