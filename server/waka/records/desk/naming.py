"""The drive's name pattern, the parties and the kinds."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from psycopg import Connection

from waka.core.ids import FolderId, PartyId, PersonId
from waka.core.names import FIELD_TYPES, FieldType, Pattern, Style, fold
from waka.records.database import row, rows, value
from waka.records.sql import load

SQL = load("desk/naming")


@dataclass(frozen=True, slots=True, kw_only=True)
class _PatternRow:
    text: str
    joiner: str
    letter_case: str
    transliterate: bool
    longest: int


@dataclass(frozen=True, slots=True, kw_only=True)
class _CharterRow(_PatternRow):
    folder_id: FolderId


@dataclass(frozen=True, slots=True, kw_only=True)
class PartyRow:
    id: PartyId
    name: str
    short: str | None
    spellings: list[str]
    destination: str | None = None  #: the pattern of where its documents are filed


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    code: str
    label: str
    retired: bool
    destination: str | None = None  #: the pattern of where its documents are filed


def stamp(conn: Connection) -> str:
    """Return what tells whether anything that names are read by has changed."""
    return str(value(conn, SQL["stamp"], {}))


def pattern(conn: Connection, types: Mapping[str, FieldType] = FIELD_TYPES, year_begins: int = 1) -> Pattern:
    """Return the pattern of the whole drive. *year_begins*: the first month of the office's year."""
    found = row(conn, SQL["pattern"], {}, _PatternRow)
    assert found is not None  # the first migration puts one there
    return _read(found, types, year_begins)


def patterns(conn: Connection, types: Mapping[str, FieldType], year_begins: int) -> dict[FolderId, Pattern]:
    """Return the patterns of charters, by the folders that declare them."""
    found = rows(conn, SQL["patterns"], {}, _CharterRow)
    return {one.folder_id: _read(one, types, year_begins) for one in found}


def _read(found: _PatternRow, types: Mapping[str, FieldType], year_begins: int) -> Pattern:
    style = Style(
        joiner=found.joiner, case=found.letter_case, transliterate=found.transliterate,
        longest=found.longest, year_begins=year_begins,
    )  # fmt: skip
    return Pattern.read(found.text, style, types)


def party_rows(conn: Connection) -> list[PartyRow]:
    return rows(conn, SQL["parties"], {}, PartyRow)


def parties_seen(conn: Connection, person: PersonId) -> list[PartyRow]:
    """Return the parties that a person may know of."""
    return rows(conn, SQL["parties_seen"], {"person": person}, PartyRow)


def add_party(conn: Connection, name: str, short: str | None) -> PartyId:
    """Remember a party, or give a known one its first short form; return its id."""
    args: dict[str, object] = {"name": name.strip(), "name_key": fold(name), "short": short}
    found = value(conn, SQL["add_party"], args)
    assert isinstance(found, int)
    return PartyId(found)


def add_spelling(conn: Connection, party: PartyId, spelling: str) -> None:
    args: dict[str, object] = {
        "spelling_key": fold(spelling), "spelling": spelling, "party": party,
    }  # fmt: skip
    conn.execute(SQL["add_spelling"], args)


def kinds(conn: Connection) -> list[Kind]:
    return rows(conn, SQL["kinds"], {}, Kind)
