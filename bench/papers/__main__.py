"""Makes the papers: ``python -m bench.papers OUT [--seed N] [--scale K]``. Same seed and packages, same papers."""

from __future__ import annotations

import argparse
import json
import random
from pathlib import Path

from .household import HOUSEHOLD
from .invoices import INVOICES
from .learning import LEARNING
from .letters import LETTERS
from .spoil import photographed, scanned
from .world import ADDRESS, FIRMS, OFFICES, TRUST

SPOILED = 0.4  #: the share of PDFs that come as scans or photographs


def make(out: Path, seed: int, scale: float) -> int:
    """Write the papers to ``out/files``, ``out/truth.json`` and ``out/office.json``; return how many."""
    files = out / "files"
    files.mkdir(parents=True, exist_ok=True)
    told = []
    for maker, count in (*INVOICES, *HOUSEHOLD, *LETTERS, *LEARNING):
        for at in range(max(1, round(count * scale))):
            rng = random.Random(f"{seed}/{maker.__name__}/{at}")
            paper = maker(rng)
            way = rng.random()
            if paper.suffix == ".pdf" and way < SPOILED:
                paper.source = "scan" if way < SPOILED * 0.6 else "photo"
                paper.data = (scanned if paper.source == "scan" else photographed)(paper.data, rng)
                paper.suffix = ".pdf" if paper.source == "scan" else ".jpg"
                paper.boxes = {}
            path = f"{len(told):03}{paper.suffix}"
            (files / path).write_bytes(paper.data)
            told.append(paper.told(path))
    (out / "truth.json").write_text(
        json.dumps({"root": "files", "files": told}, indent=1, ensure_ascii=False)
    )
    office = {
        "names": [TRUST], "addresses": [", ".join(ADDRESS)], "date_order": "day_first", "currency": "GBP",
        # those that the office has dealt with before: what is read of strangers counts as much
        "parties": [{"name": firm.name} for firm in (*FIRMS[:6], *OFFICES[:3])],
    }  # fmt: skip
    (out / "office.json").write_text(json.dumps(office, indent=1, ensure_ascii=False))
    return len(told)


if __name__ == "__main__":
    parser = argparse.ArgumentParser(prog="python -m bench.papers", description=__doc__)
    parser.add_argument("out", type=Path)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--scale", type=float, default=1.0)
    arguments = parser.parse_args()
    print(make(arguments.out, arguments.seed, arguments.scale), "papers")  # noqa: T201
