"""What goes over the wire. The OpenAPI document, and from it the client's types, are made of these."""

from __future__ import annotations

from datetime import date, datetime
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, field_validator
from typing_extensions import TypedDict

from waka.core.finding.words import Piece as InPieces
from waka.core.ids import DocumentId, FolderId, ListId, PersonId, TeamId
from waka.core.names import Segment as InParts

NUMBER_MAX = 2**62
_NUMBER = Field(ge=1, le=NUMBER_MAX)
DocumentNumber = Annotated[DocumentId, _NUMBER]
FolderNumber = Annotated[FolderId, _NUMBER]
PersonNumber = Annotated[PersonId, _NUMBER]
TeamNumber = Annotated[TeamId, _NUMBER]
Position = Annotated[int, Field(ge=1, le=2**31 - 1)]  #: of a step in its list


class Wire(BaseModel):
    model_config = ConfigDict(from_attributes=True, extra="forbid")


class Asked(Wire):
    """What comes in. A NUL sign is no text: the database keeps none, and no name has one."""

    @field_validator("*", mode="before")
    @classmethod
    def _is_text(cls, value: object) -> object:
        if _holds_nul(value):
            raise ValueError("has a NUL sign in it")
        return value


def _holds_nul(value: object) -> bool:
    if isinstance(value, str):
        return "\0" in value
    if isinstance(value, dict):
        return any(_holds_nul(part) for pair in value.items() for part in pair)
    return isinstance(value, list) and any(_holds_nul(part) for part in value)


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


class NamePart(TypedDict):
    """A stretch of a name. No model: a page of a list has a thousand, and a dict costs a tenth."""

    text: str
    field: Annotated[str, Field(description="when, who, what, reference ..., rest or odd")]


def _parts(found: object) -> object:
    return {"text": found.text, "field": found.field or "rest"} if isinstance(found, InParts) else found


Segment = Annotated[NamePart, BeforeValidator(_parts)]


class MarkedPart(TypedDict):
    """A stretch of shown text, and whether it was looked for. No model, as a part of a name is none."""

    text: str
    marked: bool


def _marked(found: object) -> object:
    return {"text": found.text, "marked": found.marked} if isinstance(found, InPieces) else found


Piece = Annotated[MarkedPart, BeforeValidator(_marked)]


class SignIn(Asked):
    login: str = Field(max_length=200)
    password: str = Field(max_length=1000)


class NewPassword(Asked):
    old: str = Field(max_length=1000)
    new: str = Field(max_length=1000)


class Session(Wire):
    id: int
    created_at: datetime
    seen_at: datetime
    address: str | None
    agent: str | None
    is_this: bool


class Sessions(Wire):
    sessions: list[Session]


class SessionPath(Asked):
    session: int = Field(ge=1, le=NUMBER_MAX)


class Me(Wire):
    name: str
    initials: str
    login: str
    administrator: bool
    keeps_all: bool = Field(description="Keeps the whole drive")
    keeps_any: bool = Field(description="Keeps a folder, and so may declare its charter")
    csrf: str = Field(description="Send it as X-Waka-CSRF with every change")
    currency: str = Field(description="Of the office's amounts")
    time_zone: str = Field(description="By which moments are told; '': the reader's own")


class HealthPart(Wire):
    part: str
    in_order: bool


class Health(Wire):
    in_order: bool
    parts: list[HealthPart]


class FolderHead(Wire):
    id: int
    name: str
    path: str
    right: str


class Outcome(Wire):
    list_id: ListId
    number: DocumentId
    path: str


class OutlineEntry(Wire):
    id: int
    parent_id: FolderId | None
    name: str
    path: str
    depth: int
    right: str
    own: int
    documents: int
    misnamed: int
    fresh: int = Field(description="What others put there since the person looked in last")
    own_access: bool
    private: bool


class Outline(Wire):
    folders: list[OutlineEntry]


class Listed(Wire):
    number: DocumentId
    name: str
    segments: list[Segment]
    conforms: bool
    who: str | None
    when: date | None
    kind: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None = Field(description="None: the office's")
    what: str | None
    fields: dict[str, str] = Field(
        description="Further fields by code: dates as ISO 8601, money with its currency, parties by name"
    )
    size: int
    changed_at: datetime
    changed_by: str | None
    added_at: datetime
    added_by: str | None
    folder: FolderId
    folder_path: str | None = Field(description="Where it lives, where that is not the folder listed")
    pages: int | None
    media_type: str | None
    version: int
    edition: int
    tags: list[str]
    binned_at: datetime | None
    binned_by: str | None
    reason: str | None
    right: str
    fresh: bool
    strange: bool = Field(description="Its kind does not belong where it stands, by the charter there")


