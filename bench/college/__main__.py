"""Makes the papers of the college: ``python -m bench.college OUT [--seed N] [--scale K]``."""

from __future__ import annotations

import argparse
import json
import random
from pathlib import Path

from bench.papers.spoil import photographed, scanned

from .abroad import ABROAD
from .household import HOUSEHOLD
from .invoices import INVOICES
from .learning import LEARNING
from .letters import LETTERS
from .press import press
from .world import ADDRESS, BODIES, COLLEGE, FIRMS

SPOILED = 0.45  #: the share that comes as scans or photographs


def make(out: Path, seed: int, scale: float) -> int:
    """Write the papers to ``out/files``, ``out/truth.json`` and ``out/office.json``; return how many."""
    files = out / "files"
    files.mkdir(parents=True, exist_ok=True)
    told = []
    with press() as printed:
        for maker, count in (*INVOICES, *ABROAD, *HOUSEHOLD, *LETTERS, *LEARNING):
            for at in range(max(1, round(count * scale))):
                rng = random.Random(f"{seed}/{maker.__name__}/{at}")
                html, paper = maker(rng)
                paper.data = printed(html)
                way = rng.random()
                if way < SPOILED:
                    # a camera takes one page
                    paper.source = (
                        "photo"
                        if way < SPOILED / 3 and paper.layout not in ("two-pages", "report")
                        else "scan"
                    )
                    paper.data = (scanned if paper.source == "scan" else photographed)(paper.data, rng)
                    paper.suffix = ".pdf" if paper.source == "scan" else ".jpg"
                path = f"{len(told):03}{paper.suffix}"
                (files / path).write_bytes(paper.data)
                told.append(paper.told(path))
    (out / "truth.json").write_text(
        json.dumps({"root": "files", "files": told}, indent=1, ensure_ascii=False)
    )
    office = {
        "names": [COLLEGE], "addresses": [", ".join(ADDRESS)], "date_order": "day_first", "currency": "GBP",
        "parties": [{"name": firm.name} for firm in (*FIRMS[:3], *BODIES[:2])],
    }  # fmt: skip
    (out / "office.json").write_text(json.dumps(office, indent=1, ensure_ascii=False))
    return len(told)


if __name__ == "__main__":
    parser = argparse.ArgumentParser(prog="python -m bench.college", description=__doc__)
    parser.add_argument("out", type=Path)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--scale", type=float, default=1.0)
    arguments = parser.parse_args()
    print(make(arguments.out, arguments.seed, arguments.scale), "papers")  # noqa: T201
