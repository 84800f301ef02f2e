"""What papers that look alike were filed as, and how much that says for one that looks like them."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Sequence
from dataclasses import dataclass, replace

from waka.core.fields.evidence.context import Found
from waka.core.ids import DocumentId

ALIKE = 0.4  #: the likeness from which on a document has a say at all
DOUBT = 0.5  #: the weight of never having seen it: what a single document says does not convince
STRENGTH = 3.0  #: what the agreement of all that look alike adds to the score of a value
#: the same of what a paper is called: people call papers of one sender and kind alike, whatever stands on them
STRENGTH_OF_CALLED = 6.0
MOST = 15  #: documents that have a say
CONVINCED = 0.6  #: the share from which on papers alike speak for what does not stand on the page


@dataclass(frozen=True, slots=True, kw_only=True)
class Neighbour:
    """A filed document, and how much it looks like the one in question."""

    number: DocumentId
    likeness: float  #: 0 to 1
    kind: str | None
    who: str | None
    what: str | None
    called: str | None = None  #: the words on it that stand before the number that it was filed by


@dataclass(frozen=True, slots=True, kw_only=True)
class Vote:
    """What some of the neighbours were filed as."""

    value: str
    share: float  #: of all their weight, doubt counted in
    count: int  #: of the neighbours that say so
    of: int  #: neighbours that say anything


def votes(neighbours: Sequence[Neighbour], value: Callable[[Neighbour], str | None]) -> list[Vote]:
    """Return what the most alike of *neighbours* say, the weightiest first; [] where they say nothing."""
    weights: dict[str, float] = {}
    counts: dict[str, int] = {}
    for one in sorted(neighbours, key=lambda n: -n.likeness)[:MOST]:
        said = value(one)
        if said is not None and one.likeness > ALIKE:
            weights[said] = weights.get(said, 0.0) + _weight(one.likeness)
            counts[said] = counts.get(said, 0) + 1
    of, total = sum(counts.values()), sum(weights.values()) + DOUBT
    found = [
        Vote(value=said, share=weight / total, count=counts[said], of=of) for said, weight in weights.items()
    ]
    return sorted(found, key=lambda vote: -vote.share)


def _weight(likeness: float) -> float:
    return ((likeness - ALIKE) / (1 - ALIKE)) ** 2


LEARNED = "learned"  #: why of a value that stands nowhere on the page


def blended(
    read: Sequence[Found[str]],
    learned: Sequence[Vote],
    key: Callable[[str], Hashable],
    strength: float = STRENGTH,
) -> list[Found[str]]:
    """Return what was *read*, surer where papers alike say the same, and what they alone say; the likeliest first.

    *key*: what makes two values one. *strength*: what their agreement adds to a score at most.
    """
    shares = {key(vote.value): vote for vote in reversed(learned)}
    found = [
        replace(one, score=one.score + strength * shares[key(one.value)].share)
        if key(one.value) in shares
        else one
        for one in read
    ]
    known = {key(one.value) for one in read}
    found += [
        Found(vote.value, "", None, strength * vote.share, LEARNED)
        for code, vote in shares.items()
        if code not in known and vote.share >= CONVINCED
    ]
    return sorted(found, key=lambda one: -one.score)
