"""Many names by a sentence and by an example, beside a bare precompiled substitution over the same names."""

from __future__ import annotations

import random
import re
from datetime import date, timedelta
from pathlib import Path

from tests.support import World

from bench.drive import timed
from bench.names import WORDS
from waka.core.renaming import Context, Sentence, explain
from waka.core.renaming.by_example import contexts_of
from waka.core.renaming.parts import tokens

NAMES = 10_000
SAID = 'write the date as yyyy-mm-dd; move the date first with "_"; put "-" for each " "'
CHANGED = SAID + "; write all with one capital"
BARE = re.compile(r"(.*) (\d\d)\.(\d\d)\.(\d{4})(\.[a-z]+)")


def renaming(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    rng = random.Random(7)
    olds = [_old(rng) for _ in range(int(NAMES * scale))]
    places = contexts_of(olds, ["Old papers"] * len(olds))
    bare = timed(lambda: [BARE.sub(r"\4-\3-\2_\1\5", old).replace(" ", "-") for old in olds])
    tokens.cache_clear()
    first = timed(lambda: _by(SAID, olds, places))
    changed = timed(lambda: _by(CHANGED, olds, places))
    tokens.cache_clear()
    example = Sentence.read(SAID).apply(olds[0], places[0]).name
    found = timed(lambda: explain(olds, {0: example}, places))
    what = f"{len(olds):,} names"
    return [
        _told(f"{what} by a sentence of three clauses, for the first time", first, bare, ""),
        _told(f"{what} by the sentence changed", changed, bare, "≤ 300 ms"),
        _told(f"{what} by one example, with what is in doubt", found, bare, ""),
    ]


def _old(rng: random.Random) -> str:
    day = date(2015, 1, 1) + timedelta(days=rng.randrange(4000))
    return f"{' '.join(rng.sample(WORDS, 3))} {day:%d.%m.%Y}.pdf"


def _by(said: str, olds: list[str], places: list[Context]) -> None:
    sentence = Sentence.read(said)
    for old, place in zip(olds, places, strict=True):
        assert sentence.apply(old, place).name[:2] in ("20", "19")


def _told(what: str, ms: float, bare: float, target: str) -> dict[str, object]:
    return {
        "what": what,
        "ms": round(ms),
        "bare_ms": round(bare, 1),
        "ratio": round(ms / bare, 1),
        "note": "",
        "target": target,
    }
