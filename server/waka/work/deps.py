"""What a use-case works with, put together once at start."""

from __future__ import annotations

import os
from dataclasses import dataclass, field
from typing import TypeVar

from waka.drive.tree import OWN, Tree
from waka.drive.versions import STORE
from waka.reading.reader import Reader
from waka.records.database import Database, open_pool
from waka.settings import Settings

INCOMING = b".incoming"
Kept = TypeVar("Kept")


@dataclass(frozen=True, slots=True, kw_only=True)
class Deps:
    db: Database
    drive: Tree
    arrivals: Tree
    reader: Reader
    recogniser: Reader  #: of words on pictures of pages
    settings: Settings
    _kept: dict[type, object] = field(default_factory=dict, repr=False)

    def kept(self, kind: type[Kept]) -> Kept:
        """Return the one *kind* that this process keeps between requests, made when it is first asked for."""
        found = self._kept.setdefault(kind, kind())
        assert isinstance(found, kind)
        return found


def assemble(settings: Settings, database_url: str, connections: int = 8) -> Deps:
    """Return the parts for one process. Nothing is made on disk: ``belonging.admit`` does, once it is sure whose."""
    return Deps(
        db=Database(open_pool(database_url, connections)),
        drive=Tree(settings.drive, OWN + b"/work", (OWN + b"/bin", STORE)),
        arrivals=Tree(settings.arrivals, INCOMING), reader=Reader(), settings=settings,
        recogniser=Reader(os.cpu_count() or 1, recognises=True),
    )  # fmt: skip


def close(deps: Deps) -> None:
    deps.recogniser.close()
    deps.reader.close()
    deps.db.close()
