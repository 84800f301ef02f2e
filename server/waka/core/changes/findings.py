"""What a check, a run or a settling says of a step: a code and its facts. Sentences are made of them at the doors.

``words.CODES`` is the one table of all codes, with what blocks a list and the words of each.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

import msgspec

Fact = str | int | list[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class Said:
    """A code and the facts that belong to it."""

    code: str
    facts: Mapping[str, Fact] = field(default_factory=dict)


def said(code: str, **facts: Fact) -> Said:
    return Said(code=code, facts=facts)


class StepFinding(msgspec.Struct, frozen=True, kw_only=True, gc=False):
    """What the check says of the step at *position*."""

    position: int
    code: str
    facts: Mapping[str, Fact] = msgspec.field(default_factory=dict)
    other: int | None = None  #: the position of the other step that it is about
    offer: str | None = None  #: a name that would do
