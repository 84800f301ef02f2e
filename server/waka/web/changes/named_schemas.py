"""What goes over the wire about whom a list names."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from waka.core.ids import PersonId
from waka.web.changes.schemas import Part
from waka.web.schemas import Asked, PersonNumber, Wire


class Naming(Asked):
    person: PersonNumber
    part: Part


class Names(Asked):
    named: list[Naming] = Field(max_length=20)


class Someone(Wire):
    id: PersonId
    name: str


class CouldBeNamed(Wire):
    people: list[Someone]


class Approval(Asked):
    approves: bool
    seen: datetime | None = Field(description="When the list was checked that the person looked at")
