"""What a use-case works with, put together once at start."""

from __future__ import annotations

from dataclasses import dataclass, field

from waka.drive.tree import OWN, Tree
from waka.drive.versions import STORE
from waka.reading.reader import Reader
from waka.records.database import Database, open_pool
from waka.settings import Settings

from .paging import KnownPages
from .remembering import Remembered

INCOMING = b".incoming"


@dataclass(frozen=True, slots=True, kw_only=True)
class Check:
    """Whether one part of a running Waka is in order."""

    part: str
    in_order: bool
    told: str  #: what is not in order and what to do; '' where there is nothing to tell


@dataclass(frozen=True, slots=True, kw_only=True)
class Deps:
    db: Database
    drive: Tree
    arrivals: Tree
    reader: Reader
    settings: Settings
    pages: KnownPages = field(default_factory=KnownPages)
    health: Remembered[list[Check]] = field(default_factory=lambda: Remembered(1.0))


def assemble(settings: Settings, database_url: str, connections: int = 8) -> Deps:
    """Return the parts for one process. Nothing is made on disk: ``belonging.admit`` does, once it is sure whose."""
    return Deps(
        db=Database(open_pool(database_url, connections)),
        drive=Tree(settings.drive, OWN + b"/work", (OWN + b"/bin", STORE)),
        arrivals=Tree(settings.arrivals, INCOMING), reader=Reader(), settings=settings,
    )  # fmt: skip


def close(deps: Deps) -> None:
    deps.reader.close()
    deps.db.close()
