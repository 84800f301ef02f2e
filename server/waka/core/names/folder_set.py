"""A set of folders from a list and some patterns: each line of the list makes one folder by each pattern.

The list is pasted: a name on each line, or CSV (RFC 4180, or with semicolons or tabs) whose first line names its
columns, as far as the patterns use them. A pattern is a destination whose fields are the columns; ``number`` is the
place in the list.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from .compose import Missing
from .destination import Destination
from .pattern import PatternError
from .values import FieldType, Parties

MOST_ROWS, MOST_FOLDERS = 2_000, 5_000
COUNTER, ALONE = (
    "number",
    "name",
)  #: the columns that every list has, that of the place, and of a list without heads
_DELIMITERS = ("\t", ";", ",")
_WORD = re.compile(r"[a-z][a-z0-9_]*")


class FolderSetError(ValueError):
    """A set that cannot be made: in which part, where, why and what to do."""

    def __init__(self, part: str, at: int, why: str, mend: str) -> None:
        super().__init__(f"{why}. {mend}")
        self.part, self.at, self.why, self.mend = part, at, why, mend


@dataclass(frozen=True, slots=True)
class FolderSet:
    """Which folders there are to be, in the order of the list."""

    paths: tuple[str, ...]
    columns: tuple[str, ...]  #: that patterns may use
    lacking: tuple[int, ...] = ()  #: the lines, from 1, in which a column that is needed is empty


def folder_set(patterns: str, listed: str) -> FolderSet:
    """Return the folders that *patterns*, one on each line, make of the list. Raises ``FolderSetError``."""
    columns, rows = _rows(listed, frozenset(_WORD.findall(patterns)))
    read = list(_patterns(patterns, columns))
    if not read:
        raise FolderSetError("patterns", 0, "There is no pattern", "Write one, such as {number 00} {name}.")
    nobody = Parties()
    paths: dict[str, None] = {}
    lacking: list[int] = []
    for at, row in enumerate(rows, 1):
        fields = {**dict(zip(columns, row, strict=False)), COUNTER: str(at)}
        for destination in read:
            led = destination.lead(fields, nobody)
            if isinstance(led, Missing):
                lacking.append(at)
            else:
                paths[led.path] = None
    if len(paths) > MOST_FOLDERS:
        raise FolderSetError(
            "list", 0, f"{len(paths):,} folders are more than {MOST_FOLDERS:,}", "Make them in parts."
        )
    return FolderSet(tuple(paths), (*columns, COUNTER), tuple(dict.fromkeys(lacking)))


def _patterns(text: str, columns: Sequence[str]) -> Iterator[Destination]:
    at = 0
    for line in text.split("\n"):
        if line.strip():
            start = at + len(line) - len(line.lstrip())
            try:
                found = Destination.read(line.strip(), types=dict.fromkeys(columns, FieldType.TEXT))
            except PatternError as error:
                raise FolderSetError("patterns", start + error.at, error.why, error.mend) from error
            for slot in found.slots:
                if slot.field not in (*columns, COUNTER):
                    known = ", ".join((*columns, COUNTER))
                    raise FolderSetError("patterns", start + max(line.strip().find(slot.field), 0),
                                         f"The list has no column “{slot.field}”", f"It has: {known}.")  # fmt: skip
            yield found
        at += len(line) + 1


def _rows(text: str, used: frozenset[str]) -> tuple[tuple[str, ...], list[list[str]]]:
    """Return the columns of a pasted list and its rows; one without heads that are used has one column."""
    lines = [line for line in text.replace("\r\n", "\n").split("\n") if line.strip()]
    if not lines:
        raise FolderSetError("list", 0, "The list is empty", "Paste a name on each line, or CSV.")
    if len(lines) > MOST_ROWS:
        raise FolderSetError(
            "list", 0, f"{len(lines):,} lines are more than {MOST_ROWS:,}", "Make them in parts."
        )
    delimiter = next((sign for sign in _DELIMITERS if sign in lines[0]), None)
    if delimiter is None:
        return (ALONE,), [[line.strip()] for line in lines]
    try:
        table = list(csv.reader(io.StringIO("\n".join(lines)), delimiter=delimiter, strict=True))
    except csv.Error as error:
        raise FolderSetError("list", 0, f"The list is no CSV: {error}", "Correct it.") from error
    heads = [_column(head) for head in table[0]]
    if ALONE in used and not used & set(heads):  # a comma may stand in a name
        return (ALONE,), [[line.strip()] for line in lines]
    if len(set(heads)) < len(heads) or not all(heads):
        raise FolderSetError(
            "list", 0, "Two columns are headed alike, or one not at all", "Head each column."
        )
    return tuple(heads), [[cell.strip() for cell in row] for row in table[1:]]


def _column(head: str) -> str:
    """Return the head of a column as a pattern names it: small letters, digits and low lines."""
    return "_".join("".join(c if c.isascii() and c.isalnum() else " " for c in head.lower()).split())
