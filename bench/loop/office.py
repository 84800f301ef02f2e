"""An office that files papers whose truth is known: where each belongs, and what was filed before the measured ones."""

from __future__ import annotations

import csv
import hashlib
import json
import random
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from pathlib import Path

import psycopg

from bench.accuracy.score import KINDS
from waka.core.fields.evidence.page import lines_of
from waka.core.ids import DocumentId, PersonId
from waka.errors import NameTaken, NameUnfit
from waka.reading.whole import VERSION, WordsKept, packed
from waka.records.desk import arrivals
from waka.records.documents import words
from waka.records.folders import folders
from waka.work.changes.ways import filing
from waka.work.deps import Deps
from waka.work.desk.arriving import Sweeper
from waka.work.documents import alike
from waka.work.documents.papers import as_parts
from waka.work.documents.reading import read_what_waits
from waka.work.naming.slips import Slip

ORDER = 7  #: the seed of the order in which papers arrive
DATED = {"invoice": "Finance/Invoices", "bill": "Finance/Bills", "letter": "Letters", "minutes": "Minutes"}
PLAIN = {
    "certificate": "Certificates",
    "report": "Reports",
    "form": "Forms",
    "photo": "Photographs",
    "other": "Other",
}


@dataclass(frozen=True, slots=True)
class Paper:
    """What a careful person would put on the slip of a paper; '' where it says nothing."""

    file: Path
    kind: str
    who: str
    when: str
    what: str
    reference: str
    amount: str
    folder: str
    truth: Mapping[str, object]


def papers(corpus: Path) -> list[Paper]:
    """Return the papers of a corpus that can be filed, in the order in which they arrive."""
    truth = json.loads((corpus / "truth.json").read_text())["files"]
    found = [_paper(corpus, record) for record in truth if record.get("who") and record.get("when")]
    random.Random(ORDER).shuffle(found)
    return found


def of_demo() -> list[Paper]:
    """Return what waits on the demo's desk and can be filed, as a person reads it.

    Left out is what is torn, empty or asks for a password, what is here already, and what says nothing of itself.
    """
    with Path(__file__).with_name("demo.csv").open(newline="", encoding="utf-8") as table:
        rows = [{field: text or None for field, text in row.items()} for row in csv.DictReader(table)]
    return [replace(_paper(Path(), row), folder=str(row["folder"])) for row in rows]


def _paper(corpus: Path, record: Mapping[str, object]) -> Paper:
    told = {
        field: str(record.get(field) or "")
        for field in ("kind", "who", "when", "reference", "amount", "title")
    }
    kind = KINDS.get(told["kind"], told["kind"])
    if kind == "coursework":
        folder = f"Coursework/{told['who']}"
    elif kind in DATED:
        folder = f"{DATED[kind]}/{told['when'][:4]}"
    else:
        folder = PLAIN.get(kind, "Other")
    return Paper(
        corpus / "files" / str(record["path"]), kind, told["who"], told["when"], told["title"], told["reference"],
        told["amount"], folder, record,
    )  # fmt: skip


def hand_in(deps: Deps, some: Sequence[Paper], home: Path) -> dict[int, Paper]:
    """Leave papers in a drop folder and take them in, their words as they were recognised before; return their numbers."""
    point = deps.arrivals.root / "Scanner"
    point.mkdir(parents=True, exist_ok=True)
    by_digest = {}
    for at, paper in enumerate(some):
        data = paper.file.read_bytes()
        by_digest[hashlib.sha256(data).digest()] = paper
        (point / f"scan {at:04d}{paper.file.suffix}").write_bytes(data)
    sweeper = Sweeper(deps, 0.0)
    for _ in range(2):
        sweeper.sweep()
    read_what_waits(deps)
    kept = WordsKept(home / "cache" / "words")
    with deps.db.transaction() as conn:
        for digest in by_digest:
            parts = kept.get(digest)
            if parts is not None:
                pictures = [page for part in as_parts(parts) for page in part.pages if page.is_picture]
                text = "\n".join(line.text for line in lines_of(pictures)).replace("\0", "")
                words.keep(conn, digest, VERSION, packed(parts), text)
        waiting = conn.execute(
            "select id, sha256 from document where state = 'waiting' order by id"
        ).fetchall()
    while alike.make_next(deps):
        pass
    return {int(number): by_digest[bytes(digest)] for number, digest in waiting}


def file_all(deps: Deps, person: PersonId, numbers: Mapping[int, Paper]) -> None:
    """File papers by their truth."""
    with deps.db.transaction() as conn:
        root = folders.root(conn)
    for number, paper in numbers.items():
        slip = Slip(
            kind=paper.kind, who=paper.who, when=paper.when, what=paper.what or paper.kind, reference=paper.reference,
            amount=paper.amount, folder=root, make=paper.folder,
        )  # fmt: skip
        try:
            filing.file_arrival(deps, person, DocumentId(number), slip, date(2026, 11, 30))
        except (NameTaken, NameUnfit):  # two papers that are called alike: the second is left out
            with deps.db.transaction() as conn:
                arrivals.set_later(conn, number=DocumentId(number), person=person, later=True)


def set_up(url: str, office: Mapping[str, object]) -> None:
    """Write down who the office is."""
    told = {"names": office["names"], "addresses": office.get("addresses", []), "fills_slips": True}
    with psycopg.connect(url, autocommit=True) as conn:
        conn.execute(
            "insert into setting (name, value) values ('office', %s::jsonb)"
            " on conflict (name) do update set value = setting.value || excluded.value",
            (json.dumps(told),),
        )
