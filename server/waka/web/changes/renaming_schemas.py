"""What goes over the wire about renaming many."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from waka.core.ids import DocumentId
from waka.web.schemas import Asked, DocumentNumber, Fault, Said, Wire


class Example(Asked):
    number: DocumentNumber
    name: str = Field(min_length=1, max_length=400)


class RenamingAsked(Asked):
    documents: list[DocumentNumber] = Field(max_length=200_000)
    sentence: Annotated[str, Field(max_length=2_000)] | None = Field(
        None, description="What is to become of the names; null: it is looked for by the examples"
    )
    examples: list[Example] = Field([], max_length=50, description="New names that a person wrote")
    order: Literal["shown", "name", "when"] = Field("shown", description="In which documents are counted")
    month_first: bool | None = Field(
        None, description="Of dates in digits alone, where the names do not tell; null: as the office has it"
    )


class NewName(Wire):
    number: DocumentId
    old: str
    new: str
    in_doubt: bool = Field(description="What explains the examples as well would make another name of it")
    by_hand: bool
    says: list[Said] = Field(description="What stands in its way")


class PartOfName(Wire):
    text: str
    part: str | None = Field(description="How a sentence speaks of it; null for what stands between parts")


class RenamingLooked(Wire):
    sentence: str | None = Field(description="Null where none explains the examples")
    fault: Fault | None
    names: list[NewName] = Field(
        description="At most a thousand; those to look at first, where there are more"
    )
    documents: int
    changing: int
    in_doubt: int
    in_the_way: int
    ask: DocumentId | None = Field(description="The document whose name would tell most")
    parts: list[PartOfName] = Field(description="Of the first name as it is now")
    either_way: bool = Field(
        description="Dates could have the day or the month first, and no name shows which: it is to be asked"
    )
