"""What goes over the wire about the desk: arrivals, slips, what slips are filled in with."""

from __future__ import annotations

from datetime import date, datetime
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from waka.core.ids import DocumentId, FolderId, ListId
from waka.core.learning.same import How
from waka.reading.entries import Refused
from waka.web.schemas import NUMBER_MAX, Asked, FolderHead, NumberPath, Outcome, Said, Segment, Wire
from waka.work.naming.destinations import LedBy


class Kind(Wire):
    code: str
    label: str
    retired: bool = Field(description="Asked for no more")


class Party(Wire):
    name: str
    short: str | None
    spellings: list[str]


class FieldChoice(Wire):
    code: str
    label: str


class FieldShape(Wire):
    """A field that documents have."""

    code: str
    label: str
    type: Literal["text", "code", "date", "party", "money", "number", "choice"]
    kinds: list[str] = Field(description="Of documents that have it; empty: all")
    choices: list[FieldChoice]
    shown: bool
    own: bool
    retired: bool


class House(Wire):
    kinds: list[Kind]
    fields: list[FieldShape]
    parties: list[Party]


class Slip(Asked):
    kind: str = Field("", max_length=40)
    who: str = Field("", max_length=400)
    short: str = Field("", max_length=40)
    when: str = Field("", max_length=60)
    what: str = Field("", max_length=400)
    reference: str = Field("", max_length=200)
    amount: str = Field("", max_length=60)
    fields: dict[str, Annotated[str, Field(max_length=400)]] = Field(
        default_factory=dict, max_length=100, description="What is typed for further fields, by their codes"
    )
    folder: FolderId | None = Field(None, ge=1, le=NUMBER_MAX)
    make: str = Field("", max_length=1000, description="The path beneath the folder that is still to be made")
    extension: str | None = Field(None, pattern=r"^(\.[A-Za-z0-9]{1,12}){0,2}$")
    see_also: DocumentId | None = Field(
        None, ge=1, le=NUMBER_MAX, description="A document that a note on it leads to, once it is filed"
    )
    as_version: bool = Field(
        False, description="Where the name is taken: as a new version of what stands there"
    )


class Seen(Asked):
    seen: int = Field(ge=1, le=2**31 - 1, description="The edition of the slip that this one grew from")


class Edition(Wire):
    edition: int


class ArrivalQuestion(Wire):
    """What a colleague was asked about an arrival."""

    text: str
    by: str = Field(description="The name of who asks")
    of: str = Field(description="The name of who was asked")
    answer: str | None
    asks_me: bool
    is_mine: bool


class Arrival(Wire):
    number: DocumentId
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
    same_as: DocumentId | None = Field(description="A filed document with the same bytes")
    holder: DocumentId | None = Field(description="The arrival that it was taken out of")
    holder_name: str | None
    holds: bool = Field(description="It may hold other files")
    question: ArrivalQuestion | None
    recognising: int | None = Field(description="The page that is being recognised now, from 1")
    recognising_of: int | None
    edition: int = Field(description="Of the slip: who saves it says which one they saw")
    slip: Slip


class OfferedValue(Wire):
    """What may stand in a field of a slip, and where it was read."""

    value: str = Field(description="As it would be typed")
    shown: str = Field(description="As it stands on the page")
    page: int | None = Field(description="From 1; None where it stands on none")
    box: tuple[float, float, float, float] | None = Field(
        description="Left, top, width and height as shares of the page"
    )
    why: Said
    sure: bool = Field(description="Enough that nobody need look at it twice")
    confidence: float = Field(description="The probability, 0 to 1, that it is right")


class Filling(Wire):
    state: Literal["read", "waits", "off"] = Field(
        description="waits: nobody has read the pages yet; off: the office wants no slips filled in"
    )
    fields: dict[str, list[OfferedValue]] = Field(description="By field, the likeliest first")


class Held(Wire):
    """A file in an arrival."""

    at: int
    name: str = Field(description="With its folders there")
    size: int
    refused: Refused | None = Field(description="Why it cannot be taken out")
    is_out: bool = Field(description="It was taken out already")


class Inside(Wire):
    held: list[Held]


class TakeOutAsked(Asked):
    places: list[Annotated[int, Field(ge=0, le=NUMBER_MAX)]] = Field(min_length=1, max_length=500)


class Unlocking(Asked):
    password: str = Field(min_length=1, max_length=200)


class TakenOut(Wire):
    numbers: list[DocumentId]


class Parted(Wire):
    """Where in a stack of pages documents seem to begin."""

    is_read: bool = Field(description="Else the pages wait to be read: it is asked again later")
    begins: list[int] = Field(description="Pages, from 1, with which one begins")
    blank: list[int] = Field(description="Sheets that only part them")


