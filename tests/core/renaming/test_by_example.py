"""Sentences found from examples: the forty tasks, and that nothing wrong is told without a mark."""

from __future__ import annotations

import pytest

from tests.core.renaming.tasks import TASKS, Task
from waka.core.renaming import Found, explain
from waka.core.renaming.by_example import contexts_of

FROM_ONE, FROM_TWO = 34, 38  #: tasks that are found at the least


def found(task: Task, examples: int) -> Found:
    names = [old for old, _ in task.names]
    corrected = {at: new for at, (_, new) in enumerate(task.names[:examples])}
    return explain(names, corrected, contexts_of(names, [task.folder] * len(names)))


def is_right(task: Task, examples: int) -> bool:
    told = found(task, examples)
    return told.sentence is not None and [one.renamed.name for one in told.names] == [
        new for _, new in task.names
    ]


@pytest.mark.parametrize(("examples", "least"), [(1, FROM_ONE), (2, FROM_TWO)])
def test_most_tasks_are_found_from_one_example_and_nearly_all_from_two(examples: int, least: int) -> None:
    missed = [task.code for task in TASKS if not is_right(task, examples)]
    assert len(TASKS) - len(missed) >= least, missed


@pytest.mark.parametrize("examples", [1, 2])
@pytest.mark.parametrize("task", TASKS, ids=lambda task: task.code)
def test_no_name_is_told_wrong_without_being_marked(task: Task, examples: int) -> None:
    told = found(task, examples)
    if told.sentence is not None:
        wrong = [
            (one.old, one.renamed.name) for one, (_, new) in zip(told.names, task.names, strict=True)
            if one.renamed.name != new and not one.in_doubt
        ]  # fmt: skip
        assert wrong == [], told.sentence.text


BRYN = [
    "2026-04-21_bos_knots-01-bowline.pdf", "2026-05-05_bos_knots-02-rolling-hitch.pdf", "2026-07-02_bos_passage-plan.odt",
]  # fmt: skip


def _explained(old: list[str], new: str, folder: str = "Bryn Osei") -> Found:
    return explain(old, {0: new}, contexts_of(old, [folder] * len(old)))


def test_a_name_that_is_wholly_another_is_explained_clause_by_clause() -> None:
    told = _explained(BRYN, "Bryn Osei - knots 01 bowline (21 Apr 2026).pdf")
    assert [one.renamed.name for one in told.names] == [
        "Bryn Osei - knots 01 bowline (21 Apr 2026).pdf", "Bryn Osei - knots 02 rolling hitch (5 May 2026).pdf",
        "Bryn Osei - passage plan (2 Jul 2026).odt",
    ]  # fmt: skip


def test_what_makes_all_names_alike_is_in_doubt() -> None:
    told = _explained(["bow.jpg", "stern.jpg", "mast.jpg"], "harbour wall.jpg", folder="")
    if told.sentence is not None:
        assert [one.in_doubt for one in told.names] == [False, True, True]


def test_dates_that_can_be_read_in_two_ways_are_read_as_the_other_names_show() -> None:
    """The first alone could be the fourth of March or the third of April; the last cannot be both."""
    old = ["03-04-2025 tides.pdf", "05-06-2025 tides.pdf", "12-31-2025 tides.pdf"]
    told = _explained(old, "2025-03-04 tides.pdf")
    assert [one.renamed.name for one in told.names] == [
        "2025-03-04 tides.pdf", "2025-05-06 tides.pdf", "2025-12-31 tides.pdf"]  # fmt: skip
    for month_first, new in ((False, "2025-04-03 tides.pdf"), (True, "2025-03-04 tides.pdf")):
        places = contexts_of(old[:2], ["", ""], month_first=month_first)
        told = explain(old[:2], {0: new}, places)
        assert told.sentence is not None and told.sentence.text == "write the date as yyyy-mm-dd"
