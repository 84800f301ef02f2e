"""The documents of a folder, in any order, keyset-paged: no page costs more than another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from decimal import Decimal
from typing import Literal

from psycopg import Connection, sql
from psycopg.rows import class_row

from waka.core.fields.registry import Field
from waka.core.ids import NO_FOLDER, NO_TAG, DocumentId, FolderId, PersonId, TagId
from waka.core.names import FieldType, name_key, split_extension
from waka.records.database import rows

SORTS = (
    "name",
    "who",
    "when",
    "kind",
    "what",
    "reference",
    "amount",
    "size",
    "version",
    "changed",
    "by",
    "added",
)
GROUPINGS = ("month", "year", "kind", "who")


@dataclass(frozen=True, slots=True)
class Scope:
    """Which documents are listed: those of a folder, those with a tag, or those in the bin."""

    of: Literal["folder", "tag", "bin", "some"]
    folder: FolderId = NO_FOLDER
    tag: TagId = NO_TAG
    numbers: tuple[DocumentId, ...] = ()


# what never is null can be compared, so a page can begin after any row
_KEYS: dict[str, sql.SQL] = {
    "name": sql.SQL("d.name_key"),
    "who": sql.SQL("coalesce(p.name_key, '')"),
    "when": sql.SQL("coalesce(d.\"when\", '0001-01-01'::date)"),
    "kind": sql.SQL("coalesce(d.kind, '')"),
    "what": sql.SQL("coalesce(d.what, '')"),
    "reference": sql.SQL("coalesce(d.reference, '')"),
    "amount": sql.SQL("coalesce(d.amount, '-Infinity')"),
    "size": sql.SQL("d.size"),
    "version": sql.SQL("d.version"),
    "changed": sql.SQL("d.changed_at"),
    "by": sql.SQL("coalesce(c.initials, '')"),
    "added": sql.SQL("d.added_at"),
}
#: joined only for the order that needs it: a folder of ten thousand is sorted for every page
_JOINS: dict[str, sql.SQL] = {
    "who": sql.SQL("left join party p on p.id = d.party_id"),
    "by": sql.SQL("left join person c on c.id = d.changed_by"),
}
_TEXT = sql.SQL("text")
_TYPES = {
    "when": sql.SQL("date"),
    "amount": sql.SQL("numeric"),
    "size": sql.SQL("bigint"),
    "version": sql.SQL("int"),
    "changed": sql.SQL("timestamptz"),
    "added": sql.SQL("timestamptz"),
}
_HERE = {
    "folder": sql.SQL("d.folder_id = %(of)s and d.state = 'filed'"),
    # two ways to be in the list cost the index its order, so only folders that show others pay for it
    "folder and others": sql.SQL(
        "d.state = 'filed' and (d.folder_id = %(of)s"
        " or d.id in (select document_id from cross_reference where folder_id = %(of)s))"
    ),
    "tag": sql.SQL(
        "d.state = 'filed' and d.id in (select document_id from document_tag where tag_id = %(of)s)"
    ),
    "bin": sql.SQL("d.state = 'binned' and s.\"right\" in ('filer', 'keeper')"),
    "some": sql.SQL("d.state = 'filed' and d.id = any(%(numbers)s)"),
}
_GROUPS: dict[str, sql.SQL] = {
    "month": sql.SQL("coalesce(to_char(d.\"when\", 'YYYY-MM'), '')"),
    "year": sql.SQL("coalesce(to_char(d.\"when\", 'YYYY'), '')"),
    "kind": sql.SQL("coalesce(d.kind, '')"),
    "who": sql.SQL("coalesce(p.name, '')"),
}


_NUMBERS = (FieldType.MONEY, FieldType.NUMBER)


def _key(sort: str, field: Field | None) -> tuple[sql.Composable, sql.SQL]:
    """Return what an order compares, and its type. *field*: the further field, where it is one."""
    if field is None:
        return _KEYS[sort], _TYPES.get(sort, _TEXT)
    said = sql.SQL("d.fields ->> {}").format(sql.Literal(field.code))
    if field.type in _NUMBERS:
        return sql.SQL("coalesce(split_part({}, ' ', 1)::numeric, '-Infinity')").format(said), sql.SQL(
            "numeric"
        )
    if field.type is FieldType.PARTY:
        party = sql.SQL("(select o.name_key from party o where o.id = ({})::bigint)").format(said)
        return sql.SQL("coalesce({}, '')").format(party), _TEXT
    return sql.SQL("coalesce({}, '')").format(said), _TEXT


def _group(by: str, field: Field | None) -> sql.Composable:
    if field is None:
        return _GROUPS[by]
    said = sql.SQL("d.fields ->> {}").format(sql.Literal(field.code))
    if field.type is FieldType.PARTY:
        said = sql.SQL("(select o.name from party o where o.id = ({})::bigint)").format(said)
    elif field.type is FieldType.DATE:
        said = sql.SQL("left({}, 7)").format(said)
    return sql.SQL("coalesce({}, '')").format(said)


@dataclass(frozen=True, slots=True, kw_only=True)
class Listed:
    id: DocumentId
    name: str
    conforms: bool
    who: str | None
    when: date | None
    kind: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None
    what: str | None
    fields: dict[str, str]
    size: int
    changed_at: datetime
    changed_by: str | None
    added_at: datetime
    added_by: str | None
    folder_id: FolderId
    folder_path: str | None  #: where it lives, told where it is listed outside its folder
    pages: int | None
    version: int
    edition: int
    media_type: str | None
    binned_at: datetime | None
    binned_by: str | None
    reason: str | None
    right: str
    fresh: bool  #: somebody else put it here since the person looked in last
    key: str  #: what it is sorted by, as text: the next page begins after it


def page(
    conn: Connection, *, scope: Scope, person: PersonId, sort: str, descending: bool,
    after: tuple[str, int] | None, limit: int, shows_others: bool = False, field: Field | None = None,
) -> list[Listed]:  # fmt: skip
    """Return up to *limit* documents of *scope* that follow *after*, a pair of sort key and number.

    *shows_others*: the folder has cross-references, whose documents are listed as well. *field*: the further field that
    *sort* is.
    """
    key, kind = _key(sort, field)
    order = sql.SQL("desc") if descending else sql.SQL("asc")
    start: sql.Composable = sql.SQL("")
    if after is not None:
        start = sql.SQL("and ({key}, d.id) {sign} (%(key)s::{type}, %(id)s)").format(
            key=key,
            sign=sql.SQL("<") if descending else sql.SQL(">"),
            type=kind,
        )
    query = sql.SQL(
        """
        with page as materialized (
            select d.id, s."right", ({key})::text as key
            from document d
            join folder f on f.id = d.folder_id
            join sight s on s.access_id = f.access_id and s.person_id = %(person)s
            {join}
            where {here} {start}
            order by {key} {order}, d.id {order} limit %(limit)s
        )
        select d.id, d.name, d.conforms, p.name as who, d."when", d.kind, d.reference, d.amount, d.currency, d.what,
               d.fields, d.size,
               d.changed_at, c.initials as changed_by, d.added_at, ad.initials as added_by, d.folder_id,
               case when d.folder_id <> %(of)s or %(elsewhere)s then folder_path(d.folder_id) end
                   as folder_path,
               t.pages, t.media_type, d.version, d.edition, b.binned_at, bp.initials as binned_by, b.reason,
               page."right",
               coalesce(d.placed_at > fs.at and d.placed_by is distinct from %(person)s, false) as fresh,
               page.key
        from (select *, row_number() over () as at from page) page
        join document d on d.id = page.id
        left join party p on p.id = d.party_id
        left join person c on c.id = d.changed_by
        left join person ad on ad.id = d.added_by
        left join content t on t.sha256 = d.sha256
        left join binned b on b.document_id = d.id
        left join person bp on bp.id = b.binned_by
        left join folder_seen fs on fs.folder_id = d.folder_id and fs.person_id = %(person)s
        order by page.at
        """
    ).format(
        key=key, join=_JOINS.get(sort, sql.SQL("")), start=start, order=order, here=_here(scope, shows_others)
    )
    args = _args(scope, person) | {"limit": limit, "elsewhere": scope.of != "folder"}
    if after is not None:
        args |= {"key": after[0], "id": after[1]}
    with conn.cursor(row_factory=class_row(Listed)) as cur:
        return cur.execute(query, args).fetchall()


def _here(scope: Scope, shows_others: bool) -> sql.SQL:
    return _HERE["folder and others" if scope.of == "folder" and shows_others else scope.of]


def _args(scope: Scope, person: PersonId) -> dict[str, object]:
    return {"of": scope.folder or scope.tag, "numbers": list(scope.numbers), "person": person}


def groups(
    conn: Connection,
    *,
    scope: Scope,
    person: PersonId,
    by: str,
    shows_others: bool,
    field: Field | None = None,
) -> list[tuple[str, int]]:
    """Return how many documents of *scope* each month, year, kind, party or value of *field* has; '' for none."""
    query = sql.SQL(
        """
        select {key} as key, count(*) from document d
        join folder f on f.id = d.folder_id
        join sight s on s.access_id = f.access_id and s.person_id = %(person)s
        left join party p on p.id = d.party_id
        where {here} group by 1 order by 1
        """
    ).format(key=_group(by, field), here=_here(scope, shows_others))
    return [(str(key), int(count)) for key, count in conn.execute(query, _args(scope, person))]


def numbers(
    conn: Connection, *, scope: Scope, person: PersonId, like: str, limit: int, shows_others: bool
) -> list[DocumentId]:
    """Return the numbers of *scope* whose name fits *like*, a LIKE pattern over folded names."""
    query = sql.SQL(
        """
        select d.id from document d
        join folder f on f.id = d.folder_id
        join sight s on s.access_id = f.access_id and s.person_id = %(person)s
        where {here} and d.name_key like %(like)s
        order by d.name_key, d.id limit %(limit)s
        """
    ).format(here=_here(scope, shows_others))
    found = conn.execute(query, _args(scope, person) | {"like": like, "limit": limit})
    return [DocumentId(row[0]) for row in found]


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    """Something that stands in a folder under a name."""

    id: int
    name: str
    is_folder: bool
    is_seen: bool  #: whether the asking person may know of it


_STANDING = """
    with asked as (select * from unnest(%(keys)s::text[], %(stems)s::text[]) as asked (key, stem))
    select d.id, d.name, false as is_folder, s.person_id is not null as is_seen
    from document d
    join folder f on f.id = d.folder_id
    left join sight s on s.access_id = f.access_id and s.person_id = %(person)s
    where d.folder_id = %(folder)s and d.state = 'filed'
      and exists (select from asked a where d.name_key = a.key or starts_with(d.name_key, a.stem))
    union all
    select f.id, f.name, true, s.person_id is not null
    from folder f left join sight s on s.access_id = f.access_id and s.person_id = %(person)s
    where f.parent_id = %(folder)s and f.removed_at is null
      and exists (select from asked a where f.name_key = a.key or starts_with(f.name_key, a.stem))
"""


def standing(conn: Connection, *, folder: FolderId, person: PersonId, names: Sequence[str]) -> list[Standing]:
    """Return what *names* could run into in *folder*: twins of them, and their numbered kin."""
    keys = [name_key(name) for name in names]
    stems = [name_key(split_extension(name)[0]) + "-" for name in names]
    args: dict[str, object] = {"folder": folder, "person": person, "keys": keys, "stems": stems}
    return rows(conn, _STANDING, args, Standing)
