"""What is kept of earlier versions, and dropped when no version needs it any more."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from psycopg import Connection

from waka.drive.versions import drop_aside, put_back_in_store, set_aside, stored, take_out_of_store
from waka.records import versions
from waka.records.changes import Step

from .deps import Deps


def tidy(deps: Deps, conn: Connection, digests: Iterable[bytes]) -> int:
    """Drop those of the kept bytes that nothing needs; return how many.

    They are taken aside first and asked for again: whoever keeps a version has put that on record before
    its bytes go into the store, so what is dropped was needed neither before nor after.
    """
    asked = list(dict.fromkeys(digests))
    return _drop(deps, conn, set(asked) - versions.needed(conn, asked)) if asked else 0


def _drop(deps: Deps, conn: Connection, digests: Iterable[bytes]) -> int:
    dropped = 0
    for digest in digests:
        aside = take_out_of_store(deps.drive, digest)
        if aside is None:
            continue
        if versions.needed(conn, [digest]):
            put_back_in_store(deps.drive, digest, aside)
        else:
            drop_aside(deps.drive, aside)
            dropped += 1
    return dropped


def tidy_after(deps: Deps, conn: Connection, steps: Sequence[Step]) -> None:
    """Drop what *steps* left unneeded: outside their transaction, for only what is on record counts."""
    back = [step.after["onto"]["sha256"] for step in steps if step.act == "unversion"]
    gone = [digest for step in steps if step.act == "destroy" for digest in step.before["kept"]]
    tidy(deps, conn, map(bytes.fromhex, back + gone))


def tidy_all(deps: Deps) -> int:
    """Drop all that an interrupted step left unneeded; put back what was taken aside and is needed by now."""
    with deps.db.working() as conn:
        return _drop(deps, conn, set_aside(deps.drive)) + tidy(deps, conn, stored(deps.drive))
