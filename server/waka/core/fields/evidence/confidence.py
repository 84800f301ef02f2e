"""How likely it is that what is offered first for a field is right.

A logistic regression for each field (D. R. Cox, 1958), on how much speaks for the first value, how far the second stands
behind it, whether sums add up, and how clearly its letters were recognised. Its weights were fitted on papers whose truth is known and
tried on others: ``python -m bench.accuracy --fit`` does both, docs/accuracy.md says how well what it says holds.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import exp
from typing import Final

from .context import Found

MOST_SCORE, MOST_AHEAD = 7.0, 3.0  #: beyond, more of it says no more
SURE = 0.975  #: from here on nobody need look at a value twice
SURE_BESIDE = 0.9  #: the same of fields that stand beside the slip, and in no name

#: why of what stands somewhere that such values often do
UNLABELLED = ("largest", "net", "alone", "in_text", "words", "first", "large", "account", "plain")

Weights = tuple[float, ...]  #: of what ``features`` gives, in its order
WEIGHTS: Final[Mapping[str, Weights]] = {
    "kind": (-2.72, 2.2, 1.6, 0.0, -3.3, 0.0, 0.0),
    "who": (-0.9, 0.38, 0.99, 0.0, 0.0, 0.0, -1.2),
    "what": (-0.88, 1.25, 0.0, 0.0, 0.0, 0.0, 0.0),
    "when": (1.4, 0.52, 0.51, 0.0, 0.0, -1.66, -4.4),
    "reference": (0.9, 0.35, 0.99, 0.0, -0.7, 0.0, -5.16),
    "amount": (4.73, 0.0, 0.74, 2.88, -1.88, -3.14, -1.92),
    "due": (-15.1, 3.02, 1.05, 0.0, 0.0, -0.59, 0.0),
    "expires": (-33.79, 7.55, 0.0, 0.0, 0.0, 0.0, 0.0),
}
_ANY: Final[Weights] = (
    -3.0,
    1.0,
    0.5,
    0.0,
    -0.5,
    -1.0,
    -3.0,
)  #: of fields that no papers with known truth say


def features(found: Sequence[Found[object]]) -> Weights:
    """Return what the confidence in the first of some candidates rests on; not empty.

    One; its score; what it is ahead of the others; whether sums on the page add up to it; whether no label says what it
    is; whether it was recognised on a picture, and how doubtful its least sure letter was.
    """
    first = found[0]
    ahead = first.score - max((one.score for one in found[1:]), default=first.score - MOST_AHEAD)
    return (
        1.0, min(first.score, MOST_SCORE), max(-MOST_AHEAD, min(ahead, MOST_AHEAD)), float(first.why.endswith("adds_up")),
        float(first.why.startswith(UNLABELLED)),
        float(first.sure < 1), 1 - first.sure,
    )  # fmt: skip


def confidence(field: str, found: Sequence[Found[object]]) -> float:
    """Return the probability, 0 to 1, that the first of some candidates is right. *found*: not empty."""
    weights = WEIGHTS.get(field, _ANY)
    return 1 / (1 + exp(-sum(w * x for w, x in zip(weights, features(found), strict=True))))


def is_sure(field: str, likely: float) -> bool:
    """Whether nobody need look twice at a value of *field* that is right with that probability."""
    return likely >= (SURE_BESIDE if field in ("due", "expires") else SURE)
