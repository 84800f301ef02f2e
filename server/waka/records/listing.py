"""The documents of a folder, in any order, keyset-paged: no page costs more than another."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from decimal import Decimal
from typing import Literal

from psycopg import Connection, sql
from psycopg.rows import class_row

Sort = Literal["name", "who", "when", "kind", "reference", "size", "changed"]

# what never is null can be compared, so a page can begin after any row
_KEYS: dict[str, sql.SQL] = {
    "name": sql.SQL("d.name_key"),
    "who": sql.SQL("coalesce(p.name_key, '')"),
    "when": sql.SQL("coalesce(d.\"when\", '0001-01-01'::date)"),
    "kind": sql.SQL("coalesce(d.kind, '')"),
    "reference": sql.SQL("coalesce(d.reference, '')"),
    "size": sql.SQL("d.size"),
    "changed": sql.SQL("d.changed_at"),
}
_TYPES = {"when": "date", "size": "bigint", "changed": "timestamptz"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Listed:
    id: int
    name: str
    conforms: bool
    who: str | None
    when: date | None
    kind: str | None
    reference: str | None
    amount: Decimal | None
    size: int
    changed_at: datetime
    changed_by: str | None
    added_at: datetime
    key: str  #: what it is sorted by, as text: the next page begins after it


def page(
    conn: Connection, *, folder: int, person: int, sort: Sort, descending: bool,
    after: tuple[str, int] | None, limit: int,
) -> list[Listed]:  # fmt: skip
    """Return up to *limit* documents of *folder* that follow *after*, a pair of sort key and number."""
    key = _KEYS[sort]
    order = sql.SQL("desc") if descending else sql.SQL("asc")
    start: sql.Composable = sql.SQL("")
    if after is not None:
        start = sql.SQL("and ({key}, d.id) {sign} (%(key)s::{type}, %(id)s)").format(
            key=key,
            sign=sql.SQL("<") if descending else sql.SQL(">"),
            type=sql.SQL(_TYPES.get(sort, "text")),
        )
    query = sql.SQL(
        """
        select d.id, d.name, d.conforms, p.name as who, d."when", d.kind, d.reference, d.amount, d.size,
               d.changed_at, c.initials as changed_by, d.added_at, ({key})::text as key
        from document d
        join folder f on f.id = d.folder_id
        join sight s on s.access_id = f.access_id and s.person_id = %(person)s
        left join party p on p.id = d.party_id
        left join person c on c.id = d.changed_by
        where d.folder_id = %(folder)s and d.state = 'filed' {start}
        order by {key} {order}, d.id {order} limit %(limit)s
        """
    ).format(key=key, start=start, order=order)
    args: dict[str, object] = {"folder": folder, "person": person, "limit": limit}
    if after is not None:
        args |= {"key": after[0], "id": after[1]}
    with conn.cursor(row_factory=class_row(Listed)) as cur:
        return cur.execute(query, args).fetchall()
