"""What goes over the wire about change lists of any number."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.web.desk.schemas import Slip
from waka.web.schemas import (
    NUMBER_MAX,
    Asked,
    DocumentNumber,
    Fault,
    FolderNumber,
    ListPath,
    Position,
    Said,
    Segment,
    StepFinding,
    Wire,
)

Collision = Literal["ask", "wait", "beside", "version", "same"]


class Sight(Wire):
    gain: list[str]
    lose: list[str]
    steps: int


class FolderChange(Wire):
    path: str
    folder: FolderId | None = Field(description="null: it is made by the list")
    before: int = Field(description="Documents in it and in all beneath it that the person may see")
    after: int
    itself: bool = Field(True, description="Documents come or go here, not only beneath")
    crowded: bool


class Summary(Wire):
    acts: dict[str, int]
    findings: dict[str, int]
    blocked: int = Field(description="Steps that cannot run as they are")
    left: int
    sight: list[Sight]
    emptied: list[str]
    folders: list[FolderChange]


Part = Literal["look", "decide", "approve"]


class Named(Wire):
    person_id: PersonId
    name: str
    part: Part
    approves: bool = Field(description="Said yes to the list as it was last checked")


class ChangeList(Wire):
    id: int
    title: Said
    maker: str
    part: Part | None = Field(description="What the person was named for; null: it is their own")
    named: list[Named]
    approves: bool = Field(description="Whether the person has said yes to it as it was last checked")
    can_decide: bool = Field(description="Whether the person may meet what the check found")
    origin: str
    state: str = Field(description="draft, checked, queued, running, paused, cancelled, done or failed")
    is_being_checked: bool
    can_run: bool
    can_undo: bool
    collision: Collision
    on_failure: Literal["stop", "aside"]
    remove_empty: bool
    summary: Summary
    created_at: datetime
    checked_at: datetime | None
    begun_at: datetime | None
    finished_at: datetime | None
    at_hand: str | None
    trouble: Said | None = Field(description="Why it stands still")
    seconds: float
    steps: int
    steps_done: int
    steps_failed: int
    bytes: int
    bytes_done: int
    undo_of: ListId | None
    undone_by: ListId | None


class ChangeLists(Wire):
    lists: list[ChangeList]


class ListQuery(Asked):
    before: int | None = Field(None, ge=1, le=NUMBER_MAX)


class Step(Wire):
    at: int = Field(description="Its place in the list as it is filtered, from 0")
    position: int
    act: str
    number: DocumentId | None
    folder: FolderId | None
    from_path: str
    to_path: str
    from_segments: list[Segment]
    to_segments: list[Segment]
    state: str
    size: int
    findings: list[StepFinding]
    needs: int | None
    failure: Said | None
    row: int | None = Field(description="Of the spreadsheet")


class StepPage(Wire):
    total: int = Field(description="Of all steps that the filter leaves")
    steps: list[Step]


class StepQuery(Asked):
    start: int = Field(
        0, ge=0, le=2**31 - 1, description="A step of the page, counted from 0 as the list is filtered"
    )
    finding: str | None = Field(None, max_length=40)
    state: str | None = Field(None, max_length=40)
    act: str | None = Field(None, max_length=40)


class Choice(Asked):
    """Documents and folders that were chosen, or what is carried, and what is to be done with them."""

    do: Literal["move", "copy", "bin", "restore", "correct"]
    documents: list[DocumentNumber] = Field([], max_length=200_000)
    folders: list[FolderNumber] = Field([], max_length=1_000)
    carried: bool = Field(False, description="What the person carries, instead of documents")
    into: FolderId | None = Field(None, ge=1, le=NUMBER_MAX)
    reason: str = Field("", max_length=400)
    name: str = Field("", max_length=200, description="Of the copy of a folder, in place of its own")
    fields: Slip | None = Field(None, description="Of a correction: what is filled in, all of them get")
    renames: bool = Field(False, description="A correction gives the names that the fields come to")


class Emptying(Asked):
    days: int = Field(ge=0, le=36_500)
    count: int = Field(ge=0, le=2**31 - 1, description="How many the person has confirmed")


class AgeQuery(Asked):
    days: int = Field(30, ge=0, le=36_500)


class OldInBin(Wire):
    count: int
    bytes: int


class MappingAsked(Asked):
    source: str = Field(max_length=1000)
    target: str = Field(max_length=1000)


class GroupingAsked(Asked):
    documents: list[DocumentNumber] = Field([], max_length=200_000)
    beneath: FolderId | None = Field(
        None, ge=1, le=NUMBER_MAX, description="All in this folder and beneath it"
    )
    text: str = Field(max_length=400, description="The pattern of the folders that they go to")
    base: FolderId | None = Field(
        None, ge=1, le=NUMBER_MAX, description="Where the pattern begins; null: the drive"
    )
    dates: Literal["field", "name", "file"] = Field("field", description="Which date “when” is")


class LedFolder(Wire):
    path: str
    documents: int
    missing: int = Field(description="How many of its folders, at its end, are still to be made")


class Lacking(Wire):
    said: Said
    documents: int


class Grouped(Wire):
    fault: Fault | None
    groups: list[LedFolder]
    folders: int = Field(description="All of them, also those that are not shown")
    moving: int
    staying: int = Field(description="Already where they should go")
    lacks: list[Lacking]


class PathPair(Wire):
    path: str
    goes: str


class PathWhy(Wire):
    path: str
    why: str


class Mapped(Wire):
    matches: list[PathPair]
    others: list[PathWhy]
    matching: int
    staying: int
    not_matching: int
    lost: list[str] = Field(description="Names that the second pattern leaves out")
    close: list[str] = Field(
        description="Folders that may be meant, where there is none at which the pattern begins"
    )


class SheetQuery(Asked):
    name: str = Field("pasted", min_length=1, max_length=200)


class Choices(Asked):
    collision: Collision | None = None
    on_failure: Literal["stop", "aside"] | None = None
    remove_empty: bool | None = None
    title: str | None = Field(None, max_length=300)


Seen = Annotated[
    datetime | None, Field(description="checked_at of the list as it was looked at; else nothing is done")
]


class Mend(Asked):
    seen: Seen = None
    positions: list[Position] = Field([], max_length=10_000)
    finding: str | None = Field(None, max_length=40)
    leave: bool | None = None
    collision: Collision | None = None
    name: str | None = Field(None, max_length=400)
    as_offered: bool = Field(False, description="Each gets the name that the check offers")


class Run(Asked):
    seen: Seen = None
    only: list[Position] | None = Field(None, max_length=10_000, description="Steps to try; null: all")
    first: int | None = Field(None, ge=1, le=1_000, description="As many as these to try")


class UndoSome(Asked):
    seen: Seen = None
    positions: list[Position] | None = Field(None, max_length=100_000)


class SheetPath(ListPath):
    form: Literal["csv", "xlsx"]


class ProofQuery(Asked):
    read: bool = Field(False, description="Read every file again")


class ReadQuery(Asked):
    after: int = Field(0, ge=0, description="The number up to which documents were read")


class Tally(Wire):
    what: str
    files_before: int
    bytes_before: int
    files_after: int
    bytes_after: int


class ProvedStep(Wire):
    position: int
    number: DocumentId | None
    path: str
    size: int
    sha256: str
    outcome: str
    why: Said | None


class Proof(Wire):
    title: Said
    undoes: bool
    state: str
    files: int
    arrived: int
    moved_on: int
    amiss: list[ProvedStep]
    count_amiss: int
    not_done: int
    destroyed: int
    bytes_before: int
    bytes_after: int
    by_type: list[Tally]
    by_folder: list[Tally]


class ReadSlice(Wire):
    files: int
    bytes: int
    amiss: list[ProvedStep]
    after: int | None


class CarriedDocument(Wire):
    number: DocumentId
    name: str
    segments: list[Segment]
    folder_path: str
    folder: FolderId
    size: int


class Carried(Wire):
    total: int
    documents: list[CarriedDocument] = Field(description="The first of them")


class PickUp(Asked):
    documents: list[DocumentNumber] = Field(min_length=1, max_length=100_000)
