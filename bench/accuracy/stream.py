"""Papers filed one after another by their truth, as an office would, and what is offered for each before it is filed."""

from __future__ import annotations

import hashlib
import random
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from pathlib import Path

import numpy as np

from waka.core.fields.evidence.context import Found
from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.slip import Clerk, Read
from waka.core.ids import DocumentId
from waka.core.learning.sketch import Sketch, likeness, sketch
from waka.core.learning.votes import ALIKE, Neighbour
from waka.reading.whole import WordsKept
from waka.work.desk.learned import MOST, learned
from waka.work.documents.papers import as_parts

from .score import KINDS, verdict

SHUFFLED = 5  #: the seed of the order in which papers arrive
FIELDS = ("kind", "who", "what", "when", "reference", "amount", "due", "expires")


@dataclass(frozen=True, slots=True)
class Judged:
    """What was offered for a field, and whether the first of it is right."""

    path: str
    nth: int  #: paper in order, from 0
    field: str
    found: Sequence[Found[object]]
    verdict: str | None  #: right, wrong, blank; None where nothing was to be said and nothing was
    alone: str | None  #: the same of what the page alone says


@dataclass(frozen=True, slots=True)
class Text:
    path: str
    sketch: Sketch | None
    text: str


def judged(
    folder: Path, truth: Mapping[str, object], office: Mapping[str, object], home: Path
) -> Iterator[Judged]:
    """Yield what is offered for each field of each paper whose words were read, after those before it were filed."""
    kept = WordsKept(home / "cache" / "words")
    files = list(truth["files"])  # type: ignore[call-overload]
    random.Random(SHUFFLED).shuffle(files)
    known: dict[str, Sequence[str]] = {}
    looks = np.zeros((len(files), 64), np.uint16)
    filed: list[Mapping[str, str | None]] = []
    for nth, record in enumerate(files):
        words = kept.get(hashlib.sha256((folder / "files" / record["path"]).read_bytes()).digest())
        if words is None:
            continue
        clerk = Clerk(
            Office(names=office["names"], addresses=office.get("addresses", ()), parties=dict(known))
        )  # type: ignore[arg-type]
        parts = as_parts(words)
        read = clerk.read(parts)
        pages = [page for part in parts for page in part.pages]
        look = sketch(" ".join(word.text for page in pages for word in page.words))
        alike = _alike(look, looks[: len(filed)], filed) if look is not None else []
        for (field, found), (_, alone) in zip(_fields(read, alike), _fields(read, []), strict=True):
            yield Judged(
                record["path"], nth, field, found,
                verdict(field, record, _typed(found)), verdict(field, record, _typed(alone)),
            )  # fmt: skip
        if look is not None:
            looks[len(filed)] = look.look
            filed.append({"kind": KINDS.get(record["kind"], record["kind"]), "who": record.get("who")})
        if record.get("who"):
            known[record["who"]] = ()


def _alike(look: Sketch, looks: np.ndarray, filed: Sequence[Mapping[str, str | None]]) -> list[Neighbour]:
    likes = likeness(look.look, looks)
    return [
        Neighbour(number=DocumentId(int(at)), likeness=float(likes[at]), kind=filed[at]["kind"], who=filed[at]["who"], what=None)
        for at in np.argsort(-likes, kind="stable")[:MOST]
        if likes[at] >= ALIKE
    ]  # fmt: skip


def _fields(read: Read, alike: Sequence[Neighbour]) -> Iterator[tuple[str, Sequence[Found[object]]]]:
    told = learned(read, alike)
    yield "kind", told.kind
    yield "who", told.who
    yield "what", told.what
    for field in FIELDS[3:]:
        yield field, getattr(read, field)


def _typed(found: Sequence[Found[object]]) -> str:
    value = found[0].value if found else ""
    return value.isoformat() if isinstance(value, date) else str(value)
