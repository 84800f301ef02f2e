"""Names composed and read back by a pattern of six parts, beside a bare precompiled match and format of the same names."""

from __future__ import annotations

import random
import re
from datetime import date, timedelta
from decimal import Decimal
from pathlib import Path

from tests.support import World

from bench.drive import timed
from waka.core.names import Composed, FieldValue, Parsed, Parties, Party, Pattern, compose, parse

NAMES = 100_000
PATTERN = '{when yyyy-mm-dd}_{kind}_{who short}_{what}_{amount}{"_" reference?}'
WORDS = [
    "mizzen",
    "sail",
    "repair",
    "slipway",
    "hire",
    "berth",
    "rent",
    "anchor",
    "chain",
    "red",
    "diesel",
    "mooring",
    "lines",
    "life",
    "raft",
    "survey",
]
BARE = re.compile(
    r"(\d{4})-(\d\d)-(\d\d)_([^\s_]+)_([a-z0-9]+)_([^\s_]+)_(-?\d+\.\d\d)(?:_([^\s_]+))?"
)  # fmt: skip


def names(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    parties = Parties.of(Party(f"Party {at} of the coast", f"p{at}") for at in range(400))
    pattern = Pattern.read(PATTERN)
    rng = random.Random(7)
    records = [_fields(rng) for _ in range(int(NAMES * scale))]
    made = [compose(pattern, record, parties) for record in records]
    stems = [one.stem for one in made if isinstance(one, Composed)]
    assert len(stems) == len(records)
    composing = timed(lambda: [compose(pattern, record, parties) for record in records])
    reading = timed(lambda: _read(pattern, stems, parties))
    bare = timed(lambda: _bare(stems))
    what = f"{len(stems):,} names by a pattern of six parts"
    return [
        _told(f"composing {what}", composing, bare, len(stems), ""),
        _told(f"reading back, proved, {what}", reading, bare, len(stems), ""),
        _told(f"composing and reading back {what}", composing + reading, bare, len(stems), "≤ 20"),
    ]


def _fields(rng: random.Random) -> dict[str, FieldValue]:
    found: dict[str, FieldValue] = {
        "when": date(2015, 1, 1) + timedelta(days=rng.randrange(4000)), "kind": rng.choice(["Invoice", "Letter"]),
        "who": f"Party {rng.randrange(400)} of the coast", "what": " ".join(rng.sample(WORDS, 3)),
        "amount": Decimal(rng.randrange(100, 999_999)) / 100,
    }  # fmt: skip
    return found | ({"reference": f"S-{rng.randrange(9999)}"} if rng.random() < 0.7 else {})


def _read(pattern: Pattern, stems: list[str], parties: Parties) -> None:
    for stem in stems:
        assert isinstance(parse(pattern, stem, parties), Parsed)


def _bare(stems: list[str]) -> None:
    for stem in stems:
        found = BARE.fullmatch(stem)
        assert found is not None
        year, month, day, kind, who, what, amount, reference = found.groups("")
        f"{year}-{month}-{day}_{kind}_{who}_{what}_{amount}_{reference}"


def _told(what: str, ms: float, bare: float, count: int, target: str) -> dict[str, object]:
    return {"what": what, "ms": round(ms), "bare_ms": round(bare), "ratio": round(ms / bare, 1),
            "note": f"{1000 * ms / max(1, count):.0f} µs a name", "target": target}  # fmt: skip
