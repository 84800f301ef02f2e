"""Learning from what was filed: sketches made and compared, a suggestion and a look for the same paper, at the use-cases."""

from __future__ import annotations

import random
import statistics
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np
from tests.support import EMPTY, World
from tests.work.drive import hand_in

from waka.core.ids import DocumentId, PersonId
from waka.core.learning.sketch import HASHES, likeness, sketch
from waka.launch import opened
from waka.records.documents import sketches
from waka.records.documents.documents import Document
from waka.records.documents.sketches import SketchRow
from waka.work.deps import Deps
from waka.work.desk.learned import neighbours
from waka.work.desk.same import same_as
from waka.work.documents import alike
from waka.work.documents.looking import find
from waka.work.documents.reading import read_what_waits
from waka.work.people import signing_in

LEARNED, COMPARED = 10_000, 100_000
WORDS = [
    f"{a}{b}{c}"
    for a in "bdfgklmnprst"
    for b in ("ai", "ea", "or", "un")
    for c in ("ber", "dock", "lan", "mast", "rope", "sail")
]
ASKED = 40


def _text(rng: random.Random) -> str:
    return " ".join([*rng.choices(WORDS, k=160), *(str(rng.randint(1, 99_999)) for _ in range(40))])


def learning(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    rng = random.Random(3)
    count, many = int(LEARNED * scale), int(COMPARED * scale)
    texts = [_text(rng) for _ in range(count)]
    began = time.perf_counter()
    made = [sketch(text) for text in texts]
    learned = time.perf_counter() - began
    began = time.perf_counter()
    for text in texts:
        set(text.split())
    bare = time.perf_counter() - began
    assert all(made)
    with opened(world.settings(folder / "home"), world.database(EMPTY), 4) as deps:
        person = signing_in.add_person(
            deps, login="bench", name="Bench Mark", password="only for figures", right="keeper"
        )
        number = DocumentId(hand_in(deps, person, "scan.txt", texts[0].encode()))
        read_what_waits(deps)
        with deps.db.transaction() as conn:
            conn.execute(
                "insert into content (sha256, size) select sha256(n::text::bytea), 1 from generate_series(1, %s) n",
                (many,),
            )
            digests = [bytes(row[0]) for row in conn.execute("select sha256 from content where size = 1")]
            random_rows = np.random.default_rng(1).integers(
                0, 1 << 16, (len(digests), 2, HASHES), dtype=np.uint16
            )
            for at in range(0, len(digests), 5000):
                sketches.keep(conn, 1, [
                    SketchRow(sha256=digest, look=row[0].tobytes(), content=row[1].tobytes())
                    for digest, row in zip(digests[at : at + 5000], random_rows[at : at + 5000], strict=True)
                ])  # fmt: skip
        while alike.make_next(deps):
            pass
        document = find(deps, person, number)
        first = _ms(lambda: _suggest(deps, person, document))
        suggestion = [_ms(lambda: _suggest(deps, person, document)) for _ in range(ASKED)]
        same = [_ms(lambda: same_as(deps, person, number)) for _ in range(ASKED)]
    rows = np.ascontiguousarray(random_rows[:, 0])
    compare = [_ms(lambda: likeness(rows[0], rows)) for _ in range(ASKED)]
    among = f"among {many:,} texts"
    return [
        {"what": f"{count:,} texts sketched, beside splitting them into words", "ms": round(learned * 1000), "bare_ms": round(bare * 1000),
         "ratio": round(learned / bare, 1), "target": "30 s for 10,000"},
        _told(f"papers alike {among}, median, beside comparing alone", suggestion, compare, "20 ms", f"the first in a process {first:.0f} ms"),
        _told(f"the same paper looked for {among}, median, beside comparing alone", same, compare, "50 ms", ""),
    ]  # fmt: skip


def _suggest(deps: Deps, person: PersonId, document: Document) -> None:
    with deps.db.transaction() as conn:
        neighbours(deps, conn, person, document)


def _ms(work: Callable[[], object]) -> float:
    began = time.perf_counter()
    work()
    return (time.perf_counter() - began) * 1000


def _told(what: str, took: list[float], bare: list[float], target: str, note: str) -> dict[str, object]:
    one, other = statistics.median(took), statistics.median(bare)
    return {
        "what": what,
        "ms": round(one, 1),
        "bare_ms": round(other, 1),
        "ratio": round(one / other, 1),
        "target": target,
        "note": note,
    }
