"""How often a paper that is here already is told, and how often one that is not is taken for it."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from pathlib import Path

import numpy as np

from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.slip import Clerk
from waka.core.learning.comparing import compared, folded
from waka.core.learning.same import Called, how_same
from waka.core.learning.sketch import likeness, sketch
from waka.reading.whole import WordsKept
from waka.work.desk.same import COMPARED, LEAST
from waka.work.documents.papers import as_parts

from .score import KINDS

RELATIONS = ("dup_of", "near_dup_of", "supersedes")


def duplicates(
    folder: Path, truth: Mapping[str, object], office: Mapping[str, object], home: Path
) -> list[str]:
    """Return what is told of each paper once all others are filed by their truth; of papers with a known relation."""
    kept = WordsKept(home / "cache" / "words")
    files = list(truth["files"])  # type: ignore[call-overload]
    clerk = Clerk(Office(names=office["names"], addresses=office.get("addresses", ())))  # type: ignore[arg-type]
    papers = []
    for record in files:
        words = kept.get(hashlib.sha256((folder / "files" / record["path"]).read_bytes()).digest())
        parts = as_parts(words) if words is not None else []
        told = [word.text for part in parts for page in part.pages for word in page.words]
        made = sketch(" ".join(told))
        if made is not None:
            papers.append((record, made, folded(told), clerk.read(parts)))
    contents = np.stack([made.content for _, made, _, _ in papers])
    related = _related([record for record, *_ in papers])
    found, wrong, missed = 0, 0, 0
    for at, (record, made, told, read) in enumerate(papers):
        mine = Called(kind=read.kind, who=read.who[0].value if read.who else None,
                      reference=read.reference[0].value if read.reference else None,
                      what=read.what[0].value if read.what else None)  # fmt: skip
        likes = likeness(made.content, contents)
        likes[at] = 0
        same = set()
        for other in np.argsort(-likes, kind="stable")[:COMPARED]:
            its, _, theirs, _ = papers[int(other)]
            text = compared(told, theirs) if likes[other] >= LEAST else None
            if text is not None and how_same(text, mine, _called(its)) is not None:
                same.add(its["path"])
        true = related.get(record["path"], set())
        found += len(same & true)
        missed += len(true - same)
        wrong += len(same - true)
    if not found + missed:
        return []
    return [
        f"Of {found + missed} pairs of papers that are one, or editions of one, {found} were told"
        f" ({found / (found + missed):.0%}), each asked from either side; {wrong} others were taken for it"
        f" (precision {found / max(1, found + wrong):.0%})."
    ]


def _called(record: Mapping[str, object]) -> Called:
    kind = str(record["kind"])
    return Called(
        kind=KINDS.get(kind, kind), who=_text(record.get("who")), reference=_text(record.get("reference")),
        what=_text(record.get("title")),
    )  # fmt: skip


def _text(value: object) -> str | None:
    return str(value) if value else None


def _related(files: list[Mapping[str, object]]) -> dict[str, set[str]]:
    """Return for each paper the others that are it, or editions of it, however far removed."""
    group = {str(one["path"]): {str(one["path"])} for one in files}
    for one in files:
        for relation in RELATIONS:
            other = one.get(relation)
            if isinstance(other, str) and other in group:
                merged = group[str(one["path"])] | group[other]
                for path in merged:
                    group[path] = merged
    return {path: some - {path} for path, some in group.items()}
