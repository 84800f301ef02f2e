"""A small drive for tests: two years of bills, letters, a place for trainees, and three people."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from waka.records.desk import naming
from waka.records.documents import documents
from waka.records.folders.listing import Scope
from waka.work.changes.ways.asks import Ask
from waka.work.changes.ways.by_hand import Done, run
from waka.work.deps import Deps
from waka.work.desk import uploading
from waka.work.folders import access, browsing
from waka.work.folders.access import Wish
from waka.work.outside.sweeping import DriveSweeper
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in

FILES = {
    "Finance/2025/2025-03-12_mrc_mizzen-sail.txt": "mend the mizzen",
    "Finance/2025/2025-04-02_mrc_rope.txt": "forty fathoms of rope",
    "Finance/2026/2026-01-09_mrc_canvas.txt": "tanned canvas",
    "Letters/note.txt": "dear all",
    "Trainees/log.txt": "kept by the mate",
}
SAIL, ROPE, CANVAS, NOTE, LOG = FILES


@dataclass
class SmallDrive:
    deps: Deps
    keeper: int
    filer: int
    reader: int

    @property
    def root(self) -> Path:
        return self.deps.drive.root

    def folder(self, path: str) -> int:
        return next(e.id for e in browsing.outline(self.deps, self.keeper) if e.path == path)

    def number(self, path: str) -> int:
        above, _, name = path.rpartition("/")
        page = browsing.page(
            self.deps, self.keeper, Scope("folder", self.folder(above)), "name", descending=False, after=None
        )
        return next(row.listed.id for row in page.documents if row.listed.name == name)

    def path(self, number: int) -> str | None:
        with self.deps.db.transaction() as conn:
            found = documents.one(conn, number, self.keeper)
        if found is None or found.state != "filed":
            return None
        return f"{found.folder_path}/{found.name}".lstrip("/")

    def change(self, act: str, *paths: str, by: int | None = None, **more: object) -> Done:
        numbers = [self.number(path) for path in paths]
        return run(self.deps, by or self.filer, Ask(act=act, documents=numbers, **more))  # type: ignore[arg-type]

    def binned(self) -> list[int]:
        page = browsing.page(
            self.deps, self.keeper, Scope("bin"), "name", descending=False, after=None
        )  # fmt: skip
        return [row.listed.id for row in page.documents]

    def sweep(self) -> None:
        DriveSweeper(self.deps, 0.0).sweep()

    def keep_to(self, path: str, *people: int) -> None:
        """Leave a folder to some keepers alone."""
        grants = [(access.Holder(person=person), "keeper") for person in people]
        access.grant(self.deps, self.keeper, self.folder(path), Wish(replaces=True, grants=grants))


def hand_in(deps: Deps, person: int, name: str, data: bytes, folder: int | None = None) -> int:
    """Hand a document in, at the desk or into a folder, in one piece; return its number."""
    begun = uploading.begin(deps, person, path=name, size=len(data), folder=folder)
    done = uploading.receive(deps, person, begun.id, 0, [data]) if data else begun
    assert done.number is not None
    return done.number


def small_drive(deps: Deps) -> SmallDrive:
    for path, text in FILES.items():
        target = deps.drive.root / path
        target.parent.mkdir(parents=True, exist_ok=True)
        target.write_text(text)
    people = [
        signing_in.add_person(
            deps, login=login, name=name, password="fair winds here", right=right,
            administrator=right == "keeper",
        )
        for login, name, right in [("magnus", "Magnus Orr", "keeper"), ("tamsin", "Tamsin Brook", "filer"),
                                   ("alba", "Alba Beck", "reader")]
    ]  # fmt: skip
    with deps.db.transaction() as conn:
        naming.add_party(conn, "Marlow Rope & Canvas", "mrc")
    take_in(deps, people[0])
    while index_next(deps):
        pass
    return SmallDrive(deps, *people)
