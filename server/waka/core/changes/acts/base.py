"""What every act of a change list has in common. Each act is a module of this folder and one frozen type.

What an act keeps beside the places of its step is written with the step, as JSON of version ``VERSION``; a
later version reads the earlier ones where they are read.
"""

from __future__ import annotations

from enum import IntEnum
from typing import ClassVar, Self

import msgspec

VERSION = 1


class Phase(IntEnum):
    """When the steps of an act have their turn in a list."""

    MAKES_ROOM = 0  #: before anything goes into what it makes
    IN_ORDER = 1
    CLEARS_UP = 2  #: where everything has left


class ActBase(msgspec.Struct, frozen=True, kw_only=True, omit_defaults=True):
    """What an act keeps: how things were that it changes, and how they will be."""

    code: ClassVar[str]
    phase: ClassVar[Phase] = Phase.IN_ORDER
    leaves_a_folder: ClassVar[bool] = False  #: its document is gone from where it stood
    comes_to_a_folder: ClassVar[bool] = False  #: a document stands at its target afterwards
    for_good: ClassVar[bool] = False  #: nothing takes it back
    touches_its_file: ClassVar[bool] = True
    leads_between_paths: ClassVar[bool] = False  #: can be a row of a spreadsheet: from, to
    copies: ClassVar[bool] = False  #: its bytes are written anew

    def on_the_way(self) -> Self:
        """Return the act of a step that only makes way, by a temporary name, for what this one does in the end."""
        return self


class NotPrepared(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    """Of a step that the check left out before it came to an act: it never runs."""

    code: ClassVar[str] = "not_prepared"

    wanted: str  #: the code of the act that was proposed
