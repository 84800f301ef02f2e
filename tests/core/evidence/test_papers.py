"""Fields told from whole papers: of every layout a few that nobody looked at, right and with the place where they stand."""

import io
import random
from collections import Counter

import pytest
from bench.accuracy.score import verdict
from bench.papers.household import HOUSEHOLD
from bench.papers.invoices import INVOICES
from bench.papers.learning import LEARNING
from bench.papers.letters import LETTERS
from bench.papers.truth import Paper
from bench.papers.world import ADDRESS, FIRMS, OFFICES, TRUST

from tests.conftest import LONG
from waka.core.fields.evidence.context import Found
from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.page import Page, Word
from waka.core.fields.evidence.slip import Clerk, Part, Read
from waka.reading.sniff import sniff
from waka.reading.words import read_parts

MAKERS = [maker for maker, _ in (*INVOICES, *HOUSEHOLD, *LETTERS, *LEARNING)]
EACH = 40 if LONG else 4
LEAST = {
    "kind": 0.97,
    "who": 0.95,
    "when": 0.97,
    "reference": 0.95,
    "amount": 0.97,
}  #: right and offered first
OVERLAP = 0.5  #: of the true box, that evidence has to cover


def clerk() -> Clerk:
    known = {firm.name: () for firm in (*FIRMS[:6], *OFFICES[:3])}
    return Clerk(Office(names=[TRUST], addresses=[", ".join(ADDRESS)], parties=known))


def read(paper: Paper, by: Clerk) -> Read:
    file = io.BytesIO(paper.data)
    return by.read(
        [
            Part(
                [
                    Page(at, page.width, page.height, tuple(Word(*word) for word in page.words))
                    for at, page in enumerate(part.pages, 1)
                ],
                part.facts,
            )
            for part in read_parts(file, sniff(file).media_type)
        ]
    )


def first(found: "list[Found[object]]") -> str:
    return str(found[0].value) if found else ""


@pytest.fixture(scope="module")
def papers() -> list[tuple[Paper, Read]]:
    """New papers, each with what was read of it."""
    by = clerk()
    made = [maker(random.Random(f"unseen/{maker.__name__}/{at}")) for maker in MAKERS for at in range(EACH)]
    # a picture of the harbour has no words, and a camera's clock is read elsewhere
    return [(paper, read(paper, by)) for paper in made if paper.layout != "photo"]


def test_what_is_offered_first_is_right(papers: list[tuple[Paper, Read]]) -> None:
    counts: dict[str, Counter[str]] = {field: Counter() for field in LEAST}
    misses = []
    for paper, found in papers:
        said = {
            "kind": found.kind or "", "who": first(found.who), "when": first(found.when),  # type: ignore[arg-type]
            "reference": first(found.reference), "amount": first(found.amount),  # type: ignore[arg-type]
        }  # fmt: skip
        truth = paper.told("")
        for field, count in counts.items():
            verdict_of = verdict(field, truth, said[field])
            if verdict_of is not None:
                count[verdict_of] += 1
            if verdict_of in ("wrong", "blank"):
                misses.append((paper.layout, field, truth[field], said[field]))
    shares = {field: count["right"] / sum(count.values()) for field, count in counts.items()}
    assert all(shares[field] >= least for field, least in LEAST.items()), (shares, misses[:20])


def test_evidence_stands_where_the_value_stands(papers: list[tuple[Paper, Read]]) -> None:
    seen, off = 0, []
    for paper, found in papers:
        for field, some in (
            ("when", found.when),
            ("reference", found.reference),
            ("amount", found.amount),
            ("due", found.due),
        ):
            true = paper.boxes.get(field)
            right = some and verdict(field, paper.told(""), str(some[0].value)) == "right"
            if true is None or not right or some[0].box is None:
                continue
            seen += 1
            page, left, top, right_edge, bottom = some[0].box
            across = min(right_edge, true[3]) - max(left, true[1])
            down = min(bottom, true[4]) - max(top, true[2])
            share = max(0, across) * max(0, down) / ((true[3] - true[1]) * (true[4] - true[2]))
            if page != true[0] or share < OVERLAP:
                off.append((paper.layout, field, some[0].text))
    # a value that stands on a paper twice may be marked at its other place
    assert seen > 100 and len(off) <= 0.03 * seen, off