class FolderPage(Wire):
    folder: FolderHead | None
    documents: list[Listed]
    next: str | None


class FolderPlace(Wire):
    id: int
    path: str


class Document(Wire):
    number: DocumentId
    version: int
    edition: int
    state: Literal["waiting", "filed", "binned"]
    name: str
    segments: list[Segment]
    conforms: bool
    folder: FolderId | None
    folder_path: str | None
    arrival_point: str | None
    kind: str | None
    who: str | None
    who_short: str | None
    when: date | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None = Field(description="None: the office's")
    fields: dict[str, str] = Field(
        description="Further fields by code: dates as ISO 8601, money with its currency, parties by name"
    )
    size: int
    sha256: str
    media_type: str | None
    has_form: bool = Field(description="Can be shown formatted, in a frame")
    pages: int | None
    was_read: bool
    trouble: str | None
    trouble_message: str | None
    from_name: list[str] = Field(
        description="Codes of the fields that its name alone tells, which nobody confirmed"
    )
    same_as: DocumentId | None
    added_at: datetime
    changed_at: datetime
    changed_by: str | None
    added_by: str | None
    note: str | None
    tags: list[str]
    references: list[FolderPlace]
    seen_by: list[str]
    binned_at: datetime | None
    binned_by: str | None
    bin_reason: str | None
    right: str


class DocumentText(Wire):
    text: str


class Found(Wire):
    number: DocumentId
    name: str
    segments: list[Segment]
    marked_name: list[Piece]
    snippet: list[Piece]
    edition: int
    folder: FolderId
    folder_path: str
    who: str | None
    when: date | None
    kind: str | None
    what: str | None
    reference: str | None
    amount: Decimal | None
    currency: str | None = Field(description="None: the office's")
    fields: dict[str, str] = Field(
        description="Further fields by code: dates as ISO 8601, money with its currency, parties by name"
    )
    size: int
    changed_at: datetime


class Finds(Wire):
    words: list[str]
    found: list[Found]
    is_cut: bool


Fact = str | int | list[str]


class Said(Wire):
    """A code and its facts; the client has the words."""

    code: str
    facts: dict[str, Fact]


class Entry(Wire):
    id: int
    at: datetime
    action: str
    person: str | None
    initials: str | None
    document_id: DocumentId | None
    list_id: ListId | None
    from_path: str | None
    to_path: str | None
    from_segments: list[Segment]
    to_segments: list[Segment]
    reason: Said | None
    now_name: str | None
    now_state: str | None
    undoable: bool
    folder_id: FolderId | None
    undoes: bool


class Logbook(Wire):
    entries: list[Entry]
    next: int | None


class Place(Wire):
    number: DocumentId
    name: str
    folder_path: str | None
    state: str


class OldPath(Wire):
    documents: list[Place]


FIELD_CODE = r"^[a-z][a-z0-9_]{0,39}$"


class NumberPath(Asked):
    number: DocumentId = Field(ge=1, le=NUMBER_MAX)


class PagePath(NumberPath):
    page: int = Field(ge=1, le=100_000)


class FolderPath(Asked):
    folder: FolderId = Field(ge=1, le=NUMBER_MAX)


class ListPath(Asked):
    list_id: ListId = Field(ge=1, le=2**31 - 1)


class VersionQuery(Asked):
    version: int | None = Field(None, ge=1, le=NUMBER_MAX, description="The id of an earlier version")


class TextQuery(VersionQuery):
    most: int = Field(400_000, ge=1, le=400_000, description="Characters of it, from its beginning")


class Width(VersionQuery):
    width: int = Field(960, ge=16, le=4000)


class FolderQuery(Asked):
    sort: str = Field("name", pattern=FIELD_CODE, description="A column, or the code of a field")
    descending: bool = False
    after: str | None = Field(None, max_length=4000)


class FindQuery(Asked):
    q: str = Field(max_length=400)


class LogbookQuery(Asked):
    before: int | None = Field(None, ge=1, le=NUMBER_MAX)
    number: DocumentId | None = Field(None, ge=1, le=NUMBER_MAX)
    mine: bool = False
    quiet: bool = True


class PathQuery(Asked):
    path: str = Field(min_length=1, max_length=5000)


class StepFinding(Said):
    """What the check says of a step."""

    position: int
    other: int | None = Field(None, description="The position of the other step that it is about")
    offer: str | None = Field(None, description="A name that would do")


class Fault(Wire):
    """Why a pattern cannot be used."""

    at: int = Field(description="The place in its text, from 0")
    why: str
    mend: str
