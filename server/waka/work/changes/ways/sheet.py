"""A list of the rows of a spreadsheet: where from, where to, and which fields each gets."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import date

import msgspec
from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import said
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.fields.record import FIRST, Record, filled
from waka.core.ids import ListId, PersonId
from waka.core.names import fold, split_extension
from waka.errors import BadRequest
from waka.work import office
from waka.work.changes.sheets import SheetRow, read_sheet
from waka.work.changes.structure import split_path
from waka.work.deps import Deps
from waka.work.naming.house import Naming
from waka.work.naming.slips import Slip, understand

from .correcting import record_understood
from .kept_list import add, checked


def read(deps: Deps, data: bytes) -> list[SheetRow]:
    """Return the rows of a sheet, with what stands under the heads of fields. Raises ``BadRequest``."""
    with deps.db.transaction() as conn:
        registry = Naming.load(conn).registry
    heads = {fold(word): field.code for field in registry.fields for word in (field.code, field.label)}
    return read_sheet(data, deps.reader, heads)


def propose_sheet(
    deps: Deps, person: PersonId, rows: Sequence[SheetRow], name: str, origin: str = "spreadsheet"
) -> ListId:
    """Make a list of the rows of a spreadsheet. Raises ``BadRequest``, which says the line."""
    title = said("sheet", sheet=name, rows=len(rows))
    with deps.db.transaction() as conn:
        wants = list(_wants(conn, person, rows))
        list_id = add(conn, person, wants, title=title, origin=origin, ask=Ask(sheet=name))
    return checked(deps, list_id, len(wants))


def _wants(conn: Connection, person: PersonId, rows: Sequence[SheetRow]) -> Iterator[Proposal]:
    house = Naming.load(conn).seen_by(conn, person)
    today = office.today(conn)
    known: dict[tuple[tuple[str, str], ...], Record] = {}  # the same fields are said again and again
    for row in rows:
        want = _of_row(row)
        if not row.fields:
            yield want
            continue
        said = tuple(sorted(row.fields.items()))
        if said not in known:
            known[said] = _record(conn, row, house, today)
        yield msgspec.structs.replace(want, record=known[said], only=filled(known[said]))


def _record(conn: Connection, row: SheetRow, house: Naming, today: date) -> Record:
    """Return the fields of a row. Raises ``BadRequest`` for what is not understood."""
    first = {code: told for code, told in row.fields.items() if code in FIRST}
    if "kind" in first:
        labels = {fold(label): code for code, label in house.kinds.items()}
        first["kind"] = labels.get(fold(first["kind"]), first["kind"])
    further = {code: told for code, told in row.fields.items() if code not in FIRST}
    slip = Slip(
        kind=first.get("kind", ""), who=first.get("who", ""), when=first.get("when", ""), what=first.get("what", ""),
        reference=first.get("reference", ""), amount=first.get("amount", ""), fields=further,
    )  # fmt: skip
    found = understand(slip, house, today)
    if found.problems:
        problem = found.problems[0]
        raise BadRequest(
            f"Line {row.line}, {problem.field}: {problem.message}.", mend="Correct it, then upload it again.",
            line=row.line,
        )  # fmt: skip
    return record_understood(conn, found)


def _of_row(row: SheetRow) -> Proposal:
    """A whole path ends with the document's own name, or with an extension; anything else is a folder."""
    source = row.source.strip().strip("/")
    if not row.target:
        return Proposal(act=acts.Correct.code, source=source, row=row.line)
    above, last = split_path(row.target)
    is_path = not row.target.rstrip().endswith("/") and (
        last == split_path(row.source)[1] or split_extension(last)[1] != ""
    )
    to, name = (above, last) if is_path else (row.target.strip().strip("/"), None)
    return Proposal(act=acts.Place.code, source=source, to=to, name=name, row=row.line)
