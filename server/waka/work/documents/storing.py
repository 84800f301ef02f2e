"""What is kept of earlier versions, and dropped when no version needs it any more."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, date, datetime, timedelta

import structlog
from psycopg import Connection

from waka.core.changes.findings import said
from waka.drive.unknown import (
    binned_on_disk,
    drop_unknown_before,
    list_of,
    put_among_unknown,
    unknown,
    work_on_disk,
)
from waka.drive.versions import (
    drop_aside,
    put_back_in_store,
    set_aside,
    stored,
    stored_path,
    take_out_of_store,
)
from waka.records.changes import steps
from waka.records.documents import documents, versions
from waka.records.outside import stuck
from waka.records.outside.stuck import Item
from waka.work.deps import Deps

log = structlog.get_logger()
KEPT = timedelta(days=90)  #: how long what the records do not know is kept


def tidy(deps: Deps, conn: Connection, digests: Sequence[bytes]) -> int:
    """Drop those of the kept bytes that a step on record left unneeded; return how many.

    They are taken aside first and asked for again: whoever keeps a version has put that on record before
    its bytes go into the store, so what is dropped was needed neither before nor after.
    """
    dropped = 0
    needed = versions.needed(conn, digests)
    for digest in dict.fromkeys(digests):
        aside = take_out_of_store(deps.drive, digest) if digest not in needed else None
        if aside is not None and versions.needed(conn, [digest]):
            put_back_in_store(deps.drive, digest, aside)
        elif aside is not None:
            drop_aside(deps.drive, aside)
            dropped += 1
    versions.no_longer_due(conn, digests)
    return dropped


def tidy_all(deps: Deps) -> int:
    """Finish what an interrupted step left to drop, put back what is needed, set aside what nobody knows.

    Returns how many files were set aside: no file is removed because the records do not know it.
    """
    with deps.db.working() as conn:
        for digest in set_aside(deps.drive):
            if versions.needed(conn, [digest]):
                tidy_back = deps.drive.work + b"/dropped-" + digest.hex().encode()
                put_back_in_store(deps.drive, digest, tidy_back)
        tidy(deps, conn, versions.due(conn))
    aside = set_aside_unknown(deps)
    drop_unknown_before(deps.drive, _today() - KEPT)
    return aside


def _today() -> date:
    return datetime.now(UTC).date()


def set_aside_unknown(deps: Deps) -> int:
    """Move what the drive's own corner holds and the records do not know into ``.waka/unknown``; return how many."""
    # the disk first: what comes there meanwhile was on record before it came
    kept, bin_paths, half_made = stored(deps.drive), binned_on_disk(deps.drive), work_on_disk(deps.drive)
    with deps.db.working() as conn:
        needed = versions.needed(conn, kept) | set(versions.due(conn))
        binned = documents.bin_paths(conn)
        running = steps.lists_in_motion(conn)
    strange = [stored_path(digest) for digest in kept if digest not in needed]
    strange += [path for path in bin_paths if path not in binned]
    strange += [path for path in half_made if list_of(path) not in running]
    moved = put_among_unknown(deps.drive, strange, _today())
    if moved:
        log.warning("unknown_set_aside", files=moved)
    with deps.db.transaction() as conn:
        stuck.replace(conn, "store", [
            Item(subject=folder, shown=f".waka/unknown/{folder}", 
                 reason=said("unknown_files", count=count, until=str(date.fromisoformat(folder) + KEPT)))
            for folder, count in unknown(deps.drive).items()
        ])  # fmt: skip
    return moved
