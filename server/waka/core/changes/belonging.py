"""Whether a drive and a database belong together.

A drive bears the identity of its database, and a generation: the number of the last logbook entry that the
database had when the drive was last told. A database that has fewer entries than its drive was told of is an
older one that was restored; one of another identity is a stranger. Either would take for rubbish what the
other one keeps, so it may neither move nor remove anything until an administrator says that the two belong together.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum


@dataclass(frozen=True, slots=True, kw_only=True)
class Mark:
    """What a drive bears."""

    identity: str
    generation: int = 0  #: the last logbook entry that the drive was told of

    @classmethod
    def parse(cls, text: str) -> Mark:
        """Read a mark. Raises ``ValueError`` where *text* is none; a first line alone is generation 0."""
        lines = text.split("\n")
        identity = lines[0].strip()
        if not identity or not identity.isalnum():
            raise ValueError("not a mark")
        told = lines[1].strip() if len(lines) > 1 else ""
        return cls(identity=identity, generation=int(told or 0))

    def text(self) -> str:
        return f"{self.identity}\n{self.generation}\n"


class Belonging(Enum):
    NEW = "new"  #: neither knows the other yet
    OURS = "ours"
    BARE = "bare"  #: the database had a drive, and this one bears no mark: not mounted, or another
    STRANGER = "stranger"  #: it bears the mark of another database
    RESTORED = "restored"  #: the database is older than what its drive was told


def belonging(identity: str | None, last_entry: int, mark: Mark | None) -> Belonging:
    """Say how a database (its *identity* and *last_entry* of the logbook) and a drive's *mark* stand to each other."""
    if mark is None:
        return Belonging.NEW if identity is None else Belonging.BARE
    if mark.identity != identity:
        return Belonging.STRANGER
    return Belonging.RESTORED if last_entry < mark.generation else Belonging.OURS
