"""The filing slip: what was typed, understood; the name that comes of it; where it will stand."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date

from waka.core.changes.findings import Said, said
from waka.core.fields.money import Money, read_money
from waka.core.fields.registry import Value, read
from waka.core.fields.typed import SHORT_FORM, propose_short, read_date
from waka.core.ids import DocumentId, FolderId
from waka.core.names import (
    FieldType,
)
from waka.core.words import worded

from .house import Naming

EXAMPLES = {"day_first": "12 3 25", "month_first": "3 12 25"}


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
    see_also: DocumentId | None = None  #: that a note on it leads to
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
