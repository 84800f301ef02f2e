"""The registry of fields, the kinds and the parties, as a keeper changes them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

import msgspec
from psycopg import Connection
from psycopg.errors import UniqueViolation
from psycopg.types.json import Jsonb

from waka.core.fields.registry import Field, Registry
from waka.core.ids import PartyId, PersonId
from waka.core.names import fold
from waka.errors import BadRequest
from waka.records.sql import load

SQL = load("rules/fields")


def registry(conn: Connection) -> Registry:
    return Registry(tuple(_field(found) for found in conn.execute(SQL["every"])))


def _field(found: Sequence[Any]) -> Field:
    code, label, kind, kinds, choices, shown, own, retired = found
    return msgspec.convert(
        {"code": code, "label": label, "type": kind, "kinds": kinds, "choices": choices, "shown": shown, "own": own,
         "retired": retired},
        Field,
    )  # fmt: skip


def hold(conn: Connection) -> None:
    """Let only one person at a time change fields, kinds and parties, until the transaction ends."""
    conn.execute(SQL["hold"])


def put(conn: Connection, field: Field) -> None:
    """Add a field, or change one: its code and its type stay."""
    args: dict[str, object] = {
        "code": field.code, "label": field.label, "type": str(field.type), "kinds": list(field.kinds),
        "choices": Jsonb(msgspec.to_builtins(field.choices)), "shown": field.shown, "retired": field.retired,
    }  # fmt: skip
    conn.execute(SQL["put"], args)


def used(conn: Connection, person: PersonId) -> dict[str, int]:
    """Return how many documents that a person may see say something in each further field."""
    return {str(code): int(count) for code, count in conn.execute(SQL["used"], {"person": person})}


def choices_used(conn: Connection, code: str) -> set[str]:
    return {str(found[0]) for found in conn.execute(SQL["choices_used"], {"code": code})}


def search_again(
    conn: Connection, *, field: str | None = None, kind: str | None = None, party: PartyId | None = None
) -> None:
    """Let the search index follow a changed label, kind or party."""
    conn.execute(SQL["search_again"], {"field": field, "kind": kind, "party": party})


def put_kind(conn: Connection, code: str, label: str, *, retired: bool, destination: str | None) -> None:
    args: dict[str, object] = {"code": code, "label": label, "retired": retired, "destination": destination}
    conn.execute(SQL["put_kind"], args)


def kinds_used(conn: Connection, person: PersonId) -> dict[str, int]:
    return {str(code): int(count) for code, count in conn.execute(SQL["kinds_used"], {"person": person})}


def parties_used(conn: Connection, person: PersonId) -> dict[int, int]:
    return {int(party): int(count) for party, count in conn.execute(SQL["parties_used"], {"person": person})}


def lead_party(conn: Connection, number: PartyId, destination: str | None) -> None:
    """Say where documents of a party are filed."""
    conn.execute(SQL["lead_party"], {"number": number, "destination": destination})


def put_party(
    conn: Connection, party: PartyId, name: str, short: str | None, destination: str | None
) -> None:
    """Change a party. Raises ``BadRequest`` where its name or short form is another's."""
    args: Mapping[str, object] = {
        "party": party, "name": name, "name_key": fold(name), "short": short, "destination": destination,
    }  # fmt: skip
    try:
        with conn.transaction():
            conn.execute(SQL["put_party"], args)
    except UniqueViolation as error:
        what, other = ("short form", short) if "short" in str(error.diag.constraint_name) else ("name", name)
        raise BadRequest(f"Another party has the {what} “{other}”.", mend="Choose another one.") from error


def drop_spellings(conn: Connection, party: PartyId) -> None:
    conn.execute(SQL["drop_spellings"], {"party": party})
