"""What filed papers that look like an arrival say of it: counting only those that the person may see."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.fields.alike import words_of
from waka.core.fields.evidence.context import Found
from waka.core.fields.evidence.exact import CERTAIN
from waka.core.fields.evidence.own_number import called_in, own_numbers
from waka.core.fields.evidence.slip import Read
from waka.core.fields.evidence.sorts import KIND_OF
from waka.core.ids import DocumentId, PersonId
from waka.core.learning.votes import ALIKE, CONVINCED, STRENGTH_OF_CALLED, Neighbour, Vote, blended, votes
from waka.records.documents import sketches
from waka.records.documents.documents import Document
from waka.records.documents.sketches import FiledAlike
from waka.work.deps import Deps
from waka.work.documents.alike import Part, filed_alike, sketch_of

MOST = 40  #: filed papers that are looked at
READ_AGAIN, HEAD = (
    6,
    4_000,
)  #: of them, those whose text is looked through for how their number is called; characters
UNTITLED = 0.5  #: the score of a kind that is only what is left


@dataclass(frozen=True, slots=True, kw_only=True)
class Learned:
    """Candidates from the page and from papers alike, the likeliest first, and what the papers alike said."""

    kind: Sequence[Found[str]]
    who: Sequence[Found[str]]
    what: Sequence[Found[str]]
    reference: Sequence[Found[str]]
    said: Mapping[str, Sequence[Vote]]  #: by field


def neighbours(deps: Deps, conn: Connection, person: PersonId, document: Document) -> list[Neighbour]:
    """Return the filed papers that look like an arrival, which *person* may see."""
    sketch = sketch_of(conn, document.sha256)
    if sketch is None:
        return []
    found = filed_alike(
        deps, conn, person, sketch.look, Part.LOOK, least=ALIKE, most=MOST, ignore=document.id
    )
    called = _called(conn, [one for one in found if one.reference][:READ_AGAIN])
    return [
        Neighbour(
            number=one.id, likeness=one.likeness, kind=one.kind, who=one.who, what=one.what, called=called.get(one.id)
        )
        for one in found
    ]  # fmt: skip


def _called(conn: Connection, found: Sequence[FiledAlike]) -> dict[DocumentId, str]:
    """Return, by document, the words that stand before the number that it was filed by."""
    texts = {one.sha256: one.text for one in sketches.texts(conn, [one.sha256 for one in found], HEAD)}
    told = {one.id: called_in(texts.get(one.sha256, ""), one.reference or "") for one in found}
    return {number: phrase for number, phrase in told.items() if phrase is not None}


def learned(read: Read, alike: Sequence[Neighbour]) -> Learned:
    """Return what was *read*, with what papers that look *alike* say."""
    of_kind, of_who = votes(alike, lambda one: one.kind), votes(alike, lambda one: one.who)
    kind = blended(_kinds(read), of_kind, lambda code: code)
    who = blended(read.who, of_who, _words)
    first = kind[0].value if kind else None
    party = _words(who[0].value) if who else None
    same = [one for one in alike if one.kind == first and one.who is not None and _words(one.who) == party]
    of_what, of_called = votes(same, lambda one: one.what), votes(same, lambda one: one.called)
    called = of_called[0].value if of_called and of_called[0].share >= CONVINCED else None
    return Learned(
        kind=kind, who=who, what=blended(read.what, of_what, str.casefold, STRENGTH_OF_CALLED),
        reference=_numbered(read, called),
        said={"kind": of_kind, "who": of_who, "what": of_what},
    )  # fmt: skip


def _numbered(read: Read, called: str | None) -> Sequence[Found[str]]:
    """Return what may be the number of a paper, where papers alike were filed by numbers that are *called* so."""
    if called is None or (read.reference and read.reference[0].score >= CERTAIN):
        return read.reference
    return own_numbers(read.numbers, called)


_CODES = {"kind": "read_learned_kind", "who": "read_learned_who", "what": "read_learned_what"}


def why_learned(field: str, value: str, found: Learned, shown: str) -> Said:
    """Return why a value of kind, who or what is offered that only papers alike say. *shown*: of what they are."""
    vote = next(vote for vote in found.said[field] if vote.value == value)
    return said(_CODES[field], count=vote.count, of=vote.of, name=shown)


def _words(name: str) -> tuple[str, ...]:
    return tuple(sorted(words_of(name)))


def _kinds(read: Read) -> list[Found[str]]:
    """Return the kinds that a paper may be of, for its sorts."""
    found: dict[str, Found[str]] = {}
    for sort in read.sorts:
        code = KIND_OF.get(sort.sort, "other")
        title = sort.title
        found.setdefault(
            code,
            Found(code, title.text if title else "", title.box() if title else None, sort.score, sort.why),
        )
    if read.sorts and read.kind is not None and read.kind not in found:
        best = max(one.score for one in found.values())
        found[read.kind] = Found(read.kind, "", None, max(UNTITLED, best + 0.1), "other")
    return list(found.values())
