"""Rights: what is granted on folders and arrival points to people and teams, and what it comes to.

Grants are what people say; ``sight`` is what they come to, worked out whenever a grant, a team or the
structure changes, and joined by every query. Whoever changes rights holds ``hold_access`` first.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from psycopg import Connection
from psycopg.errors import UniqueViolation

from waka.core.ids import FolderId, PersonId, PointId, TeamId
from waka.core.names import fold
from waka.errors import BadRequest
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("folders/access")
MAY_FILE = ("filer", "keeper")  #: the rights that allow to file, and so to make folders


@dataclass(frozen=True, slots=True, kw_only=True)
class Grant:
    id: int
    person_id: PersonId | None
    team_id: TeamId | None
    name: str
    right: str
    granted_by: str | None
    granted_at: datetime


@dataclass(frozen=True, slots=True, kw_only=True)
class Effect:
    """What a change of rights comes to for one person."""

    name: str
    before: str | None  #: the right; None where the person could not see it
    after: str | None
    folders: int
    documents: int
    path: str  #: the topmost folder that it concerns


@dataclass(frozen=True, slots=True, kw_only=True)
class Why:
    """One reason why somebody may see a folder."""

    person_id: PersonId
    name: str
    initials: str
    right: str
    team: str | None
    depth: int  #: folders above
    path: str | None  #: where it is granted; None where the asking person may not see that


@dataclass(frozen=True, slots=True, kw_only=True)
class Team:
    id: TeamId
    name: str
    members: list[PersonId]


@dataclass(frozen=True, slots=True, kw_only=True)
class Account:
    id: PersonId
    login: str
    name: str
    initials: str
    administrator: bool
    created_at: datetime
    ended_at: datetime | None
    invited: bool  #: has not chosen a password yet
    invitation_ends: datetime | None
    seen_at: datetime | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Point:
    id: PointId
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class PointGrant:
    arrival_point_id: PointId
    person_id: PersonId | None
    team_id: TeamId | None
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Name:
    id: PersonId | None
    team_id: TeamId | None
    name: str


@dataclass(frozen=True, slots=True)
class Holder:
    """Who something is granted to: a person or a team."""

    person: PersonId | None = None
    team: TeamId | None = None


def hold_access(conn: Connection) -> None:
    conn.execute(SQL["hold_access"])


def set_own_access(conn: Connection, folder: FolderId, *, own: bool, replaces: bool) -> None:
    conn.execute(SQL["set_own_access"], {"folder": folder, "own": own, "replaces": replaces})


def grants(conn: Connection, folder: FolderId) -> list[Grant]:
    return rows(conn, SQL["grants"], {"folder": folder}, Grant)


def put_grant(conn: Connection, folder: FolderId, holder: Holder, right: str, by: PersonId | None) -> None:
    conn.execute(
        SQL["put_grant"],
        {"folder": folder, "person": holder.person, "team": holder.team, "right": right, "by": by},
    )


def clear_grants(conn: Connection, folder: FolderId) -> None:
    conn.execute(SQL["clear_grants"], {"folder": folder})


def settle_beneath(conn: Connection, folder: FolderId) -> None:
    """Work out anew which grants rule a folder and those beneath it, and what they come to."""
    conn.execute(SQL["settle_beneath"], {"folder": folder})
    found = [int(row[0]) for row in conn.execute(SQL["domains_beneath"], {"folder": folder})]
    work_out(conn, found)


def work_out(conn: Connection, domains: Sequence[int]) -> None:
    conn.execute(SQL["work_out"], {"domains": list(domains)})
    conn.execute(SQL["drop_idle_sight"])


def work_out_all(conn: Connection) -> None:
    """Work out every right anew: after a team or a person changed."""
    work_out(conn, [int(row[0]) for row in conn.execute(SQL["all_domains"])])
    conn.execute(SQL["work_out_points"])


def remember_sight(conn: Connection, folder: FolderId) -> None:
    """Keep who may do what from *folder* down until the transaction ends, for ``sight_changes``."""
    conn.execute(SQL["remember_sight"], {"folder": folder})


def sight_changes(conn: Connection, folder: FolderId) -> list[Effect]:
    return rows(conn, SQL["sight_changes"], {"folder": folder}, Effect)


def is_kept(conn: Connection, folder: FolderId) -> bool:
    """Whether anybody is keeper of a folder."""
    return bool(value(conn, SQL["is_kept"], {"folder": folder}))


def hidden_above(conn: Connection, person: PersonId) -> list[str]:
    """Return the paths of folders that a person may not know of, and beneath which stands one that they may."""
    return [str(path) for (path,) in conn.execute(SQL["hidden_above"], {"person": person})]


def who(conn: Connection, folder: FolderId, asking: int) -> list[Why]:
    return rows(conn, SQL["who"], {"folder": folder, "asking": asking}, Why)


def sight_names(conn: Connection, access: int) -> dict[int, str]:
    return {int(found[0]): str(found[1]) for found in conn.execute(SQL["sight_names"], {"access": access})}


def folders_without_keeper(conn: Connection, asking: int) -> dict[int, str | None]:
    """Return the folders that nobody keeps, with the path of each that *asking* may see."""
    return {int(id): path for id, path in conn.execute(SQL["folders_without_keeper"], {"asking": asking})}


def teams(conn: Connection) -> list[Team]:
    return rows(conn, SQL["teams"], {}, Team)


def add_team(conn: Connection, name: str) -> TeamId:
    """Add a team. Raises ``BadRequest`` where the name is taken."""
    found = value(conn, SQL["add_team"], {"name": name, "key": fold(name)})
    if not isinstance(found, int):
        raise BadRequest(f"There is a team “{name}” already.", mend="Choose another name.")
    return TeamId(found)


def rename_team(conn: Connection, team: TeamId, name: str) -> bool:
    try:
        return value(conn, SQL["rename_team"], {"team": team, "name": name, "key": fold(name)}) is not None
    except UniqueViolation as error:
        raise BadRequest(f"There is a team “{name}” already.", mend="Choose another name.") from error


def remove_team(conn: Connection, team: TeamId) -> bool:
    return value(conn, SQL["remove_team"], {"team": team}) is not None


def set_members(conn: Connection, team: TeamId, members: Sequence[PersonId]) -> None:
    conn.execute(SQL["set_members"], {"team": team, "members": list(members)})


def points(conn: Connection) -> list[Point]:
    return rows(conn, SQL["points"], {}, Point)


def point_grants(conn: Connection) -> list[PointGrant]:
    return rows(conn, SQL["point_grants"], {}, PointGrant)


def set_point_grants(conn: Connection, point: PointId, holders: Sequence[Holder]) -> None:
    conn.execute(SQL["clear_point_grants"], {"point": point})
    for holder in holders:
        put_point_grant(conn, point, holder)


def put_point_grant(conn: Connection, point: PointId, holder: Holder) -> None:
    args: dict[str, object] = {"point": point, "person": holder.person, "team": holder.team}
    conn.execute(SQL["put_point_grant"], args)


def accounts(conn: Connection) -> list[Account]:
    return rows(conn, SQL["people"], {}, Account)


def own_grants(conn: Connection, person: PersonId, asking: int) -> list[tuple[str | None, str]]:
    """Return what is granted to a person by name, with the path of each folder that *asking* may see."""
    found = conn.execute(SQL["own_grants"], {"person": person, "asking": asking})
    return [(path, str(right)) for path, right in found]


def hand_over(conn: Connection, person: PersonId, to: PersonId, by: PersonId) -> None:
    """Give *to* whatever is granted to *person* by name."""
    args: dict[str, object] = {"person": person, "to": to, "by": by}
    conn.execute(SQL["hand_over_folders"], args)
    conn.execute(SQL["hand_over_points"], args)


def end_person(conn: Connection, person: PersonId) -> bool:
    """Switch a person off: no sign-in, no session, no right. The logbook keeps the name."""
    if value(conn, SQL["end_person"], {"person": person}) is None:
        return False
    conn.execute(SQL["drop_person_grants"], {"person": person})
    return True


def other_administrators(conn: Connection, person: PersonId | None) -> int:
    found = value(conn, SQL["administrators"], {"except": person})
    return found if isinstance(found, int) else 0


def set_administrator(conn: Connection, person: PersonId, *, administrator: bool) -> None:
    conn.execute(SQL["set_administrator"], {"person": person, "administrator": administrator})


def is_active(conn: Connection, person: PersonId) -> bool:
    return bool(value(conn, SQL["is_active"], {"person": person}))


def names(conn: Connection) -> list[Name]:
    return rows(conn, SQL["names"], {}, Name)


def keeps_any(conn: Connection, person: PersonId) -> bool:
    """Whether a person keeps a folder that is there."""
    return bool(value(conn, SQL["keeps_any"], {"person": person}))


def keeps_all(conn: Connection, person: PersonId) -> bool:
    """Whether a person keeps the whole drive."""
    return bool(value(conn, SQL["keeps_all"], {"person": person}))
