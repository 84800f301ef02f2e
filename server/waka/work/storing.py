"""What is kept of earlier versions, and dropped when no version needs it any more."""

from __future__ import annotations

from collections.abc import Sequence

from psycopg import Connection

from waka.drive.versions import drop_aside, put_back_in_store, stored, take_out_of_store
from waka.records import versions
from waka.records.changes import Step

from .deps import Deps


def tidy(deps: Deps, conn: Connection, digests: Sequence[bytes]) -> int:
    """Drop those of the kept bytes that nothing needs; return how many.

    They are taken aside first and asked for again: whoever keeps a version has put that on record before
    its bytes go into the store, so what is dropped was needed neither before nor after.
    """
    unneeded = set(digests) - versions.needed(conn, list(digests))
    dropped = 0
    for digest in unneeded:
        aside = take_out_of_store(deps.drive, digest)
        if aside is None:
            continue
        if versions.needed(conn, [digest]):
            put_back_in_store(deps.drive, digest, aside)
        else:
            drop_aside(deps.drive, aside)
            dropped += 1
    return dropped


def tidy_after(deps: Deps, conn: Connection, step: Step) -> None:
    """Drop what *step* left unneeded: outside its transaction, for only what is on record counts."""
    if step.act == "unversion":
        tidy(deps, conn, [bytes.fromhex(step.after["onto"]["sha256"])])
    if step.act == "destroy":
        tidy(deps, conn, [bytes.fromhex(digest) for digest in step.before["kept"]])


def tidy_all(deps: Deps) -> int:
    """Drop all that an interrupted step left unneeded."""
    with deps.db.working() as conn:
        return tidy(deps, conn, stored(deps.drive))
