"""What goes over the wire. The OpenAPI document, and from it the client's types, are made of these."""

from __future__ import annotations

from datetime import date, datetime
from decimal import Decimal
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field, field_validator

NUMBER_MAX = 2**62


class Wire(BaseModel):
    model_config = ConfigDict(from_attributes=True, extra="forbid")


class Asked(Wire):
    """What comes in. A NUL sign is no text: the database keeps none, and no name has one."""

    @field_validator("*", mode="before")
    @classmethod
    def _is_text(cls, value: object) -> object:
        if isinstance(value, str) and "\0" in value:
            raise ValueError("has a NUL sign in it")
        return value


class Problem(Wire):
    """RFC 9457 problem details."""

    model_config = ConfigDict(extra="allow")
    type: str = Field(description="A URI reference that names the kind of problem")
    title: str
    status: int
    detail: str
    code: str = Field(description="The kind of problem, for the screen to switch on")
    mend: str | None = Field(None, description="What to do next")
    request_id: str = Field(description="Also in the server's log")


class Segment(Wire):
    text: str
    field: str = Field(description="when, who, what, reference ..., rest or odd")


class Piece(Wire):
    text: str
    marked: bool


class SignIn(Asked):
    login: str = Field(max_length=200)
    password: str = Field(max_length=1000)


class Me(Wire):
    name: str
    initials: str
    login: str
    administrator: bool
    csrf: str = Field(description="Send it as X-Waka-CSRF with every change")


class HealthPart(Wire):
    part: str
    in_order: bool
    told: str


class Health(Wire):
    in_order: bool
    parts: list[HealthPart]


class Kind(Wire):
    code: str
    label: str


class Party(Wire):
    name: str
    short: str | None
    spellings: list[str]


class House(Wire):
    pattern: str
    kinds: list[Kind]
    parties: list[Party]


class Slip(Asked):
    kind: str = Field("", max_length=40)
    who: str = Field("", max_length=400)
    short: str = Field("", max_length=40)
    when: str = Field("", max_length=60)
    what: str = Field("", max_length=400)
    reference: str = Field("", max_length=200)
    amount: str = Field("", max_length=60)
    folder: int | None = Field(None, ge=1, le=NUMBER_MAX)
    extension: str | None = Field(None, pattern=r"^(\.[A-Za-z0-9]{1,12}){0,2}$")


class Arrival(Wire):
    number: int
    name: str
    size: int
    added_at: datetime
    arrival_point: str
    later: bool
    was_read: bool
    media_type: str | None
    pages: int | None
    trouble: str | None
    fitting_extension: str | None = Field(description="Where the name's own is wrong")
    same_as: int | None = Field(description="A filed document with the same bytes")
    slip: Slip


class Notice(Wire):
    shown: str
    reason: str


class Desk(Wire):
    waiting: list[Arrival]
    filed_today: int
    notices: list[Notice]
    recent: list[int]
    may_file: bool


class FieldProblem(Wire):
    field: str
    message: str


class Who(Wire):
    name: str
    short: str | None
    known: bool
    proposed: str | None


class Understood(Wire):
    kind: str | None
    who: Who | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    problems: list[FieldProblem]


class Finding(Wire):
    code: str
    message: str
    mend: str | None


class Beside(Wire):
    number: int
    name: str
    segments: list[Segment]


class FolderHead(Wire):
    id: int
    name: str
    path: str
    right: str


class Preview(Wire):
    understood: Understood
    name: str | None
    segments: list[Segment]
    shortened: str | None
    findings: list[Finding]
    folder: FolderHead | None
    before: list[Beside]
    after: list[Beside]


class Later(Asked):
    later: bool


class Uploaded(Wire):
    number: int


class Outcome(Wire):
    list_id: int
    number: int
    path: str


class OutlineEntry(Wire):
    id: int
    parent_id: int | None
    name: str
    path: str
    depth: int
    right: str
    own: int
    documents: int
    misnamed: int


class Outline(Wire):
    folders: list[OutlineEntry]


class Listed(Wire):
    number: int
    name: str
    segments: list[Segment]
    conforms: bool
    who: str | None
    when: date | None
    kind: str | None
    reference: str | None
    amount: Decimal | None
    size: int
    changed_at: datetime
    changed_by: str | None


class FolderPage(Wire):
    folder: FolderHead
    documents: list[Listed]
    next: str | None


class Document(Wire):
    number: int
    state: Literal["waiting", "filed"]
    name: str
    segments: list[Segment]
    conforms: bool
    folder: int | None
    folder_path: str | None
    arrival_point: str | None
    kind: str | None
    who: str | None
    who_short: str | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    size: int
    sha256: str
    media_type: str | None
    pages: int | None
    was_read: bool
    trouble: str | None
    trouble_message: str | None
    same_as: int | None
    added_at: datetime
    changed_at: datetime
    changed_by: str | None
    right: str


class DocumentText(Wire):
    text: str


class Found(Wire):
    number: int
    name: str
    segments: list[Segment]
    marked_name: list[Piece]
    snippet: list[Piece]
    folder: int
    folder_path: str
    who: str | None
    when: date | None
    kind: str | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    size: int
    changed_at: datetime


class Finds(Wire):
    words: list[str]
    found: list[Found]
    is_cut: bool


class Entry(Wire):
    id: int
    at: datetime
    action: str
    person: str | None
    initials: str | None
    document_id: int | None
    list_id: int | None
    from_path: str | None
    to_path: str | None
    from_segments: list[Segment]
    to_segments: list[Segment]
    reason: str | None
    now_name: str | None
    now_state: str | None
    undoable: bool


class Logbook(Wire):
    entries: list[Entry]
    next: int | None


class Place(Wire):
    number: int
    name: str
    folder_path: str | None
    state: str


class OldPath(Wire):
    documents: list[Place]


class NumberPath(Asked):
    number: int = Field(ge=1, le=NUMBER_MAX)


class PagePath(NumberPath):
    page: int = Field(ge=1, le=100_000)


class FolderPath(Asked):
    folder: int = Field(ge=1, le=NUMBER_MAX)


class ListPath(Asked):
    list_id: int = Field(ge=1, le=2**31 - 1)


class Width(Asked):
    width: int = Field(960, ge=16, le=4000)


class UploadName(Asked):
    name: str = Field(min_length=1, max_length=1000)


class FolderQuery(Asked):
    sort: Literal["name", "who", "when", "kind", "reference", "size", "changed"] = "name"
    descending: bool = False
    after: str | None = Field(None, max_length=4000)


class FindQuery(Asked):
    q: str = Field(max_length=400)


class LogbookQuery(Asked):
    before: int | None = Field(None, ge=1, le=NUMBER_MAX)
    number: int | None = Field(None, ge=1, le=NUMBER_MAX)
    mine: bool = False
    quiet: bool = True


class PathQuery(Asked):
    path: str = Field(min_length=1, max_length=5000)
