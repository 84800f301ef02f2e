"""What goes over the wire about people, teams and rights."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from waka.core.ids import PersonId, PointId, TeamId
from waka.web.schemas import NUMBER_MAX, Asked, FolderHead, PersonNumber, TeamNumber, Wire

Right = Literal["reader", "filer", "keeper"]


class Grant(Wire):
    person_id: PersonId | None
    team_id: TeamId | None
    name: str
    right: str
    granted_by: str | None
    granted_at: datetime


class Why(Wire):
    person_id: PersonId
    name: str
    initials: str
    right: str
    team: str | None
    depth: int
    path: str | None


class Name(Wire):
    id: int | None
    team_id: TeamId | None
    name: str


class Rights(Wire):
    folder: FolderHead
    own_access: bool
    replaces: bool
    grants: list[Grant]
    people: list[Why]
    names: list[Name]


class WishedGrant(Asked):
    person: PersonId | None = Field(None, ge=1, le=NUMBER_MAX)
    team: TeamId | None = Field(None, ge=1, le=NUMBER_MAX)
    right: Right


class Wish(Asked):
    replaces: bool
    grants: list[WishedGrant] = Field(max_length=500)


class Effect(Wire):
    name: str
    before: str | None
    after: str | None
    folders: int
    documents: int
    path: str


class Effects(Wire):
    effects: list[Effect]


class Account(Wire):
    id: int
    login: str
    name: str
    initials: str
    administrator: bool
    created_at: datetime
    ended_at: datetime | None
    invited: bool
    invitation_ends: datetime | None
    seen_at: datetime | None


class Team(Wire):
    id: int
    name: str
    members: list[PersonId]


class Point(Wire):
    id: int
    name: str


class PointGrant(Wire):
    arrival_point_id: PointId
    person_id: PersonId | None
    team_id: TeamId | None
    name: str


class Office(Wire):
    accounts: list[Account]
    teams: list[Team]
    points: list[Point]
    point_grants: list[PointGrant]
    names: list[Name]
    unkept: list[str]


class Invite(Asked):
    login: str = Field(min_length=1, max_length=200)
    name: str = Field(min_length=1, max_length=200)
    teams: list[TeamNumber] = Field([], max_length=100)


class Invitation(Wire):
    secret: str = Field(description="Told once; the link is /welcome/ and this")


class Invited(Wire):
    login: str


class Accept(Asked):
    password: str = Field(max_length=1000)


class SwitchOff(Asked):
    hand_to: PersonId | None = Field(None, ge=1, le=NUMBER_MAX)


class Belonging(Wire):
    path: str
    right: str


class Belongings(Wire):
    belongings: list[Belonging]


class Administrator(Asked):
    administrator: bool


class PutTeam(Asked):
    name: str = Field(min_length=1, max_length=200)
    members: list[PersonNumber] = Field(max_length=1000)


class Holder(Asked):
    person: PersonId | None = Field(None, ge=1, le=NUMBER_MAX)
    team: TeamId | None = Field(None, ge=1, le=NUMBER_MAX)


class Holders(Asked):
    holders: list[Holder] = Field(max_length=500)


class Made(Wire):
    id: int


class AccountPath(Asked):
    account: PersonId = Field(ge=1, le=NUMBER_MAX)


class TeamPath(Asked):
    team: TeamId = Field(ge=1, le=NUMBER_MAX)


class PointPath(Asked):
    point: PointId = Field(ge=1, le=NUMBER_MAX)


class SecretPath(Asked):
    secret: str = Field(min_length=8, max_length=100)


class OfficeSettings(Wire):
    """What holds for the whole office."""

    time_zone: str = Field(description="Of the tz database; '': the machine's own")
    date_order: Literal["day_first", "month_first"]
    currency: str = Field(description="ISO 4217")
    languages: list[str] = Field(description="Of its papers, the most common first")
    names: list[str] = Field(description="Its own, as papers give them")
    addresses: list[str]
    year_begins: int = Field(description="The first month of its year")
    fills_slips: bool = Field(description="Slips are filled in with what stands on the page")


class OfficeWish(Asked):
    time_zone: str = Field("", max_length=60)
    date_order: Literal["day_first", "month_first"] = "day_first"
    currency: str = Field("GBP", max_length=3)
    languages: list[Annotated[str, Field(max_length=20)]] = Field(["en"], max_length=20)
    names: list[Annotated[str, Field(max_length=200)]] = Field([], max_length=50)
    addresses: list[Annotated[str, Field(max_length=400)]] = Field([], max_length=50)
    year_begins: int = Field(1, ge=1, le=12)
    fills_slips: bool = True
