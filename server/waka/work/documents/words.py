"""The words of what waits on the desk, and of filed pages without text: read, or recognised on their pictures."""

from __future__ import annotations

import threading
from collections.abc import Sequence

from psycopg import Connection

from waka.core.fields.evidence.page import lines_of
from waka.reading.parts import Part
from waka.reading.whole import VERSION, all_words, packed, unpacked
from waka.records.background import jobs
from waka.records.background.jobs import Job
from waka.records.documents import words
from waka.records.documents.contents import Unread
from waka.records.documents.documents import Document
from waka.work import office
from waka.work.deps import Deps
from waka.work.documents.papers import as_parts
from waka.work.documents.reading import place_of, set_aside

AT_ONCE = 20  #: contents fetched in one question
QUEUE = "words"  #: of the jobs of reading words
LOOKED_AT = 20  #: priority of what somebody looks at, before all that has arrived


def waiting(deps: Deps) -> tuple[list[Unread], list[Unread]]:
    """Return what waits to be read on the desk, and filed; nothing where the office wants none of it."""
    with deps.db.transaction() as conn:
        if not office.settings_of(conn).fills_slips:
            return [], []
        return words.unread_arrivals(conn, VERSION, AT_ONCE), words.without_text(conn, VERSION, AT_ONCE)


def job_of(sha256: bytes) -> Job:
    """Return the job of reading the words of some bytes."""
    return Job(task="words", subject=f"words {sha256.hex()}", args={"contents": [sha256.hex()]})


def will_be_read(deps: Deps, document: Document) -> bool:
    """Whether somebody reads the words of a document that nobody has read yet: not of what is damaged, nor where the
    office wants none of it.
    """
    if document.trouble:
        return False
    with deps.db.transaction() as conn:
        return office.settings_of(conn).fills_slips


def hurry(conn: Connection, sha256: bytes) -> None:
    """Have the words of some bytes read before all others that wait: somebody looks at them."""
    jobs.put(conn, QUEUE, [job_of(sha256)], LOOKED_AT)


def read_words(deps: Deps, digests: Sequence[bytes], stop: threading.Event) -> None:
    """Read the words of some bytes, where nobody has yet; what cannot be read is set aside and tried again later."""
    with deps.db.transaction() as conn:
        unread = words.to_read(conn, VERSION, digests)
    for one in unread:
        if stop.is_set():
            return
        with set_aside(deps, one, stop, "words"):
            _read(deps, one)


def _read(deps: Deps, unread: Unread) -> None:
    tree, path = place_of(deps, unread)

    def begins(nth: int, of: int) -> None:
        with deps.db.transaction() as conn:
            words.recognising(conn, unread.sha256, nth, of)

    with tree.reading(path) as file:
        parts, _ = all_words(deps.reader, deps.recogniser, file, begins)
    with deps.db.transaction() as conn:
        words.keep(conn, unread.sha256, VERSION, packed(parts), _recognised(parts))


def _recognised(parts: Sequence[Part]) -> str:
    pages = [page for part in as_parts(parts) for page in part.pages if page.is_picture]
    return "\n".join(line.text for line in lines_of(pages)).replace("\0", "")


def of(deps: Deps, sha256: bytes) -> list[Part] | None:
    """Return the words of some bytes; None where nobody has read them yet."""
    with deps.db.transaction() as conn:
        found = words.get(conn, sha256, VERSION)
    return unpacked(found) if found is not None else None
