"""Drive and arrivals belong to one database, in its present state: nothing is touched before that is sure."""

from __future__ import annotations

import secrets
from dataclasses import dataclass

from psycopg import Connection

from waka.core.changes.belonging import Belonging, Mark, belonging
from waka.drive.holds import prepare_holds
from waka.drive.tree import Tree
from waka.errors import DriveAway, ForeignDrive, NotAllowed, WakaError
from waka.records import settings
from waka.records.finding import logbook
from waka.records.folders import folders
from waka.records.outside import following
from waka.records.people import people
from waka.work.deps import Deps
from waka.work.documents import storing

SETTINGS = {"drive": "drive_mark", "arrivals": "arrivals_mark"}  #: what the records know each tree by


def _trees(deps: Deps) -> dict[str, Tree]:
    return {"drive": deps.drive, "arrivals": deps.arrivals}


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    """How one tree and the records stand to each other."""

    part: str  #: drive or arrivals
    tree: Tree
    belonging: Belonging
    mark: Mark | None


def standing(deps: Deps, conn: Connection, part: str) -> Standing:
    tree = _trees(deps)[part]
    mark = tree.mark()
    found = belonging(settings.get(conn, SETTINGS[part]), logbook.last(conn), mark)
    return Standing(part=part, tree=tree, belonging=found, mark=mark)


def assert_ours(deps: Deps, conn: Connection, part: str) -> None:
    """Raise ``DriveAway`` or ``ForeignDrive`` unless the tree is the one that these records know."""
    _refuse(standing(deps, conn, part))


def _refuse(found: Standing) -> None:
    root = str(found.tree.root)
    if found.belonging is Belonging.BARE:
        raise DriveAway(found.part, root)
    if found.belonging in (Belonging.STRANGER, Belonging.RESTORED):
        raise ForeignDrive(found.part, root, older=found.belonging is Belonging.RESTORED)


def admit(deps: Deps) -> None:
    """Mark what neither side knows yet, and make ready what is ours. Raises ``DriveAway``, ``ForeignDrive``."""
    with deps.db.transaction() as conn:
        settings.hold(conn)
        found = [standing(deps, conn, part) for part in SETTINGS]
        for one in found:
            _refuse(one)
        for one in found:
            one.tree.prepare()
            if one.belonging is Belonging.NEW:
                identity = secrets.token_hex(16)
                settings.put(conn, SETTINGS[one.part], identity)
                one.tree.set_mark(Mark(identity=identity))
    prepare_holds(deps.drive)


@dataclass
class Telling:
    """Tells the drive, time after time, how far the logbook has come.

    What it tells is what it read the time before: a database that lost its last second by a power cut is
    still not older than its drive says.
    """

    deps: Deps
    _read: int = 0

    def tell(self) -> None:
        with self.deps.db.transaction() as conn:
            last = logbook.last(conn)
            for part in SETTINGS:
                found = standing(self.deps, conn, part)
                if found.belonging is Belonging.OURS and found.mark and found.mark.generation < self._read:
                    found.tree.set_mark(Mark(identity=found.mark.identity, generation=self._read))
        self._read = last


@dataclass(frozen=True, slots=True, kw_only=True)
class Adoption:
    """What an administrator is shown before a drive is adopted."""

    told: list[str]  #: how each tree stands to these records
    documents: int  #: filed, as the records say
    last_entry: int


def prospect(deps: Deps) -> Adoption:
    """Return what adopting would join. Raises ``DriveTrouble`` where the drive cannot be read."""
    with deps.db.transaction() as conn:
        told = []
        for part, tree in _trees(deps).items():
            try:
                told.append(f"{part} {tree.root}: {_WORDS[standing(deps, conn, part).belonging]}")
            except WakaError as error:
                told.append(f"{part} {tree.root}: {error.message}")
        return Adoption(told=told, documents=following.filed(conn), last_entry=logbook.last(conn))


_WORDS = {
    Belonging.NEW: "neither knows the other yet",
    Belonging.OURS: "belongs to this database",
    Belonging.BARE: "bears no mark, though this database had one",
    Belonging.STRANGER: "bears the mark of another database",
    Belonging.RESTORED: "was used with a later state of this database than the one that is here",
}


def adopt(deps: Deps, login: str) -> int:
    """Say that this database and these trees belong together from now on; the one before is a stranger then.

    Whatever lies in the drive's own corner and is unknown to these records is set aside, not removed:
    returns how many files. Raises ``NotAllowed`` for who is no administrator.
    """
    with deps.db.transaction() as conn:
        settings.hold(conn)
        found = people.by_login(conn, login)
        if found is None or not found.administrator:
            raise NotAllowed("Only an administrator says which drive belongs to this database.")
        identity = secrets.token_hex(16)
        for part, tree in _trees(deps).items():
            tree.prepare()
            settings.put(conn, SETTINGS[part], identity)
            tree.set_mark(Mark(identity=identity))
        logbook.add(
            conn, "drive_adopted", person=found.id, to_path=str(deps.drive.root), to_folder=folders.root(conn)
        )
    prepare_holds(deps.drive)
    return storing.set_aside_unknown(deps)
