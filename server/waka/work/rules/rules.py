"""The team's own rules: which fields there are, which kinds, and what the parties are called."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import msgspec
from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.fields.registry import Field, faults
from waka.core.fields.typed import SHORT_FORM
from waka.core.ids import PartyId, PersonId
from waka.core.names import fold
from waka.errors import BadRequest, NotFound
from waka.records.desk import naming
from waka.records.desk.naming import Kind, PartyRow
from waka.records.finding import logbook
from waka.records.rules import fields
from waka.work.deps import Deps
from waka.work.naming import destinations

from .keeping import assert_keeper

LONGEST_NAME = 200
MOST_KINDS = 100


@dataclass(frozen=True, slots=True, kw_only=True)
class FieldUsed:
    field: Field
    documents: int  #: that say something in it, as far as the person may see them


@dataclass(frozen=True, slots=True, kw_only=True)
class KindUsed:
    kind: Kind
    documents: int


@dataclass(frozen=True, slots=True, kw_only=True)
class PartyUsed:
    party: PartyRow
    documents: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Rules:
    fields: Sequence[FieldUsed]
    kinds: Sequence[KindUsed]
    parties: Sequence[PartyUsed]


def rules(deps: Deps, person: PersonId) -> Rules:
    """Return the rules of the drive. Raises ``NotAllowed`` for all but keepers of the whole drive."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        said, kinds, parties = (
            fields.used(conn, person), fields.kinds_used(conn, person), fields.parties_used(conn, person),
        )  # fmt: skip
        return Rules(
            fields=[FieldUsed(field=f, documents=said.get(f.code, 0)) for f in fields.registry(conn).fields],
            kinds=[KindUsed(kind=k, documents=kinds.get(k.code, 0)) for k in naming.kinds(conn)],
            parties=[PartyUsed(party=p, documents=parties.get(p.id, 0)) for p in naming.parties_seen(conn, person)],
        )  # fmt: skip


def put_field(deps: Deps, person: PersonId, wanted: Field) -> None:
    """Add a field, or change one: its label, kinds, choices, whether it is shown and asked for.

    Raises ``NotAllowed``, and ``BadRequest`` for what it cannot be: a field keeps its type, and those that Waka itself
    stands on keep their labels; a choice that a document has stays.
    """
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        fields.hold(conn)
        registry = fields.registry(conn)
        known = registry.one(wanted.code)
        if known is not None and known.type is not wanted.type:
            raise BadRequest(
                f"“{known.label}” holds {known.type}s: documents have them already.",
                mend="Add another field.", field="type",
            )  # fmt: skip
        wanted = msgspec.structs.replace(wanted, label=wanted.label.strip(), own=known is None or known.own)
        if known is not None and wanted.code not in {field.code for field in registry.further}:
            first = msgspec.structs.replace(known, shown=wanted.shown)
            if msgspec.structs.replace(wanted, choices=known.choices) != first:
                raise BadRequest(
                    f"“{known.label}” stays as it is.", mend="Only whether it is shown is yours."
                )
            wanted = first
        else:
            for part, why in faults(wanted, registry.fields, [kind.code for kind in naming.kinds(conn)]):
                raise BadRequest(f"{why}.", mend="Correct it.", field=part)
            _assert_choices_stay(conn, wanted)
        fields.put(conn, wanted)
        fields.search_again(conn, field=wanted.code)
        logbook.add_about(
            conn, "field_changed", person=person, about=None, reason=said("field", label=wanted.label)
        )


def _assert_choices_stay(conn: Connection, wanted: Field) -> None:
    missing = fields.choices_used(conn, wanted.code) - {choice.code for choice in wanted.choices}
    if wanted.choices and missing:
        raise BadRequest(
            f"Documents have the choice “{sorted(missing)[0]}”.",
            mend="Keep it, or correct them first.", field="choices",
        )  # fmt: skip


def put_kind(
    deps: Deps, person: PersonId, code: str, label: str, *, retired: bool, destination: str | None = None
) -> None:
    """Add a kind, or change one. Raises ``NotAllowed``, ``BadRequest``."""
    label = label.strip()
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        fields.hold(conn)
        kinds = naming.kinds(conn)
        if not label:
            raise BadRequest("A kind needs a label.", mend="Say what it is.", field="label")
        if any(fold(kind.label) == fold(label) and kind.code != code for kind in kinds):
            raise BadRequest(
                f"There is a kind “{label}” already.", mend="Choose another word.", field="label"
            )
        if code not in {kind.code for kind in kinds} and len(kinds) >= MOST_KINDS:
            raise BadRequest(f"There are {MOST_KINDS} kinds already.", mend="Use one of them.")
        leads = destinations.understood(conn, destination)
        fields.put_kind(conn, code, label, retired=retired, destination=leads)
        fields.search_again(conn, kind=code)
        logbook.add_about(conn, "kind_changed", person=person, about=None, reason=said("field", label=label))


@dataclass(frozen=True, slots=True, kw_only=True)
class PartyWish:
    """A party as it is to be."""

    name: str
    short: str | None = None
    spellings: Sequence[str] = ()
    destination: str | None = None


def put_party(deps: Deps, person: PersonId, number: PartyId, wish: PartyWish) -> None:
    """Change what a party is called and where it is filed; names of documents stay as they are.

    Raises ``NotAllowed``, ``NotFound`` for one that the person may not know of, ``BadRequest``.
    """
    name, short = " ".join(wish.name.split()), (wish.short or "").strip().lower() or None
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        fields.hold(conn)
        known = next((party for party in naming.parties_seen(conn, person) if party.id == number), None)
        if known is None:
            raise NotFound("The party")
        if not name or len(name) > LONGEST_NAME:
            raise BadRequest(
                f"A party's name has 1 to {LONGEST_NAME} characters.", mend="Correct it.", field="name"
            )
        if short is not None and not SHORT_FORM.fullmatch(short):
            raise BadRequest(
                "A short form is 1 to 16 letters a-z and digits.", mend="Correct it.", field="short"
            )
        if known.short and short is None:
            raise BadRequest(
                "Names tell the party by its short form.", mend="Give another one.", field="short"
            )
        fields.put_party(conn, number, name, short, destinations.understood(conn, wish.destination))
        fields.drop_spellings(conn, number)
        for spelling in (*wish.spellings, *([known.name] if known.name != name else [])):
            if fold(spelling) and fold(spelling) != fold(name):
                naming.add_spelling(conn, number, " ".join(spelling.split()))
        fields.search_again(conn, party=number)
        logbook.add_about(conn, "party_changed", person=person, about=None, reason=None)
