"""Office: people and teams, invitations, arrival points; who leaves and who takes over."""

from __future__ import annotations

import hashlib
import secrets
from collections.abc import Sequence
from dataclasses import dataclass
from zoneinfo import available_timezones

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.fields.office import OfficeSettings, faults
from waka.core.ids import PersonId, PointId, TeamId
from waka.errors import BadRequest, NotAllowed, NotFound
from waka.records import settings
from waka.records.finding import logbook
from waka.records.folders import access
from waka.records.folders.access import Account, Holder, Name, Point, PointGrant, Team
from waka.records.people import people
from waka.records.people.people import Person
from waka.work.deps import Deps
from waka.work.office import NAME as SETTINGS
from waka.work.office import settings_of
from waka.work.people import signing_in


@dataclass(frozen=True, slots=True, kw_only=True)
class Office:
    accounts: Sequence[Account]
    teams: Sequence[Team]
    points: Sequence[Point]
    point_grants: Sequence[PointGrant]
    names: Sequence[Name]
    unkept: Sequence[str]  #: folders that nobody keeps any more


def office(deps: Deps, person: Person) -> Office:
    """Return people, teams and arrival points. Raises ``NotAllowed`` for all but administrators."""
    with deps.db.transaction() as conn:
        _assert_administrator(person)
        return Office(
            accounts=access.accounts(conn), teams=access.teams(conn), points=access.points(conn),
            point_grants=access.point_grants(conn), names=access.names(conn),
            unkept=[_named(path) for path in access.folders_without_keeper(conn, person.id).values()],
        )  # fmt: skip


def _assert_administrator(person: Person) -> None:
    if not person.administrator:
        raise NotAllowed("Only an administrator may do this.", mend="Ask one.")


def invite(deps: Deps, person: Person, *, login: str, name: str, teams: Sequence[TeamId]) -> str:
    """Add somebody who chooses a password by a link; return the link's secret, which is told once."""
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        new = signing_in.add_account(conn, login=login, name=name, password_hash=None, administrator=False)
        for team in access.teams(conn):
            if team.id in teams:
                access.set_members(conn, team.id, [*team.members, new])
        access.work_out_all(conn)
        logbook.add_about(
            conn, "person_invited", person=person.id, about=new, reason=said("person", name=name.strip())
        )
        return _invitation(conn, new, person.id)


def invite_again(deps: Deps, person: Person, account: PersonId) -> str:
    """Return a fresh link for somebody who lost the first, or the password. The old one ends."""
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        if not access.is_active(conn, account):
            raise NotFound("This person")
        told = people.name_of(conn, account)
        logbook.add_about(
            conn, "person_invited", person=person.id, about=account, reason=said("person_again", name=told)
        )
        return _invitation(conn, account, person.id)


def _invitation(conn: Connection, account: PersonId, by: PersonId) -> str:
    secret = secrets.token_urlsafe(24)
    people.add_invitation(conn, token_hash=_digest(secret), person=account, by=by)
    return secret


def _digest(secret: str) -> bytes:
    return hashlib.sha256(secret.encode()).digest()


def invited(deps: Deps, secret: str) -> str:
    """Return the sign-in that an invitation is for. Raises ``NotFound`` for one that ended or never was."""
    with deps.db.transaction() as conn:
        found = people.invited(conn, _digest(secret))
    if found is None:
        raise NotFound("This invitation")
    return found[1]


def accept(deps: Deps, secret: str, password: str) -> None:
    """Set the password of whoever was invited. Raises ``NotFound``, ``BadRequest``."""
    with deps.db.transaction() as conn:
        invited_one = people.invited(conn, _digest(secret))
    if invited_one is None:  # before anything costly is done for whoever asks
        raise NotFound("This invitation")
    hashed = signing_in.hash_password(password, invited_one[1])
    with deps.db.transaction() as conn:
        found = people.invited(conn, _digest(secret))
        if found is None:
            raise NotFound("This invitation")
        people.set_password(conn, found[0], hashed)
        logbook.add_about(conn, "password_changed", person=None, about=found[0], reason=said("by_invitation"))


def switch_off(deps: Deps, person: Person, account: PersonId, hand_to: PersonId | None) -> None:
    """End somebody's account at once; what was granted by name goes to *hand_to*, if anybody.

    Raises ``BadRequest`` for the last administrator, and where folders would be left without a keeper.
    """
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        if not access.is_active(conn, account):
            raise NotFound("This person")
        if access.other_administrators(conn, account) == 0:
            raise BadRequest("Nobody else is administrator.", mend="Make somebody else administrator first.")
        if hand_to is not None:
            if hand_to == account or not access.is_active(conn, hand_to):
                raise BadRequest("Nobody of that name can take over.", mend="Choose somebody who is active.")
            access.hand_over(conn, account, hand_to, person.id)
        unkept = set(access.folders_without_keeper(conn, person.id))
        logbook.add_about(
            conn, "person_ended", person=person.id, about=account,
            reason=said("person", name=people.name_of(conn, account),
                        successor=people.name_of(conn, hand_to) if hand_to else ""),
        )  # fmt: skip
        access.end_person(conn, account)
        access.work_out_all(conn)
        left = [
            _named(path)
            for id, path in access.folders_without_keeper(conn, person.id).items()
            if id not in unkept
        ]
        if left:
            raise BadRequest(
                f"Nobody would keep {', '.join(left[:5])}: nobody was switched off.",
                mend="Choose who takes over.",
            )


