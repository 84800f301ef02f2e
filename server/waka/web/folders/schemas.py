"""What goes over the wire about lists, labels, storage, uploads and what other programs did."""

from __future__ import annotations

from datetime import date, datetime
from typing import Literal

from pydantic import Field

from waka.core.ids import DocumentId, FolderId, TagId
from waka.web.schemas import (
    FIELD_CODE,
    NUMBER_MAX,
    Asked,
    DocumentNumber,
    Entry,
    FolderHead,
    Listed,
    Said,
    Segment,
    VersionQuery,
    Wire,
)


class Group(Wire):
    key: str
    count: int


class Groups(Wire):
    groups: list[Group]


class GroupQuery(Asked):
    by: str = Field(pattern=FIELD_CODE, description="month, year, kind, who, or the code of a field")


class NameQuery(Asked):
    name: str = Field("", max_length=200, description="A name, with * and ?; empty for all")


class Numbers(Wire):
    numbers: list[DocumentId]


class Lately(Wire):
    opened: list[Listed]
    changed: list[Entry]


class Tag(Wire):
    id: int
    name: str
    documents: int
    folders: int


class Tags(Wire):
    tags: list[Tag]


class TaggedFolder(Wire):
    id: int
    path: str


class TaggedFolders(Wire):
    folders: list[TaggedFolder]


class TagPath(Asked):
    tag: TagId = Field(ge=1, le=NUMBER_MAX)


class SetTags(Asked):
    documents: list[DocumentNumber] = Field([], max_length=10_000)
    put_on: list[str] = Field([], max_length=50)
    take_off: list[str] = Field([], max_length=50)


class TagNames(Wire):
    tags: list[str]


class Count(Wire):
    count: int


class Note(Asked):
    note: str = Field(max_length=10_000)


class Refer(Asked):
    folder: FolderId = Field(ge=1, le=NUMBER_MAX)
    shown: bool


class ZipQuery(Asked):
    numbers: str = Field(pattern=r"^[0-9]+(,[0-9]+)*$", max_length=12_000)

    @property
    def as_numbers(self) -> list[DocumentId]:
        """The numbers; those that no document can have are left to be not found."""
        return [DocumentId(min(int(number), NUMBER_MAX)) for number in self.numbers.split(",")]


class Share(Wire):
    id: int | None
    label: str
    bytes: int
    documents: int


class Notable(Wire):
    why: str
    id: int
    name: str
    folder_path: str
    size: int
    when: date | None
    touched: datetime


class Whole(Wire):
    bytes: int
    binned: int
    versions: int


class Disk(Wire):
    whole: Whole
    limit: int | None
    free: int
    warning: str | None


class Storage(Wire):
    folder: FolderHead
    by_folder: list[Share]
    by_year: list[Share]
    by_kind: list[Share]
    notable: list[Notable]
    disk: Disk | None


class StorageQuery(Asked):
    folder: FolderId | None = Field(None, ge=1, le=NUMBER_MAX)


class Limit(Asked):
    limit: int | None = Field(None, ge=0, le=NUMBER_MAX, description="Bytes; null for none")


class Question(Wire):
    id: int
    missing_id: DocumentId
    missing_name: str
    missing_state: str
    stood_at: str
    found_id: DocumentId
    found_name: str
    found_folder: str
    why: str
    asked_at: datetime


class DriveNotice(Wire):
    path: str
    reason: Said


class Stuck(Wire):
    id: int
    part: Literal[
        "following", "settling", "reading", "words", "index", "arrivals", "store", "lists", "tidying", "names"
    ]
    shown: str
    reason: Said
    tries: int
    since: datetime
    next_at: datetime
    can_be_tried: bool = Field(description="Whether it rests, and a person may have it tried now")


class FolderQuestion(Wire):
    id: int
    stood_at: str
    found_path: str
    documents: int
    asked_at: datetime


class Drive(Wire):
    """How the drive stands: what is being taken in, what is asked, what cannot be taken in."""

    to_take: int
    taken: int
    bytes_to_take: int
    bytes_taken: int
    swept_at: datetime | None
    held: Said | None
    questions: list[Question]
    notices: list[DriveNotice]
    whole_at: datetime | None = Field(description="When the drive was last looked over completely")
    stuck: list[Stuck]
    folder_questions: list[FolderQuestion]


class StuckPath(Asked):
    stuck: int = Field(ge=1, le=NUMBER_MAX)


class QuestionPath(Asked):
    question: int = Field(ge=1, le=NUMBER_MAX)


class Answer(Asked):
    answer: Literal["same", "other"]


class UploadPath(Asked):
    upload: str = Field(pattern=r"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$")


class FormattedQuery(VersionQuery):
    words: str = Field("", max_length=200)


class WordsQuery(Asked):
    words: str = Field("", max_length=200)


class Match(Wire):
    page: int
    boxes: list[tuple[float, float, float, float]] = Field(
        description="Left, top, width, height as shares of the page"
    )


class Matches(Wire):
    matches: list[Match]


class Typed(Asked):
    typed: str = Field(min_length=1, max_length=400)


class Expanded(Wire):
    name: str | None = Field(description="Null where what was typed is a name like any other")
    segments: list[Segment]
