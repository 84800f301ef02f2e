"""What goes over the wire about the team's own rules."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from waka.core.ids import DocumentId, FolderId, PartyId
from waka.web.desk.schemas import FieldShape, Kind, Party
from waka.web.schemas import FIELD_CODE, NUMBER_MAX, Asked, Fault, Said, Segment, Wire

Code = Annotated[str, Field(pattern=FIELD_CODE)]


class FieldUsed(Wire):
    field: FieldShape
    documents: int = Field(description="That say something in it, of those that the person may see")


class KindInRules(Kind):
    destination: str | None = Field(description="The pattern of where its documents are filed")


class KindUsed(Wire):
    kind: KindInRules
    documents: int


class NumberedParty(Party):
    id: int
    destination: str | None = Field(description="The pattern of where its documents are filed")


class PartyUsed(Wire):
    party: NumberedParty
    documents: int


class Rules(Wire):
    fields: list[FieldUsed]
    kinds: list[KindUsed]
    parties: list[PartyUsed]


class ChoicePut(Asked):
    code: Code
    label: str = Field(min_length=1, max_length=60)


class FieldPut(Asked):
    label: str = Field(min_length=1, max_length=60)
    type: Literal["text", "code", "date", "party", "money", "number", "choice"]
    kinds: list[Code] = Field(default_factory=list, max_length=100)
    choices: list[ChoicePut] = Field(default_factory=list, max_length=200)
    shown: bool = False
    retired: bool = False


class FieldPath(Asked):
    code: Code


class KindPut(Asked):
    label: str = Field(min_length=1, max_length=60)
    retired: bool = False
    destination: str | None = Field(None, max_length=400)


class PartyPath(Asked):
    party: PartyId = Field(ge=1, le=NUMBER_MAX)


class PartyPut(Asked):
    name: str = Field(min_length=1, max_length=200)
    short: str | None = Field(None, max_length=40)
    spellings: list[Annotated[str, Field(max_length=200)]] = Field(default_factory=list, max_length=50)
    destination: str | None = Field(None, max_length=400)


class PatternWish(Asked):
    text: str = Field(max_length=400)
    joiner: Literal["-", "_", " ", ".", ""]
    letter_case: Literal["keep", "lower", "upper", "title"]
    transliterate: bool
    longest: int = Field(ge=10, le=240)


class PatternLook(PatternWish):
    folder: FolderId = Field(ge=1, le=NUMBER_MAX, description="On whose documents it is tried")


class Revision(PatternWish):
    revision: int
    changed_at: datetime
    changed_by: str | None


class NameCounts(Wire):
    documents: int = Field(description="That are filed where the person may see them")
    conforming: int
    folders: int = Field(description="That they stand in")


class Sample(Wire):
    number: DocumentId
    now: list[Segment]
    made: list[Segment] = Field(description="Empty where something is missing")
    says: list[Said]
    same: bool = Field(description="It is called so already")


class LearnQuery(Asked):
    folder: FolderId = Field(ge=1, le=NUMBER_MAX)


class LearnedPattern(Wire):
    wish: PatternWish
    reads: int
    left: list[str] = Field(description="Some of the names that it does not read")


class LearnedPatterns(Wire):
    names: int = Field(description="That were looked at")
    patterns: list[LearnedPattern]


class PartForm(Wire):
    text: str = Field(description="The part as the pattern would write it")
    shown: str = Field(description="What it would make of an example")


class PatternPart(Wire):
    """A movable part of a pattern; the texts of all of them joined are the pattern."""

    text: str
    field: str | None
    label: str
    shown: str
    optional: bool
    otherwise: str = Field(
        description="The same, optional where it was needed and needed where it was optional"
    )
    forms: list[PartForm]


class PatternLooked(Wire):
    fault: Fault | None
    parts: list[PatternPart]
    advice: list[Said]
    samples: list[Sample]
