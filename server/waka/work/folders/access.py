"""Who may do what where: granting with a preview of what changes, teams, and who sees this and why.

Granting is tried in a transaction and rolled back for the preview, so that what is shown is what would
happen, worked out by the very same statements.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.ids import FolderId, PersonId
from waka.errors import BadRequest, NotAllowed, NotFound
from waka.records.finding import logbook
from waka.records.folders import access, folders
from waka.records.folders.access import Effect, Grant, Holder, Name, Why
from waka.records.folders.folders import Folder
from waka.work.deps import Deps

RIGHTS = ("reader", "filer", "keeper")


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """What should be granted on a folder itself, instead of what is."""

    replaces: bool  #: takes nothing over from above
    grants: Sequence[tuple[Holder, str]]


@dataclass(frozen=True, slots=True, kw_only=True)
class Rights:
    """What is granted on a folder, and who sees it and why."""

    folder: Folder
    grants: Sequence[Grant]
    people: Sequence[Why]
    names: Sequence[Name] = field(default_factory=list)  #: whom it can be granted to; for keepers


def rights(deps: Deps, person: PersonId, folder: FolderId) -> Rights:
    """Return the rights on a folder. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = folders.one(conn, folder, person)
        if found is None:
            raise NotFound("The folder")
        keeps = found.right == "keeper"
        return Rights(
            folder=found,
            grants=access.grants(conn, folder) if keeps else [],
            people=access.who(conn, folder, person),
            names=access.names(conn) if keeps else [],
        )


def preview(deps: Deps, person: PersonId, folder: FolderId, wish: Wish) -> list[Effect]:
    """Return what granting *wish* would change for whom; nothing changes. Raises as ``grant``."""
    with deps.db.transaction() as conn:
        effects = _apply(conn, person, folder, wish)
        conn.rollback()
    return effects


def grant(deps: Deps, person: PersonId, folder: FolderId, wish: Wish) -> list[Effect]:
    """Grant *wish* on a folder instead of what was granted there; return what changed.

    Raises ``NotFound``, ``NotAllowed`` for anybody but a keeper, ``BadRequest`` where nobody would
    keep the folder.
    """
    with deps.db.transaction() as conn:
        effects = _apply(conn, person, folder, wish)
        if effects:
            told = [f"{e.name}: {e.before or '–'} → {e.after or '–'}" for e in effects[:20]]
            logbook.add(
                conn, "access_changed", folder=folder, person=person, reason=said("grants", changes=told),
                to_path=folders.path(conn, folder), to_folder=folder,
            )  # fmt: skip
    return effects


def _apply(conn: Connection, person: PersonId, folder: FolderId, wish: Wish) -> list[Effect]:
    access.hold_access(conn)
    found = folders.lock(conn, folder, person)
    if found is None:
        raise NotFound("The folder")
    if found.right != "keeper":
        raise NotAllowed(
            f"Only a keeper of “{found.path or 'Drive'}” may grant here.", mend="Ask one of its keepers."
        )
    access.remember_sight(conn, folder)
    _put(conn, person, found, wish)
    access.settle_beneath(conn, folder)
    if not access.is_kept(conn, folder):
        raise BadRequest(
            f"Nobody would keep “{found.path or 'Drive'}”: nothing was granted.", mend="Leave it one keeper."
        )
    return access.sight_changes(conn, folder)


def _put(conn: Connection, person: PersonId, folder: Folder, wish: Wish) -> None:
    is_root = folder.parent_id is None
    own = is_root or bool(wish.grants) or wish.replaces
    known = {(name.id, name.team_id) for name in access.names(conn)}
    seen: set[Holder] = set()
    for holder, right in wish.grants:
        if (holder.person, holder.team) not in known or right not in RIGHTS or holder in seen:
            raise BadRequest("Grant each person or team of the list one right, once.", mend="Choose again.")
        seen.add(holder)
    access.set_own_access(conn, folder.id, own=own, replaces=is_root or wish.replaces)
    access.clear_grants(conn, folder.id)
    for holder, right in wish.grants:
        access.put_grant(conn, folder.id, holder, right, person)