def belongings(deps: Deps, person: Person, account: PersonId) -> list[tuple[str, str]]:
    """Return the paths and rights that are granted to somebody by name, for the one who takes over."""
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        return [(_named(path), right) for path, right in access.own_grants(conn, account, person.id)]


def _named(path: str | None) -> str:
    """Return what a folder is called to who may not see it, too."""
    return "a folder that is not for you to see" if path is None else path or "Drive"


def set_administrator(deps: Deps, person: Person, account: PersonId, *, administrator: bool) -> None:
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        if not access.is_active(conn, account):
            raise NotFound("This person")
        if not administrator and access.other_administrators(conn, account) == 0:
            raise BadRequest("Nobody else is administrator.", mend="Make somebody else administrator first.")
        access.set_administrator(conn, account, administrator=administrator)
        logbook.add_about(
            conn, "administrator_made" if administrator else "administrator_ended", person=person.id,
            about=account, reason=said("person", name=people.name_of(conn, account)),
        )  # fmt: skip


def put_team(
    deps: Deps, person: Person, team: TeamId | None, name: str, members: Sequence[PersonId]
) -> TeamId:
    """Make a team, or change one: its name and who is in it. Rights follow at once."""
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        if team is None:
            team = access.add_team(conn, name.strip())
        elif not access.rename_team(conn, team, name.strip()):
            raise NotFound("This team")
        unkept = set(access.folders_without_keeper(conn, person.id))
        access.set_members(conn, team, members)
        access.work_out_all(conn)
        _assert_kept(conn, person, unkept)
        told = [people.name_of(conn, member) for member in members]
        logbook.add_about(
            conn,
            "team_changed",
            person=person.id,
            about=None,
            reason=said("team", name=name.strip(), members=told),
        )
        return team


def remove_team(deps: Deps, person: Person, team: TeamId) -> None:
    """Remove a team and what is granted to it. Raises ``BadRequest`` where a folder would lose its keeper."""
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        unkept = set(access.folders_without_keeper(conn, person.id))
        name = next((found.name for found in access.teams(conn) if found.id == team), "")
        if not access.remove_team(conn, team):
            raise NotFound("This team")
        logbook.add_about(conn, "team_removed", person=person.id, about=None, reason=said("team", name=name))
        access.work_out_all(conn)
        _assert_kept(conn, person, unkept)


def _assert_kept(conn: Connection, person: Person, before: set[int]) -> None:
    left = [
        _named(path)
        for id, path in access.folders_without_keeper(conn, person.id).items()
        if id not in before
    ]
    if left:
        raise BadRequest(
            f"Nobody would keep {', '.join(left[:5])}: nothing was changed.",
            mend="Grant somebody else keeper there first.",
        )


def grant_point(deps: Deps, person: Person, point: PointId, holders: Sequence[Holder]) -> None:
    """Say who sees what arrives at a point."""
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        if point not in {found.id for found in access.points(conn)}:
            raise NotFound("This arrival point")
        known = {(name.id, name.team_id) for name in access.names(conn)}
        if any((holder.person, holder.team) not in known for holder in holders):
            raise BadRequest("Somebody of the list is not here any more.", mend="Choose again.")
        access.set_point_grants(conn, point, holders)
        access.work_out_all(conn)
        named = {(name.id, name.team_id): name.name for name in access.names(conn)}
        told = [named[holder.person, holder.team] for holder in holders]
        where = next(found.name for found in access.points(conn) if found.id == point)
        logbook.add_about(
            conn,
            "point_granted",
            person=person.id,
            about=None,
            reason=said("point", name=where, holders=told),
        )


def settings_for(deps: Deps, person: Person) -> OfficeSettings:
    """Return the office's settings. Raises ``NotAllowed`` for all but administrators."""
    _assert_administrator(person)
    with deps.db.transaction() as conn:
        return settings_of(conn)


def set_settings(deps: Deps, person: Person, wish: OfficeSettings) -> OfficeSettings:
    """Set what holds for the office. Raises ``NotAllowed``, ``BadRequest``."""
    _assert_administrator(person)
    wrong = next(faults(wish, available_timezones()), None)
    if wrong is not None:
        raise BadRequest(f"{wrong[1]}.", mend="Correct it.", field=wrong[0])
    with deps.db.transaction() as conn:
        settings.hold(conn)
        settings.put_typed(conn, SETTINGS, wish)
        logbook.add_about(conn, "office_changed", person=person.id, about=None, reason=None)
    return settings_for(deps, person)
