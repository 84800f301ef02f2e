"""What goes over the wire about charters."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.web.rules.schemas import Code, NameCounts, PatternWish, Revision
from waka.web.schemas import NUMBER_MAX, Asked, Said, Segment, Wire

Others = Literal["warn", "refuse", "desk"]


class CharteredFolders(Wire):
    folders: list[FolderId] = Field(description="That declare something, of those that the person may see")


class KindsTaken(Wire):
    codes: list[str]
    others: Others = Field(description="What becomes of documents of other kinds")


class CharterParts(Wire):
    """Null: as the folder above has it."""

    purpose: str | None
    keeper: int | None = Field(description="A person to ask; grants nothing")
    kinds: KindsTaken | None
    statement: str | None = Field(description="Confirmed by whoever uploads")
    deepest: int | None = Field(description="Levels of folders, advised")
    fullest: int | None = Field(description="Documents in one folder, advised")
    destination: str | None = Field(description="Where its kinds are filed: a pattern from this folder on")


class CharterFrom(Wire):
    """The folder that declares each part."""

    purpose: int | None
    keeper: int | None
    kinds: int | None
    statement: int | None
    deepest: int | None
    fullest: int | None


class FolderOfCharter(Wire):
    id: int
    name: str
    path: str
    right: str


class FolderAbove(Wire):
    folder: FolderId
    path: str


class Nameable(Wire):
    person: PersonId
    name: str


class CharterShown(Wire):
    folder: FolderOfCharter
    edition: int
    own: CharterParts = Field(description="What the folder declares itself")
    holds: CharterParts = Field(description="What holds in it")
    by: CharterFrom
    paths: list[FolderAbove]
    keeper: str | None
    revision: Revision
    names_by: FolderId = Field(description="The folder that declares the pattern that holds")
    people: list[Nameable] = Field(description="Who can be named as its keeper; for keepers of the folder")


class KindsPut(Asked):
    codes: list[Code] = Field(max_length=100)
    others: Others


class CharterPut(Asked):
    seen: int = Field(ge=0, le=NUMBER_MAX, description="The edition that it grew from")
    purpose: str | None = Field(None, max_length=2_000)
    keeper: Annotated[PersonId, Field(ge=1, le=NUMBER_MAX)] | None = None
    kinds: KindsPut | None = None
    statement: str | None = Field(None, max_length=2_000)
    deepest: int | None = Field(None, ge=1, le=40)
    fullest: int | None = Field(None, ge=1, le=1_000_000)
    destination: str | None = Field(None, max_length=400)
    names: PatternWish | None = Field(None, description="Null: by the pattern above")


class OddName(Wire):
    number: DocumentId
    path: str = Field(description="Of its folder")
    segments: list[Segment]
    says: list[Said]
    could_be: list[Segment] = Field(description="Empty where something is missing")
    by_earlier: bool
    guessed: bool = Field(description="What is not known was guessed from the name")


class NamesKept(Wire):
    counts: NameCounts
    is_being_read: bool
    odd: list[OddName]
    by_earlier: int = Field(description="Names that an earlier pattern made")
    known: int = Field(description="Names that can be mended by what is known")
    guessed: int
    is_cut: bool


class NamesMended(Asked):
    folder: FolderId = Field(ge=1, le=NUMBER_MAX)
    which: Literal["earlier", "known", "all"] = "known"
    by: PatternWish | None = Field(
        None, description="A pattern that names are read by as if it were an earlier one"
    )
