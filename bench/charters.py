"""A charter that changes the pattern of names above many documents, and how their names keep to it, while others go on."""

from __future__ import annotations

import shutil
import statistics
import threading
import time
from pathlib import Path

from tests.support import EMPTY, World
from tests.web.conftest import Visitor

from bench.drive import FOLDERS, grow, timed
from waka.core.ids import FolderId, PersonId
from waka.launch import opened
from waka.records.folders import folders
from waka.web.app import create_app
from waka.work.deps import Deps
from waka.work.outside.taking_in import take_in
from waka.work.people import signing_in
from waka.work.rules import charters, conformance, patterns
from waka.work.rules.patterns import Wish

FILES = 100_000
TEXTS = ("{what}", '{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}', "{what} {reference}")
WISH = Wish(text="", joiner="-", letter_case="lower", transliterate=True, longest=80)


def charter(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    files = int(FILES * scale)
    home = folder / "home"
    grow(home / "drive", files, FOLDERS)
    results: list[dict[str, object]] = []
    with opened(world.settings(home), world.database(EMPTY), 4) as deps:
        keeper = signing_in.add_person(
            deps, login="bench", name="Bench Mark", password="only for figures", right="keeper"
        )
        take_in(deps, keeper)
        with deps.db.transaction() as conn:
            root = folders.root(conn)
            assert root is not None
            bare = timed(lambda: conn.execute("select id, name, conforms from document").fetchall())
        visitor = Visitor(create_app(deps).test_client())
        visitor.sign_in("bench", "only for figures")
        changes, waits = [], []
        for text in TEXTS:
            began = time.perf_counter()
            put(deps, keeper, root, text)
            waits += _asked_meanwhile(deps, visitor)
            changes.append((time.perf_counter() - began) * 1000)
        shown = timed(lambda: conformance.show(deps, keeper, root))
        again = timed(lambda: patterns.read_names(deps, threading.Event()))
        what = f"of {files:,} documents"
        results += [
            _told(f"names {what} read by another pattern", statistics.median(changes), bare, "10 s"),
            _told(
                "a folder's page at the API meanwhile, slowest", max(waits), bare, "the drive stays usable"
            ),
            _told("nothing changed: what is read again", again, bare, "only what changed"),
            _told(f"how names are kept {what}, with the first that are not", shown, bare, ""),
        ]
    shutil.rmtree(folder)
    return results


def put(deps: Deps, keeper: PersonId, root: FolderId, text: str) -> None:
    now = charters.show(deps, keeper, root)
    names = Wish(
        text=text, joiner=WISH.joiner, letter_case=WISH.letter_case, transliterate=True, longest=WISH.longest
    )
    charters.put(deps, keeper, charters.Wanted(charter=now.own, names=names), now.edition)


def _asked_meanwhile(deps: Deps, visitor: Visitor) -> list[float]:
    """Read the names, and return how long each page of a folder took meanwhile, in milliseconds."""
    reading = threading.Thread(target=patterns.read_names, args=(deps, threading.Event()))
    reading.start()
    waits = []
    while reading.is_alive():
        waits.append(timed(lambda: visitor.ask("GET", "/api/folders/2/documents")))
        time.sleep(0.2)
    reading.join()
    return waits


def _told(what: str, ms: float, bare: float, target: str) -> dict[str, object]:
    return {
        "what": what,
        "ms": round(ms),
        "bare_ms": round(bare),
        "ratio": round(ms / bare, 1),
        "note": "",
        "target": target,
    }
