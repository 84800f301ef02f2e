"""How well confidence holds, and what is learned from what was filed before, on papers that nobody developed on."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from itertools import groupby, pairwise

import numpy as np
from scipy.optimize import minimize

from waka.core.fields.evidence.confidence import confidence, features, is_sure

from .stream import FIELDS, Judged

STEPS = (0.0, 0.5, 0.8, 0.9, 0.95, 0.98, 0.99, 1.0)
STIFF = 0.05  #: how strongly weights are kept small
BOUNDS = [
    (None, None),
    *[(0, None)] * 3,
    *[(None, 0)] * 3,
]  #: of weights: less for what speaks against a value
CURVE = ((0, 25), (25, 50), (50, 100), (100, 200), (200, 500))
ASKED = ("kind", "who", "when", "reference", "amount")  #: of a slip


def fitted(some: Iterable[Judged]) -> Mapping[str, Sequence[float]]:
    """Return the weights of ``core.fields.evidence.confidence`` by field: no less for more that speaks for a value."""
    told = {}
    for field, group in groupby(
        sorted(some, key=lambda one: FIELDS.index(one.field)), key=lambda one: one.field
    ):
        rows = [one for one in group if one.found and one.verdict is not None]
        x = np.array([features(one.found) for one in rows])
        y = np.array([one.verdict == "right" for one in rows], float)
        found = minimize(_loss, np.zeros(len(BOUNDS)), args=(x, y), method="L-BFGS-B", bounds=BOUNDS)
        told[field] = [round(float(one), 2) for one in found.x]
    return told


def _loss(weights: np.ndarray, x: np.ndarray, y: np.ndarray) -> float:
    z = x @ weights
    return float(np.sum(np.logaddexp(0, z) - y * z) + STIFF / 2 * np.sum(weights[1:] ** 2))


def calibration(some: Sequence[Judged]) -> list[str]:
    """Return how often what is said to be so likely is right."""
    lines = ["| Said | values | said on average | right |", "|---|---|---|---|"]
    said = [
        (confidence(one.field, one.found), one.verdict == "right")
        for one in some
        if one.found and one.verdict is not None
    ]
    for low, high in pairwise(STEPS):
        within = [(p, right) for p, right in said if low <= p < high or p == high == 1.0]
        if within:
            mean, share = (sum(column) / len(within) for column in zip(*within, strict=True))
            lines.append(f"| {low:.0%} to {high:.0%} | {len(within)} | {mean:.1%} | {share:.1%} |")
    return lines


def slips(some: Sequence[Judged]) -> str:
    """Return how many slips are sure in every field that they fill in, and how many of those are wrong in one."""
    sure = wrong = count = 0
    for _, group in groupby(some, key=lambda one: one.nth):
        fields = [one for one in group if one.field in ASKED]
        count += 1
        told = [one for one in fields if one.found]
        if told and all(is_sure(one.field, confidence(one.field, one.found)) for one in told):
            sure += 1
            wrong += any(one.verdict == "wrong" for one in told)
    return (
        f"Of {count} slips {sure} ({sure / max(1, count):.0%}) are sure in all that they fill in; {wrong} of these"
        f" ({wrong / max(1, sure):.1%}) are wrong somewhere."
    )


def curve(some: Sequence[Judged]) -> list[str]:
    """Return how often the first offered is right, by how much was filed before; and what the page alone says."""
    lines = ["| Filed before | papers | kind | who | who, by the page alone |", "|---|---|---|---|---|"]
    for begin, end in CURVE:
        within = [one for one in some if begin <= one.nth < end]
        papers = {one.nth for one in within}
        if papers:
            cells = [
                _right(within, "kind", "verdict"),
                _right(within, "who", "verdict"),
                _right(within, "who", "alone"),
            ]
            lines.append(f"| {begin} to {max(papers)} | {len(papers)} | {' | '.join(cells)} |")
    return lines


def _right(some: Sequence[Judged], field: str, of: str) -> str:
    told = [getattr(one, of) for one in some if one.field == field and getattr(one, of) is not None]
    return f"{sum(one == 'right' for one in told) / max(1, len(told)):.1%}"
