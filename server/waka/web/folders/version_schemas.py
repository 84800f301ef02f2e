"""What the versions of a document look like on the wire."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from waka.core.ids import DocumentId, ListId
from waka.web.schemas import NUMBER_MAX, NumberPath, Said, Wire


class VersionPath(NumberPath):
    version: int = Field(ge=1, le=NUMBER_MAX, description="The id of an earlier version")


class Current(Wire):
    version: int
    since: datetime
    by: str | None
    came_as: DocumentId | None = Field(description="The number that its bytes had before")
    restored: int | None = Field(description="The version that it was restored from")


class Version(Current):
    id: int
    number: DocumentId = Field(
        description="The document that it is a version of, or one that was filed onto it"
    )
    name: str
    size: int
    sha256: str
    ended_at: datetime
    ended_by: str
    media_type: str | None
    pages: int | None
    trouble: str | None


class History(Wire):
    current: Current
    earlier: list[Version]


class Restored(Wire):
    list_id: ListId
    title: Said
