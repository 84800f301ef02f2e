"""Which filed documents are like a text: by sketches that each process has in memory.

Comparing 100,000 of them takes some milliseconds, and what a person may see of what is found is asked of the database
each time: nothing is counted or shown of what is hidden from them.
"""

from __future__ import annotations

import threading
from enum import Enum

import numpy as np
from psycopg import Connection

from waka.core.ids import DocumentId, PersonId
from waka.core.learning.sketch import HASHES, MOST_CHARACTERS, VERSION, Hashes, Sketch, likeness, sketch
from waka.records.database import relax
from waka.records.documents import sketches
from waka.records.documents.sketches import FiledAlike, SketchRow
from waka.work.deps import Deps

MOST = 200_000  #: texts that are compared, the latest: 51 MB
READ_AT_ONCE = 20_000
MADE_AT_ONCE = 100
ASKED = (100, 2_000)  #: of the most alike, whose documents are asked for; more where most are hidden
_ROW = np.dtype("<u2")


class Part(Enum):
    """What of texts is compared."""

    LOOK = 0
    CONTENT = 1


def make_next(deps: Deps) -> bool:
    """Make the sketches of some texts that wait for them; False where none do."""
    with deps.db.transaction() as conn:
        relax(conn)
        waiting = sketches.take(conn, MADE_AT_ONCE, MOST_CHARACTERS)
        made = [(one.sha256, found) for one in waiting if (found := sketch(one.text)) is not None]
        rows = [
            SketchRow(sha256=digest, look=_packed(one.look), content=_packed(one.content))
            for digest, one in made
        ]
        sketches.keep(conn, VERSION, rows)
    return bool(waiting)


def _packed(hashes: Hashes) -> bytes:
    return hashes.astype(_ROW).tobytes()


class Known:
    """The sketches of texts, in the memory of this process. Safe to share between threads."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._last: int | None = None
        self._digests: list[bytes] = []
        self._at: dict[bytes, int] = {}  #: where the newest of some bytes stands
        self._rows = np.zeros(
            (0, 2, HASHES), np.uint16
        )  #: of each its look and its content; with room behind

    def find(
        self, conn: Connection, hashes: Hashes, part: Part, least: float, most: int
    ) -> list[tuple[bytes, float]]:
        """Return the checksums of texts at least that alike, the *most* alike of them first."""
        with self._lock:
            self._read_on(conn)
            rows, digests = self._rows[: len(self._digests), part.value], self._digests
            if not digests:
                return []
            alike = likeness(hashes, rows)
            best = (
                np.argpartition(-alike, most)[: most + 1] if len(alike) > most + 1 else np.arange(len(alike))
            )
            order = best[np.argsort(-alike[best], kind="stable")]
            return [
                (digests[at], float(alike[at]))
                for at in order
                if alike[at] >= least and self._at[digests[at]] == at
            ]

    def _read_on(self, conn: Connection) -> None:
        """Read what was made since; begin anew where too much of what is known is out of date."""
        if self._last is None or len(self._digests) > 2 * MOST:
            self._last, self._digests, self._at = sketches.last(conn, MOST), [], {}
        while found := sketches.after(conn, self._last, VERSION, READ_AT_ONCE):
            new = np.frombuffer(b"".join(one.look + one.content for one in found), _ROW).reshape(
                -1, 2, HASHES
            )
            begin, end = len(self._digests), len(self._digests) + len(new)
            if len(self._rows) < end:
                grown = np.zeros((end + end // 4, 2, HASHES), np.uint16)
                grown[:begin] = self._rows[:begin]
                self._rows = grown
            self._rows[begin:end] = new
            self._at |= {one.sha256: begin + at for at, one in enumerate(found)}
            self._digests += [one.sha256 for one in found]
            self._last = found[-1].at


def filed_alike(
    deps: Deps, conn: Connection, person: PersonId, hashes: Hashes, part: Part, *, least: float, most: int,
    ignore: DocumentId,
) -> list[FiledAlike]:  # fmt: skip
    """Return the filed documents that *person* may see whose text is at least that alike, the most alike first."""
    known = deps.kept(Known)
    seen: list[FiledAlike] = []
    for asked in ASKED:
        found = known.find(conn, hashes, part, least, asked)
        seen = sketches.filed(conn, person, found, ignore, most)
        if len(seen) == most or len(found) < asked:
            break
    return seen


def sketch_of(conn: Connection, sha256: bytes) -> Sketch | None:
    """Return the sketch of the text of some bytes, made or not yet; None where it says too little."""
    found = sketches.texts(conn, [sha256], MOST_CHARACTERS)
    return sketch(found[0].text) if found else None
