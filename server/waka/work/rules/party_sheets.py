"""Parties out as CSV and in again: what a sheet comes to is seen first."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.ids import PersonId
from waka.core.names import Parties, Party
from waka.core.rules.party_table import BETWEEN, Coming, coming, rows_of
from waka.errors import BadRequest
from waka.records.desk import naming
from waka.records.finding import logbook
from waka.records.rules import fields
from waka.work.changes.sheets import table_of, to_csv, unguarded
from waka.work.deps import Deps
from waka.work.naming import destinations

from .keeping import assert_keeper

HEAD = ("party", "short form", "also written", "filed in")
MOST_ROWS = 20_000


@dataclass(frozen=True, slots=True, kw_only=True)
class Looked:
    rows: Sequence[Coming]

    def count(self, comes: str) -> int:
        return sum(one.comes == comes for one in self.rows)


def out(deps: Deps, person: PersonId) -> Iterator[bytes]:
    """Return the parties as a sheet that can be brought in again. Raises ``NotAllowed``."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        found = naming.parties_seen(conn, person)
    joiner = f"{BETWEEN} "
    return to_csv(
        HEAD, ([p.name, p.short or "", joiner.join(p.spellings), p.destination or ""] for p in found)
    )


def look(deps: Deps, person: PersonId, text: str) -> Looked:
    """Return what a sheet comes to; nothing changes. Raises ``NotAllowed``, ``BadRequest``."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        return _look(conn, text)


def take_in(deps: Deps, person: PersonId, text: str) -> Looked:
    """Add what a sheet says; all of it or nothing. Raises ``NotAllowed``, ``BadRequest`` where a row is refused."""
    with deps.db.transaction() as conn:
        assert_keeper(conn, person)
        fields.hold(conn)
        found = _look(conn, text)
        refused = next((one for one in found.rows if one.comes == "refused"), None)
        if refused is not None:
            raise BadRequest(
                f"Line {refused.row.line} cannot be taken in; nothing was.",
                mend="Correct it.",
                line=refused.row.line,
            )
        for one in found.rows:
            if one.comes != "same":
                _put(conn, one)
        if found.count("same") < len(found.rows):
            changed = len(found.rows) - found.count("same")
            logbook.add_about(
                conn, "party_changed", person=person, about=None, reason=said("parties_in", count=changed)
            )
    return found


def _put(conn: Connection, one: Coming) -> None:
    number = naming.add_party(conn, one.of or one.row.name, one.short)
    for spelling in one.spellings:
        naming.add_spelling(conn, number, spelling)
    if one.row.destination is not None:
        fields.lead_party(conn, number, destinations.understood(conn, one.row.destination))
    fields.search_again(conn, party=number)


def _look(conn: Connection, text: str) -> Looked:
    known = Parties.of(Party(row.name, row.short, tuple(row.spellings)) for row in naming.party_rows(conn))
    table = ([unguarded(cell) for cell in cells] for cells in table_of(text.removeprefix("\ufeff")))
    try:
        rows = list(rows_of(table))
    except ValueError as error:
        raise BadRequest(f"In this sheet, {error}.", mend=f"Head the columns {', '.join(HEAD)}.") from None
    if not rows:
        raise BadRequest("The sheet has no rows.", mend="Give one line to each party.")
    if len(rows) > MOST_ROWS:
        raise BadRequest(f"The sheet has more than {MOST_ROWS:,} rows.", mend="Split it.")
    for row in rows:
        destinations.understood(conn, row.destination)
    return Looked(rows=coming(rows, known))
