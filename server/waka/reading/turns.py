"""Whose turn it is to have a reading process: of one document one at a time, of one person no more than half of them.

So a person whose documents keep their processes busy for as long as they may, on purpose or not, leaves the others
theirs, however many of them are looked at at once.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from contextvars import ContextVar
from typing import Protocol, TypeVar

#: the person whom a request is answered for; nobody in the background. The door says so, of each request anew
asker: ContextVar[int | None] = ContextVar("asker", default=None)
File = tuple[int, int, int, int]  #: device, inode, size and time of change: one edition of one file


class Asked(Protocol):
    file: File
    who: int | None


Task = TypeVar("Task", bound=Asked)


class Turns:
    """Who and what the processes are at. To be used by one thread at a time."""

    def __init__(self, processes: int) -> None:
        self._most_of_one = max(1, processes // 2)
        self._files: set[File] = set()
        self._people: Counter[int] = Counter()

    def first(self, waiting: Iterable[Task]) -> Task | None:
        """Return the first that waits whose turn it is."""
        return next((task for task in waiting if self._is_due(task)), None)

    def _is_due(self, task: Asked) -> bool:
        has_room = task.who is None or self._people[task.who] < self._most_of_one
        return has_room and task.file not in self._files

    def begin(self, task: Asked) -> None:
        self._files.add(task.file)
        if task.who is not None:
            self._people[task.who] += 1

    def end(self, task: Asked) -> None:
        self._files.discard(task.file)
        if task.who is not None:
            self._people[task.who] -= 1
            self._people += Counter()  # which forgets who has none
