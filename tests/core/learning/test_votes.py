"""Papers alike have a say by how alike they are, and never against what many of them do not agree on."""

import pytest

from waka.core.fields.evidence.context import Found
from waka.core.ids import DocumentId
from waka.core.learning.votes import LEARNED, Neighbour, blended, votes


def near(*told: tuple[float, str | None]) -> list[Neighbour]:
    return [
        Neighbour(number=DocumentId(at), likeness=likeness, kind=None, who=who, what=None)
        for at, (likeness, who) in enumerate(told)
    ]


def found(value: str, score: float) -> Found[str]:
    return Found(value, value, (1, 0.1, 0.1, 0.2, 0.2), score, "letterhead")


@pytest.mark.parametrize(
    ("alike", "first"),
    [
        (near(), None),
        (near((0.39, "A")), None),  # not alike
        (near((0.9, None)), None),
        (
            near((0.9, "A"), (0.5, "B"), (0.5, "B")),
            "A",
        ),  # one that is the same by its look before two that are not
        (near((0.7, "A"), (0.7, "B"), (0.7, "B")), "B"),
    ],
)
def test_the_most_alike_and_the_most_have_the_say(alike: list[Neighbour], first: str | None) -> None:
    told = votes(alike, lambda one: one.who)
    assert (told[0].value if told else None) == first
    assert sum(vote.share for vote in told) < 1


def test_a_vote_says_how_many_say_so() -> None:
    [first, second] = votes(near(*[(0.8, "A")] * 7, (0.8, "B"), (0.2, "B")), lambda one: one.who)
    assert (first.count, first.of, second.count) == (7, 8, 1)


@pytest.mark.parametrize(
    ("read", "alike", "expected"),
    [
        ([], near(*[(0.9, "A")] * 3), ["A"]),
        ([], near((0.9, "A"), (0.9, "B")), []),  # they do not agree
        ([found("A", 4.0), found("B", 3.5)], near(*[(0.9, "B")] * 3), ["B", "A"]),
        ([found("A", 6.0)], near(*[(0.9, "B")] * 3), ["A", "B"]),  # what the page says clearly stands
    ],
)
def test_papers_alike_decide_where_the_page_is_not_clear(
    read: list[Found[str]], alike: list[Neighbour], expected: list[str]
) -> None:
    told = blended(read, votes(alike, lambda one: one.who), str.casefold)
    assert [one.value for one in told] == expected
    assert [one.score for one in told] == sorted((one.score for one in told), reverse=True)
    assert all((one.why == LEARNED) == (one.value not in {r.value for r in read}) for one in told)
