"""The documents of a folder as a spreadsheet with their fields; edited, it comes back as a list of corrections."""

from __future__ import annotations

from collections.abc import Iterator

from psycopg import Connection

from waka.core.fields.record import FIRST
from waka.core.fields.registry import label_of
from waka.core.ids import FolderId, PersonId
from waka.core.names import FieldType, readable
from waka.errors import NotFound
from waka.records.documents import labels
from waka.records.folders import folders, listing
from waka.records.folders.listing import Listed, Scope
from waka.work.changes.sheets import to_csv
from waka.work.deps import Deps
from waka.work.naming.house import Naming

PAGE = 1_000
MOST = 100_000  #: rows


def folder_as_csv(deps: Deps, person: PersonId, folder: FolderId) -> tuple[str, Iterator[bytes]]:
    """Return what the sheet is called, and its pieces. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = folders.one(conn, folder, person)
        if found is None:
            raise NotFound("The folder")
        house = Naming.load(conn)
        rows = list(_rows(conn, person, folder, found.path, house))
    fields = house.registry.fields
    head = ["from", "number", *(field.label for field in fields), "size", "changed"]
    return f"{readable(found.name) or 'Drive'}.csv", to_csv(head, rows)


def _rows(
    conn: Connection, person: PersonId, folder: FolderId, path: str, house: Naming
) -> Iterator[list[object]]:
    after: tuple[str, int] | None = None
    shows_others = labels.has_references(conn, folder)
    for _ in range(MOST // PAGE):
        page = listing.page(
            conn, scope=Scope("folder", folder), person=person, sort="name", descending=False, after=after,
            limit=PAGE, shows_others=shows_others,
        )  # fmt: skip
        for one in page:
            above = one.folder_path if one.folder_path is not None else path
            place = readable(f"{above}/{one.name}" if above else one.name)
            told = _first(one, house) | _further(one, house)
            yield [
                place, one.id, *(told.get(field.code, "") for field in house.registry.fields), one.size,
                one.changed_at.strftime("%Y-%m-%d %H:%M"),
            ]  # fmt: skip
        if len(page) < PAGE:
            return
        after = (page[-1].key, page[-1].id)


def _first(one: Listed, house: Naming) -> dict[str, str]:
    money = f"{one.amount} {one.currency or house.office.currency}" if one.amount is not None else ""
    told = (
        house.kinds.get(one.kind or "", ""),
        one.who,
        one.when.isoformat() if one.when else "",
        one.what,
        one.reference,
        money,
    )
    return {code: text or "" for code, text in zip(FIRST, told, strict=True)}


def _further(one: Listed, house: Naming) -> dict[str, str]:
    told = house.told(one.fields)
    for field in house.registry.further:
        if field.type is FieldType.CHOICE and field.code in told:
            told[field.code] = label_of(field, told[field.code])
    return told
