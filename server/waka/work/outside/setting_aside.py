"""What a sweep could not deal with: set aside with its reason, tried ever later, and in nobody's way meanwhile."""

from __future__ import annotations

import time
from dataclasses import dataclass, field

from waka.core.changes.findings import Said
from waka.core.changes.recognise import Found, Place
from waka.records.outside.stuck import Item

FIRST, LONGEST = 10.0, 3600.0  #: seconds until the second try, and between tries at the most


@dataclass(slots=True)
class _One:
    file: Found
    shown: str
    reason: Said
    tries: int
    until: float


@dataclass
class SetAside:
    """The files that one sweeper has set aside; one that changes is tried at once."""

    found_again: int = 0  #: of the present sweep's differences, those that were set aside in it
    _kept: dict[Place, _One] = field(default_factory=dict)
    _present: set[Place] = field(default_factory=set)

    def begin(self) -> None:
        """Begin a sweep: what it does not meet again is forgotten at its end."""
        self.found_again = 0
        self._present = set()

    def rests(self, file: Found) -> bool:
        """Whether *file* was set aside as it is now, and is not to be tried yet."""
        one = self._kept.get(file.place)
        if one is None or not _is_same(one.file, file) or time.monotonic() >= one.until:
            return False
        self._present.add(file.place)
        return True

    def add(self, file: Found, shown: str, reason: Said) -> None:
        before = self._kept.get(file.place)
        tries = before.tries + 1 if before is not None and _is_same(before.file, file) else 1
        wait = min(LONGEST, FIRST * 2 ** (tries - 1))
        self._kept[file.place] = _One(file, shown, reason, tries, time.monotonic() + wait)
        self._present.add(file.place)
        self.found_again += 1

    def told(self) -> list[Item]:
        """Return what is set aside after a sweep, for the records."""
        self._kept = {place: one for place, one in self._kept.items() if place in self._present}
        return [
            Item(
                subject=f"{place[0]}/{place[1]}",
                shown=one.shown,
                reason=one.reason,
                tries=one.tries,
                folder=place[0],
            )
            for place, one in self._kept.items()
        ]


def _is_same(a: Found, b: Found) -> bool:
    return (a.size, a.inode, a.modified_ns) == (b.size, b.inode, b.modified_ns)
