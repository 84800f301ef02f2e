"""The search index: names by any part, fields and text by words and their beginnings."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from decimal import Decimal

from psycopg import Connection, sql
from psycopg.errors import ProgramLimitExceeded
from psycopg.rows import class_row

from waka.core.finding.words import folded, indexed
from waka.records.sql import load

SQL = load("finding/search")
MOST_FOUND = 200
ENOUGH = 200_000  #: characters of a text that certainly fit, whatever its words


@dataclass(frozen=True, slots=True, kw_only=True)
class Hit:
    id: int
    name: str
    conforms: bool
    folder_id: int
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


def refresh(conn: Connection, numbers: Sequence[int]) -> list[tuple[int, int]]:
    """Make the search words of some filed documents anew; return number and folder of those whose text is too much.

    A text of very many different words (tsvector holds a megabyte of them) is taken in part, then not at all.
    """
    refused: list[tuple[int, int]] = []
    if not numbers:
        return refused
    for number, folder, name, fields, text in conn.execute(
        SQL["source"], {"numbers": list(numbers)}
    ).fetchall():
        words = indexed(text)
        for part in (words, words[:ENOUGH], ""):
            try:
                with conn.transaction():
                    conn.execute(
                        SQL["set"],
                        {"number": number, "name": folded(name), "fields": indexed(fields), "text": part},
                    )
                break
            except ProgramLimitExceeded:
                continue
        if part is not words:
            refused.append((number, folder))
    return refused


def remove(conn: Connection, number: int) -> None:
    conn.execute(SQL["remove"], {"number": number})


def find(conn: Connection, *, words: Sequence[str], person: int) -> list[Hit]:
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
