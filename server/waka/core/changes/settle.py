"""What to do with a step that was interrupted: decided from what is on disk, never guessed.

A step's intent is on record before its file moves. After a crash the two ends are looked at, and the
step is finished or put back. Moving never replaces a file, so whatever stands at an end that is not
this document's was there before or came since, and is left alone.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum


class End(Enum):
    """What stands at one end of a step."""

    NOTHING = "nothing"
    THIS = "this"  #: the document's own file
    OTHER = "other"  #: another file


class Verdict(Enum):
    DONE = "done"  #: the file has arrived and left
    DROP_SOURCE = "drop_source"  #: it has arrived; the old name still has to go
    PUT_BACK = "put_back"  #: it never left
    LOST = "lost"  #: it is at neither end: another program took it; say so


@dataclass(frozen=True, slots=True, kw_only=True)
class Ends:
    source: End
    target: End


def settle(ends: Ends) -> Verdict:
    """Return what an interrupted step comes to."""
    if ends.target is End.THIS:
        return Verdict.DROP_SOURCE if ends.source is End.THIS else Verdict.DONE
    if ends.source is End.THIS:
        return Verdict.PUT_BACK
    return Verdict.LOST
