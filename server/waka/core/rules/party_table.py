"""Parties as a table: what a row of a sheet would add to the parties that there are, and why it cannot."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from waka.core.changes.findings import Said, said
from waka.core.fields.typed import SHORT_FORM
from waka.core.names import Parties, fold

HEADS: Mapping[str, str] = {
    "party": "name", "name": "name", "short form": "short", "short": "short", "also written": "spellings",
    "spellings": "spellings", "filed in": "destination", "destination": "destination",
}  # fmt: skip
BETWEEN = ";"  #: between spellings in one cell
LONGEST_NAME = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class PartyRow:
    line: int
    name: str
    short: str | None = None
    spellings: tuple[str, ...] = ()
    destination: str | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Coming:
    """What a row comes to."""

    row: PartyRow
    comes: Literal["new", "more", "same", "refused"]
    of: str | None = None  #: the party that there is, by its name
    short: str | None = None  #: that it gets
    spellings: tuple[str, ...] = ()  #: that it gets
    why: Said | None = None  #: it is refused


def rows_of(table: Iterable[Sequence[str]]) -> Iterator[PartyRow]:
    """Yield the rows of a sheet whose first line names its columns. Raises ``ValueError`` where none is the party's."""
    columns: dict[str, int] | None = None
    for line, cells in enumerate(table, 1):
        if not any(cell.strip() for cell in cells):
            continue
        if columns is None:
            columns = {HEADS[fold(cell)]: at for at, cell in enumerate(cells) if fold(cell) in HEADS}
            if "name" not in columns:
                raise ValueError("no column is headed “party”")
            continue
        told = {part: " ".join(cells[at].split()) if at < len(cells) else "" for part, at in columns.items()}
        spellings = tuple(one.strip() for one in told.get("spellings", "").split(BETWEEN) if one.strip())
        yield PartyRow(
            line=line, name=told["name"], short=told.get("short", "").lower() or None, spellings=spellings,
            destination=told.get("destination") or None,
        )  # fmt: skip


def coming(rows: Iterable[PartyRow], known: Parties) -> list[Coming]:
    """Return what each row comes to, those before it taken in. Short forms stay, and no two parties share one."""
    found: list[Coming] = []
    names = {fold(name): party.name for party in known.known for name in (party.name, *party.spellings)}
    shorts = {party.name: party.short for party in known.known}
    taken = {party.short: party.name for party in known.known if party.short}
    for row in rows:
        one = _coming(row, names, shorts, taken)
        found.append(one)
        if one.comes in ("new", "more"):
            of = one.of or row.name
            names |= {fold(name): of for name in (of, *one.spellings)}
            shorts[of] = one.short or shorts.get(of)
            if one.short:
                taken[one.short] = of
    return found


def _coming(
    row: PartyRow, names: Mapping[str, str], shorts: Mapping[str, str | None], taken: Mapping[str, str]
) -> Coming:
    def refused(why: Said) -> Coming:
        return Coming(row=row, comes="refused", why=why)

    if not row.name or len(row.name) > LONGEST_NAME:
        return refused(said("party_without_name", most=LONGEST_NAME))
    if row.short is not None and not SHORT_FORM.fullmatch(row.short):
        return refused(said("short_form"))
    of = names.get(fold(row.name))
    now = shorts.get(of) if of is not None else None
    if row.short is not None and taken.get(row.short, of) != of:
        return refused(said("short_taken", typed=row.short, party=taken[row.short]))
    if row.short is not None and now is not None and now != row.short:
        return refused(said("short_stays", party=of or row.name, short=now))
    others = [one for one in row.spellings if names.get(fold(one), of) != of]
    if others:
        return refused(said("spelling_taken", typed=others[0], party=names[fold(others[0])]))
    short = row.short if row.short != now else None
    new = tuple(
        dict.fromkeys(one for one in row.spellings if fold(one) not in names and fold(one) != fold(row.name))
    )
    if of is None:
        return Coming(row=row, comes="new", short=short, spellings=new)
    comes: Literal["more", "same"] = "more" if short or new or row.destination else "same"
    return Coming(row=row, comes=comes, of=of, short=short, spellings=new)
