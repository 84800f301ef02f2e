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
