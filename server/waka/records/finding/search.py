"""The search index: names by any part, fields and text by words and their beginnings."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from decimal import Decimal

from psycopg import Connection, sql
from psycopg.errors import ProgramLimitExceeded
from psycopg.rows import class_row

from waka.core.finding.words import folded, indexed
from waka.core.ids import DocumentId, FolderId, PersonId
from waka.records.database import rows
from waka.records.sql import load

SQL = load("finding/search")
MOST_FOUND = 200
ENOUGH = 200_000  #: characters of a text that certainly fit, whatever its words


@dataclass(frozen=True, slots=True, kw_only=True)
class Hit:
    id: DocumentId
    name: str
    conforms: bool
    folder_id: FolderId
    folder_path: str
    who: str | None
    when: date | None
    kind: str | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None
    fields: dict[str, str]
    size: int
    edition: int
    changed_at: datetime
    text: str | None
    rank: float


@dataclass(frozen=True, slots=True)
class Source:
    """What the search words of a document are made of."""

    id: DocumentId
    folder_id: FolderId
    name: str
    fields: str
    text: str | None  #: None: the words of this very text are there
    text_of: bytes
    text_read_at: datetime | None


def sources(conn: Connection, numbers: Sequence[DocumentId]) -> list[Source]:
    return rows(conn, SQL["source"], {"numbers": list(numbers)}, Source)


def refresh(conn: Connection, numbers: Sequence[DocumentId]) -> list[tuple[DocumentId, FolderId]]:
    """Make the search words of some filed documents anew; return number and folder of those whose text is too much.

    A text of very many different words (tsvector holds a megabyte of them) is taken in part, then not at all.
    """
    if not numbers:
        return []
    found = [
        replace(one, name=folded(one.name), fields=indexed(one.fields),
                text=None if one.text is None else indexed(one.text))
        for one in sources(conn, numbers)
    ]  # fmt: skip
    if _are_set(conn, found):
        return []
    return [(one.id, one.folder_id) for one in found if not _is_set_whole(conn, one)]


def _is_set_whole(conn: Connection, one: Source) -> bool:
    if _are_set(conn, [one]):
        return True
    for part in ((one.text or "")[:ENOUGH], ""):
        if _are_set(conn, [replace(one, text=part)]):
            break
    return False


def _are_set(conn: Connection, some: Sequence[Source]) -> bool:
    """Write down the words of *some*; False, and nothing written, where those of one are too many."""
    try:
        with conn.transaction():
            conn.execute(
                SQL["set"],
                {"numbers": [one.id for one in some], "names": [one.name for one in some],
                 "fields": [one.fields for one in some], "texts": [one.text for one in some],
                 "texts_of": [one.text_of for one in some], "read": [one.text_read_at for one in some]},
            )  # fmt: skip
    except ProgramLimitExceeded:
        return False
    return True


def remove(conn: Connection, number: DocumentId) -> None:
    conn.execute(SQL["remove"], {"number": number})


def find(conn: Connection, *, words: Sequence[str], person: PersonId) -> list[Hit]:
    """Return the best documents that have all of *words*, which are folded."""
    # one pair of conditions a word: both have an index, where a test over an array would have none
    every = sql.SQL(" and ").join(
        sql.SQL("(ds.name like {part} or ds.words @@ {begin}::tsquery)").format(
            part=sql.Placeholder(f"part{at}"), begin=sql.Placeholder(f"begin{at}")
        )
        for at in range(len(words))
    )
    query = sql.SQL(SQL["find"]).format(every=every)
    args: dict[str, object] = {
        "words": list(words), "person": person, "limit": MOST_FOUND,
        "query": " | ".join(f"'{word}':*" for word in words),
    }  # fmt: skip
    for at, word in enumerate(words):
        args |= {f"part{at}": f"%{word}%", f"begin{at}": f"'{word}':*"}
    with conn.cursor(row_factory=class_row(Hit)) as cur:
        # planned for these very words: a plan for any words could not use the index of name parts
        return cur.execute(query, args, prepare=False).fetchall()
