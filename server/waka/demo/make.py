"""Makes the demo: writes its papers, takes them in, adds its people, and files a few as the office does."""

from __future__ import annotations

import os
import random
from dataclasses import dataclass
from datetime import date
from pathlib import Path

from waka.core.fields.office import OfficeSettings
from waka.core.ids import PersonId
from waka.core.rules.charter import Charter
from waka.records import settings
from waka.records.desk import naming
from waka.work.changes.ways.filing import file_arrival
from waka.work.deps import Deps
from waka.work.desk.arriving import Sweeper
from waka.work.desk.queue import desk
from waka.work.documents import alike
from waka.work.documents.reading import read_what_waits
from waka.work.folders.browsing import outline
from waka.work.naming.slips import Slip
from waka.work.office import NAME as SETTINGS
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in
from waka.work.rules import charters
from waka.work.rules.patterns import as_kept

from .filed import filed
from .scenario import TRUST, TRUST_LINES, parties
from .waiting import waiting

SEED = 1885
PASSWORD = "fair winds at tern point"
SIGN_INS = (
    ("tamsin", "Tamsin Brook", "filer"),
    ("magnus", "Magnus Orr", "keeper"),
    ("alba", "Alba Beck", "reader"),
)
KINDS = {
    "Finance/Invoices": "invoice", "Finance/Bills": "bill", "Finance/Insurance": "invoice",
    "Finance/Grants": "letter", "Letters": "letter", "Meetings": "minutes", "Trainees": "coursework",
    "Safety/Certificates": "certificate", "Safety/Risk assessments": "report", "Boat": "report",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Made:
    filed: int
    waiting: int


def exists(deps: Deps) -> bool:
    """Whether anything was ever put into this drive."""
    return any(deps.drive.names(b""))


def make(deps: Deps) -> Made:
    """Put the demo into an empty Waka."""
    rng = random.Random(SEED)
    people = [
        signing_in.add_person(
            deps, login=login, name=name, password=PASSWORD, right=right,
            administrator=right == "keeper",
        )
        for login, name, right in SIGN_INS
    ]  # fmt: skip
    with deps.db.transaction() as conn:
        settings.put_typed(
            conn, SETTINGS, OfficeSettings(names=[TRUST], addresses=[", ".join(TRUST_LINES[1:])])
        )
        for name, short, spellings in parties():
            party = naming.add_party(conn, name, short)
            for spelling in spellings:
                naming.add_spelling(conn, party, spelling)
    papers = dict(filed(rng))
    _write(deps.drive.root, papers)
    count = take_in(deps, people[1], _kind_of)
    while index_next(deps):
        pass
    arrivals = dict(waiting(rng, papers))
    _write(deps.arrivals.root, arrivals)
    sweeper = Sweeper(deps, settle_seconds=0)
    sweeper.sweep()
    read_what_waits(deps)
    while index_next(deps) or alike.make_next(deps):
        pass
    _declare(deps, people[1])
    return Made(count + _file_some(deps, people[0]), len(arrivals) - len(FILED_TODAY))


FILED_TODAY = (
    ("scan_00419.pdf", "invoice", "gmf", "red diesel", "Finance/Invoices/2026"),
    ("scan_00420.pdf", "invoice", "tph", "harbour dues", "Finance/Invoices/2026"),
    ("minutes_nov.docx", "minutes", "tps", "trustees minutes", "Meetings/2026"),
)
_DAYS = {
    "scan_00419.pdf": "4 nov 2026",
    "scan_00420.pdf": "5 nov 2026",
    "minutes_nov.docx": "11 nov 2026",
}


#: what folders declare: purpose, levels of folders and documents that are advised
CHARTERS = {
    "": ("What the trust keeps, for ten years at least", None, 400),
    "Finance": ("What we are asked to pay, what we are given, and what proves it", None, None),
    "Trainees": (
        "The course, one folder for each trainee: what they hand in and what they have earned",
        3,
        None,
    ),
}


def _declare(deps: Deps, keeper: PersonId) -> None:
    folders = {entry.path: entry.id for entry in outline(deps, keeper)}
    for path, (purpose, deepest, fullest) in CHARTERS.items():
        now = charters.show(deps, keeper, folders[path])
        charter = Charter(
            folder=folders[path], purpose=purpose, keeper=keeper, deepest=deepest, fullest=fullest
        )
        names = as_kept(now.revision) if path == "" else None
        charters.put(deps, keeper, charters.Wanted(charter=charter, names=names), now.edition)


def _file_some(deps: Deps, person: PersonId) -> int:
    folders = {entry.path: entry.id for entry in outline(deps, person)}
    numbers = {arrival.name: arrival.id for arrival in desk(deps, person).waiting}
    for name, kind, who, what, folder in FILED_TODAY:
        slip = Slip(kind=kind, who=who, when=_DAYS[name], what=what, folder=folders[folder])
        file_arrival(deps, person, numbers[name], slip, date(2026, 11, 20))
    return len(FILED_TODAY)


def _kind_of(folder: str, name: str) -> str | None:
    if name.lower().endswith((".jpg", ".jpeg")):
        return "photo"
    return next((kind for start, kind in KINDS.items() if folder.startswith(start)), None)


def _write(root: Path, files: dict[str, bytes]) -> None:
    for path, data in files.items():
        target = root / path
        target.parent.mkdir(parents=True, exist_ok=True)
        target.write_bytes(data)
        stamp = _stamp(path)
        os.utime(target, (stamp, stamp))


def _stamp(path: str) -> float:
    """Return a time for the file: the day in its name, else a day in November."""
    from datetime import UTC, datetime

    try:
        day = date.fromisoformat(path.rpartition("/")[2][:10])
    except ValueError:
        day = date(2026, 11, 19)
    return datetime(day.year, day.month, day.day, 8, 30, tzinfo=UTC).timestamp()
