"""What goes over the wire about changes by hand."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from waka.core.ids import DocumentId, FolderId, ListId
from waka.web.desk.schemas import Slip
from waka.web.schemas import NUMBER_MAX, Asked, DocumentNumber, Said, Segment, StepFinding, Wire


class Ask(Asked):
    act: Literal["move", "copy", "rename", "bin", "restore", "correct", "make_folder", "rename_folder",
                 "move_folder", "remove_folder"]  # fmt: skip
    documents: list[DocumentNumber] = Field([], max_length=1000)
    folder: FolderId | None = Field(
        None, ge=1, le=NUMBER_MAX, description="The destination, or the folder concerned"
    )
    into: FolderId | None = Field(None, ge=1, le=NUMBER_MAX, description="Where a folder moves to")
    name: str = Field("", max_length=400)
    fields: Slip | None = None
    beside: bool = Field(False, description="Number a name that is taken")
    reason: str = Field("", max_length=400)
    private: bool = Field(False, description="A new folder for its maker alone")
    editions: dict[int, int] = Field(
        {},
        max_length=1000,
        description="Of the documents, as they were seen; one that is another is not changed",
    )
    seen: str | None = Field(None, max_length=64, description="The digest of the list that was looked at")


class Line(Wire):
    position: int
    number: DocumentId | None
    act: str
    from_path: str | None
    to_path: str | None
    from_segments: list[Segment]
    to_segments: list[Segment]


class Checked(Wire):
    title: Said
    lines: list[Line]
    findings: list[StepFinding]
    gain: list[str]
    lose: list[str]
    look: str | None = Field(description="Why it is shown before it runs")
    digest: str


class Done(Wire):
    list_id: ListId
    title: Said
    numbers: list[DocumentId]
    folder: FolderId | None
    findings: list[StepFinding]


class Undone(Wire):
    list_id: ListId
    number: DocumentId | None
    path: str
    title: Said
    count: int
    left: list[Said]