class PageOf(Asked):
    """A page of an arrival, as it is to be in a new one."""

    number: DocumentId = Field(ge=1, le=NUMBER_MAX)
    page: int = Field(ge=1, le=100_000)
    turn: int = Field(0, ge=0, le=3, description="Quarters to the right")
    straighten: bool = Field(False, description="A photograph: only the sheet in it, straight and light")
    corners: list[Annotated[float, Field(ge=0, le=1)]] = Field(
        default=[],
        max_length=8,
        description="Of a sheet, x and y as shares of the photograph, clockwise from the top left; none to find them",
    )


class Outlined(Wire):
    corners: list[float] | None = Field(
        description="Of the sheet, see the pages asked for; none where none is plain"
    )


class PagesAsked(Asked):
    documents: list[Annotated[list[PageOf], Field(min_length=1, max_length=600)]] = Field(
        min_length=1, max_length=200, description="The pages of each arrival that is made"
    )


class WordOn(Wire):
    text: str
    page: int = Field(description="From 1")
    box: tuple[float, float, float, float] = Field(
        description="Left, top, width and height as shares of the page"
    )
    line: int = Field(description="That it is in, downwards")
    cell: int = Field(description="Of the line, from 0: words that stand apart are in others")


class PageWords(Wire):
    is_read: bool = Field(description="Else the page waits to be read: it is asked again later")
    words: list[WordOn] = Field(description="As they are read, line by line")


class SameDocument(Wire):
    """A filed document that an arrival is already, or a later edition of."""

    number: DocumentId
    name: str
    folder: FolderId
    folder_path: str
    when: date | None
    how: How = Field(
        description="bytes: the very same file; same: the same paper; edition: one of its editions"
    )


class SameDocuments(Wire):
    found: list[SameDocument]


class Differing(Wire):
    here: list[WordOn]
    there: list[WordOn]


class OtherPath(NumberPath):
    other: DocumentId = Field(ge=1, le=NUMBER_MAX)


class OntoAsked(Asked):
    onto: DocumentId = Field(ge=1, le=NUMBER_MAX, description="Whose newest version it becomes")


class Colleague(Wire):
    id: int
    name: str


class Colleagues(Wire):
    people: list[Colleague]


class QuestionAsked(Asked):
    of: int = Field(ge=1, le=NUMBER_MAX, description="Who is asked")
    text: str = Field(min_length=1, max_length=500)


class AnswerGiven(Asked):
    text: str = Field(min_length=1, max_length=500)


class AlikeArrival(Wire):
    number: DocumentId
    fields: dict[str, list[OfferedValue]] = Field(description="What its slip can be filled in with, by field")
    here: DocumentId | None = Field(description="The filed document that it is already, or an edition of")


class AlikeArrivals(Wire):
    """Arrivals of one kind from one party, the one that was asked for first."""

    is_read: bool = Field(description="Else the pages of that one wait to be read: it is asked again later")
    arrivals: list[AlikeArrival]


class WantedFiled(Asked):
    number: DocumentId = Field(ge=1, le=NUMBER_MAX)
    seen: int = Field(ge=1, le=2**31 - 1, description="The edition of the slip that this one grew from")
    slip: Slip


class TogetherAsked(Asked):
    arrivals: list[WantedFiled] = Field(min_length=1, max_length=50)


class FiledTogether(Wire):
    list_id: ListId
    filed: list[Outcome]


class Notice(Wire):
    shown: str
    reason: Said


class Desk(Wire):
    waiting: list[Arrival]
    filed_today: int
    notices: list[Notice]
    recent: list[int]
    may_file: bool


class FieldProblem(Wire):
    field: str
    said: Said


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
    currency: str | None
    fields: dict[str, str] = Field(description="Further fields as they are understood")
    problems: list[FieldProblem]


class Finding(Wire):
    code: str
    message: str
    mend: str | None


class Beside(Wire):
    number: DocumentId
    name: str
    segments: list[Segment]


class Stands(Wire):
    number: DocumentId
    name: str
    version: int
    same_bytes: bool


class Lead(Wire):
    """A folder that is proposed."""

    by: LedBy
    why: Said
    folder: FolderHead = Field(description="The deepest folder of it that is there")
    make: str = Field(description="The path beneath that is still to be made; empty where all of it is there")
    path: str
    sure: bool = Field(description="Enough that nobody need look at it twice")


class Preview(Wire):
    understood: Understood
    name: str | None
    segments: list[Segment]
    shortened: str | None
    findings: list[Finding]
    folder: FolderHead | None
    lead: Lead | None = Field(description="Where the slip leads, while no folder is chosen")
    before: list[Beside]
    after: list[Beside]
    stands: Stands | None = Field(description="The document that has the name already")


class Later(Asked):
    later: bool


class DiscardAsked(Asked):
    reason: str = Field("", max_length=400, description="Empty, damaged, the same as another ...")


class DiscardedArrival(Wire):
    number: DocumentId
    name: str
    size: int
    reason: str | None
    binned_at: datetime
    binned_by: str


class DiscardedArrivals(Wire):
    arrivals: list[DiscardedArrival]


class Moved(Wire):
    list_id: ListId
    title: Said
