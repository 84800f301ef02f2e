"""Makes the papers of a house: ``python -m bench.strangers HOUSE OUT [--seed N] [--scale K]``."""

from __future__ import annotations

import argparse
import json
import random
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path

from bench.papers.spoil import photographed, scanned
from bench.papers.truth import Paper

from . import band, clinic, college, cooperative, garden, nursery, observatory, theatre
from .press import press

SPOILED = 0.45  #: the share of pages that comes as scans or photographs
Layout = tuple[Callable[[random.Random], tuple[str, Paper]], int]
HOUSES: Mapping[str, tuple[Sequence[Layout], Mapping[str, object]]] = {
    "college": (college.LAYOUTS, college.OFFICE), "clinic": (clinic.LAYOUTS, clinic.OFFICE), "cooperative": (cooperative.LAYOUTS, cooperative.OFFICE), "observatory": (observatory.LAYOUTS, observatory.OFFICE),
    "theatre": (theatre.LAYOUTS, theatre.OFFICE), "garden": (garden.LAYOUTS, garden.OFFICE), "band": (band.LAYOUTS, band.OFFICE), "nursery": (nursery.LAYOUTS, nursery.OFFICE),
}  # fmt: skip


def make(house: str, out: Path, seed: int, scale: float) -> int:
    """Write the papers to ``out/files``, ``out/truth.json`` and ``out/office.json``; return how many."""
    layouts, office = HOUSES[house]
    files = out / "files"
    files.mkdir(parents=True, exist_ok=True)
    told = []
    with press() as printed:
        for maker, count in layouts:
            for at in range(max(1, round(count * scale))):
                rng = random.Random(f"{seed}/{maker.__name__}/{at}")
                html, paper = maker(rng)
                if html:  # or it is written in another format already
                    paper.data = printed(html)
                    _spoil(paper, rng)
                path = f"{len(told):03}{paper.suffix}"
                (files / path).write_bytes(paper.data)
                told.append(paper.told(path))
    (out / "truth.json").write_text(
        json.dumps({"root": "files", "files": told}, indent=1, ensure_ascii=False)
    )
    (out / "office.json").write_text(
        json.dumps({"date_order": "day_first", "currency": "GBP", **office}, indent=1, ensure_ascii=False)
    )
    return len(told)


def _spoil(paper: Paper, rng: random.Random) -> None:
    way = rng.random()
    if way >= SPOILED:
        return
    # a camera takes one page
    paper.source = "photo" if way < SPOILED / 3 and paper.layout not in ("two-pages", "report") else "scan"
    paper.data = (scanned if paper.source == "scan" else photographed)(paper.data, rng)
    paper.suffix = ".pdf" if paper.source == "scan" else ".jpg"


if __name__ == "__main__":
    parser = argparse.ArgumentParser(prog="python -m bench.strangers", description=__doc__)
    parser.add_argument("house", choices=sorted(HOUSES))
    parser.add_argument("out", type=Path)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--scale", type=float, default=1.0)
    arguments = parser.parse_args()
    print(make(arguments.house, arguments.out, arguments.seed, arguments.scale), "papers")  # noqa: T201
