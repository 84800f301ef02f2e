"""Fields read from the text layers of PDFs, beside the bare extraction of positioned text by the same library."""

from __future__ import annotations

import random
import time
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import TYPE_CHECKING

import numpy as np
import pypdfium2 as pdfium
from rapidocr_onnxruntime import RapidOCR
from tests.support import World

from bench.papers.household import lookalike, utility
from bench.papers.invoices import abroad, classic, columns, two_pages
from bench.papers.letters import letter, minutes
from bench.papers.world import ADDRESS, FIRMS, TRUST
from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.page import Page, Word
from waka.core.fields.evidence.slip import Clerk, Part
from waka.reading import recognise
from waka.reading.formats.pdf_words import words
from waka.reading.pages import picture, render

if TYPE_CHECKING:
    import io

Result = dict[str, object]
MAKERS = (classic, columns, abroad, two_pages, utility, lookalike, letter, minutes)
ROUNDS = 5


def bare(file: io.BufferedReader) -> int:
    """Take every letter and its box, as anybody would who wants to know what stands where."""
    pdf = pdfium.PdfDocument(file)
    count = 0
    for number in range(len(pdf)):
        text = pdf[number].get_textpage()
        letters = text.get_text_range()
        count += len([text.get_charbox(at) for at in range(text.count_chars())]) + len(letters)
    pdf.close()
    return count


def fields(world: World, folder: Path, scale: float) -> list[Result]:
    """Read the fields of papers with text layers."""
    folder.mkdir(parents=True, exist_ok=True)
    paths = []
    for at in range(max(8, round(80 * scale))):
        maker = MAKERS[at % len(MAKERS)]
        paper = maker(random.Random(at))
        if paper.suffix == ".pdf":
            path = folder / f"{at}.pdf"
            path.write_bytes(paper.data)
            paths.append(path)
    clerk = Clerk(
        Office(names=[TRUST], addresses=[", ".join(ADDRESS)], parties={firm.name: () for firm in FIRMS})
    )

    def ours(file: io.BufferedReader) -> object:
        pages = [
            Page(number, page.width, page.height, tuple(Word(*word) for word in page.words))
            for number, page in enumerate(words(file), 1)
        ]
        return clerk.read([Part(pages)])

    mine, theirs = _medians(paths, ours, bare)
    return [
        {"what": "fields of a paper with a text layer", "ms": round(mine, 1), "bare_ms": round(theirs, 1), "ratio": round(mine / theirs, 2),
         "note": f"{len(paths)} papers, median of {ROUNDS}", "target": "ratio 1.5"},
        *(_pictures(paths, width) for width in WIDTHS),
        _recognised(paths[:: max(1, len(paths) // RECOGNISED)][:RECOGNISED]),
    ]  # fmt: skip


RECOGNISED = 4  #: pages; each takes seconds


def _recognised(paths: list[Path]) -> Result:
    """Recognise pages as scans, beside the recogniser alone on the same pictures."""
    pictures = []
    for path in paths:
        with path.open("rb") as file:
            pictures.append(picture(file, "application/pdf", 1).convert("RGB"))
    recognise.load()
    engine = RapidOCR(intra_op_num_threads=1, inter_op_num_threads=1)
    engine(np.asarray(pictures[0]))
    took = {"bare": 0.0, "ours": 0.0}
    for one in pictures:
        pixels = np.asarray(one)[:, :, ::-1].copy()
        began = time.perf_counter()
        engine(pixels)
        between = time.perf_counter()
        recognise.recognise(one)
        took["bare"] += (between - began) * 1000 / len(pictures)
        took["ours"] += (time.perf_counter() - between) * 1000 / len(pictures)
    return {"what": "a scanned page recognised", "ms": round(took["ours"]), "bare_ms": round(took["bare"]),
            "ratio": round(took["ours"] / took["bare"], 2), "note": f"{len(pictures)} pages", "target": "ratio 1.15"}  # fmt: skip


def _medians(
    paths: Sequence[Path],
    ours: Callable[[io.BufferedReader], object],
    bare: Callable[[io.BufferedReader], object],
) -> tuple[float, float]:
    """Return how many milliseconds a file takes, *ours* and *bare*, each the median of some rounds."""
    took: list[list[float]] = [[], []]
    for _ in range(ROUNDS):
        for which, what in enumerate((ours, bare)):
            began = time.perf_counter()
            for path in paths:
                with path.open("rb") as file:
                    what(file)
            took[which].append((time.perf_counter() - began) * 1000 / len(paths))
    mine, theirs = (sorted(some)[ROUNDS // 2] for some in took)
    return mine, theirs


WIDTHS = (240, 960)  #: pixels of a page among others, and of one that is looked at


def _pictures(paths: list[Path], width: int) -> Result:
    """Draw first pages as the interface shows them, beside drawing them alone."""

    def drawn(file: io.BufferedReader) -> object:
        pdf = pdfium.PdfDocument(file)
        page = pdf[0]
        return page.render(scale=width / page.get_width()).to_pil().convert("RGB")

    mine, theirs = _medians(paths, lambda file: render(file, "application/pdf", 1, width), drawn)
    return {"what": f"a page as a picture {width} wide", "ms": round(mine, 1), "bare_ms": round(theirs, 1), "ratio": round(mine / theirs, 2),
            "note": f"{len(paths)} papers, median of {ROUNDS}", "target": "ratio 1.3"}  # fmt: skip
