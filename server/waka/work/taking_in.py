"""Taking in a tree that is already there: every file becomes a document with a number, nothing moves."""

from __future__ import annotations

import os
from collections.abc import Callable
from datetime import date
from decimal import Decimal

import structlog
from psycopg import Connection

from waka.core.names import Fields, Parsed, parse, split_extension
from waka.drive.incoming import walk
from waka.drive.tree import FileStat
from waka.records import contents, documents, folders, logbook, naming, search
from waka.records.documents import File, Record

from .deps import Deps
from .slips import Naming

log = structlog.get_logger()
KindOf = Callable[[str, str], str | None]


def take_in(deps: Deps, person: int | None, kind_of: KindOf) -> int:
    """Record every file beneath the drive root that is not yet a document; return how many.

    *kind_of* says what kind a document is from its folder's path and its name. Files whose name is no
    valid text are left out and said so in the log.
    """
    taken = 0
    with deps.db.transaction() as conn:
        house = Naming.load(conn)
        ids = {party.name: party.id for party in naming.party_rows(conn)}
        known: dict[str, int] = {"": folders.root(conn) or folders.add_root(conn)}
        for found in walk(deps.drive):
            try:
                path = found.path.decode()
            except UnicodeDecodeError:
                log.warning("not_taken_in", path=os.fsdecode(found.path), reason="name is no text")
                continue
            if found.stat is None:
                log.warning("not_taken_in", path=path, reason=found.reason)
                continue
            folder, _, name = path.rpartition("/")
            at = _folder(conn, known, folder)
            if documents.stands_at(conn, folder=at, name=name, ignore=0):
                continue
            record, conforms = _read_name(house, ids, name, kind_of(folder, name))
            _take(deps, conn, person, found.path, found.stat, at, name, record, conforms)
            taken += 1
    return taken


def _folder(conn: Connection, known: dict[str, int], path: str) -> int:
    if path not in known:
        above, _, name = path.rpartition("/")
        known[path] = folders.add(conn, _folder(conn, known, above), name)
    return known[path]


def _read_name(house: Naming, ids: dict[str, int], name: str, kind: str | None) -> tuple[Record, bool]:
    parsed = parse(house.pattern, split_extension(name)[0], house.parties)
    if not isinstance(parsed, Parsed):
        return Record(kind=kind), False
    return _record(parsed.fields, ids, kind), True


def _record(fields: Fields, ids: dict[str, int], kind: str | None) -> Record:
    who, when, amount = fields.get("who"), fields.get("when"), fields.get("amount")
    what, reference = fields.get("what"), fields.get("reference")
    return Record(
        kind=kind,
        party=ids.get(who) if isinstance(who, str) else None,
        when=when if isinstance(when, date) else None,
        what=what if isinstance(what, str) else None,
        reference=reference if isinstance(reference, str) else None,
        amount=amount if isinstance(amount, Decimal) else None,
    )


def _take(
    deps: Deps, conn: Connection, person: int | None, path: bytes, stat: FileStat, folder: int,
    name: str, record: Record, conforms: bool,
) -> None:  # fmt: skip
    digest = deps.drive.sha256(path)
    contents.add(conn, digest, stat.size)
    file = File(size=stat.size, sha256=digest, inode=stat.inode, modified_ns=stat.modified_ns)
    number = documents.add(
        conn, state="filed", folder=folder, name=name, conforms=conforms, file=file,
        record=record, person=person,
    )  # fmt: skip
    search.refresh(conn, [number])
    logbook.add(conn, "taken_in", number=number, person=person, to_path=path.decode(), to_folder=folder)
