"""What is destroyed leaves nothing, and what is kept beside the records stays within its bounds."""

import hashlib
import os
from dataclasses import replace

from tests.work.drive import NOTE, SmallDrive
from waka.core.changes.proposal import Proposal
from waka.core.words import given
from waka.records.documents import words
from waka.work.changes import lists
from waka.work.changes.run import run_list
from waka.work.changes.ways import by_hand, kept_list
from waka.work.changes.ways.asks import Ask
from waka.work.documents import page_cache
from waka.work.documents.reading import read_what_waits


def test_what_is_destroyed_leaves_neither_text_nor_words_nor_pictures(drive: SmallDrive) -> None:
    read_what_waits(drive.deps)
    number = drive.number(NOTE)
    digest = hashlib.sha256((drive.root / NOTE).read_bytes()).digest()
    page_cache.put(drive.deps, digest, "1-960.png", b"a picture")
    with drive.deps.db.transaction() as conn:
        words.keep(conn, digest, 1, b"words", "")
    copy = drive.change("copy", NOTE, folder=drive.folder("Finance")).numbers[0]

    def left() -> tuple[str | None, bytes | None, bytes | None]:
        with drive.deps.db.transaction() as conn:
            [text] = conn.execute("select text from content where sha256 = %s", (digest,)).fetchone()  # type: ignore[misc]
            kept = words.get(conn, digest, 1)
        return text, kept, page_cache.get(drive.deps, digest, "1-960.png")

    for one, expect in ((number, ("dear all", b"words", b"a picture")), (copy, (None, None, None))):
        by_hand.run(drive.deps, drive.keeper, Ask(act="bin", documents=[one]))
        asks = [Proposal(act="destroy", document=one)]
        list_id = kept_list.propose(
            drive.deps, drive.keeper, asks, title=given("Destroy"), origin="bin", ask={}
        )
        lists.run(drive.deps, drive.keeper, list_id)
        run_list(drive.deps, list_id)
        assert left() == expect  # as long as another has the same bytes, they stay


def test_pages_that_were_made_are_bounded_and_cleared_by_use(drive: SmallDrive) -> None:
    deps = replace(drive.deps, settings=replace(drive.deps.settings, cache_bytes=1000))
    for at in range(12):
        page_cache.put(deps, bytes([at] * 32), "1.png", b"x" * 100)
        os.utime(page_cache._of(deps, bytes([at] * 32)) / "1.png", (at, at))
    assert page_cache.get(deps, bytes([0] * 32), "1.png")  # used: the newest now
    assert page_cache.trim(deps) == 400
    kept = [at for at in range(12) if page_cache.get(deps, bytes([at] * 32), "1.png")]
    assert kept == [0, 5, 6, 7, 8, 9, 10, 11]
    assert page_cache.trim(deps) == 0
