"""What filed papers that look like an arrival say of it: counting only those that the person may see."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.fields.alike import words_of
from waka.core.fields.evidence.context import Found
from waka.core.fields.evidence.slip import Read
from waka.core.fields.evidence.sorts import KIND_OF
from waka.core.ids import PersonId
from waka.core.learning.votes import ALIKE, STRENGTH_OF_CALLED, Neighbour, Vote, blended, votes
from waka.records.documents.documents import Document
from waka.work.deps import Deps
from waka.work.documents.alike import Part, filed_alike, sketch_of

MOST = 40  #: filed papers that are looked at
UNTITLED = 0.5  #: the score of a kind that is only what is left


@dataclass(frozen=True, slots=True, kw_only=True)
class Learned:
    """Candidates from the page and from papers alike, the likeliest first, and what the papers alike said."""

    kind: Sequence[Found[str]]
    who: Sequence[Found[str]]
    what: Sequence[Found[str]]
    said: Mapping[str, Sequence[Vote]]  #: by field


def neighbours(deps: Deps, conn: Connection, person: PersonId, document: Document) -> list[Neighbour]:
    """Return the filed papers that look like an arrival, which *person* may see."""
    sketch = sketch_of(conn, document.sha256)
    if sketch is None:
        return []
    found = filed_alike(
        deps, conn, person, sketch.look, Part.LOOK, least=ALIKE, most=MOST, ignore=document.id
    )
    return [
        Neighbour(number=one.id, likeness=one.likeness, kind=one.kind, who=one.who, what=one.what)
        for one in found
    ]


def learned(read: Read, alike: Sequence[Neighbour]) -> Learned:
    """Return what was *read*, with what papers that look *alike* say."""
    of_kind, of_who = votes(alike, lambda one: one.kind), votes(alike, lambda one: one.who)
    kind = blended(_kinds(read), of_kind, lambda code: code)
    who = blended(read.who, of_who, _words)
    first = kind[0].value if kind else None
    party = _words(who[0].value) if who else None
    same = [one for one in alike if one.kind == first and one.who is not None and _words(one.who) == party]
    of_what = votes(same, lambda one: one.what)
    return Learned(
        kind=kind, who=who, what=blended(read.what, of_what, str.casefold, STRENGTH_OF_CALLED),
        said={"kind": of_kind, "who": of_who, "what": of_what},
    )  # fmt: skip


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
