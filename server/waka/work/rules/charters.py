"""Charters: what folders declare, shown with what comes from above, and changed."""

from __future__ import annotations

from dataclasses import dataclass, replace

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.ids import FolderId, PersonId
from waka.core.names import Pattern
from waka.core.rules.charter import OTHERS, PARTS, Charter, From, holding
from waka.errors import BadRequest, NotFound
from waka.records.desk import naming
from waka.records.finding import logbook
from waka.records.folders import folders, survey
from waka.records.folders.folders import Folder
from waka.records.rules import charters as kept
from waka.records.rules import fields
from waka.records.rules import patterns as kept_patterns
from waka.records.rules.patterns import Revision
from waka.work.changes.structure import Structure
from waka.work.deps import Deps
from waka.work.naming import destinations
from waka.work.naming.house import Naming

from .keeping import assert_keeps
from .patterns import Unfit, Wish, read

LONGEST = 2_000  #: characters of a purpose or a statement


@dataclass(frozen=True, slots=True, kw_only=True)
class Shown:
    """A charter as a person may see it."""

    folder: Folder
    edition: int  #: 0 where the folder declares nothing yet
    own: Charter  #: what it declares itself
    holds: Charter
    by: From
    paths: dict[FolderId, str]  #: of the folders that declare what holds, where the person may see them
    keeper: str | None  #: what the keeper that holds is called
    revision: Revision  #: of the name pattern that holds
    names_by: FolderId  #: the folder that declares it
    people: dict[PersonId, str]  #: who can be named as its keeper; for keepers


@dataclass(frozen=True, slots=True, kw_only=True)
class Wanted:
    """A charter as it is to be."""

    charter: Charter
    names: Wish | None  #: None: by the pattern above


def declared(deps: Deps, person: PersonId) -> list[FolderId]:
    """Return the folders that declare something, of those that the person may see."""
    with deps.db.transaction() as conn:
        return kept.declared(conn, person)


def show(deps: Deps, person: PersonId, folder: FolderId) -> Shown:
    """Return what a folder declares, and what holds in it. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = folders.one(conn, folder, person)
        if found is None:
            raise NotFound("The folder")
        return _shown(conn, person, found)


def _shown(conn: Connection, person: PersonId, folder: Folder) -> Shown:
    way = folders.above(conn, folder.id)
    all_declared = kept.every(conn)
    names_by = kept.naming(conn, [folder.id]).get(folder.id)
    above = Structure(survey.folders_above(conn, person, [folder.id]))
    paths = {one: above.path(one) for one in way if above.is_seen(one)}
    holds = holding(way, all_declared)
    charter, by = holds.charter, holds.by
    # what a folder says of itself is told only to who may see it
    if by.purpose not in paths:
        charter, by = replace(charter, purpose=None), replace(by, purpose=None)
    if by.keeper not in paths:
        charter, by = replace(charter, keeper=None), replace(by, keeper=None)
    named = kept.people(conn)
    record = kept.kept(conn, folder.id)
    revision = kept_patterns.now(conn, names_by)
    assert revision is not None  # the first migration puts one there
    return Shown(
        folder=folder, edition=record.edition if record is not None else 0,
        own=next((one for one in all_declared if one.folder == folder.id), Charter(folder=folder.id)),
        holds=charter, by=by, paths=paths,
        keeper=named.get(charter.keeper) if charter.keeper is not None else None,
        revision=revision, names_by=names_by or way[-1], people=named if folder.right == "keeper" else {},
    )  # fmt: skip


def put(deps: Deps, person: PersonId, wanted: Wanted, seen: int) -> None:
    """Let a folder declare what is *wanted*; nothing is moved or renamed by it.

    *seen*: the edition that it grew from. Raises ``NotFound``, ``NotAllowed``, ``BadRequest``.
    """
    with deps.db.transaction() as conn:
        folder = assert_keeps(conn, person, wanted.charter.folder)
        fields.hold(conn)
        before = _shown(conn, person, folder)
        if before.edition != seen:
            raise BadRequest(
                "Somebody changed this charter meanwhile; nothing was overwritten.", mend="Look at it first."
            )
        charter = _understood(conn, wanted.charter)
        is_root = folder.parent_id is None
        if is_root and wanted.names is None:
            raise BadRequest("The drive needs a pattern of names.", mend="Write one.", field="names")
        pattern = _pattern(conn, wanted.names) if wanted.names is not None else None
        revision = _kept_as(conn, person, before, pattern, is_root=is_root)
        kept.put(conn, charter, None if is_root else revision, person)
        parts = [
            part for part in (*PARTS, "destination") if getattr(charter, part) != getattr(before.own, part)
        ]
        if revision != _revision(before):
            parts.append("names")
        logbook.add(
            conn, "charter_changed", folder=folder.id, person=person, to_path=folder.path, to_folder=folder.id,
            reason=said("charter", parts=parts),
        )  # fmt: skip


def _revision(shown: Shown) -> int | None:
    """Return the revision of the folder's own pattern, None where it has none."""
    return shown.revision.revision if shown.names_by == shown.folder.id else None


def _kept_as(
    conn: Connection, person: PersonId, before: Shown, pattern: Pattern | None, *, is_root: bool
) -> int | None:
    """Return the number of the revision that *pattern* is kept as: the one in force where it is the same."""
    if pattern is None:
        return None
    now, style = before.revision, pattern.style
    same = (now.text, now.joiner, now.letter_case, now.transliterate, now.longest) == (
        pattern.text, style.joiner, style.case, style.transliterate, style.longest,
    )  # fmt: skip
    own = _revision(before)
    if own is not None and same:
        return own
    return kept_patterns.put(conn, pattern, person, None if is_root else before.folder.id)


def _pattern(conn: Connection, wish: Wish) -> Pattern:
    try:
        return read(Naming.load(conn), wish)
    except Unfit as unfit:
        raise BadRequest(unfit.fault.why, mend=unfit.fault.mend, field="text", at=unfit.fault.at) from None


def _understood(conn: Connection, charter: Charter) -> Charter:
    """Return a charter as it is kept. Raises ``BadRequest``."""
    kinds = charter.kinds
    if kinds is not None:
        known = {kind.code for kind in naming.kinds(conn)}
        unknown = [code for code in kinds.codes if code not in known]
        if unknown or not kinds.codes or kinds.others not in OTHERS:
            raise BadRequest("Choose one or more kinds that there are.", mend="Choose again.", field="kinds")
    if charter.keeper is not None and charter.keeper not in kept.people(conn):
        raise BadRequest("There is no such person.", mend="Choose another.", field="keeper")
    for part in ("purpose", "statement"):
        text = getattr(charter, part)
        if text is not None and len(text) > LONGEST:
            raise BadRequest(f"At most {LONGEST:,} characters.", mend="Shorten it.", field=part)
    if charter.destination and kinds is None:
        raise BadRequest(
            "Where its kinds are filed needs the kinds.",
            mend="Choose the kinds that belong here.",
            field="kinds",
        )
    return replace(
        charter, purpose=_text(charter.purpose), statement=_text(charter.statement),
        destination=destinations.understood(conn, charter.destination),
    )  # fmt: skip


def _text(text: str | None) -> str | None:
    return (text or "").strip() or None


def statement_of(conn: Connection, folder: FolderId) -> str | None:
    """Return what is to be confirmed by whoever uploads to a folder."""
    return holding(folders.above(conn, folder), kept.every(conn)).charter.statement
